import { z } from 'zod'

const PictureWidth = z.discriminatedUnion('unit', [
  z.object({ unit: z.literal('px'), value: z.number().min(40).max(4000) }),
  z.object({ unit: z.literal('%'), value: z.number().min(5).max(100) }),
])

/** A picture alone. */
export const options = z.object({
  /** the side on which the picture stands beside the text; null: text above and below */
  side: z.enum(['left', 'right']).nullable(),
  /** null fills the container */
  width: PictureWidth.nullable(),
})

export const fresh: z.infer<typeof options> = { side: null, width: null }
