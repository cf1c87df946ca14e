import { z } from 'zod'
import { PICTURE_WIDTH } from '../../post/limits.ts'

const { px, share } = PICTURE_WIDTH

const PictureWidth = z.discriminatedUnion('unit', [
  z.object({ unit: z.literal('px'), value: z.number().min(px.least).max(px.most) }),
  z.object({ unit: z.literal('%'), value: z.number().min(share.least).max(share.most) }),
])

/** A picture alone. */
export const options = z.object({
  /** the side on which the picture stands beside the text; null: text above and below */
  side: z.enum(['left', 'right']).nullable(),
  /** null fills the container */
  width: PictureWidth.nullable(),
})

export const fresh: z.infer<typeof options> = { side: null, width: null }
