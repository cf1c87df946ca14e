import { useEffect, useMemo, useRef, useState } from 'react'
import { shownHeight } from '../../../core/place/captioned-row.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import { whole } from '../../../core/words/numbers.ts'
import { rowInShort } from '../../../core/words/row-in-short.ts'
import { useBoard } from './board-context.tsx'
import type { Rect } from './guide-marks.tsx'

/** px beside the row that its height takes, and that the words of a change take at least. */
const BESIDE = { height: 64, least: 150 }
/** ms for which a change is told, unless another row is gone to before. */
const TOLD_FOR = 9000

interface Told {
  readonly height: number
  readonly crop: string
  readonly fold: string
}

/** What differs, before and after: "632 → 540 high · crops 4 % → no crop". '' where nothing does. */
export function changeInWords(before: Told, after: Told): string {
  const parts = [
    before.height === after.height ? '' : `${before.height} → ${after.height} high`,
    before.crop === after.crop ? '' : `${before.crop} → ${after.crop}`,
    before.fold === after.fold ? '' : `${before.fold} → ${after.fold.replace(/^phone /, '')}`,
  ]
  return parts.filter(Boolean).join(' · ')
}

/** What the last step has changed of the selected row, told in the space over it, or beside its height where `room` px are free there. */
export function RowChange({ rect, room }: { rect: Rect; room: number }) {
  const { selectedRow, library, house, within, window: width } = useBoard()
  const now = useMemo((): Told | null => {
    const laid = selectedRow && layRow(selectedRow, library, house, within(selectedRow.id))
    if (!laid) return null
    const { crop, fold } = rowInShort(laid, house, width)
    return { height: whole(shownHeight(laid, house, width)), crop, fold }
  }, [selectedRow, library, house, within, width])
  const [words, setWords] = useState('')
  const last = useRef<{ id: string; width: number; told: Told } | null>(null)
  const id = selectedRow?.id ?? null
  useEffect(() => {
    const before = last.current
    last.current = id !== null && now ? { id, width, told: now } : null
    // Another row, or another screen, is no change of this one.
    if (!before || !now || before.id !== id || before.width !== width) return setWords('')
    const changed = changeInWords(before.told, now)
    if (changed) setWords(changed)
  }, [id, now, width])
  useEffect(() => {
    if (!words) return
    const timer = setTimeout(() => setWords(''), TOLD_FOR)
    return () => clearTimeout(timer)
  }, [words])

  const beside = room > BESIDE.height + BESIDE.least
  return (
    // In sight wherever in the row one looks.
    <div
      className="pointer-events-none absolute"
      style={
        beside
          ? { left: rect.x + rect.w + BESIDE.height, top: rect.y, height: rect.h, width: room - BESIDE.height - 8 }
          : { left: rect.x + 14, top: Math.max(2, rect.y - 26), height: rect.h + 26 }
      }
    >
      <output
        aria-live="polite"
        className={
          words
            ? `figures sticky top-1.5 block w-fit border border-blue bg-paper px-1.5 py-0.5 ${beside ? '' : 'whitespace-nowrap'}`
            : 'sr-only'
        }
      >
        {words}
      </output>
    </div>
  )
}
