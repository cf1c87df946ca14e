import { z } from 'zod'
import { Composition } from '../../post/composition.ts'

export const options = z.object({
  /** how the pictures are joined; null: as suits them best */
  composition: Composition.nullable(),
})

export const fresh: z.infer<typeof options> = { composition: null }
