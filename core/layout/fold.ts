import { breakRows } from './break-rows.ts'
import { beside, leaf, type LinearBox, placeTree, stacked, type JoinTree } from './join-tree.ts'
import { usableFrom, type Variant } from './row-layout.ts'
import type { Line } from '../geometry/line.ts'

/**
 * The least side of a picture in px at which people still see what it shows. Below it a row folds.
 * About a finger's width on a phone.
 */
export const LEAST_SIDE = 80

/**
 * Width over height wanted for the lines of a folded row: two landscape pictures share a line, a
 * portrait gets company where it can, so that no line fills a whole phone screen.
 */
const FOLDED_LINE_SHAPE = 2.6

/** Boxes of pictures set in lines of the given numbers, each line filling the width. O(n). */
export function placeLines(aspects: readonly number[], counts: readonly number[]): { boxes: LinearBox[]; height: Line } {
  let next = 0
  const lines: JoinTree[] = counts.map((count) => {
    const parts = aspects.slice(next, next + count).map((aspect, i) => leaf(next + i, aspect))
    next += count
    return beside(...parts)
  })
  return placeTree(stacked(...lines))
}

/**
 * What a row becomes in containers narrower than `below` px: for each range the lines nearest to a good
 * height in which nothing is smaller than `LEAST_SIDE`, down to one picture below another.
 * At most n variants, each found in O(n·k).
 */
export function foldedVariants(aspects: readonly number[], gap: number, below: number): Variant[] {
  const variants: Variant[] = []
  let limit = below
  while (limit > 0) {
    // Just under the limit: a width inside the range that the new variant has to serve.
    const width = limit - 0.01
    const counts = breakRows(aspects, width, gap, { height: width / FOLDED_LINE_SHAPE, least: LEAST_SIDE })
    const { boxes, height } = placeLines(aspects, counts)
    const lines = counts.every((count) => count === 1)
    const from = lines ? 0 : Math.min(width, usableFrom(boxesInLongLines(boxes, counts), LEAST_SIDE, gap))
    variants.push({ from, boxes, height, form: { type: 'lines', counts } })
    limit = from
  }
  return variants
}

/** Boxes that share their line; a picture alone in its line cannot be shown larger by folding. */
function boxesInLongLines(boxes: readonly LinearBox[], counts: readonly number[]): LinearBox[] {
  let next = 0
  return counts.flatMap((count) => {
    const line = boxes.slice(next, next + count)
    next += count
    return count > 1 ? line : []
  })
}
