import { layoutStrip } from '../../layout/strip.ts'
import type { RowKindRoom } from '../row-kind.ts'
import { runsFact } from './facts.ts'

/** Pictures one after another in one frame. */
export const slideshow: RowKindRoom = {
  lay: ({ row, pictures, gap, fullWidth }) =>
    layoutStrip({
      pictures,
      frame: row.slideshow.frame,
      across: row.slideshow.across,
      fill: row.slideshow.fill,
      gap,
      fullWidth,
    }),
  *offers({ row, aspects }) {
    if (aspects.length < 2) return
    yield { kind: 'slideshow', sits: row.sits, slideshow: { frame: null } }
    if (row.sits === 'measure') yield { kind: 'slideshow', sits: 'outset', slideshow: { frame: null } }
  },
  name: () => 'Slideshow',
  facts: runsFact,
}
