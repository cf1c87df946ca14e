import { z } from 'zod'

/** What the pictures of a page weigh on one screen, bytes. */
export const ScreenWeight = z.object({
  screen: z.enum(['phone', 'tablet', 'wide']),
  /** seen before anything is scrolled */
  first: z.number().int(),
  /** fetched only when a reader comes to them */
  later: z.number().int(),
  /** every row with pictures, in the order of the post */
  rows: z.array(z.object({ row: z.string(), bytes: z.number().int() })),
})
export type ScreenWeight = z.infer<typeof ScreenWeight>

/** What a published page weighs, bytes over the line. */
export const PageWeight = z.object({
  /** the page and its style sheets, packed as hosts send them */
  text: z.number().int(),
  /** fonts that are fetched at once */
  fonts: z.number().int(),
  /** the reader script with every part that the page may need, packed */
  script: z.number().int(),
  screens: z.array(ScreenWeight),
})
export type PageWeight = z.infer<typeof PageWeight>
