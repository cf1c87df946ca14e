import { Router } from 'express'
import { Refusal } from '../errors.ts'
import type { Press } from '../press/press.ts'

/** How far jobs of the press have come. */
export function jobRoutes({ press }: { press: Press }): Router {
  const router = Router()
  router.get('/:id', (request, response) => {
    const job = press.find(request.params.id)
    if (!job) throw new Refusal('job-not-found')
    response.set('cache-control', 'no-store').json(job)
  })
  return router
}
