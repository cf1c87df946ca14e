import { useLayoutEffect, useRef } from 'react'
import type { ReaderScreen } from '../../../core/house/screens.ts'
import { directionOf } from '../../../core/readers/languages.ts'
import type { Row } from '../../../core/post/row.ts'
import { useBoard } from '../board/board-context.tsx'
import { cropMarks, CropMarks } from '../board/guide-marks.tsx'
import { houseSheet } from '../row-drawing/house-sheet.ts'
import { type AroundRow, aroundRowHtml, drawnRow, heightInPage } from './around-row.ts'

/** px that the figures over a sheet take: two short lines. */
export const FIGURES = 32
/** px that their lines are long at most: over a narrower sheet they reach out beyond its left edge. */
const FIGURES_LONG = 164
/** px of the board that what stands over and under the row has at least. */
const AROUND = 44

/** The scale at which a page fits into a room: never larger than true, the row whole with something around it. */
export function scaleFor(window: number, rowHeight: number, room: { readonly w: number; readonly h: number }): number {
  return Math.min(1, room.w / window, (room.h - 2 * AROUND) / Math.max(1, rowHeight))
}

/** The row in the page, in the very rules that readers get, small enough to be seen whole. */
export function SheetAtScale({
  row,
  around,
  screen,
  room,
  told,
}: {
  row: Row
  around: AroundRow
  screen: ReaderScreen
  room: { readonly w: number; readonly h: number }
  /** what stands over it, beside the width of the screen and the scale */
  told: string
}) {
  const { house, library, within: withinOf } = useBoard()
  const within = withinOf(row.id)
  const rowHeight = heightInPage(row, { library, house, within }, screen.width)
  const scale = scaleFor(screen.width, rowHeight, room)
  const wide = screen.width * scale
  const host = useRef<HTMLDivElement>(null)
  const page = useRef<HTMLDivElement>(null)
  const marks = useRef<SVGSVGElement>(null)

  // A tree of its own: the row's rules, which change with every way, are worked out for nothing else on the screen.
  useLayoutEffect(() => {
    const root = host.current!.shadowRoot ?? host.current!.attachShadow({ mode: 'open' })
    root.adoptedStyleSheets = [houseSheet(house)]
  }, [house])
  // What stands around the row stays while ways are stepped through.
  useLayoutEffect(() => {
    const html = aroundRowHtml(around, { house, library, screen })
    host.current!.shadowRoot!.innerHTML = `<div class="page"><div class="column">${html}</div></div>`
  }, [around, house, library, screen])
  useLayoutEffect(() => {
    const place = host.current!.shadowRoot!.querySelector('.shown-way')!
    place.innerHTML = drawnRow(row, { house, library, within, screen })
  }, [row, around, house, library, within, screen])

  // The row in the middle of the room, with as much around it as there is. Measured once both sheets are written.
  useLayoutEffect(() => {
    let over = false
    queueMicrotask(() => {
      const sheet = page.current
      const seat = host.current?.shadowRoot?.querySelector<HTMLElement>('.shown-way .seat')
      if (over || !sheet || !seat) return
      const [all, box] = [sheet.getBoundingClientRect(), seat.getBoundingClientRect()]
      // As they stand now, at the scale before.
      const now = scale / (all.width / screen.width)
      const [x, y, w, h] = [box.left - all.left, box.top - all.top, box.width, box.height].map((px) => px * now)
      const middle = y! + Math.min(h!, rowHeight * scale) / 2
      const up = Math.max(0, Math.min(middle - room.h / 2, all.height * now - room.h))
      sheet.style.transform = `translateY(${-up}px) scale(${scale})`
      const path = cropMarks({ x: x!, y: y! - up, w: w!, h: h! })
      for (const mark of marks.current!.querySelectorAll('path')) mark.setAttribute('d', path)
    })
    return () => {
      over = true
    }
  }, [row, around, rowHeight, room.h, scale, screen.width])

  return (
    <figure data-sheet={screen.name} className="flex flex-col gap-1.5" style={{ width: wide }}>
      <figcaption
        className={`figures flex flex-wrap gap-x-3 self-end overflow-hidden leading-[1.3] ${wide < FIGURES_LONG ? 'justify-end' : ''}`}
        style={{ height: FIGURES, width: Math.max(wide, FIGURES_LONG) }}
      >
        <span className="whitespace-nowrap">
          {screen.name} {screen.width} at {Math.round(100 * scale)} %
        </span>
        <span className="whitespace-nowrap">{told}</span>
      </figcaption>
      <div
        className="relative overflow-hidden bg-paper shadow-[0_2px_14px_rgb(29_27_24/0.18)]"
        style={{ width: wide, height: room.h }}
      >
        <div
          ref={page}
          className="pointer-events-none absolute top-0 left-0 origin-top-left"
          style={{ width: screen.width }}
          lang={house.language}
          dir={directionOf(house.language)}
          inert
        >
          <div ref={host} />
        </div>
        <svg ref={marks} aria-hidden className="pointer-events-none absolute inset-0 h-full w-full">
          <CropMarks />
        </svg>
      </div>
    </figure>
  )
}
