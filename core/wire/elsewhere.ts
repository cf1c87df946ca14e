import { z } from 'zod'
import { LetThrough } from '../formats/let-through.ts'
import { Problem } from './problem.ts'

/** Another blog that posts can be sent to, as its settings name it. */
export const OtherBlog = z.object({
  name: z.string(),
  url: z.string(),
  /** what it lets through, and since when that is known; null before it was tried */
  lets: LetThrough.nullable(),
  triedAt: z.string().nullable(),
  /** address of a trial post that could not be taken back; it is tried again */
  leftBehind: z.string().nullable(),
})
export type OtherBlog = z.infer<typeof OtherBlog>
export const OtherBlogs = z.object({ blogs: z.array(OtherBlog) })
export type OtherBlogs = z.infer<typeof OtherBlogs>

/** How a post stands on another blog, and what sending it would do. */
export const ElsewherePlan = z.object({
  blog: OtherBlog,
  /** unsure: it was sent and no answer came */
  state: z.enum(['none', 'live', 'withdrawn', 'unsure']),
  url: z.string().nullable(),
  version: z.number().int().nullable(),
  at: z.string().nullable(),
  /** what is sent is otherwise than what was */
  changed: z.boolean(),
  /** there it is otherwise than it was sent: somebody changed it on that blog, or it is gone from there */
  there: z.enum(['as sent', 'changed', 'gone', 'not told']),
  form: z.enum(['in-place', 'bare']),
  lost: z.array(z.string()),
  filesToSend: z.number().int(),
  /** why it can't be sent */
  problem: Problem.nullable(),
})
export type ElsewherePlan = z.infer<typeof ElsewherePlan>

export const ElsewhereRequest = z.object({ version: z.number().int() })
/** Where a post of which no answer came was found; null: it is not there. */
export const FoundRequest = z.object({
  url: z
    .url({ protocol: /^https?$/ })
    .max(2000)
    .nullable(),
})
