import type { ErrorRequestHandler } from 'express'
import { ZodError } from 'zod'
import { NotAPost } from '../core/post/post.ts'
import type { Logger } from 'pino'
import { isDiskFull, Refusal } from './refusal.ts'

export function asRefusal(error: unknown): Refusal {
  if (error instanceof Refusal) return error
  if (error instanceof NotAPost) return new Refusal('bad-request', { fault: error.message })
  if (error instanceof ZodError) {
    const issue = error.issues[0]!
    return new Refusal('bad-request', { fault: `${issue.path.join('.') || 'body'}: ${issue.message}` })
  }
  const status = (error as { status?: number }).status
  if (isDiskFull(error)) return new Refusal('disk-full')
  if (status === 413)
    return new Refusal('request-too-large', { limit: Math.round((error as { limit: number }).limit / 1e5) / 10 })
  if (status && status < 500) return new Refusal('bad-request', { fault: (error as Error).message })
  return new Refusal('internal')
}

export const answerErrors =
  (log: Logger): ErrorRequestHandler =>
  (error, request, response, next) => {
    const refusal = asRefusal(error)
    if (refusal.code === 'internal') log.error({ err: error, path: request.path }, 'request failed')
    if (response.headersSent) next(error)
    else response.status(refusal.status).json(refusal.problem)
  }
