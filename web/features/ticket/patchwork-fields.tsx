import { swapPictures, toggleLead, togglePin } from '../../../core/post/changes/order-pictures.ts'
import type { Row } from '../../../core/post/row.ts'
import { Button } from '../../ui/button.tsx'
import { Line } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { useBoard } from '../board/board-context.tsx'
import { nameOf } from '../pictures/picture-image.tsx'
import { stepComposition } from '../ways/step-composition.ts'

/** What a patchwork has of its own: its composition, and what one picture does in it. */
export function PatchworkFields({ row, index }: { row: Row; index: number }) {
  const board = useBoard()
  const { library, changeRow, selectRow } = board
  const placed = row.pictures[index]!
  const others = row.pictures.flatMap(({ id }, i) =>
    i === index
      ? []
      : [
          [
            String(i),
            `${i + 1}: ${library.picture(id) !== undefined ? nameOf(library.picture(id)!) : 'no longer here'}`,
          ] as const,
        ],
  )
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
      <Line label={`Picture ${index + 1}`} top>
        <label className="flex items-center gap-1.5 py-0.5">
          <input
            type="checkbox"
            checked={placed.lead ?? false}
            onChange={() => changeRow('change what leads', row.id, (now) => toggleLead(now, index))}
          />
          Leads, larger than the others
        </label>
        <label className="flex items-center gap-1.5 py-0.5">
          <input
            type="checkbox"
            checked={placed.pinned ?? false}
            onChange={() => changeRow('pin a picture', row.id, (now) => togglePin(now, index))}
          />
          Stays in its place
        </label>
        <Select
          label={`Swap picture ${index + 1} with`}
          value=""
          options={[['', 'Swap with…'], ...others]}
          onChange={(other) => {
            if (other === '') return
            changeRow('swap two pictures', row.id, (now) => swapPictures(now, index, Number(other)))
            selectRow(row.id, Number(other))
          }}
        />
      </Line>
    </>
  )
}
