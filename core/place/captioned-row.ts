import { CAPTION_TYPE, captionHeight, captionType, type HouseStyle } from '../house/house-style.ts'
import { foldedInset, wordsHeight, wordsInset } from '../blocks/words-height.ts'
import { at } from '../geometry/line.ts'
import { WORDS_FOLDED } from '../house/text-type.ts'
import { afterPicture } from '../layout/worded.ts'
import { captionLines } from '../layout/caption-bands.ts'
import { widthIn } from '../layout/container.ts'
import { seatOf } from '../layout/row-lengths.ts'
import { type Box, placeRow, type Variant, variantAt } from '../layout/row-layout.ts'
import { captionsOf } from '../post/effective.ts'
import { leavesBelow } from './captions-below.ts'
import { type LaidRow, textBelow } from './lay-row.ts'

/** A row with the captions that stand below its pictures, in px. */
export interface CaptionedRow {
  readonly boxes: readonly Box[]
  /** down to the foot of the lowest picture or caption */
  readonly height: number
  /** lines of the caption below each picture; none where it stands below the row */
  readonly lines: readonly number[]
}

/**
 * Every picture's box in a container of this width, and how many lines its caption takes. A patchwork and loose columns
 * have room for captions in their own boxes; elsewhere the longest caption of a line moves what stands below it.
 * O(pictures + characters).
 */
export function captionedRow(laid: LaidRow, width: number, house: HouseStyle): CaptionedRow {
  const { row, pictures, layout } = laid
  const variant = variantAt(layout, width)
  const { boxes, height } = placeRow(layout, width)
  const words = variant.form.type === 'worded' ? wordsBeside(laid, variant, width, house) : null
  const each = captionsOf(row, house) === 'each' || captionsOf(row, house) === 'beside'
  if (!each && !words) return { boxes, height, lines: boxes.map(() => 0) }
  const lines = boxes.map((box, i) => {
    if (!each) return 0
    if (layout.below?.includes(i) && leavesBelow(variant)) return 0
    const room = captionRoom(laid, variant, { box, height, width }, house)
    return captionLines(textBelow(row, pictures[i]!, house), room, house)
  })
  if (variant.lines) return { boxes, height, lines }
  if (variant.form.type === 'single' && variant.form.caption !== undefined) {
    const { line } = captionType(house)
    return { boxes, height: Math.max(height, lines[0]! * line), lines }
  }
  const lineOf = lineOfEach(variant)
  const most: number[] = []
  lines.forEach((count, i) => (most[lineOf(i)] = Math.max(most[lineOf(i)] ?? 0, count)))
  let down = 0
  const above = most.map((count, line) => {
    const here = down
    down += captionHeight(count, house) + (words?.after[line] ?? 0)
    return here
  })
  const all = Math.max(height + down, words?.beside ?? 0)
  return { boxes: boxes.map((box, i) => ({ ...box, y: box.y + above[lineOf(i)]! })), height: all, lines }
}

/** How high the words of a row are: beside its pictures, or folded, what comes after each picture with the gap before it. */
function wordsBeside(
  { row, pictures, layout: { gap } }: LaidRow,
  variant: Variant,
  width: number,
  house: HouseStyle,
): { beside: number; after: number[] } {
  const after: number[] = []
  if (variant.words) {
    const heights = row.words.map((words, i) => {
      const inset = wordsInset({ at: words.at, of: pictures.length, sits: row.sits }, house)
      return wordsHeight(words.content, at(variant.words![i]!.w, width, gap) - inset, house)
    })
    return { beside: Math.max(...heights), after }
  }
  for (const words of row.words) {
    const line = afterPicture(words, pictures.length)
    const around = 2 * WORDS_FOLDED * house.type.fontSize
    after[line] =
      (after[line] ?? 0) + gap + around + wordsHeight(words.content, width - foldedInset(row.sits, house), house)
  }
  return { beside: 0, after }
}

/** px from the top of the first picture to the foot of the last in a window of this width, captions between them included. */
export function shownHeight(laid: LaidRow, house: HouseStyle, window: number): number {
  const width = widthIn(laid, house, window)
  const variant = variantAt(laid.layout, width)
  const { boxes, height } = captionedRow(laid, width, house)
  const { form } = variant
  if (
    variant.lines ||
    form.type === 'strip' ||
    form.type === 'worded' ||
    (form.type === 'single' && form.caption !== undefined)
  )
    return height
  return Math.max(...boxes.map((box) => box.y + box.h))
}

/** The line in which each picture of the variant stands, from 0. */
function lineOfEach({ form }: Variant): (index: number) => number {
  if (form.type === 'cells') return (index) => Math.floor(index / form.columns)
  if (form.type === 'worded') return (index) => (form.folded ? index : 0)
  if (form.type !== 'lines') return () => 0
  const lineOf = form.counts.flatMap((count, line) => Array.from({ length: count }, () => line))
  return (index) => lineOf[index]!
}

interface Around {
  readonly box: Box
  readonly height: number
  /** px of the container */
  readonly width: number
}

/** px that a caption has across: slides have theirs as wide as the frame. */
function captionRoom({ row }: LaidRow, { form }: Variant, { box, height, width }: Around, house: HouseStyle): number {
  const single = form.type === 'single'
  const inset = seatOf(row) !== 'bleed' ? 0 : single ? house.margin : CAPTION_TYPE.inset
  const beside = form.type === 'single' ? form.caption : undefined
  if (beside !== undefined) return width - box.w - beside - 2 * inset
  const own = form.type === 'strip' ? height * form.frame : box.w
  return own - 2 * inset
}
