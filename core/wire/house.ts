import { z } from 'zod'
import { Publication } from './post.ts'

/** What a changed house style would do to one post as it is saved now. */
export const HouseEffect = z.object({
  id: z.string(),
  title: z.string(),
  state: Publication.shape.state,
  rows: z.number().int(),
  /** rows whose pictures would stand elsewhere or in another size, on a wide screen or a phone */
  shaped: z.number().int(),
  /** rows that would behave otherwise for readers */
  behaving: z.number().int(),
  /** px of the whole page, before and after, by estimate */
  heights: z.array(z.object({ screen: z.string(), before: z.number(), after: z.number() })),
  /** what would become worth a look, in words */
  worse: z.array(z.string()),
})
export type HouseEffect = z.infer<typeof HouseEffect>

/** What was found since the line before, after so many of all posts: one line of JSON each, until all are done. */
export const HouseEffectLine = z.object({
  done: z.number().int(),
  total: z.number().int(),
  effects: z.array(HouseEffect),
})
export type HouseEffectLine = z.infer<typeof HouseEffectLine>

const Part = z.object({ script: z.string(), style: z.string().nullable() })
/** Names of the reader script's files, as they were built. */
export const ReaderFiles = z.object({
  /** starts the others */
  starter: z.string(),
  parts: z.object({ slideshow: Part, enlarge: Part, gallery: Part, video: Part }),
})
export type ReaderFiles = z.infer<typeof ReaderFiles>
