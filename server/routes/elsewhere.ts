import { Router } from 'express'
import { ElsewhereRequest, FoundRequest, type OtherBlogs } from '../../core/wire/elsewhere.ts'
import { ALWAYS } from '../../core/times/held.ts'
import type { PostsTable } from '../database/posts-table.ts'
import type { Elsewhere } from '../elsewhere/elsewhere.ts'
import { Refusal } from '../refusal.ts'
import type { Press } from '../press/press.ts'

interface ElsewhereRouteDeps {
  readonly elsewhere: Elsewhere
  readonly posts: PostsTable
  readonly press: Press
}

/** Other blogs, and posts on them. */
export function elsewhereRoutes({ elsewhere, posts, press }: ElsewhereRouteDeps): Router {
  const router = Router()
  const needPost = (id: string) => {
    const post = posts.find(id)
    if (!post) throw new Refusal('post-not-found')
    return post
  }
  router.get('/', (_request, response) => void response.json({ blogs: elsewhere.list() } satisfies OtherBlogs))
  /** Sends a trial post, reads it back from its page, and takes it back. */
  router.post(
    '/:blog/trial',
    async (request, response) => void response.json(await elsewhere.tryOut(request.params.blog)),
  )
  router.get('/posts/:id', async (request, response) => void response.json(await elsewhere.plans(request.params.id)))
  router.post('/posts/:id/:blog', (request, response) => {
    const { version } = ElsewhereRequest.parse(request.body)
    const { id: postId, version: now } = needPost(request.params.id)
    if (now !== version) throw new Refusal('stale-publish')
    const { blog } = request.params
    const job = press.ask({ kind: 'publish', postId, version, as: 'live', held: ALWAYS, blog })
    response.status(202).json(press.find(job))
  })
  router.delete('/posts/:id/:blog', (request, response) => {
    const { id: postId } = needPost(request.params.id)
    const job = press.ask({ kind: 'withdraw', postId, patient: false, blog: request.params.blog })
    response.status(202).json(press.find(job))
  })
  router.put('/posts/:id/:blog/found', async (request, response) => {
    const { url } = FoundRequest.parse(request.body)
    await elsewhere.settle(needPost(request.params.id).id, request.params.blog, url)
    response.status(204).end()
  })
  return router
}
