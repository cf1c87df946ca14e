import type { ErrorRequestHandler } from 'express'
import { ZodError } from 'zod'
import { NotAPost } from '../core/post/post.ts'
import type { Problem } from '../core/wire/problem.ts'
import type { Logger } from 'pino'
import { ANSWERS } from './answers.ts'

export type Code = keyof typeof ANSWERS

/** A refusal that is answered with its entry in the table. */
export class Refusal extends Error {
  override name = 'Refusal'
  constructor(
    readonly code: Code,
    readonly values: Record<string, string | number> = {},
    readonly detail?: unknown,
  ) {
    super(ANSWERS[code][1].replace(/\{(\w+)\}/g, (_, key: string) => String(values[key] ?? '')))
  }
  get status(): number {
    return ANSWERS[this.code][0]
  }
  get problem(): Problem {
    const next = ANSWERS[this.code][2]
    return {
      code: this.code,
      message: this.message,
      ...(next ? { next } : {}),
      ...(this.detail === undefined ? {} : { detail: this.detail }),
    }
  }
}

/** Whether this says that the disk, or this program's share of it, is full: from the file system or from SQLite. */
export const isDiskFull = (error: unknown): boolean =>
  error instanceof Error &&
  (/^(ENOSPC|EDQUOT|SQLITE_FULL)/.test((error as { code?: string }).code ?? '') ||
    // libvips writes files itself, and says it in words.
    /No space left on device|Disk quota exceeded/i.test(error.message))

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
