import { at, FULL, GAP, type Line, minus, plus, times, ZERO } from '../geometry/line.ts'
import { beside, leaf, type LinearBox, placeTree } from './join-tree.ts'
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
 * Width over height of the tallest picture that fills a line by itself: a taller one is as high as that, narrower, and
 * stands in the middle. Across a phone a tower would be higher than the screen.
 */
export const TALLEST_ALONE = 2 / 3

/** The share of the row's width that a picture takes which has a line for itself. */
export const shareAlone = (aspect: number): number => Math.min(1, aspect / TALLEST_ALONE)

/**
 * Boxes of pictures set in these lines. O(n).
 * `placeLines([1.5, 1.5, 1.5], { counts: [2, 1], ragged: true })`: the third is as high as the first two.
 */
export function placeLines(
  aspects: readonly number[],
  { counts, ragged }: Lines,
): { boxes: LinearBox[]; height: Line } {
  const boxes: LinearBox[] = []
  let height = ZERO
  counts.forEach((count, line) => {
    const first = boxes.length
    const own = aspects.slice(first, first + count)
    const y = line === 0 ? ZERO : plus(height, GAP)
    const keepsHeight = ragged && line === counts.length - 1 && line > 0
    const placed = keepsHeight ? raggedLine(own, boxes[first - 1]!.h) : filledLine(own)
    for (const { x, w, h } of placed) boxes.push({ x, y, w, h })
    height = plus(y, placed[0]!.h)
  })
  return { boxes, height }
}

type InLine = Pick<LinearBox, 'x' | 'w' | 'h'>

function filledLine(aspects: readonly number[]): InLine[] {
  if (aspects.length > 1) return placeTree(beside(...aspects.map((aspect, i) => leaf(i, aspect)))).boxes
  const w = times(FULL, shareAlone(aspects[0]!))
  return [{ x: times(minus(FULL, w), 0.5), w, h: times(w, 1 / aspects[0]!) }]
}

function raggedLine(aspects: readonly number[], h: Line): InLine[] {
  let x = ZERO
  return aspects.map((aspect) => {
    const own = { x, w: times(h, aspect), h }
    x = plus(plus(x, own.w), GAP)
    return own
  })
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
