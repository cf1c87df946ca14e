import { ladderFor } from '../files/ladder.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { containerWidth } from '../house/seats.ts'
import type { Row } from '../post/row.ts'
import { besideText, LEAST_CHARACTERS, READABLE_CHARACTERS } from './beside-text.ts'
import { seatOf, spaceOf } from './row.ts'
import { placeRow, type RowLayout, variantAt } from './row-layout.ts'

/** One thing that a row will do, in plain words with figures; shown before anything is published. */
export interface Consequence {
  readonly about: 'size' | 'phone' | 'sharp' | 'text'
  readonly words: string
  /** worth a look: readers would notice */
  readonly poor: boolean
}

export interface DescribedRow {
  readonly row: Row
  readonly layout: RowLayout
  /** upright originals, px, in the row's order */
  readonly originals: readonly { readonly width: number; readonly height: number }[]
  /** characters of text after the row, up to the next row or heading */
  readonly followingCharacters: number
  readonly headingFollows: boolean
}

const PHONE = 390
const whole = Math.round
const listed = (words: readonly string[]): string => (words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`)
const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']
const spelled = (n: number) => NUMBERS[n] ?? String(n)

/** What the row does in a window of `window` px, and on a phone. O(pictures × variants). */
export function describeRow(described: DescribedRow, house: HouseStyle, window: number): Consequence[] {
  return [sizes(described, house, window), folding(described, house), sharpness(described, house), ...textBeside(described, house, window)]
}

function sizes({ row, layout }: DescribedRow, house: HouseStyle, window: number): Consequence {
  const { boxes, height } = placeRow(layout, containerWidth(seatOf(row), house, window))
  const heights = new Set(boxes.map((box) => whole(box.h)))
  const words =
    boxes.length === 1
      ? `${whole(boxes[0]!.w)} wide, ${whole(boxes[0]!.h)} high. Nothing cropped.`
      : heights.size === 1
        ? `${listed(boxes.map((box) => String(whole(box.w))))} wide, all ${[...heights][0]} high. Nothing cropped.`
        : `${listed(boxes.map((box) => `${whole(box.w)} × ${whole(box.h)}`))}; ${whole(height)} high in all. Nothing cropped.`
  return { about: 'size', words, poor: false }
}

function folding({ row, layout }: DescribedRow, house: HouseStyle): Consequence {
  const first = layout.variants[0]!
  const width = containerWidth(seatOf(row), house, PHONE)
  const phone = variantAt(layout, width)
  const placed = placeRow(layout, width)
  if (row.kind === 'one') {
    const words =
      first.form.type === 'single' && first.form.beside && phone !== first
        ? `Stands alone below a column of ${whole(first.from)} px; on a phone ${whole(placed.boxes[0]!.w)} wide.`
        : `On a phone ${whole(placed.boxes[0]!.w)} wide, ${whole(placed.height)} high.`
    return { about: 'phone', words, poor: false }
  }
  if (phone === first) return { about: 'phone', words: `Stays one row on a phone, ${whole(placed.height)} high.`, poor: false }
  const counts = phone.form.type === 'lines' ? phone.form.counts : []
  const lines = counts.every((count) => count === 1) ? 'one below the other' : `${counts.map(spelled).join(', then ')}`
  const stays = Number.isFinite(first.from) ? `Stays one row down to ${whole(first.from)} px; on a phone ${lines}` : `Too many for one row; on a phone ${lines}`
  return { about: 'phone', words: `${stays}, ${whole(placed.height)} high.`, poor: placed.height > 844 }
}

/** Container widths of common screens from phone to wide, px of window. */
const SCREENS = [390, 820, 1280]

function sharpness({ row, layout, originals }: DescribedRow, house: HouseStyle): Consequence {
  // The picture that comes closest to running out of px decides.
  let worst = { index: 0, density: Infinity, wanted: 0, has: 0 }
  for (const window of SCREENS) {
    const { boxes } = placeRow(layout, containerWidth(seatOf(row), house, window))
    boxes.forEach((box, index) => {
      const original = originals[index]!
      const has = ladderFor(original.width, original.height).at(-1)!
      if (has / box.w < worst.density) worst = { index, density: has / box.w, wanted: box.w, has }
    })
  }
  const which = originals.length > 1 ? `Picture ${worst.index + 1}` : 'It'
  const figures = `is shown up to ${whole(worst.wanted)} px wide and has ${worst.has}`
  if (worst.density >= 2) return { about: 'sharp', words: `Good for 2× screens: ${which.toLowerCase()} ${figures}.`, poor: false }
  if (worst.density >= 1) return { about: 'sharp', words: `Sharp on plain screens, a little soft on 2×: ${which.toLowerCase()} ${figures}.`, poor: worst.density < 1.3 }
  return { about: 'sharp', words: `Too small here: ${which.toLowerCase()} ${figures}.`, poor: true }
}

function textBeside({ row, layout, followingCharacters, headingFollows }: DescribedRow, house: HouseStyle, window: number): Consequence[] {
  if (row.kind !== 'one' || row.side === null) return []
  const column = containerWidth('measure', house, window)
  const variant = variantAt(layout, column)
  if (variant.form.type !== 'single' || variant.form.beside === null)
    return [{ about: 'text', words: `Under ${LEAST_CHARACTERS} characters would be left beside it, so it stands alone.`, poor: window > PHONE }]
  const box = placeRow(layout, column).boxes[0]!
  const text = besideText(column, box, spaceOf(row, house), followingCharacters, house.type)
  const first = `${text.charactersPerLine} characters a line beside it, ${text.lines} lines.`
  if (!text.readable) return [{ about: 'text', words: `${first} Under ${READABLE_CHARACTERS} reads badly; up to ${whole(text.widestPicture)} px wide would be good.`, poor: true }]
  if (!text.longEnough) {
    const short = headingFollows ? 'A heading comes up beside it' : 'The text ends beside it'
    return [{ about: 'text', words: `${first} ${short}: ${followingCharacters} characters follow, ${text.charactersWanted} would fill it.`, poor: true }]
  }
  return [{ about: 'text', words: `${first} The text is long enough.`, poor: false }]
}
