import { z } from 'zod'
import { GROUNDS } from '../../post/row-choices.ts'

export const GALLERY_FORMS = ['cells', 'level', 'loose'] as const
/** In what order a gallery shows its pictures. The hand's order is kept whatever is chosen, and comes back. */
export const GALLERY_ORDERS = ['hand', 'turned', 'title', 'taken', 'added', 'visit'] as const

export const options = z.object({
  form: z.enum(GALLERY_FORMS),
  /** pictures across on a wide screen; for level rows, about so many */
  across: z.number().int().min(1).max(12),
  /** shape of the cells, width / height */
  cell: z.number().min(0.3).max(4),
  order: z.enum(GALLERY_ORDERS),
  /** what it lies on */
  ground: z.enum(GROUNDS).nullable(),
  /** readers may filter by tag */
  filter: z.boolean().nullable(),
  /** tags that its filter does not offer */
  tagsLeftOut: z.array(z.string().max(60)).max(500),
  /** pictures shown before "show the rest"; null: all */
  first: z.number().int().min(1).max(200).nullable(),
})

export const fresh: z.infer<typeof options> = {
  form: 'cells',
  across: 3,
  cell: 1,
  order: 'hand',
  ground: null,
  filter: null,
  tagsLeftOut: [],
  first: null,
}
