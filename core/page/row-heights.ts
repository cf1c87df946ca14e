import { at } from '../geometry/line.ts'
import { captionHeight, type HouseStyle } from '../house/house-style.ts'
import { GROUND_EDGE, MORE_TYPE } from '../house/text-type.ts'
import { captionLines } from '../layout/caption-bands.ts'
import { filterHeight, filterLines, filterOf } from '../layout/filter-bar.ts'
import { captionedRow } from '../place/captioned-row.ts'
import { captionsBelow, leavesBelow } from '../place/captions-below.ts'
import { type LaidRow, textBelow, textUnder } from '../place/lay-row.ts'
import { widthIn } from '../layout/container.ts'
import { seatOf, spaceOf } from '../layout/row-lengths.ts'
import { type Variant, variantAt } from '../layout/row-layout.ts'
import { groundOf } from '../post/effective.ts'
import { SHOW_BAR } from '../house/text-type.ts'
import type { Flow } from '../blocks/flow.ts'

/** Space over a picture beside text, in font sizes: its top is level with the letters of the first line, not with the line. */
export const BESIDE_ABOVE = 0.3

/** Where a row and the page after it stand. O(pictures + characters of captions). */
export function flowRow(laid: LaidRow, flow: Flow, house: HouseStyle, window: number): { top: number; after: Flow } {
  const { row, layout } = laid
  const width = widthIn(laid, house, window)
  const space = spaceOf(row, house)
  const variant = variantAt(layout, width)
  if (variant.form.type === 'single' && variant.form.beside) {
    const own = at(variant.boxes[0]!.w, width, layout.gap)
    const top = Math.max(flow.y + flow.below, flow.beside?.until ?? 0) + BESIDE_ABOVE * house.type.fontSize
    const captions = captionHeight(captionLines(textBelow(row, laid.pictures[0]!, house), own, house), house)
    const until =
      top + at(variant.height, width, layout.gap) + captions + belowPictures(laid, variant, own, house) + space
    return { top, after: { ...flow, beside: { until, takes: own + space } } }
  }
  const around = space + groundEdge(laid, house)
  // No row begins beside the picture of another.
  const top = Math.max(flow.y + Math.max(flow.below, around), flow.beside?.until ?? 0)
  return { top, after: { y: top + heightInPage(laid, house, window), below: around, beside: null } }
}

/** px that the ground of a row reaches past it. */
export const groundEdge = ({ row }: LaidRow, house: HouseStyle): number =>
  groundOf(row, house) === 'none' ? 0 : Math.min(GROUND_EDGE, house.margin)

/** px of a row that stands by itself, from its filter to its last caption. O(pictures + characters of captions). */
export function heightInPage(laid: LaidRow, house: HouseStyle, window: number): number {
  const width = widthIn(laid, house, window)
  return (
    aboveInRow(laid, width, house) +
    captionedRow(laid, width, house).height +
    belowPictures(laid, variantAt(laid.layout, width), width, house)
  )
}

/** px from the top of a row to its pictures. */
export const aboveInRow = (laid: LaidRow, width: number, house: HouseStyle): number =>
  filterHeight(filterLines(laid, filterOf(laid, house), width, house), house)

/** px below the pictures of a row of `width` px and their own captions: the bar of a slideshow, what asks for the rest, a caption of the row. */
function belowPictures(laid: LaidRow, variant: Variant, width: number, house: HouseStyle): number {
  const { row } = laid
  const bar = variant.form.type === 'strip' ? SHOW_BAR : 0
  const more = laid.rest ? (MORE_TYPE.above + house.type.lineHeight) * MORE_TYPE.size * house.type.fontSize : 0
  const inset = seatOf(row) === 'bleed' ? house.margin : 0
  const texts = leavesBelow(variant) ? captionsBelow(laid, house).map(({ text }) => text) : []
  const under = [...texts, textUnder(laid, house)].reduce(
    (lines, text) => lines + captionLines(text, width - 2 * inset, house),
    0,
  )
  return bar + more + captionHeight(under, house)
}

/** px from the top of a row to one of its pictures; a slide that is not the first counts as far below, for nobody sees it yet. */
export function topInRow(laid: LaidRow, index: number, house: HouseStyle, window: number): number {
  const { layout } = laid
  const width = widthIn(laid, house, window)
  const { form } = variantAt(layout, width)
  return form.type === 'strip' && index > 0
    ? Infinity
    : aboveInRow(laid, width, house) + captionedRow(laid, width, house).boxes[index]!.y
}
