import { SEATS } from '../../house/seats.ts'
import { layoutSideBySide } from '../../layout/side-by-side.ts'
import type { RowKindRoom } from '../row-kind.ts'

/** Pictures in one line, all of one height. */
export const sideBySide: RowKindRoom = {
  lay: ({ pictures, gap }) =>
    layoutSideBySide(
      pictures.map(({ aspect }) => aspect),
      gap,
    ),
  *offers({ aspects }) {
    if (aspects.length > 1) for (const sits of SEATS) yield { kind: 'side-by-side', sits }
  },
  name: () => 'Side by side',
}
