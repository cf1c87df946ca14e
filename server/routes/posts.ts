import { Router } from 'express'
import { z } from 'zod'
import { parsePost } from '../../core/post/post.ts'
import type { DeleteAnswer } from '../../core/wire/job.ts'
import {
  type Post,
  type PostsAhead,
  type PostsBehind,
  PublishRequest,
  type Publication,
  type TimesToCome,
} from '../../core/wire/post.ts'
import { ALWAYS, type Held, stillHeld } from '../../core/times/held.ts'
import { PicturesWanted } from '../../core/wire/picture-search.ts'
import type { PostSummaries } from '../database/post-summaries.ts'
import type { PostsTable } from '../database/posts-table.ts'
import type { PublicationsTable } from '../database/publications-table.ts'
import type { StatesTable } from '../database/states-table.ts'
import type { Elsewhere } from '../elsewhere/elsewhere.ts'
import { Refusal } from '../refusal.ts'
import { newId } from '../ids.ts'
import type { Planner } from '../press/plan.ts'
import type { Press } from '../press/press.ts'

interface PostRouteDeps {
  readonly posts: PostsTable
  readonly states: StatesTable
  readonly summaries: PostSummaries
  readonly publications: PublicationsTable
  readonly planner: Planner
  readonly press: Press
  readonly elsewhere: Elsewhere
  readonly now: () => Date
}

const BaseVersion = z.object({ baseVersion: z.number().int().min(0) })
/** What was sent as a post; the door looks at it. */
const contentOf = (body: unknown): unknown => z.object({ content: z.unknown() }).parse(body).content
const ListRequest = z.object({ after: z.string().max(100).optional() })

export function postRoutes({
  posts,
  states,
  summaries,
  publications,
  planner,
  press,
  elsewhere,
  now,
}: PostRouteDeps): Router {
  const router = Router()
  const need = (id: string): Post => {
    const post = posts.find(id)
    if (!post) throw new Refusal('post-not-found')
    return post
  }
  const needId = (id: string): string => {
    if (!posts.has(id)) throw new Refusal('post-not-found')
    return id
  }

  router.get('/', (request, response) => void response.json(summaries.list(ListRequest.parse(request.query).after)))

  router.post('/', (request, response) => {
    const id = newId()
    posts.create(id, parsePost(contentOf(request.body)), now().toISOString())
    response.status(201).json(need(id))
  })

  router.get('/behind', (_request, response) => {
    response.json({ posts: publications.behind() } satisfies PostsBehind)
  })

  router.get('/ahead', (_request, response) => {
    response.json({ posts: publications.ahead() } satisfies PostsAhead)
  })

  router.get('/times', (_request, response) => {
    response.json({ times: publications.toCome() } satisfies TimesToCome)
  })

  router.get('/:id', (request, response) => void response.json(need(request.params.id)))

  /** Publishes again the very version that readers have, with its sets and pictures as they are now. */
  router.post('/:id/again', (request, response) => {
    const postId = needId(request.params.id)
    const { state, version, from, until } = publications.of(postId)
    if ((state !== 'live' && state !== 'planned') || version === null) throw new Refusal('not-published')
    const held = { from, until }
    response.status(202).json(press.find(press.ask({ kind: 'publish', postId, version, as: 'live', held })))
  })

  router.put('/:id', (request, response) => {
    const id = needId(request.params.id)
    const { baseVersion } = BaseVersion.parse(request.body)
    const content = parsePost(contentOf(request.body))
    const saved = posts.save(id, baseVersion, content, now().toISOString())
    if (!saved) throw new Refusal('stale-save', {}, need(id))
    response.json(saved)
  })

  /** What is on the blog is taken back first; where the host is away, as soon as it answers. */
  router.delete('/:id', async (request, response) => {
    const id = needId(request.params.id)
    const { state, unsure } = publications.of(id)
    let blog: DeleteAnswer['blog'] = 'was not there'
    if ((state !== 'none' && state !== 'withdrawn') || unsure) {
      const job = await press.ended(press.ask({ kind: 'withdraw', postId: id, patient: true }))
      if (job.state === 'failed') throw new Refusal('host-refused', { fault: job.problem?.message ?? '' })
      blog = job.state === 'done' ? 'withdrawn' : 'withdrawn later'
    }
    // On other blogs it is taken back too, as far as they answer.
    for (const name of elsewhere.standsOn(id))
      await press.ended(press.ask({ kind: 'withdraw', postId: id, patient: false, blog: name }))
    posts.setDeleted(id, now().toISOString())
    response.json({ blog, elsewhere: elsewhere.standsOn(id) } satisfies DeleteAnswer)
  })

  /** Pictures that are here already go into its tray as those do that arrive. */
  router.post('/:id/arrivals', (request, response) => {
    const post = needId(request.params.id)
    for (const id of PicturesWanted.parse(request.body).ids) posts.addArrival(post, id)
    response.status(204).end()
  })

  router.post('/:id/bring-back', async (request, response) => {
    await press.callOff(request.params.id)
    if (!posts.setDeleted(request.params.id, null)) throw new Refusal('post-not-found')
    response.json(need(request.params.id))
  })

  router.get('/:id/states', (request, response) => void response.json(states.list(needId(request.params.id))))

  /** A text beside the line of versions: written elsewhere, and not to be lost. */
  router.post('/:id/states', (request, response) => {
    posts.setAside(needId(request.params.id), parsePost(contentOf(request.body)), now().toISOString())
    response.status(204).end()
  })

  router.get('/:id/states/:key', (request, response) => {
    const content = states.find(request.params.id, Number(request.params.key))
    if (!content) throw new Refusal('state-not-found')
    response.json(content)
  })

  router.get('/:id/weight', async (request, response) => void response.json(await planner.weight(request.params.id)))

  router.get('/:id/publishing', async (request, response) => void response.json(await planner.plan(request.params.id)))

  /** Sending and taking back are jobs of the press: the answer is the job, to be asked how far it has come. */
  router.post('/:id/publishing', (request, response) => {
    const { as, version, times } = PublishRequest.parse(request.body)
    const post = need(request.params.id)
    if (post.version !== version) throw new Refusal('stale-publish')
    const held =
      as === 'draft' ? ALWAYS : times ? heldAt(times, post.publication, now()) : stillHeld(post.publication, now())
    const id = press.ask({ kind: 'publish', postId: post.id, version, as, held })
    response.status(202).json(press.find(id))
  })

  router.delete('/:id/publishing', (request, response) => {
    const postId = needId(request.params.id)
    const { state, unsure } = publications.of(postId)
    if ((state === 'none' || state === 'withdrawn') && !unsure) throw new Refusal('not-published')
    response.status(202).json(press.find(press.ask({ kind: 'withdraw', postId, patient: false })))
  })

  return router
}

/** Set times that were asked for. Refused where they are over, in the wrong order, or would take from readers what they have. */
function heldAt({ from, until }: Held, { state }: Publication, now: Date): Held {
  for (const moment of [from, until])
    if (moment !== null && Date.parse(moment) <= now.getTime()) throw new Refusal('time-over')
  if (from !== null && until !== null && Date.parse(until) <= Date.parse(from)) throw new Refusal('times-turned')
  if (from !== null && state === 'live') throw new Refusal('live-already')
  const iso = (moment: string | null) => moment && new Date(moment).toISOString()
  return { from: iso(from), until: iso(until) }
}
