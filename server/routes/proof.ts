import { Router } from 'express'
import { PAGE_POLICY } from '../../core/page/page-policy.ts'
import type { Publisher } from '../publishing/publisher.ts'

/** The published page itself, laid out as on the blog: /proof/posts/<id>/ with its files at /proof/files/. */
export function proofRoutes({ publisher }: { publisher: Publisher }): Router {
  const router = Router()
  router.get('/posts/:id/', async (request, response) => {
    const page = await publisher.preview(request.params.id)
    response.set('content-security-policy', `${PAGE_POLICY}; frame-ancestors 'self'`)
    response.set('cache-control', 'no-store')
    response.type('html').send(page.html)
  })
  return router
}
