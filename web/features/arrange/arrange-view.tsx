import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { PHONE, WIDE } from '../../../core/house/screens.ts'
import { count } from '../../ui/words.ts'
import { useFramesLater } from '../../ui/frames-later.ts'
import { useBoard } from '../board/board-context.tsx'
import { cropMarks, CropMarks } from '../board/guide-marks.tsx'
import { keysOf } from '../board/keys.ts'
import { kindInWords } from './arrange-ticket.tsx'
import { arrangedContent } from './arranging.ts'
import { PostSheet, type RowOnSheet } from './post-sheet.tsx'
import { Strip } from './strip.tsx'
import type { OpenArranging } from './use-arranging.ts'
import { useWhenLaid } from './use-when-laid.ts'

/** px around and between what lies on the board; of a strip; share of the rest that the phone takes. */
const [EDGE, BETWEEN, STRIP] = [14, 18, 80]
const PHONE_SHARE = 0.27
/** px by which crop marks are drawn nearer than at true scale: so small, text stands close above a row. */
const NEAR = 6
/** Strips that lie beside each other, and under which width of the board, px, one fewer. */
const MOST_STRIPS = 3
const NARROW = 760

/** The post as it would be, wide and on a phone, and the proposals as strips beside it: nothing is changed before one is taken. */
export function ArrangeView({ arranging }: { arranging: OpenArranging }) {
  const { draft, house, library } = useBoard()
  const { content } = draft
  const { proposals, shown, at, show, row, look, isPinned, pin, take, leave, working, failed, pictures } = arranging
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const element = box.current!
    const observer = new ResizeObserver(() => setWidth(element.clientWidth))
    observer.observe(element)
    element.focus()
    return () => observer.disconnect()
  }, [])

  const arrangement = shown?.arrangement
  const arranged = useMemo(() => (arrangement ? arrangedContent(content, arrangement) : null), [content, arrangement])
  const laid = useWhenLaid(arranged, library, house)
  // A frame each: both sheets at once would hold up the hand that asks for the next proposal.
  const onPhone = useFramesLater(laid, 2)
  const rows = arrangement?.rows ?? []
  const spoken = useMemo(
    () => new Map(arrangement?.rows.map(({ row: one, spoken: { stems } }) => [one.id, stems]) ?? []),
    [arrangement],
  )

  const step = (by: number) => {
    if (rows.length) look(Math.min(rows.length - 1, Math.max(0, (row ?? (by > 0 ? -1 : rows.length)) + by)))
  }
  const onKey = keysOf('arranging', {
    next: () => show(at + 1),
    before: () => show(at - 1),
    rowDown: () => step(1),
    rowUp: () => step(-1),
    pin: () => {
      if (row !== null && rows[row]) pin(rows[row])
    },
    take,
    leave,
  })

  // From wherever the hands are while proposals are there, Escape leaves.
  useEffect(() => {
    const onEscape = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !event.defaultPrevented && !document.querySelector('[role=dialog]')) leave()
    }
    window.addEventListener('keydown', onEscape)
    return () => window.removeEventListener('keydown', onEscape)
  }, [leave])

  // The row that is looked at comes into sight.
  useEffect(() => {
    if (row !== null) box.current?.querySelector(`[data-arranged="${row}"]`)?.scrollIntoView({ block: 'nearest' })
  }, [row])

  const most = width < NARROW ? MOST_STRIPS - 1 : MOST_STRIPS
  const firstStrip = Math.max(0, Math.min(at - most + 1, proposals.length - most))
  const strips = proposals.slice(firstStrip, firstStrip + most)
  const room = width - 2 * EDGE - 2 * BETWEEN - most * (STRIP + 8)
  const scales = {
    wide: Math.min(1, (room * (1 - PHONE_SHARE)) / WIDE.width),
    phone: Math.min(1, (room * PHONE_SHARE) / PHONE.width),
  }

  const over = (placed: readonly RowOnSheet[]) =>
    rows.map((one, i) => {
      const on = placed.find(({ id }) => id === one.row.id)
      if (!on) return null
      const { left, top, width: w, height: h } = on
      return (
        <div key={one.row.id} data-arranged={i} className="absolute" style={{ left, top, width: w, height: h }}>
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Row ${i + 1}: ${count(one.pictures.length, 'picture')}`}
            className="absolute inset-0"
            onClick={() => look(i)}
          />
          <button
            type="button"
            tabIndex={-1}
            aria-pressed={isPinned(one)}
            aria-label={`Pin row ${i + 1}`}
            title={isPinned(one) ? 'Let it go (P)' : 'Keep this row as it is while others are proposed (P)'}
            onClick={() => pin(one)}
            className={`absolute top-1 right-full mr-1.5 border px-1 text-[11px] ${isPinned(one) ? 'border-ink bg-ink text-paper' : 'border-edge bg-paper hover:border-ink'}`}
          >
            {isPinned(one) ? 'Pinned' : 'Pin'}
          </button>
          {row === i && (
            <svg aria-hidden className="pointer-events-none absolute overflow-visible">
              <CropMarks path={cropMarks({ x: NEAR, y: NEAR, w: w - 2 * NEAR, h: h - 2 * NEAR })} />
            </svg>
          )}
        </div>
      )
    })

  return (
    <div
      ref={box}
      data-region="arranging"
      role="radiogroup"
      aria-label="Proposals for the whole post"
      tabIndex={0}
      onKeyDown={({ nativeEvent }) => onKey(nativeEvent)}
      className="board-grid absolute inset-0 z-10 overflow-x-hidden overflow-y-auto outline-none"
    >
      {laid && room > 100 ? (
        <div className="flex items-start" style={{ padding: EDGE, gap: BETWEEN }}>
          <PostSheet content={laid} screen={WIDE} scale={scales.wide} spoken={spoken} over={over} />
          {onPhone && <PostSheet content={onPhone} screen={PHONE} scale={scales.phone} spoken={spoken} />}
          <div className="flex gap-2">
            {strips.map((proposal, i) => (
              <Strip
                key={firstStrip + i}
                proposal={proposal}
                content={content}
                number={firstStrip + i}
                shown={firstStrip + i === at}
                onShow={show}
              />
            ))}
          </div>
        </div>
      ) : (
        <p role="status" className="p-6">
          {failed
            ? `This could not be worked out: ${failed}. Ask for something else, or leave.`
            : pictures.length === 0
              ? 'No picture waits in the tray. Bring some in, or take rows out of the post; they wait there then.'
              : working
                ? `Working out how ${count(pictures.length, 'picture')} could be arranged…`
                : 'Drawing the proposals…'}
        </p>
      )}
      <output className="sr-only" aria-live="polite">
        {shown && !working && `Proposal ${at + 1} of ${proposals.length}, ${count(rows.length, 'row')}. `}
        {row !== null &&
          rows[row] &&
          `Row ${row + 1}: ${kindInWords(rows[row])}, ${count(rows[row].pictures.length, 'picture')}`}
      </output>
    </div>
  )
}
