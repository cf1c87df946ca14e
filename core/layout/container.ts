import { at, px } from '../geometry/line.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { type ContainerRange, containerRanges } from '../house/seats.ts'
import { LONGEST_EDGE } from '../files/ladder.ts'
import { WIDE } from '../house/screens.ts'
import type { Row } from '../post/row.ts'
import { stepColumns } from '../steps/room.ts'
import type { RowWithin } from '../steps/steps.ts'
import { narrowed } from './narrowed.ts'
import { seatOf } from './row-lengths.ts'

/** A row, and in what it stands. */
export interface Standing {
  readonly row: Row
  readonly within: RowWithin
}

/** px that were chosen for a row of several; one picture has a width of its own, and what bleeds is as wide as the window. */
export const widthOfRow = ({ kind, sits, width }: Row): number | null =>
  kind === 'one' || sits === 'bleed' ? null : width

/** The width of the row's container for every window width, widest range first. O(1). */
export function containerOf({ row, within }: Standing, house: HouseStyle): ContainerRange[] {
  const seat = containerRanges(seatOf(row), house)
  const chosen = widthOfRow(row)
  const plain = chosen === null ? seat : narrowed(seat, chosen)
  const columns = within === 'column' ? stepColumns(house) : null
  if (!columns) return plain
  return [{ from: columns.from, width: px(columns.pictures) }, ...plain.filter(({ from }) => from < columns.from)]
}

/** The container's width in px in a window of this width. */
export function widthIn(standing: Standing, house: HouseStyle, window: number): number {
  const range = containerOf(standing, house).find(({ from }) => window >= from)!
  return at(range.width, window, 0)
}

/** The container's width on a wide screen, px: where the row shows what was chosen for it, unfolded. */
export const wideWidth = (standing: Standing, house: HouseStyle): number => widthIn(standing, house, WIDE.width)

/** The widest that the container ever is, px. */
export const widestWidth = (standing: Standing, house: HouseStyle): number =>
  Math.max(
    ...containerOf(standing, house).map(({ width }, i, all) => at(width, i === 0 ? LONGEST_EDGE : all[i - 1]!.from, 0)),
  )
