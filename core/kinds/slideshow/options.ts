import { z } from 'zod'
import { MOVES, PLACE_MARKS, SLIDE_SECONDS } from '../../post/row-choices.ts'

export const options = z.object({
  /** shape of the frame, width / height; null: as suits the pictures best */
  frame: z.number().min(0.3).max(4).nullable(),
  /** slides side by side on a wide screen */
  across: z.number().int().min(1).max(6),
  /** pictures fill the frame, cropped around their focus points; otherwise they are shown whole */
  fill: z.boolean(),
  move: z.enum(MOVES).nullable(),
  /** how long each picture stays */
  seconds: z.number().min(SLIDE_SECONDS.least).max(SLIDE_SECONDS.most).nullable(),
  /** by itself, where motion is welcome */
  starts: z.boolean().nullable(),
  arrows: z.boolean().nullable(),
  place: z.enum(PLACE_MARKS).nullable(),
  fullScreen: z.boolean().nullable(),
})

export const fresh: z.infer<typeof options> = {
  frame: null,
  across: 1,
  fill: false,
  move: null,
  seconds: null,
  starts: null,
  arrows: null,
  place: null,
  fullScreen: null,
}
