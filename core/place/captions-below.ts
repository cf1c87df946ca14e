import { type PlaceAmong, placeAmong } from '../geometry/place-among.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { boxAt, type Variant } from '../layout/row-layout.ts'
import { directionOf } from '../readers/languages.ts'
import { say } from '../readers/words.ts'
import { type LaidRow, textBelow } from './lay-row.ts'

/** A caption too long for its picture, which stands once below the row. */
export interface CaptionBelow {
  /** position among the pictures of the row */
  readonly index: number
  /** by what readers find the picture: "Top left", or its number */
  readonly key: string
  /** the number that the picture carries; null where its place says enough */
  readonly number: number | null
  /** the key and the caption, as one text */
  readonly text: string
}

/** Wide enough that no box is a mere line. */
const SEEN_AT = 1000

/**
 * The captions that stand below the row while it is joined, in order. By place, as readers see it in their direction;
 * where another picture stands in the same place, all by number.
 */
export function captionsBelow(laid: LaidRow, house: HouseStyle): CaptionBelow[] {
  const { layout, pictures, row } = laid
  if (!layout.below?.length) return []
  const boxes = layout.variants[0]!.boxes.map((box) => boxAt(box, SEEN_AT, layout.gap))
  const places = boxes.map((_, index) => wordKey(placeAmong(boxes, index), house))
  const plain = layout.below.every((index) => places.indexOf(places[index]!) === places.lastIndexOf(places[index]!))
  return layout.below.map((index) => {
    const number = plain ? null : index + 1
    const key = say(house, 'captionOf', { place: number === null ? say(house, places[index]!) : number })
    return { index, key, number, text: `${key} ${textBelow(row, pictures[index]!, house)}` }
  })
}

/** Whether this form of the row leaves those captions to the place below it. */
export const leavesBelow = ({ form }: Variant): boolean => form.type === 'tree'

const KEYS = {
  top: { left: 'topLeft', middle: 'top', right: 'topRight' },
  middle: { left: 'left', middle: 'inTheMiddle', right: 'right' },
  foot: { left: 'footLeft', middle: 'foot', right: 'footRight' },
} as const

type PlaceWord = (typeof KEYS)['top' | 'middle' | 'foot']['left' | 'middle' | 'right']

/** Boxes are counted from where lines of text begin; readers see them from the left. */
function wordKey({ down, across }: PlaceAmong, { language }: HouseStyle): PlaceWord {
  const mirrored = directionOf(language) === 'rtl' && across !== 'middle'
  return KEYS[down][mirrored ? (across === 'left' ? 'right' : 'left') : across]
}
