import { at, type Line, plus, times, ZERO, GAP } from '../geometry/line.ts'
import { beside, leaf, type LinearBox, placeTree, stacked, type JoinTree } from './join-tree.ts'
import type { Variant } from './row-layout.ts'
import { usableFrom } from './row-layout.ts'

/** Pictures set in lines one below another, each line filling the width at one height. */
export interface Lines {
  /** pictures in each line */
  readonly counts: readonly number[]
  /** the last line is as high as the line before it, and ends before the edge */
  readonly ragged: boolean
}

/**
 * Boxes of pictures set in these lines. O(n).
 * `placeLines([1.5, 1.5, 1.5], { counts: [2, 1], ragged: true })`: the third is as high as the first two.
 */
export function placeLines(
  aspects: readonly number[],
  { counts, ragged }: Lines,
): { boxes: LinearBox[]; height: Line } {
  const filled = ragged && counts.length > 1 ? counts.slice(0, -1) : counts
  let next = 0
  const lines: JoinTree[] = filled.map((count) => {
    const parts = aspects.slice(next, next + count).map((aspect, i) => leaf(next + i, aspect))
    next += count
    return beside(...parts)
  })
  const { boxes, height } = placeTree(stacked(...lines))
  if (next === aspects.length) return { boxes, height }
  const h = boxes[next - 1]!.h
  const y = plus(height, GAP)
  let x = ZERO
  for (const aspect of aspects.slice(next)) {
    const w = times(h, aspect)
    boxes.push({ x, y, w, h })
    x = plus(plus(x, w), GAP)
  }
  return { boxes, height: plus(y, h) }
}

/** The variant that sets pictures in these lines from container width `from` px on. */
export const linesVariant = (aspects: readonly number[], lines: Lines, from: number): Variant => ({
  from,
  ...placeLines(aspects, lines),
  form: { type: 'lines', ...lines },
})

/** The container width from which no picture that shares its line is smaller than `least` px; one alone can't be shown larger. */
export function linesUsableFrom(boxes: readonly LinearBox[], { counts }: Lines, least: number, gap: number): number {
  let next = 0
  const shared = counts.flatMap((count) => {
    const line = boxes.slice(next, next + count)
    next += count
    return count > 1 ? line : []
  })
  return usableFrom(shared, least, gap)
}

/** The least side in px of any picture in a container of this width. */
export const leastSide = (boxes: readonly LinearBox[], width: number, gap: number): number =>
  Math.min(...boxes.flatMap((box) => [at(box.w, width, gap), at(box.h, width, gap)]))
