import type { HouseStyle } from '../house/house-style.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { widthIn } from './container.ts'
import { type Box, type Form, placeRow, variantAt } from './row-layout.ts'

/** Boxes, height and form of the row in a window of this width. */
export function rowInWindow(
  laid: LaidRow,
  house: HouseStyle,
  window: number,
): { boxes: Box[]; height: number; form: Form } {
  const width = widthIn(laid, house, window)
  return { ...placeRow(laid.layout, width), form: variantAt(laid.layout, width).form }
}
