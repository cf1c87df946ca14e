import { FULL, GAP, type Line, ZERO, minus, plus, px, times } from '../geometry/line.ts'
import { type LinearSize, pictureSize, sideBySideSize, stackedSize } from '../geometry/linear-size.ts'

/** Pictures joined side by side and stacked. Reading a tree from left to right gives the row's order. */
export type JoinTree = PictureLeaf | Join

export interface PictureLeaf {
  readonly type: 'picture'
  /** Position of the picture in its row, from 0. */
  readonly index: number
  /** width / height */
  readonly aspect: number
  /** px kept free under the picture for a caption of fixed height. */
  readonly band?: number
}

export interface Join {
  readonly type: 'beside' | 'stacked'
  readonly parts: readonly JoinTree[]
}

/** A box whose every length is a straight line in the container's width. y is from the top of the row. */
export interface LinearBox {
  readonly x: Line
  readonly y: Line
  readonly w: Line
  readonly h: Line
}

export const leaf = (index: number, aspect: number, band = 0): PictureLeaf => ({ type: 'picture', index, aspect, band })
export const beside = (...parts: readonly JoinTree[]): Join => ({ type: 'beside', parts })
export const stacked = (...parts: readonly JoinTree[]): Join => ({ type: 'stacked', parts })

/** width = a·height + b·gap + k of a whole tree. O(pictures). */
export function treeSize(tree: JoinTree): LinearSize {
  if (tree.type === 'picture') return pictureSize(tree.aspect, tree.band)
  const parts = tree.parts.map(treeSize)
  return tree.type === 'beside' ? sideBySideSize(parts) : stackedSize(parts)
}

/** The height of something of this size when it is `width` wide. */
const heightOf = (size: LinearSize, width: Line): Line =>
  times(minus(minus(width, times(GAP, size.b)), px(size.k)), 1 / size.a)

/** The width of something of this size when it is `height` high. */
const widthOf = (size: LinearSize, height: Line): Line =>
  plus(plus(times(height, size.a), times(GAP, size.b)), px(size.k))

/**
 * Boxes of the pictures (caption bands left out), by their index in the row, and the height of the whole,
 * when the tree fills `width`. Nothing is cropped and every gap is exactly the gap. O(pictures × depth).
 */
export function placeTree(tree: JoinTree, width: Line = FULL): { boxes: LinearBox[]; height: Line } {
  const boxes: LinearBox[] = []
  const height = heightOf(treeSize(tree), width)
  put(tree, { x: ZERO, y: ZERO, w: width, h: height }, boxes)
  return { boxes, height }
}

function put(tree: JoinTree, { x, y, w, h }: LinearBox, into: LinearBox[]): void {
  if (tree.type === 'picture') {
    into[tree.index] = { x, y, w, h: minus(h, px(tree.band ?? 0)) }
    return
  }
  let [left, top] = [x, y]
  for (const part of tree.parts) {
    const size = treeSize(part)
    if (tree.type === 'beside') {
      const own = widthOf(size, h)
      put(part, { x: left, y: top, w: own, h }, into)
      left = plus(plus(left, own), GAP)
    } else {
      const own = heightOf(size, w)
      put(part, { x: left, y: top, w, h: own }, into)
      top = plus(plus(top, own), GAP)
    }
  }
}

/**
 * The widths of the parts of a side-by-side join, as lines in the width of the box around. At the common height h a
 * part is a·h + b·gap + k wide, and all of them with the gaps between fill the width W, so each is a/Σa of what W
 * leaves after gaps and bands. O(parts).
 *
 * Said outright, not as numbers to grow by: a box must be as wide while its neighbours are still on their way over a
 * slow line.
 */
export function partWidths(parts: readonly JoinTree[]): Line[] {
  const sizes = parts.map(treeSize)
  const all = sideBySideSize(sizes)
  return sizes.map(({ a, b, k }) => ({ p: a / all.a, g: b - (a / all.a) * all.b, c: k - (a / all.a) * all.k }))
}
