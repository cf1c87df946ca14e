import type { CropWindow } from '../geometry/crop-window.ts'
import { at, type Line, onLayoutGrid, widthWhere } from '../geometry/line.ts'
import type { Composition } from '../post/composition.ts'
import type { JoinTree, LinearBox } from './join-tree.ts'

/**
 * The one result for every kind of row: what board, spine, proof, forecast and published page all read.
 *
 * Invariant: variants run from the widest to the narrowest, `from` falls strictly, the last is 0, and
 * every variant has one box for each picture. `checkLayout` in core/testing holds it.
 */
export interface RowLayout {
  /** px between pictures */
  readonly gap: number
  /** what is kept of each picture; left out where nothing is cropped */
  readonly crops?: readonly CropWindow[]
  /** how a patchwork's pictures are joined on a wide screen */
  readonly composition?: Composition
  /** positions of pictures whose captions are too long for them: while the row is joined, they stand once below it */
  readonly below?: readonly number[]
  /** captions are in it: its px (`c` of every length, and `from`) follow the size in which a reader has text set */
  readonly followsText?: true
  readonly variants: readonly Variant[]
}

export interface Variant {
  /** The least container width in px at which this variant is used. */
  readonly from: number
  readonly boxes: readonly LinearBox[]
  /** where words of the row stand, as wide as they are and as high as the pictures */
  readonly words?: readonly LinearBox[]
  readonly height: Line
  readonly form: Form
  /** lines of caption that the boxes and the height leave room for below each picture; without it, for none */
  readonly lines?: readonly number[]
}

/** How the variant is built in CSS. */
export type Form =
  /** Nested flex boxes. */
  | { readonly type: 'tree'; readonly tree: JoinTree }
  /** The pictures one after another, wrapped after the given numbers of pictures; a ragged last line is as high as the one before. */
  | { readonly type: 'lines'; readonly counts: readonly number[]; readonly ragged: boolean }
  /** One picture of the width of its box; text runs beside it when `beside` says so. */
  | {
      readonly type: 'single'
      readonly beside: 'left' | 'right' | null
      /** its caption stands beside it, so many px from it */
      readonly caption?: number
    }
  /** Pictures of one height with words between them; folded, one below another, words after their picture. */
  | { readonly type: 'worded'; readonly folded: boolean }
  /** A grid of even cells of this shape (width / height). */
  | { readonly type: 'cells'; readonly columns: number; readonly cell: number }
  /** Every picture at the place of its box. */
  | { readonly type: 'placed' }
  /** Frames of this shape, so many beside each other, the others out of sight until the strip is moved. */
  | { readonly type: 'strip'; readonly frame: number; readonly across: number }

/** A box in px. */
export interface Box {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** The variant used in a container of this width. O(variants). */
export function variantAt(layout: RowLayout, width: number): Variant {
  const found = layout.variants.find((variant) => width >= variant.from)
  if (!found) throw new RangeError(`width: expected 0 or more, got ${width}`)
  return found
}

export const boxAt = (box: LinearBox, width: number, gap: number): Box => ({
  x: at(box.x, width, gap),
  y: at(box.y, width, gap),
  w: at(box.w, width, gap),
  h: at(box.h, width, gap),
})

/** Every picture's box and the height of the row in a container of this width, in px. */
export function placeRow(layout: RowLayout, width: number): { boxes: Box[]; height: number } {
  const variant = variantAt(layout, width)
  return {
    boxes: variant.boxes.map((box) => boxAt(box, width, layout.gap)),
    height: at(variant.height, width, layout.gap),
  }
}

/** The container width from which no box is narrower or lower than `least` px: solved, not searched. */
export const usableFrom = (boxes: readonly LinearBox[], least: number, gap: number): number =>
  onLayoutGrid(Math.max(0, ...boxes.flatMap((box) => [widthWhere(box.w, least, gap), widthWhere(box.h, least, gap)])))
