import { type CropWindow, type FocusPoint, WHOLE } from '../geometry/crop-window.ts'
import type { Pointer } from '../post/pointers.ts'
import { toShown } from '../recipe/frame.ts'
import { PLAIN } from '../recipe/recipe.ts'
import { FACES, textWidth } from '../type/typeface.ts'
import type { Picture } from '../wire/picture.ts'

/** Type of what stands on pictures. */
export const POINTER_TYPE = {
  /** px at least, and share of the picture's width where that is more */
  least: 13,
  share: 0.024,
  /** font sizes: height of a number or word, and what a word has beside its letters, on both sides together */
  high: 1.75,
  beside: 0.9,
  /** length of an arrow's head, in shares of the picture's width */
  head: 0.026,
  /** how wide lines are: px at least, and share of the width that is seen; and what lies under them, so many times as wide */
  line: { least: 2, share: 0.0045, under: 2.2 },
  /** font sizes: what is drawn around a number or word */
  edge: 0.12,
} as const

/** A pointer where it lies on its picture as that is shown: in shares of all of it, past 0 and 1 where it is cropped off. */
export type PlacedPointer =
  | { readonly kind: 'number' | 'word'; readonly at: FocusPoint; readonly text: string; readonly says: string }
  | { readonly kind: 'ring'; readonly at: FocusPoint; readonly radius: number; readonly says: string }
  | { readonly kind: 'arrow'; readonly at: FocusPoint; readonly from: FocusPoint; readonly says: string }

type Shown = Pick<Picture, 'recipe' | 'ownWidth' | 'ownHeight' | 'width'>

/** Where pointers lie on a picture under its recipe. A ring's radius becomes a share of the width that is shown. O(pointers). */
export function placedPointers(pointers: readonly Pointer[], picture: Shown): PlacedPointer[] {
  const own = { width: picture.ownWidth, height: picture.ownHeight }
  const on = (point: FocusPoint) => toShown(point, picture.recipe ?? PLAIN, own)
  let number = 0
  return pointers.map((pointer): PlacedPointer => {
    const at = on(pointer.at)
    switch (pointer.kind) {
      case 'number':
        return { kind: 'number', at, text: String(++number), says: pointer.says }
      case 'word':
        return { kind: 'word', at, text: pointer.says, says: pointer.says }
      case 'ring':
        return { kind: 'ring', at, radius: (pointer.radius * own.width) / picture.width, says: pointer.says }
      case 'arrow':
        return { kind: 'arrow', at, from: on(pointer.from), says: pointer.says }
    }
  })
}

/** In shares of the part that is seen. */
export const inWindow = ({ x, y }: FocusPoint, window: CropWindow = WHOLE): FocusPoint => ({
  x: (x - window.x) / window.width,
  y: (y - window.y) / window.height,
})
export const isSeen = ({ x, y }: FocusPoint): boolean => x >= 0 && x <= 1 && y >= 0 && y <= 1

/** How wide a number or word is, in font sizes: a number is as wide as high. */
export const labelWidth = ({ kind, text }: { readonly kind: 'number' | 'word'; readonly text: string }): number =>
  kind === 'number' && text.length < 3
    ? POINTER_TYPE.high
    : Math.max(POINTER_TYPE.high, textWidth(text, FACES.bold) + POINTER_TYPE.beside)

/** The middle of a label `length` long, kept within `room`. */
export const keptWithin = (at: number, length: number, room: number): number =>
  Math.min(Math.max(at, length / 2), Math.max(length / 2, room - length / 2))

/** px of the type on a picture that is `width` px wide. On 320 it is 13 px, on 1000 it is 24. */
export const pointerSize = (width: number): number => Math.max(POINTER_TYPE.least, POINTER_TYPE.share * width)
