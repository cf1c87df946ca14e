import { z } from 'zod'

/** Every refusal over HTTP: a code for programs, words for people: what, why, what next. */
export const Problem = z.object({
  code: z.string(),
  message: z.string(),
  next: z.string().optional(),
  detail: z.unknown().optional(),
})
export type Problem = z.infer<typeof Problem>
