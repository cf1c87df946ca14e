import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { PHONE, type ReaderScreen, WIDE } from '../../../core/house/screens.ts'
import { shownHeight } from '../../../core/place/captioned-row.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import type { Row } from '../../../core/post/row.ts'
import { useFramesLater } from '../../ui/frames-later.ts'
import { useBoard } from '../board/board-context.tsx'
import { aroundRow, heightInPage } from './around-row.ts'
import { FIGURES, scaleFor, SheetAtScale } from './sheet-at-scale.tsx'

/** px around and between the two sheets, and between them and the figures over them. */
const [EDGE, BETWEEN, UNDER] = [14, 20, 6]
/** Share of the room that the wide page takes, and px that the phone has at least. */
const [WIDE_SHARE, LEAST_PHONE] = [0.78, 120]

/** The row as it would be, whole, on a wide screen and on a phone, in the page: the board stands back while ways are open. */
export function WaysSheets({ row, was, standing }: { row: Row; was: Row | null; standing: boolean }) {
  const { draft, house, library, place } = useBoard()
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
  const around = useMemo(() => aroundRow(body, standing ? { row: id } : { place }), [body, standing, id, place])
  // The phone follows in the next frame: both at once take longer than one.
  const onPhone = useFramesLater(row, 1)
  const height = (one: Row, { width }: ReaderScreen) => {
    const laid = layRow(one, library, house)
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
  const phoneWidth = PHONE.width * scaleFor(PHONE.width, heightInPage(row, library, house, PHONE.width), phoneRoom)
  const wideRoom = { w: across - phoneWidth, h }
  return (
    <div ref={box} data-region="sheets" className="board-grid absolute inset-0 z-10 overflow-hidden">
      {size && h > 100 && (
        <div className="flex justify-center" style={{ padding: EDGE, gap: BETWEEN }}>
          <SheetAtScale row={row} around={around} screen={WIDE} room={wideRoom} told={told(row, WIDE)} />
          <SheetAtScale row={onPhone} around={around} screen={PHONE} room={phoneRoom} told={told(onPhone, PHONE)} />
        </div>
      )}
    </div>
  )
}
