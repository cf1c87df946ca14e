import * as gallery from './gallery/options.ts'
import * as one from './one/options.ts'
import * as patchwork from './patchwork/options.ts'
import * as slideshow from './slideshow/options.ts'

/** Every kind of row; what each does stands in `table.ts`. */
export const ROW_KINDS = ['one', 'side-by-side', 'patchwork', 'gallery', 'slideshow'] as const
export type RowKind = (typeof ROW_KINDS)[number]

/**
 * What of a row belongs to its kind. A row has the options of every kind, so that turning an arrangement into another
 * and back loses nothing. Null leaves a choice to the house style.
 */
export const OPTIONS = {
  one: one.options,
  patchwork: patchwork.options,
  gallery: gallery.options,
  slideshow: slideshow.options,
}

/** As a fresh row has them: all as the house has it. */
export const freshOptions = () => ({
  one: { ...one.fresh },
  patchwork: { ...patchwork.fresh },
  gallery: { ...gallery.fresh },
  slideshow: { ...slideshow.fresh },
})

export const isRowKind = (word: string): word is RowKind => (ROW_KINDS as readonly string[]).includes(word)
