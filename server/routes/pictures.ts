import { Router } from 'express'
import { titleOf } from '../../core/post/post.ts'
import { PictureTextsChange } from '../../core/wire/picture.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import { Refusal } from '../errors.ts'
import type { Intake } from '../pictures/intake.ts'

export function pictureRoutes({
  pictures,
  posts,
  intake,
  now,
}: {
  pictures: PicturesTable
  posts: PostsTable
  intake: Intake
  now: () => Date
}): Router {
  const router = Router()

  router.get('/', (_request, response) => void response.json(pictures.list()))

  router.get('/:id', (request, response) => {
    const picture = pictures.find(request.params.id)
    if (!picture) throw new Refusal('picture-not-found')
    response.json(picture)
  })

  /** The file's bytes are the body; `?name=` is what it is called, `?post=` the post it is brought in for. */
  router.post('/', async (request, response) => {
    const { name, post } = request.query
    const length = Number(request.headers['content-length'])
    const answer = await intake.take(
      request,
      typeof name === 'string' ? name : '',
      Number.isFinite(length) ? length : undefined,
    )
    if (typeof post === 'string') posts.addArrival(post, answer.picture.id)
    response.status(answer.already ? 200 : 201).json(answer)
  })

  router.patch('/:id', (request, response) => {
    if (!pictures.find(request.params.id)) throw new Refusal('picture-not-found')
    pictures.change(request.params.id, PictureTextsChange.parse(request.body))
    response.json(pictures.find(request.params.id))
  })

  router.delete('/:id', (request, response) => {
    const picture = pictures.find(request.params.id)
    if (!picture) throw new Refusal('picture-not-found')
    if (picture.usedIn.length > 0) {
      const named = picture.usedIn.map((post) => `“${titleOf(post)}”`).join(', ')
      throw new Refusal('picture-in-use', { posts: named })
    }
    pictures.setDeleted(picture.id, now().toISOString())
    response.status(204).end()
  })

  router.post('/:id/bring-back', (request, response) => {
    if (!pictures.setDeleted(request.params.id, null)) throw new Refusal('picture-not-found')
    response.json(pictures.find(request.params.id))
  })

  return router
}
