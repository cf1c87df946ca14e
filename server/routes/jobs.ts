import { type Response, Router } from 'express'
import type { Job } from '../../core/wire/job.ts'
import { Refusal } from '../refusal.ts'
import type { Press } from '../press/press.ts'

/** How far jobs of the press have come, and stopping them. */
export function jobRoutes({ press }: { press: Press }): Router {
  const router = Router()
  const told = (response: Response, job: Job | undefined): void => {
    if (!job) throw new Refusal('job-not-found')
    response.set('cache-control', 'no-store').json(job)
  }
  router.get('/:id', (request, response) => told(response, press.find(request.params.id)))
  router.post('/:id/stop', (request, response) => told(response, press.stop(request.params.id)))
  return router
}
