import { Router } from 'express'
import { VideoProviders, VideoRequest } from '../../core/wire/video.ts'
import type { PostsTable } from '../database/posts-table.ts'
import { announcedBytes } from '../pictures/receive.ts'
import type { Videos } from '../videos/videos.ts'

/** Videos by their addresses, and files of one's own. */
export function videoRoutes({ videos, posts }: { readonly videos: Videos; readonly posts: PostsTable }): Router {
  const router = Router()
  router.get('/providers', (_request, response) => {
    response.json({ providers: [...videos.providers] } satisfies VideoProviders)
  })
  router.post('/', async (request, response) => {
    const { address, post } = VideoRequest.parse(request.body)
    const answer = await videos.bring(address)
    if (post !== undefined) posts.addArrival(post, answer.picture.id)
    response.status(answer.already ? 200 : 201).json(answer)
  })
  /** The file's bytes are the body; the picture that stands for it is brought in after it. */
  router.post('/files', async (request, response) => {
    response.status(201).json(await videos.take(request, announcedBytes(request)))
  })
  return router
}
