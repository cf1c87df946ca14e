import { at, FULL, type Line, px } from '../geometry/line.ts'
import type { HouseStyle } from './house-style.ts'
import { WIDE } from './screens.ts'

/** How wide a row sits. */
export const SEATS = ['measure', 'outset', 'bleed'] as const
export type Seat = (typeof SEATS)[number]

/** From this window width (px) on, the container of a row is `width` wide, a line in the window's width. */
export interface ContainerRange {
  readonly from: number
  readonly width: Line
}

/**
 * The width of a row's container for every window width, widest range first. O(1).
 * With a measure of 560 and a margin of 20: 560 from 600 px on, the window less 40 below.
 */
export function containerRanges(seat: Seat, house: HouseStyle): ContainerRange[] {
  if (seat === 'bleed') return [{ from: 0, width: FULL }]
  const most = seat === 'measure' ? house.measure : house.measure + 2 * house.outset
  return [
    { from: most + 2 * house.margin, width: px(most) },
    { from: 0, width: { p: 1, g: 0, c: -2 * house.margin } },
  ]
}

/** The container's width in px in a window of this width. */
export function containerWidth(seat: Seat, house: HouseStyle, window: number): number {
  const range = containerRanges(seat, house).find(({ from }) => window >= from)!
  return at(range.width, window, 0)
}

/** The container's width on a wide screen, px: where a row shows what was chosen for it, unfolded. */
export const fullWidth = (seat: Seat, house: HouseStyle): number => containerWidth(seat, house, WIDE.width)
