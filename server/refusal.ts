import type { Problem } from '../core/wire/problem.ts'
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
