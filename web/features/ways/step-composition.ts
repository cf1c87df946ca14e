import { fullWidth } from '../../../core/house/seats.ts'
import { resolveRow } from '../../../core/place/resolve.ts'
import { bestCompositions } from '../../../core/layout/best-compositions.ts'
import { bestComposition } from '../../../core/layout/patchwork-row.ts'
import { proposeCompositions } from '../../../core/layout/proposals.ts'
import { gapOf, seatOf } from '../../../core/layout/row-lengths.ts'
import { MOST_COMPOSED } from '../../../core/post/composition.ts'
import type { Row } from '../../../core/post/row.ts'
import { withChoices } from '../../../core/post/changes/row-choices.ts'
import type { Board } from '../board/board-context.tsx'

/** Proposals that can be stepped through before they begin again. */
const PROPOSALS = 24

/** Changes a patchwork to its next or previous composition; pinned pictures stay where they are. */
export function stepComposition(
  { library, house, changeRow }: Pick<Board, 'library' | 'house' | 'changeRow'>,
  row: Row,
  by: 1 | -1,
): void {
  const own = resolveRow(row, library).pictures
  if (own.length !== row.pictures.length) return
  const aspects = own.map(({ shape }) => shape.aspect)
  const [width, gap] = [fullWidth(seatOf(row), house), gapOf(row, house)]
  const marked = (mark: 'lead' | 'pinned') => row.pictures.flatMap((placed, i) => (placed[mark] ? [i] : []))
  const leads = marked('lead')
  const now = row.patchwork.composition ?? bestComposition(aspects, leads, width, gap)
  const list =
    aspects.length > MOST_COMPOSED
      ? bestCompositions(aspects, leads, width, gap).map((composition) => ({ composition }))
      : proposeCompositions({ aspects, leads, pinned: marked('pinned'), now }, width, gap, PROPOSALS)
  if (list.length === 0) return
  const here = list.findIndex(({ composition }) => JSON.stringify(composition) === JSON.stringify(now))
  const next = list[here < 0 ? 0 : (here + by + list.length) % list.length]!
  changeRow(
    'change a composition',
    row.id,
    (before) => withChoices(before, { patchwork: { composition: next.composition } }),
    'composition',
  )
}
