import { LEAST_CHARACTERS, lineWidth } from '../../layout/beside-text.ts'
import { wordsInset } from '../../blocks/words-height.ts'
import { layoutWorded } from '../../layout/worded.ts'
import { LEAST_SIDE } from '../../layout/fold.ts'
import { gapOf } from '../../layout/row-lengths.ts'
import { layoutSideBySide, rowHeight } from '../../layout/side-by-side.ts'
import type { RowKindRoom } from '../row-kind.ts'

/** Pictures in one line, all of one height. */
export const sideBySide: RowKindRoom = {
  lay: ({ row, pictures, gap, house }) => {
    const aspects = pictures.map(({ aspect }) => aspect)
    return row.words.length
      ? layoutWorded(
          aspects,
          row.words,
          gap,
          lineWidth(LEAST_CHARACTERS, house) + wordsInset({ at: 1, of: 2, sits: row.sits }, house),
        )
      : layoutSideBySide(aspects, gap)
  },
  *offers({ row, aspects, seats, wide, house }) {
    if (aspects.length < 2) return
    for (const sits of seats) {
      // What would fold even on a wide screen is no way to set them, and to fold hundreds of pictures takes long.
      const high = rowHeight(aspects, wide(sits), gapOf(row, house))
      if (high * Math.min(1, ...aspects) >= LEAST_SIDE) yield { kind: 'side-by-side', sits }
    }
  },
  name: () => 'Side by side',
}
