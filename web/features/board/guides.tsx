import { type RefObject, useCallback, useEffect, useLayoutEffect, useState } from 'react'
import { captionsOf } from '../../../core/post/effective.ts'
import { widthIn } from '../../../core/layout/container.ts'
import { type Told, useTold } from '../../ui/told.ts'
import { useBoard } from './board-context.tsx'
import { type Dragged, isDragged } from './use-board-drag.tsx'
import { Chosen, cropMarks, CropMarks, Grip, Height, type Rect, WidthGrip } from './guide-marks.tsx'
import { RowChange } from './row-change.tsx'
import { indexOfPic, placeLines } from './drop-target.ts'

interface Measured {
  readonly column: Rect
  /** where the next row goes */
  readonly ruby: number
  /** the pictures of the selected row together, and each of them */
  readonly row: Rect | null
  readonly pictures: readonly Rect[]
  readonly height: number
  /** where nothing wider than the measure lies: from and to, down the page */
  readonly open: readonly (readonly [number, number])[]
  /** the left and right edge of what can be seen of the page */
  readonly seen: readonly [number, number]
}

/** px of the column under which its measure is not told: the page is too small for words on it */
const MEASURE_TOLD = 200
/** px that the words beside the ruby line take */
const SET_HERE = 43

const union = (rects: readonly Rect[]): Rect => {
  const x = Math.min(...rects.map((rect) => rect.x))
  const y = Math.min(...rects.map((rect) => rect.y))
  return {
    x,
    y,
    w: Math.max(...rects.map((rect) => rect.x + rect.w)) - x,
    h: Math.max(...rects.map((rect) => rect.y + rect.h)) - y,
  }
}

/** What these rows, from the top down, leave free of a page of this height. */
function openStretches(rows: readonly Rect[], height: number): [number, number][] {
  const edges = [0, ...rows.flatMap(({ y, h }) => [y, y + h]), height]
  return Array.from({ length: rows.length + 1 }, (_, i) => [edges[2 * i]!, edges[2 * i + 1]!])
}

/** What lies over the page without being part of it: measure, ruby line, crop marks, dimensions, the width grip. */
export function Guides({
  sheet,
  dragged,
  scale,
}: {
  sheet: RefObject<HTMLDivElement | null>
  dragged: Told<Dragged | null>
  /** of the page under it; what is told is in px of the page */
  scale: number
}) {
  const { draft, editor, house, within, window: width, selectedRow, selectedPictures, place } = useBoard()
  const dragging = useTold(dragged, isDragged)
  const [measured, setMeasured] = useState<Measured | null>(null)

  const measure = useCallback(() => {
    const page = sheet.current
    if (!page || editor.isDestroyed) return
    const origin = page.getBoundingClientRect()
    const relative = (rect: DOMRect): Rect => ({
      x: rect.left - origin.left,
      y: rect.top - origin.top,
      w: rect.width,
      h: rect.height,
    })
    const board = page.closest('[data-scroller]')!.getBoundingClientRect()
    const text = editor.view.dom as HTMLElement
    const lines = placeLines(text)
    const seat = selectedRow ? document.getElementById(`row-${selectedRow.id}`) : null
    // By their position in the hand's order, which is what is selected.
    const pictures: Rect[] = []
    for (const pic of seat?.querySelectorAll<HTMLElement>('.pic') ?? [])
      pictures[indexOfPic(pic)] = relative(pic.querySelector('img')!.getBoundingClientRect())
    const there = pictures.filter(Boolean)
    // The frames of a strip reach out of it; joined pictures have captions between and below them, as the ticket counts.
    const whole = seat?.querySelector('.strip, .tree, .placed, .worded')?.getBoundingClientRect()
    const next: Measured = {
      column: relative(text.getBoundingClientRect()),
      ruby: (lines[Math.min(place, lines.length - 1)] ?? origin.top) - origin.top,
      row: whole ? relative(whole) : there.length ? union(there) : null,
      pictures,
      height: origin.height,
      open: openStretches(
        [...text.querySelectorAll(':is(.seat-outset, .seat-bleed)')].map((one) =>
          relative(one.getBoundingClientRect()),
        ),
        origin.height,
      ),
      seen: [Math.max(0, board.left - origin.left), Math.min(origin.width, board.right - origin.left)],
    }
    setMeasured((before) => (JSON.stringify(before) === JSON.stringify(next) ? before : next))
  }, [sheet, editor, selectedRow, place])

  useLayoutEffect(measure, [measure, draft.content, width, scale])
  useEffect(() => {
    const observer = new ResizeObserver(measure)
    observer.observe(editor.view.dom)
    if (sheet.current) observer.observe(sheet.current)
    return () => observer.disconnect()
  }, [editor, measure, sheet])

  if (!measured) return null
  const { column, ruby, row, pictures } = measured
  const [seenFrom, seenTo] = measured.seen
  const besideColumn = column.x - seenFrom
  return (
    <>
      <svg
        aria-hidden
        className="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
        fontFamily="var(--font-mono)"
        fontSize={11}
      >
        <g stroke="var(--color-blue)" opacity={0.8}>
          <path
            d={measured.open
              .map(([from, to]) => `M${column.x - 0.5} ${from} V${to} M${column.x + column.w + 0.5} ${from} V${to}`)
              .join('')}
          />
        </g>
        {column.w > MEASURE_TOLD && (
          <text x={column.x + column.w / 2} y={16} textAnchor="middle" fill="var(--color-blueink)">
            measure {Math.round(column.w / scale)}
          </text>
        )}
        {!dragging && (
          <g fill="var(--color-ruby)">
            <rect x={column.x} y={ruby - 1} width={column.w} height={2} />
            <path d={`M${column.x + column.w + 1} ${ruby} l7 -4.5 v9z`} />
            {besideColumn > SET_HERE ? (
              <text
                x={column.x - Math.min(10, besideColumn - SET_HERE)}
                y={ruby + 4}
                textAnchor="end"
                fontFamily="var(--font-sans)"
                fontWeight={600}
              >
                set here
              </text>
            ) : null}
          </g>
        )}
        {row && (
          <>
            <CropMarks path={cropMarks(row)} />
            <Height
              rect={row}
              // A caption stands where there would be room.
              room={selectedRow && captionsOf(selectedRow, house) === 'beside' ? 0 : seenTo - row.x - row.w}
              before={selectedRow?.one.side === 'left'}
              scale={scale}
            />
            {pictures.length > 1 &&
              selectedPictures.map((at) => pictures[at] && <Chosen key={at} rect={pictures[at]} />)}
          </>
        )}
      </svg>
      {row && selectedRow && <RowChange rect={row} room={seenTo - row.x - row.w} />}
      {row && selectedRow && <Grip rect={row} row={selectedRow} seen={seenFrom} />}
      {row && selectedRow?.kind === 'one' && scale === 1 && (
        <WidthGrip
          rect={row}
          row={selectedRow}
          container={widthIn({ row: selectedRow, within: within(selectedRow.id) }, house, width)}
          onChange={measure}
        />
      )}
    </>
  )
}
