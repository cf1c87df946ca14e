import { wordsHeight, wordsInset } from '../blocks/words-height.ts'
import { at } from '../geometry/line.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { widthIn } from '../layout/container.ts'
import { placeRow, variantAt } from '../layout/row-layout.ts'
import { layoutWorded } from '../layout/worded.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { WORDS_SHARE } from '../post/placed-words.ts'
import type { FactOf, RowMend } from './row-fact.ts'

/** px by which words may be higher than the pictures before it is worth a look: a line. */
const slack = ({ type }: HouseStyle): number => type.fontSize * type.lineHeight

/** How the words of a row stand beside its pictures, in a window of `window` px. O(characters × shares tried). */
export function wordsFact(laid: LaidRow, house: HouseStyle, window: number): FactOf<'words'>[] {
  const { row, layout } = laid
  if (row.words.length === 0) return []
  const joined = layout.variants[0]!
  if (joined.form.type !== 'worded') return [{ about: 'words', shown: false, poor: true }]
  const width = widthIn(laid, house, window)
  const folded = variantAt(layout, width) !== joined
  const heights = heightsOf(laid, house, Math.max(width, joined.from))
  const told = { about: 'words', shown: true, ...heights, until: joined.from, folded } as const
  if (folded || heights.words <= heights.pictures + slack(house)) return [{ ...told, poor: false }]
  const mend = fittingShare(laid, house, width)
  return [{ ...told, poor: true, ...(mend ? { mend } : {}) }]
}

function heightsOf(
  { row, pictures, layout }: LaidRow,
  house: HouseStyle,
  width: number,
): { pictures: number; words: number } {
  const insetOf = (place: number) => wordsInset({ at: place, of: pictures.length, sits: row.sits }, house)
  const columns = layout.variants[0]!.words!.map(({ w }) => at(w, width, layout.gap))
  return {
    pictures: placeRow(layout, width).height,
    words: Math.max(...row.words.map((words, i) => wordsHeight(words.content, columns[i]! - insetOf(words.at), house))),
  }
}

/** The least share, in whole per cent of the row, at which one column of words is no higher than the pictures. */
function fittingShare(laid: LaidRow, house: HouseStyle, width: number): RowMend | undefined {
  const { row, pictures, layout } = laid
  const [only, second] = row.words
  if (!only || second) return undefined
  const aspects = pictures.map(({ shape }) => shape.aspect)
  for (let percent = Math.ceil(100 * WORDS_SHARE.least); percent <= 100 * WORDS_SHARE.most; percent++) {
    const words = [{ ...only, share: percent / 100 }]
    const tried = { ...laid, row: { ...row, words }, layout: layoutWorded(aspects, words, layout.gap, 0) }
    const heights = heightsOf(tried, house, width)
    if (heights.words <= heights.pictures && variantAt(tried.layout, width) === tried.layout.variants[0])
      return { by: { way: 'words', percent }, change: { words } }
  }
  return undefined
}
