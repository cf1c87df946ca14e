import type { Job } from '../../core/wire/job.ts'
import { api, Refused } from './client.ts'

/** Somebody has stopped it: no fault. */
export const isStopped = (error: unknown): error is Refused =>
  error instanceof Refused && error.problem.code === 'sending-stopped'

const ASKED_EVERY_MS = 200

/** Follows a job of the press to its end, telling how far it has come. Throws why it failed, with the job told first. */
export async function followJob(first: Job, tell: (job: Job) => void = () => {}): Promise<Job> {
  let job = first
  for (tell(job); job.state === 'waiting' || job.state === 'running'; tell(job)) {
    await new Promise((resolve) => setTimeout(resolve, ASKED_EVERY_MS))
    job = await api.jobs.get(job.id)
  }
  if (job.state === 'failed') throw new Refused(409, job.problem ?? { code: 'internal', message: 'It failed.' })
  return job
}
