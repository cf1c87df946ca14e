import { useDraggable } from '@dnd-kit/core'
import { containerWidth } from '../../../core/house/seats.ts'
import { lineWidth } from '../../../core/layout/beside-text.ts'
import { seatOf } from '../../../core/layout/row.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import { type Block, isRow, plainText, rowsOf } from '../../../core/post/body.ts'
import type { Row } from '../../../core/post/row.ts'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { reveal } from '../board/reveal.ts'
import { RowDrawing } from '../row-drawing/row-drawing.tsx'

/** px of the miniature's column; everything else is drawn to the same scale. */
const COLUMN = 44
const EDGE = 62

/** The whole post in miniature, for seeing its rhythm and moving rows. */
export function Spine() {
  const { draft } = useBoard()
  const { content } = draft.content.body
  const rows = rowsOf(draft.content.body)
  return (
    <nav
      aria-label="Spine: the post in miniature"
      data-region="spine"
      className="min-h-0 overflow-x-hidden overflow-y-auto bg-board-deep py-3"
    >
      <p className="label-narrow mb-2 text-center text-soft">{count(rows.length, 'row')}</p>
      <ol className="flex flex-col items-center gap-[5px] pb-6">
        {content.map((block, index) => (
          <li key={isRow(block) ? block.attrs.id : index} data-block={index} className="flex w-full justify-center">
            {isRow(block) ? (
              <SpineRow row={block.attrs} number={rows.indexOf(block.attrs) + 1} />
            ) : (
              <SpineText block={block} />
            )}
          </li>
        ))}
      </ol>
    </nav>
  )
}

function SpineText({ block }: { block: Exclude<Block, { type: 'row' }> }) {
  const { house, window } = useBoard()
  const column = containerWidth('measure', house, window)
  const perLine = column / lineWidth(1, house)
  const lines = Math.max(1, Math.ceil(plainText(block).length / perLine))
  const heading = block.type === 'heading'
  return (
    <div aria-hidden style={{ width: COLUMN }} className={`flex flex-col gap-[2px] ${heading ? 'pt-1' : ''}`}>
      {Array.from({ length: Math.min(lines, 12) }, (_, i) => (
        <i
          key={i}
          className={heading ? 'h-[2px] bg-ink' : 'h-px bg-[#a59c8e]'}
          style={{ width: i === lines - 1 && lines > 1 ? '60%' : heading ? '75%' : '100%' }}
        />
      ))}
    </div>
  )
}

function SpineRow({ row, number }: { row: Row; number: number }) {
  const { house, window, library, selectedRow, selectRow } = useBoard()
  const { setNodeRef, listeners } = useDraggable({ id: `spine-${row.id}`, data: { type: 'row', id: row.id } })
  const laid = layRow(row, library, house)
  const container = containerWidth(seatOf(row), house, window)
  const width = Math.min(EDGE, (container * COLUMN) / containerWidth('measure', house, window))
  const selected = selectedRow?.id === row.id
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      aria-label={`Row ${number}, ${count(row.pictures.length, 'picture')}`}
      aria-current={selected ? 'true' : undefined}
      title={`Row ${number}: press to go there, drag to move (Alt ↑ ↓)`}
      onClick={() => {
        selectRow(row.id)
        reveal(row.id, 'center')
      }}
      className={`relative ${selected ? 'outline-[1.5px] outline-offset-2 outline-ink' : ''}`}
      style={{ minHeight: laid ? 0 : 16, minWidth: laid ? 0 : width }}
    >
      {laid && <RowDrawing laid={laid} house={house} window={window} width={width} />}
    </button>
  )
}
