import { toggleLead, togglePin } from '../../../core/post/changes/order-pictures.ts'
import type { Row } from '../../../core/post/row.ts'
import { Button } from '../../ui/button.tsx'
import { Line } from '../../ui/field.tsx'
import { useBoard } from '../board/board-context.tsx'
import { stepComposition } from '../ways/step-composition.ts'

/** What a patchwork has of its own: its composition, and what one picture does in it. */
export function PatchworkFields({ row, index }: { row: Row; index: number }) {
  const board = useBoard()
  const { changeRow } = board
  const placed = row.pictures[index]!
  return (
    <>
      <Line label="Composition">
        <div className="grid grid-cols-2 gap-2">
          <Button small onClick={() => stepComposition(board, row, -1)} title="The composition before (,)">
            ‹ Before
          </Button>
          <Button small onClick={() => stepComposition(board, row, 1)} title="The next composition (.)">
            Next ›
          </Button>
        </div>
      </Line>
      <Line label={`Picture ${index + 1}`}>
        <div className="flex items-center gap-3">
          <label className="flex items-center gap-1.5" title="Larger than the others">
            <input
              type="checkbox"
              checked={placed.lead ?? false}
              onChange={() => changeRow('change what leads', row.id, (now) => toggleLead(now, index))}
            />
            Leads
          </label>
          <label className="flex items-center gap-1.5" title="Keeps its place while the others are composed anew">
            <input
              type="checkbox"
              checked={placed.pinned ?? false}
              onChange={() => changeRow('pin a picture', row.id, (now) => togglePin(now, index))}
            />
            Stays
          </label>
        </div>
      </Line>
    </>
  )
}
