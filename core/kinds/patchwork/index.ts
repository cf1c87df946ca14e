import { bestCompositions } from '../../layout/best-compositions.ts'
import { layoutPatchwork } from '../../layout/patchwork-row.ts'
import { proposeCompositions } from '../../layout/proposals.ts'
import { gapOf, insetOf } from '../../layout/row-lengths.ts'
import { MOST_COMPOSED } from '../../post/composition.ts'
import { patchworkName } from '../../words/patchwork-name.ts'
import type { RowKindRoom } from '../row-kind.ts'

/** Compositions proposed for one patchwork where it sits, and wider. */
const PROPOSED = { here: 16, wider: 4 }
/** Pictures of stacked patchworks that are proposed, at most: more are longer than two screens of a phone, and not shown. */
const MOST_STACKED = 24

/** Pictures joined side by side and over one another until they fill a rectangle. */
export const patchwork: RowKindRoom = {
  lay: ({ row, pictures, gap, fullWidth: full, phoneWidth, widest, house }) =>
    layoutPatchwork(
      {
        aspects: pictures.map(({ aspect }) => aspect),
        leads: pictures.flatMap(({ lead }, i) => (lead ? [i] : [])),
        composition: row.patchwork.composition,
        captions: pictures.map(({ caption }) => caption),
        inset: insetOf(row),
        gap,
        fullWidth: full,
        phone: phoneWidth,
        widest,
      },
      house,
    ),
  *offers({ row, aspects, seats, wide, house, reorder }) {
    if (aspects.length < 2) return
    const leads = row.pictures.flatMap(({ lead }, i) => (lead ? [i] : []))
    if (aspects.length > MOST_COMPOSED) {
      if (aspects.length > MOST_STACKED) return
      for (const sits of seats.filter((seat) => seat === row.sits || seat === 'outset'))
        for (const composition of bestCompositions(aspects, leads, wide(sits), gapOf(row, house)))
          yield { kind: 'patchwork', sits, patchwork: { composition } }
      return
    }
    const pinned = row.pictures.flatMap(({ pinned: held }, i) => (held ? [i] : []))
    const now = row.kind === 'patchwork' && row.patchwork.composition ? { now: row.patchwork.composition } : {}
    for (const sits of seats.filter((seat) => seat === row.sits || seat === 'outset')) {
      const found = proposeCompositions(
        { aspects, leads, pinned, reorder: reorder && sits === row.sits, ...now },
        wide(sits),
        gapOf(row, house),
        sits === row.sits ? PROPOSED.here : PROPOSED.wider,
      )
      for (const { composition, order } of found)
        yield {
          kind: 'patchwork',
          sits,
          patchwork: { composition },
          ...(order.every((index, i) => index === i) ? {} : { order }),
        }
    }
  },
  name: ({ patchwork: own }, boxes) => (own?.composition ? patchworkName(own.composition, boxes) : 'Patchwork'),
}
