import { type Line, px } from '../geometry/line.ts'
import type { ContainerRange } from '../house/seats.ts'

/**
 * The container of a row that is to be so many px wide, in the middle of its seat; where the seat is narrower, all of it.
 * Widest range first, as the seat's own. Whole px: a share would fall between the steps of a browser's grid, which tells on
 * rows that are many times higher than wide. O(ranges). With 400 in a measure of 560 and a margin of 20: 400 from 440 px on.
 */
export function narrowed(seat: readonly ContainerRange[], width: number): ContainerRange[] {
  let upper = Infinity
  return seat.flatMap(({ from, width: line }): ContainerRange[] => {
    const start = Math.max(from, reaches(line, width))
    const parts = [
      ...(start < upper ? [{ from: start, width: px(width) }] : []),
      ...(from < Math.min(start, upper) ? [{ from, width: line }] : []),
    ]
    upper = from
    return parts
  })
}

/** The window from which the seat is so wide. */
const reaches = ({ p, c }: Line, least: number): number => (p > 0 ? (least - c) / p : c >= least ? 0 : Infinity)
