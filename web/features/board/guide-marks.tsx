import { useRef, useState } from 'react'
import { besideWidth } from '../../../core/layout/row-lengths.ts'
import type { Row } from '../../../core/post/row.ts'
import { withChoices } from '../../../core/post/changes/row-choices.ts'
import { useBoard } from './board-context.tsx'

/** The single marks that the guides are drawn of. */

export interface Rect {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** The path of crop marks at the corners of a box. */
export function cropMarks(rect: Rect): string {
  const [arm, off] = [15, 9]
  return [
    `M${rect.x - off + arm} ${rect.y - off} H${rect.x - off} V${rect.y - off + arm}`,
    `M${rect.x + rect.w + off - arm} ${rect.y - off} H${rect.x + rect.w + off} V${rect.y - off + arm}`,
    `M${rect.x - off + arm} ${rect.y + rect.h + off} H${rect.x - off} V${rect.y + rect.h + off - arm}`,
    `M${rect.x + rect.w + off - arm} ${rect.y + rect.h + off} H${rect.x + rect.w + off} V${rect.y + rect.h + off - arm}`,
  ].join(' ')
}

/** Crop marks at the corners of what is selected; `path` is given where they are put by hand. */
export function CropMarks({ path }: { path?: string }) {
  return (
    <g fill="none" strokeWidth={1.5}>
      <path d={path} stroke="var(--color-paper)" strokeWidth={4} />
      <path d={path} stroke="var(--color-ink)" />
    </g>
  )
}

/** How high the row is; `before` it where text stands at its right, else after it, and over it where there is no room. */
export function Height({ rect, room, before, scale }: { rect: Rect; room: number; before: boolean; scale: number }) {
  const left = before && rect.x > 90
  const inside = !left && room <= 60
  const x = left ? rect.x - 50 : rect.x + rect.w + (inside ? -22 : 34)
  const told =
    left || inside ? ({ x: x - 8, textAnchor: 'end' } as const) : ({ x: x + 7, textAnchor: 'start' } as const)
  return (
    <g stroke={inside ? 'var(--color-paper)' : 'var(--color-blue)'}>
      <path
        d={`M${x} ${rect.y} V${rect.y + rect.h} M${x - 4} ${rect.y + 0.5} h8 M${x - 4} ${rect.y + rect.h - 0.5} h8`}
        fill="none"
        strokeWidth={inside ? 2 : 1}
      />
      <text
        {...told}
        y={rect.y + rect.h / 2 + 4}
        fill="var(--color-blueink)"
        stroke={inside ? 'var(--color-paper)' : 'none'}
        strokeWidth={4}
        paintOrder="stroke"
      >
        {Math.round(rect.h / scale)}
      </text>
    </g>
  )
}

/** The picture in the row that the ticket speaks of: a pair of short bars at its foot. */
export function Chosen({ rect }: { rect: Rect }) {
  return (
    <path
      d={`M${rect.x + 6} ${rect.y + rect.h + 5} H${rect.x + rect.w - 6}`}
      stroke="var(--color-ink)"
      strokeWidth={3}
      fill="none"
    />
  )
}

/** Takes the whole row along. The key for it is Alt with the arrows. */
export function Grip({ rect, row, seen }: { rect: Rect; row: Row; seen: number }) {
  // Beside the row; inside it, where there is no room that can be seen.
  const inside = rect.x - 34 < seen + 2
  return (
    <button
      data-carry="row"
      data-row-id={row.id}
      type="button"
      aria-label="Move the row: drag, or press Alt with the up and down arrows"
      title="Drag to move the row (Alt ↑ ↓)"
      className="absolute flex h-6 w-6 cursor-grab items-center justify-center border border-ink bg-paper"
      style={inside ? { left: Math.max(rect.x, seen) + 6, top: rect.y + 6 } : { left: rect.x - 34, top: rect.y }}
    >
      <svg width="12" height="12" aria-hidden>
        <path d="M6 0v12M3 3l3-3 3 3M3 9l3 3 3-3" fill="none" stroke="currentColor" strokeWidth="1.3" />
      </svg>
    </button>
  )
}

const LEAST_WIDTH = 40

/** Width by dragging, proportions kept. The unit stays what it is; from the full width it becomes per cent. */
export function WidthGrip({
  rect,
  row,
  container,
  onChange,
}: {
  rect: Rect
  row: Row
  container: number
  onChange: () => void
}) {
  const { house, changeRow, previewRow } = useBoard()
  const [dragWidth, setDragWidth] = useState<number | null>(null)
  const start = useRef({ x: 0, w: 0 })
  // A centred picture grows on both sides; one beside text from the edge it stands at.
  const [edge, factor] = row.one.side === 'right' ? (['left', -1] as const) : (['right', row.one.side ? 1 : 2] as const)
  const widthOf = (px: number): Row['one']['width'] => {
    const shown = Math.min(container, Math.max(LEAST_WIDTH, px))
    const unit = (row.one.width ?? besideWidth(row, house)).unit
    if (!row.one.side && shown >= container - 3) return null
    return unit === 'px'
      ? { unit, value: Math.round(shown) }
      : { unit, value: Math.min(100, Math.max(5, Math.round((1000 * shown) / container) / 10)) }
  }
  return (
    <>
      <button
        type="button"
        aria-label="Width of the picture: drag, or press the left and right arrows"
        title="Drag to change the width (← →)"
        className="absolute h-9 w-3 cursor-ew-resize touch-none border border-ink bg-paper"
        style={{ left: edge === 'right' ? rect.x + rect.w - 6 : rect.x - 6, top: rect.y + rect.h / 2 - 18 }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          start.current = { x: event.clientX, w: rect.w }
          setDragWidth(rect.w)
        }}
        onPointerMove={(event) => {
          if (dragWidth === null) return
          const px = start.current.w + (event.clientX - start.current.x) * factor
          setDragWidth(Math.min(container, Math.max(LEAST_WIDTH, px)))
          previewRow(withChoices(row, { one: { width: widthOf(px) } }))
          onChange()
        }}
        onPointerUp={() => {
          if (dragWidth !== null && Math.abs(dragWidth - start.current.w) >= 1)
            changeRow('change a width', row.id, (now) => withChoices(now, { one: { width: widthOf(dragWidth) } }))
          else previewRow(null)
          setDragWidth(null)
        }}
        onPointerCancel={() => {
          previewRow(null)
          setDragWidth(null)
        }}
        onKeyDown={(event) => {
          const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
          if (!by) return
          event.preventDefault()
          changeRow(
            'change a width',
            row.id,
            (now) => withChoices(now, { one: { width: widthOf(rect.w + by * (event.shiftKey ? 20 : 4)) } }),
            'width',
          )
        }}
      />
      {dragWidth !== null && (
        <span
          className="figures pointer-events-none absolute border border-blue bg-paper px-1.5 py-0.5"
          style={{ left: rect.x + rect.w / 2 - 60, top: rect.y - 30 }}
        >
          {Math.round(dragWidth)} px, {Math.round((100 * dragWidth) / container)} %
        </span>
      )}
    </>
  )
}
