import { LAYOUT_GRID } from '../geometry/line.ts'
import { WORDS_BESIDE } from '../house/text-type.ts'
import { CAPTION_TYPE, captionHeight, captionType, type HouseStyle } from '../house/house-style.ts'
import { lineWidth } from './beside-text.ts'
import { countLines } from '../type/count-lines.ts'
import { FACES } from '../type/typeface.ts'

/** Lines that a caption takes below a picture of `width` px in the house's type. O(characters). */
export const captionLines = (caption: string, width: number, house: HouseStyle): number =>
  countLines(caption.replace(/\s+/g, ' '), width, captionType(house).size, FACES.italic)

/** Characters in a line of a caption beside its picture, at least. */
const LEAST_BESIDE = 18

/** What a caption beside its picture needs, px: the space between, and a line that can be read. */
export const captionBeside = (house: HouseStyle): { space: number; least: number } => ({
  space: Math.round(WORDS_BESIDE * house.type.fontSize),
  least: lineWidth(LEAST_BESIDE, house) * CAPTION_TYPE.size,
})

/** px to keep under each picture for its own caption, of so many lines. */
export const captionBands = (lines: readonly number[], house: HouseStyle): number[] =>
  lines.map((count) => captionHeight(count, house))

/** Wider than any caption is ever set, px. */
const WIDEST = 4096
/** Captions of which the widths are remembered, for one house style. */
const REMEMBERED = 2000
const known = new WeakMap<HouseStyle, Map<string, (number | undefined)[]>>()

/**
 * The least width (px, on the grid of browsers) at which the caption takes no more than so many lines; Infinity where
 * it always takes more. A wider line never takes more, so it is found by halving: O(log width · characters), once.
 */
export function widthForLines(caption: string, lines: number, house: HouseStyle): number {
  let captions = known.get(house)
  if (!captions || captions.size > REMEMBERED) known.set(house, (captions = new Map()))
  let widths = captions.get(caption)
  if (!widths) captions.set(caption, (widths = []))
  return (widths[lines] ??= leastWidth((width) => captionLines(caption, width, house) <= lines))
}

function leastWidth(fits: (width: number) => boolean): number {
  let [low, high] = [0, WIDEST / LAYOUT_GRID]
  if (!fits(WIDEST)) return Infinity
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (fits(middle * LAYOUT_GRID)) high = middle
    else low = middle
  }
  return high * LAYOUT_GRID
}
