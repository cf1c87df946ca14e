import { Router } from 'express'
import { pagePolicy } from '../../core/page/page-policy.ts'
import { Refusal } from '../refusal.ts'
import type { Planner } from '../press/plan.ts'

/** The published page itself, laid out as on the blog: /proof/posts/<id>/ with its files at /proof/files/ and the pages that go with it below. */
export function proofRoutes({ planner }: { planner: Planner }): Router {
  const router = Router()
  router.get(['/posts/:id/', '/posts/:id/:kind/:name/'], (request, response) => {
    const { id, kind, name } = request.params as Record<string, string | undefined>
    const post = planner.preview(id!)
    const page = kind === undefined ? post : post.below.find(({ path }) => path === `${kind}/${name}/`)
    if (!page) throw new Refusal('not-found')
    response.set('content-security-policy', `${pagePolicy(post.frames)}; frame-ancestors 'self'`)
    response.set('cache-control', 'no-store')
    response.type('html').send(page.html)
  })
  return router
}
