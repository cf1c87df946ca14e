import { type HouseStyle, leastTextWidth } from '../house/house-style.ts'
import type { Seat } from '../house/seats.ts'
import type { Row } from '../post/row.ts'
import type { RowLayout } from './row-layout.ts'
import { layoutSideBySide } from './side-by-side.ts'
import { layoutSingle, type PictureWidth } from './single.ts'

/** Width of a picture beside text whose width was never chosen. */
export const BESIDE_WIDTH: PictureWidth = { unit: '%', value: 44 }

export const gapOf = (row: Row, house: HouseStyle): number => row.between ?? house.gap
export const spaceOf = (row: Row, house: HouseStyle): number => row.space ?? house.space

/** A picture beside text always stands in the text column. */
export const seatOf = (row: Row): Seat => (row.kind === 'one' && row.side !== null ? 'measure' : row.sits)

/** Lays out a row of pictures of the given aspects (width / height, in the row's order). */
export function layoutRow(row: Row, aspects: readonly number[], house: HouseStyle): RowLayout {
  const gap = gapOf(row, house)
  if (row.kind === 'one') {
    return layoutSingle({
      aspect: aspects[0]!,
      width: row.width ?? (row.side ? BESIDE_WIDTH : null),
      beside: row.side,
      space: spaceOf(row, house),
      leastText: leastTextWidth(house.type),
      gap,
    })
  }
  return layoutSideBySide(aspects, gap)
}
