import { LAYOUT_GRID } from '../geometry/line.ts'
import { WIDE } from '../house/screens.ts'
import { breakRows } from './break-rows.ts'
import { linesUsableFrom, linesVariant, TALLEST_ALONE } from './lines.ts'
import type { Variant } from './row-layout.ts'

/**
 * The least side of a picture in px at which people still see what it shows. Below it a row folds.
 * About a finger's width on a phone.
 */
export const LEAST_SIDE = 80

/**
 * Width over height wanted for the lines of a folded row: two landscape pictures share a line, a
 * portrait gets company where it can, so that no line fills a whole phone screen.
 */
export const FOLDED_LINE_SHAPE = 2.6

/** One picture left over below the others costs as much as lines twice as high as wanted. */
export const LONE = 0.5

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
    const width = Number.isFinite(limit) ? limit - LAYOUT_GRID : WIDE.width
    const lines = breakRows(aspects, width, gap, {
      height: width / FOLDED_LINE_SHAPE,
      least: LEAST_SIDE,
      tallest: TALLEST_ALONE,
      lone: LONE,
    })
    const variant = linesVariant(aspects, lines, 0)
    const from = lines.counts.every((count) => count === 1)
      ? 0
      : Math.min(width, linesUsableFrom(variant.boxes, lines, LEAST_SIDE, gap))
    variants.push({ ...variant, from })
    limit = from
  }
  return variants
}
