import { z } from 'zod'
import { STEP_PICTURES } from '../post/step-pictures.ts'
import type { BlockKind } from './block-kind.ts'
import { Inline, inlineText } from './inline.ts'
import { flowWords, wordsHtml } from './paragraph.ts'

/** The highest number at which steps may start. */
export const HIGHEST_STEP = 9999

/** Begins a step with its first words; what follows belongs to it, up to the next. */
export const Step = z.object({
  type: z.literal('step'),
  attrs: z.object({
    /** null: one more than the step before, or 1; 'on': one more than the last step of the list before */
    number: z.union([z.number().int().min(0).max(HIGHEST_STEP), z.literal('on')]).nullable(),
    /** the first step says it for its list; null: as the house has it */
    pictures: z.enum(STEP_PICTURES).nullable(),
  }),
  content: z.array(Inline).optional(),
})
export type Step = z.infer<typeof Step>

/** Ends steps where plain text goes on. */
export const StepsEnd = z.object({ type: z.literal('stepsEnd') })
export type StepsEnd = z.infer<typeof StepsEnd>

/** The words with which a step begins: a paragraph; the page puts it into its step. */
export const step: BlockKind<Step> = {
  schema: () => Step,
  text: ({ content }) => inlineText(content),
  html: ({ content }) => wordsHtml(content),
  flow: flowWords,
  miniature: 'text',
}

export const stepsEnd: BlockKind<StepsEnd> = {
  schema: () => StepsEnd,
  text: () => '',
  html: () => '',
  flow: (_, at) => at,
  miniature: 'text',
}
