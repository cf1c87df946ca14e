import { LONGEST_EDGE } from '../../files/ladder.ts'
import { PHONE } from '../../house/screens.ts'
import { containerWidth, fullWidth, type Seat } from '../../house/seats.ts'
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
  lay: ({ row, pictures, gap, fullWidth: full, house }) =>
    layoutPatchwork(
      {
        aspects: pictures.map(({ aspect }) => aspect),
        leads: pictures.flatMap(({ lead }, i) => (lead ? [i] : [])),
        composition: row.patchwork.composition,
        captions: pictures.map(({ caption }) => caption),
        inset: insetOf(row),
        gap,
        fullWidth: full,
        phone: containerWidth(row.sits, house, PHONE.width),
        widest: containerWidth(row.sits, house, LONGEST_EDGE),
      },
      house,
    ),
  *offers({ row, aspects, house, reorder }) {
    if (aspects.length < 2) return
    const leads = row.pictures.flatMap(({ lead }, i) => (lead ? [i] : []))
    if (aspects.length > MOST_COMPOSED) {
      if (aspects.length > MOST_STACKED) return
      for (const sits of new Set<Seat>([row.sits, 'outset']))
        for (const composition of bestCompositions(aspects, leads, fullWidth(sits, house), gapOf(row, house)))
          yield { kind: 'patchwork', sits, patchwork: { composition } }
      return
    }
    const pinned = row.pictures.flatMap(({ pinned: held }, i) => (held ? [i] : []))
    const now = row.kind === 'patchwork' && row.patchwork.composition ? { now: row.patchwork.composition } : {}
    for (const sits of new Set<Seat>([row.sits, 'outset'])) {
      const found = proposeCompositions(
        { aspects, leads, pinned, reorder: reorder && sits === row.sits, ...now },
        fullWidth(sits, house),
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
