import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { PHONE, type ReaderScreen, WIDE } from '../../../core/house/screens.ts'
import { shownHeight } from '../../../core/place/captioned-row.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import type { Row } from '../../../core/post/row.ts'
import { useFramesLater } from '../../ui/frames-later.ts'
import { type Told, useTold } from '../../ui/told.ts'
import { useBoard } from '../board/board-context.tsx'
import { type Dragged, isDragged } from '../board/use-board-drag.tsx'
import { aroundRow, heightInPage } from './around-row.ts'
import type { ShownWay } from './shown-way.ts'
import { FIGURES, scaleFor, SheetAtScale } from './sheet-at-scale.tsx'

/** px around and between the two sheets, and between them and the figures over them. */
const [EDGE, BETWEEN, UNDER] = [14, 20, 6]
/** Share of the room that the wide page takes, and px that the phone has at least. */
const [WIDE_SHARE, LEAST_PHONE] = [0.78, 120]
/** px from which on both have room beside each other. */
const LEAST_BOTH = 480

interface SheetsProps {
  /** as it stands, or as it would be made */
  readonly row: Row
  readonly shown: Told<ShownWay | null>
  readonly standing: boolean
  /** a way that is dragged goes to a place of the page at true scale: they make room */
  readonly dragged: Told<Dragged | null>
}

/** The row as it would be, whole, on a wide screen and on a phone, in the page: the board stands back while ways are open. */
export function WaysSheets(props: SheetsProps) {
  const dragging = useTold(props.dragged, isDragged)
  return dragging ? null : <Sheets {...props} />
}

function Sheets({ row: asItIs, shown, standing }: SheetsProps) {
  // A frame each: the tile that is gone to, the wide page, the phone. All at once take longer than one.
  const next = useTold(shown)?.row ?? asItIs
  const row = useFramesLater(next, 1)
  const was = standing ? asItIs : null
  const { draft, house, library, place, within } = useBoard()
  const box = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState<{ w: number; h: number } | null>(null)
  useLayoutEffect(() => {
    const element = box.current!
    const measure = () => setSize({ w: element.clientWidth, h: element.clientHeight })
    measure()
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    return () => observer.disconnect()
  }, [])

  const { body } = draft.content
  const id = row.id
  const around = useMemo(() => aroundRow(body, id, place), [body, id, place])
  const onPhone = useFramesLater(next, 2)
  const height = (one: Row, { width }: ReaderScreen) => {
    const laid = layRow(one, library, house, within(one.id))
    return laid ? Math.round(shownHeight(laid, house, width)) : 0
  }
  const high = (now: number, then: number | undefined) =>
    `row ${now} high${then === undefined || then === now ? '' : `, was ${then}`}`
  const told = (one: Row, screen: ReaderScreen) =>
    high(height(one, screen), was && was !== one ? height(was, screen) : undefined)
  const h = size ? size.h - 2 * EDGE - FIGURES - UNDER : 0
  const across = size ? size.w - 2 * EDGE - BETWEEN : 0
  const phoneRoom = { w: Math.max(LEAST_PHONE, across * (1 - WIDE_SHARE)), h }
  // What the phone does not need the wide page has.
  const phoneWidth =
    PHONE.width *
    scaleFor(PHONE.width, heightInPage(row, { library, house, within: within(row.id) }, PHONE.width), phoneRoom)
  const wideRoom = { w: across - phoneWidth, h }
  const both = across >= LEAST_BOTH
  return (
    <div ref={box} data-region="sheets" className="board-grid absolute inset-0 z-10 overflow-hidden">
      {size && h > 100 && (
        <div className="flex justify-center" style={{ padding: EDGE, gap: BETWEEN }}>
          {both && <SheetAtScale row={row} around={around} screen={WIDE} room={wideRoom} told={told(row, WIDE)} />}
          <SheetAtScale
            row={onPhone}
            around={around}
            screen={PHONE}
            room={both ? phoneRoom : { w: across, h }}
            told={told(onPhone, PHONE)}
          />
        </div>
      )}
    </div>
  )
}
