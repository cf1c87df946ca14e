import { Router } from 'express'
import { rowsOf } from '../../core/post/body.ts'
import { EMPTY_POST, excerptOf, parsePost } from '../../core/post/post.ts'
import { textsInRow } from '../../core/post/texts.ts'
import type { Picture } from '../../core/wire/picture.ts'
import { type Post, type PostSummary, PublishRequest } from '../../core/wire/post.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import { type PostsTable, wordCount } from '../database/posts-table.ts'
import { Refusal } from '../errors.ts'
import { newId } from '../ids.ts'
import type { Publisher } from '../publishing/publisher.ts'
import { z } from 'zod'

interface PostRouteDeps {
  readonly posts: PostsTable
  readonly pictures: PicturesTable
  readonly publisher: Publisher
  readonly now: () => Date
}

const BaseVersion = z.object({ baseVersion: z.number().int().min(0) })

function summary(post: Post, pictures: ReadonlyMap<string, Picture>): PostSummary {
  const { content } = post
  const placed = rowsOf(content.body).flatMap((row) => row.pictures)
  const set = new Set(placed.map((one) => one.id))
  return {
    id: post.id,
    version: post.version,
    title: content.title,
    excerpt: excerptOf(content),
    topics: content.topics,
    featured: content.featured,
    savedAt: post.savedAt,
    createdAt: post.createdAt,
    pictures: set.size,
    waiting: [...content.tray, ...post.arrived].filter((id) => !set.has(id) && pictures.has(id)).length,
    words: wordCount(content),
    withoutAlt: placed.filter((one) => !textsInRow(one, pictures.get(one.id)).alt).length,
    publication: post.publication,
  }
}

export function postRoutes({ posts, pictures, publisher, now }: PostRouteDeps): Router {
  const router = Router()
  const need = (id: string): Post => {
    const post = posts.find(id)
    if (!post) throw new Refusal('post-not-found')
    return post
  }

  router.get('/', (_request, response) => {
    const map = new Map(pictures.list().map((picture) => [picture.id, picture]))
    response.json(posts.list().map((post) => summary(post, map)))
  })

  router.post('/', (request, response) => {
    const id = newId()
    const body = request.body as { content?: unknown } | undefined
    posts.create(id, body?.content === undefined ? EMPTY_POST : parsePost(body.content), now().toISOString())
    response.status(201).json(need(id))
  })

  router.get('/:id', (request, response) => void response.json(need(request.params.id)))

  router.put('/:id', (request, response) => {
    const { id } = request.params
    need(id)
    const { baseVersion } = BaseVersion.parse(request.body)
    const content = parsePost((request.body as { content: unknown }).content)
    const saved = posts.save(id, baseVersion, content, now().toISOString())
    if (!saved) throw new Refusal('stale-save', {}, need(id))
    response.json(saved)
  })

  router.delete('/:id', (request, response) => {
    need(request.params.id)
    posts.setDeleted(request.params.id, now().toISOString())
    response.status(204).end()
  })

  router.post('/:id/bring-back', (request, response) => {
    if (!posts.setDeleted(request.params.id, null)) throw new Refusal('post-not-found')
    response.json(need(request.params.id))
  })

  router.get('/:id/states', (request, response) => void response.json(posts.states(need(request.params.id).id)))

  router.get('/:id/states/:key', (request, response) => {
    const content = posts.findState(request.params.id, Number(request.params.key))
    if (!content) throw new Refusal('state-not-found')
    response.json(content)
  })

  router.get('/:id/weight', async (request, response) => void response.json(await publisher.weight(request.params.id)))

  router.get(
    '/:id/publishing',
    async (request, response) => void response.json(await publisher.plan(request.params.id)),
  )

  router.post('/:id/publishing', async (request, response) => {
    const { as, version } = PublishRequest.parse(request.body)
    response.json(await publisher.publish(request.params.id, version, as))
  })

  router.delete(
    '/:id/publishing',
    async (request, response) => void response.json(await publisher.withdraw(request.params.id)),
  )

  return router
}
