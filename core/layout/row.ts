import type { HouseStyle } from '../house/house-style.ts'
import { PHONE } from '../house/screens.ts'
import type { ShownPicture } from '../kinds/row-kind.ts'
import { KINDS } from '../kinds/table.ts'
import type { RowKind } from '../kinds/options.ts'
import type { Row } from '../post/row.ts'
import { type Standing, widestWidth, widthIn, wideWidth } from './container.ts'
import { gapOf } from './row-lengths.ts'
import type { RowLayout } from './row-layout.ts'

/** A row of one picture is laid out as one whatever its kind: the others may have been deleted. */
const kindOf = (row: Row, pictures: number): RowKind =>
  pictures === 1 ? 'one' : row.kind === 'one' && pictures > 1 ? 'side-by-side' : row.kind

/** Lays out a row of these pictures; `inAll` where they are only a part of the row. */
export const layoutRow = (
  { row, within }: Standing,
  pictures: readonly ShownPicture[],
  house: HouseStyle,
  inAll = pictures.length,
): RowLayout =>
  KINDS[kindOf(row, inAll)].lay({
    row,
    pictures,
    gap: gapOf(row, house),
    fullWidth: wideWidth({ row, within }, house),
    phoneWidth: widthIn({ row, within }, house, PHONE.width),
    widest: widestWidth({ row, within }, house),
    house,
  })
