import { z } from 'zod'

/** What points at something in a picture: kept apart from its px, for steps and explanations. */

export const MOST_POINTERS = 20
export const LONGEST_SAID = 200
/** A word that stands on a picture is short. */
export const LONGEST_WORD = 40
/** How large a ring may be, in shares of the picture's width. */
export const RING = { least: 0.01, most: 0.5 } as const

const share = z.number().min(0).max(1)
/** A place of the upright original, in shares of it: pointers stay on what they are on, however the picture is cropped. */
const Place = z.object({ x: share, y: share })
/** what those hear who do not see it; '' where the text says it already */
const says = z.string().max(LONGEST_SAID)

export const Pointer = z.discriminatedUnion('kind', [
  /** counted among the numbers of its picture, in their order */
  z.object({ kind: z.literal('number'), at: Place, says }),
  z.object({ kind: z.literal('word'), at: Place, says: z.string().min(1).max(LONGEST_WORD) }),
  /** around its place; its radius is a share of the original's width */
  z.object({ kind: z.literal('ring'), at: Place, radius: z.number().min(RING.least).max(RING.most), says }),
  /** its tip is at its place */
  z.object({ kind: z.literal('arrow'), at: Place, from: Place, says }),
])
export type Pointer = z.infer<typeof Pointer>
export const Pointers = z.array(Pointer).min(1).max(MOST_POINTERS)
