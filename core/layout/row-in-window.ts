import type { HouseStyle } from '../house/house-style.ts'
import { containerWidth } from '../house/seats.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { seatOf } from './row-lengths.ts'
import { type Box, type Form, placeRow, variantAt } from './row-layout.ts'

/** Boxes, height and form of the row in a window of this width. */
export function rowInWindow(
  laid: LaidRow,
  house: HouseStyle,
  window: number,
): { boxes: Box[]; height: number; form: Form } {
  const width = containerWidth(seatOf(laid.row), house, window)
  return { ...placeRow(laid.layout, width), form: variantAt(laid.layout, width).form }
}
