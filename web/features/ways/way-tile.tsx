import { useDraggable } from '@dnd-kit/core'
import type { Way } from '../../../core/layout/ways.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import type { Library } from '../../../core/place/library.ts'
import type { Row } from '../../../core/post/row.ts'
import { useBoard } from '../board/board-context.tsx'
import { RowDrawing } from '../row-drawing/row-drawing.tsx'

const TILE = { w: 104, h: 66 }

interface TileProps {
  readonly tile: number
  readonly way: Way
  readonly row: Row
  readonly library: Library
  readonly shown: boolean
  readonly step: number
  readonly length: number
  readonly tabbable: boolean
  readonly onTake: () => void
  readonly onStep: (by: 1 | -1) => void
}

/** One way, drawn to scale, with what it does. */
export function WayTile({ tile, way, row, library, shown, step, length, tabbable, onTake, onStep }: TileProps) {
  const { house, window } = useBoard()
  const { setNodeRef, listeners } = useDraggable({ id: `way-${tile}`, data: { type: 'way', row } })
  const laid = layRow(row, library, house)
  return (
    <div className="min-w-0 flex-1" style={{ minWidth: TILE.w + 8, maxWidth: TILE.w + 40 }}>
      <button
        ref={setNodeRef}
        {...listeners}
        type="button"
        data-way={tile}
        tabIndex={tabbable ? 0 : -1}
        title={`Press, or ${tile + 1}, to set; drag onto the page to set it elsewhere`}
        onClick={onTake}
        className={`block w-full text-left ${shown ? 'focus-visible:outline-none' : ''}`}
      >
        <span
          className={`flex items-center justify-center bg-[#efebe3] p-1 ${shown ? 'outline-2 outline-ink' : 'hover:outline hover:outline-edge'}`}
          style={{ height: TILE.h + 8 }}
        >
          {laid && <RowDrawing laid={laid} house={house} window={window} width={TILE.w} height={TILE.h} />}
        </span>
        <span className="mt-1 flex items-baseline gap-1.5">
          <span className="figures border border-edge px-1 leading-tight text-ink!">{tile + 1}</span>{' '}
          <b title={way.name} className="label-narrow line-clamp-2 min-h-[2lh] leading-tight">
            {way.name}
          </b>
        </span>
        {[way.size, way.crop, way.fold].map((words) => (
          <span key={words} title={words} className="figures block truncate leading-[1.3] tracking-[-0.02em]">
            {words}
          </span>
        ))}
      </button>
      {length > 1 && (
        <span className="label-narrow flex items-center justify-between text-soft">
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Proposal before, ${way.name}`}
            className="px-1 hover:text-ink"
            onClick={() => onStep(-1)}
          >
            ‹
          </button>
          {step + 1} of {length}
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Next proposal, ${way.name}`}
            className="px-1 hover:text-ink"
            onClick={() => onStep(1)}
          >
            ›
          </button>
        </span>
      )}
    </div>
  )
}
