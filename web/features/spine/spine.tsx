import { memo } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { containerWidth } from '../../../core/house/seats.ts'
import { widthIn } from '../../../core/layout/container.ts'
import { withinOfEach } from '../../../core/steps/steps.ts'
import { type LaidRow, layRow } from '../../../core/place/lay-row.ts'
import { isRow } from '../../../core/post/body.ts'
import type { Row } from '../../../core/post/row.ts'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { reveal } from '../board/reveal.ts'
import { RowDrawing } from '../row-drawing/row-drawing.tsx'
import { TextDrawing } from '../row-drawing/text-drawing.tsx'

/** px of the miniature's column; everything else is drawn to the same scale. */
const COLUMN = 44
const EDGE = 62

/** The whole post in miniature, for seeing its rhythm and moving rows. What did not change is not drawn again. */
export const Spine = memo(function Spine() {
  const { draft, house, window, library, selectedRow, selectRow } = useBoard()
  const { content } = draft.content.body
  let rows = 0
  const within = withinOfEach(content, house)
  const items = content.map((block, index) => (
    <li
      key={isRow(block) ? block.attrs.id : index}
      data-block={index}
      // A row is carried by its own button; a step is moved whole, with its keys.
      {...(isRow(block) || block.type === 'step' || block.type === 'stepsEnd'
        ? {}
        : { 'data-carry': 'words', title: 'Drag it to move it, or onto a picture to stand beside it' })}
      className="flex w-full justify-center"
    >
      {isRow(block) ? (
        <SpineRow
          row={block.attrs}
          laid={layRow(block.attrs, library, house, within[index])}
          number={++rows}
          selected={selectedRow?.id === block.attrs.id}
          house={house}
          window={window}
          selectRow={selectRow}
        />
      ) : (
        <TextDrawing block={block} house={house} window={window} column={COLUMN} />
      )}
    </li>
  ))
  return (
    <nav
      aria-label="Spine: the post in miniature"
      data-region="spine"
      className="min-h-0 overflow-x-hidden overflow-y-auto bg-board-deep py-3 will-change-transform select-none max-sm:hidden"
    >
      <p className="label-narrow mb-2 text-center text-soft">{count(rows, 'row')}</p>
      <ol className="flex flex-col items-center gap-[5px] pb-6">{items}</ol>
    </nav>
  )
})

interface Drawn {
  readonly house: HouseStyle
  readonly window: number
}

interface SpineRowProps extends Drawn {
  readonly row: Row
  readonly laid: LaidRow | undefined
  readonly number: number
  readonly selected: boolean
  readonly selectRow: (id: string) => void
}

const SpineRow = memo(function SpineRow({ row, laid, number, selected, house, window, selectRow }: SpineRowProps) {
  const container = widthIn(laid ?? { row, within: 'page' }, house, window)
  const width = Math.min(EDGE, (container * COLUMN) / containerWidth('measure', house, window))
  return (
    <button
      data-carry="row"
      data-row-id={row.id}
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
})
