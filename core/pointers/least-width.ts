import type { CropWindow } from '../geometry/crop-window.ts'
import { inWindow, isSeen, keptWithin, labelWidth, type PlacedPointer, POINTER_TYPE } from './placed-pointers.ts'

/** Up to this width the type has its least size; wider, it grows with the picture, and everything keeps its proportions. */
const GROWS_FROM = POINTER_TYPE.least / POINTER_TYPE.share

interface Label {
  /** shares of what is seen */
  readonly x: number
  readonly y: number
  /** px at the least size of the type */
  readonly w: number
  readonly h: number
}

/** A place that is a straight line in the width between two of them. */
type Along = (width: number) => number

/**
 * The least width in px at which all numbers and words of a picture lie within it and none on another; Infinity where two
 * do at every width. Solved: while the type has its least size, every label's middle is a piecewise straight line in
 * the picture's width (its share of it, kept inside by half the label), so where two begin to overlap is where such
 * lines cross. O(labels² · pieces). `aspect` is of what is seen.
 *
 * Two numbers whose middles lie a tenth of the width apart, of 22.75 px each: 227.5.
 */
export function leastPointerWidth(pointers: readonly PlacedPointer[], aspect: number, window?: CropWindow): number {
  const labels = pointers.flatMap((pointer): Label[] => {
    if (pointer.kind !== 'number' && pointer.kind !== 'word') return []
    const at = inWindow(pointer.at, window)
    if (!isSeen(at)) return []
    return [{ ...at, w: labelWidth(pointer) * POINTER_TYPE.least, h: POINTER_TYPE.high * POINTER_TYPE.least }]
  })
  let least = Math.max(0, ...labels.map(({ w, h }) => Math.max(w, h * aspect)))
  for (const [i, one] of labels.entries())
    for (const other of labels.slice(i + 1)) least = Math.max(least, partFrom(one, other, aspect))
  // Wider than that the type grows along: what has no room there has it nowhere.
  return least > GROWS_FROM + 1e-6 ? Infinity : least
}

/** Kept inside: the middle of something `size` long on a picture that is `length(width)` long. */
const middle =
  (share: number, size: number, length: Along): Along =>
  (width) =>
    keptWithin(share * length(width), size, length(width))

/** The width from which two labels lie apart; Infinity where they never do. */
function partFrom(one: Label, other: Label, aspect: number): number {
  const across: Along = (width) => width
  const down: Along = (width) => width / aspect
  const [x1, x2] = [middle(one.x, one.w, across), middle(other.x, other.w, across)]
  const [y1, y2] = [middle(one.y, one.h, down), middle(other.y, other.h, down)]
  const apart: Along[] = [
    (width) => Math.abs(x1(width) - x2(width)) - (one.w + other.w) / 2,
    (width) => Math.abs(y1(width) - y2(width)) - (one.h + other.h) / 2,
  ]
  const overlap = (width: number) => apart.every((gap) => gap(width) < -1e-9)
  if (overlap(GROWS_FROM)) return Infinity
  // Where any of the lines bends.
  const bends = [one, other].flatMap(({ x, y, w, h }) => [
    w / 2 / x,
    w / 2 / (1 - x),
    (h / 2 / y) * aspect,
    (h / 2 / (1 - y)) * aspect,
  ])
  const pieces = [0, ...bends.filter((width) => width > 0 && width < GROWS_FROM), GROWS_FROM].sort((a, b) => b - a)
  for (const [i, right] of pieces.slice(0, -1).entries()) {
    const left = pieces[i + 1]!
    // Straight but for where the middles cross, which is within an overlap: the last width at which both gaps are
    // closed is an end of the piece or a crossing of one of them.
    const crossings = apart.flatMap((gap) => zeros(gap, left, right))
    const last = [right, ...crossings, left].sort((a, b) => b - a)
    for (const [j, width] of last.slice(0, -1).entries()) if (overlap((width + last[j + 1]!) / 2)) return width
  }
  return 0
}

/** Where a gap that is a straight line, or two that meet at its lowest, is nothing. */
function zeros(gap: Along, left: number, right: number): number[] {
  const found: number[] = []
  const [atLeft, atRight] = [gap(left), gap(right)]
  const slope = (at: number, step: number) => (gap(at + step) - gap(at)) / step
  const small = (right - left) / 1e4
  if (small === 0) return found
  for (const [at, value, rise] of [
    [left, atLeft, slope(left, small)],
    [right, atRight, slope(right, -small)],
  ] as const) {
    if (rise === 0) continue
    const width = at - value / rise
    if (width > left && width < right) found.push(width)
  }
  return found
}
