import type { HouseStyle } from '../house/house-style.ts'
import { KINDS } from '../kinds/table.ts'
import type { LaidRow } from '../place/lay-row.ts'
import type { FollowingText } from '../post/following.ts'
import { cropFact } from './crop.ts'
import { sharpFact, weightFact } from './files.ts'
import { phoneFact } from './phone.ts'
import { pointersFact } from './pointers.ts'
import { captionFact, clickFact, firstFact } from './reading.ts'
import type { RowFact } from './row-fact.ts'
import { sizeFact } from './size.ts'
import { wordsFact } from './words.ts'

/** What is told of a row, but for the text beside it, by the width of the window: a laid row never changes. */
const told = new WeakMap<LaidRow, Map<number, readonly RowFact[]>>()

function withoutText(laid: LaidRow, house: HouseStyle, window: number): readonly RowFact[] {
  const byWindow = told.get(laid) ?? new Map<number, readonly RowFact[]>()
  told.set(laid, byWindow)
  const known = byWindow.get(window)
  if (known) return known
  const facts = [
    sizeFact(laid, house, window),
    ...cropFact(laid),
    ...wordsFact(laid, house, window),
    phoneFact(laid, house),
    ...(KINDS[laid.row.kind].facts?.(laid, house) ?? []),
    ...captionFact(laid, house),
    ...pointersFact(laid, house),
    sharpFact(laid, house),
    weightFact(laid, house),
    ...firstFact(laid, house),
    clickFact(laid, house),
  ]
  byWindow.set(window, facts)
  return facts
}

/**
 * What the row does in a window of `window` px, and on a phone. O(pictures × variants) the first time, then as much as
 * the text beside it.
 */
export const rowFacts = (laid: LaidRow, following: FollowingText, house: HouseStyle, window: number): RowFact[] => [
  ...withoutText(laid, house, window),
  ...(KINDS[laid.row.kind].factsWithText?.(laid, following, house, window) ?? []),
]
