import { LONGEST_EDGE } from '../../files/ladder.ts'
import { containerWidth, fullWidth, type Seat } from '../../house/seats.ts'
import { layoutPatchwork } from '../../layout/patchwork-row.ts'
import { proposeCompositions } from '../../layout/proposals.ts'
import { gapOf, insetOf } from '../../layout/row-lengths.ts'
import { type Composition, MOST_IN_PATCHWORK, partsOf, sizeOf } from '../../post/composition.ts'
import { capital, spelled } from '../../words/numbers.ts'
import type { RowKindRoom } from '../row-kind.ts'

/** Compositions proposed for one patchwork where it sits, and wider. */
const PROPOSED = { here: 16, wider: 4 }

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
        widest: containerWidth(row.sits, house, LONGEST_EDGE),
      },
      house,
    ),
  *offers({ row, aspects, house, reorder }) {
    if (aspects.length < 2 || aspects.length > MOST_IN_PATCHWORK) return
    const leads = row.pictures.flatMap(({ lead }, i) => (lead ? [i] : []))
    const pinned = row.pictures.flatMap(({ pinned: held }, i) => (held ? [i] : []))
    const now = row.kind === 'patchwork' && row.patchwork.composition ? { now: row.patchwork.composition } : {}
    for (const sits of new Set<Seat>([row.sits, 'outset'])) {
      const found = proposeCompositions(
        { aspects, leads, pinned, reorder, ...now },
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
  name: ({ patchwork: own }, pictures) => (own?.composition ? compositionName(own.composition, pictures) : 'Patchwork'),
}

/** "One beside two", "Two over one"; anything longer is a patchwork. */
function compositionName(composition: Composition, pictures: number): string {
  if (composition === '.' || pictures > 5) return 'Patchwork'
  const parts = partsOf(composition)
  // Parts that are joins of joins have no plain name.
  if (parts.length > 2 || parts.some((part) => part !== '.' && partsOf(part).some((inner) => inner !== '.')))
    return 'Patchwork'
  const [first, second] = parts.map((part) => sizeOf(part)) as [number, number]
  return `${capital(spelled(first))} ${'beside' in composition ? 'beside' : 'over'} ${spelled(second)}`
}
