import { CAPTION_TYPE, type HouseStyle } from '../house/house-style.ts'
import type { Seat } from '../house/seats.ts'
import type { Row } from '../post/row.ts'
import { lineWidth, READABLE_CHARACTERS } from './beside-text.ts'
import type { PictureWidth } from './single.ts'

/** What lengths down a row are rounded to, px: on the grid of browsers at every common density of screen. */
export const STEP = 1 / 16

/** px between the pictures of a row */
export const gapOf = (row: Row, house: HouseStyle): number => Math.round((row.between ?? house.gap) / STEP) * STEP
/** px above, below and beside a row */
export const spaceOf = (row: Row, house: HouseStyle): number => row.space ?? house.space

/** A picture beside text always stands in the text column. */
export const seatOf = (row: Row): Seat => (row.kind === 'one' && row.one.side !== null ? 'measure' : row.sits)

/** px that captions keep from the edges of the window */
export const insetOf = (row: Row): number => (row.sits === 'bleed' ? CAPTION_TYPE.inset : 0)

/** Width of a picture beside text whose width was never chosen: as wide as leaves a line that reads well, in whole per cent of the measure. */
export function besideWidth(row: Row, house: HouseStyle): PictureWidth {
  const widest = house.measure - spaceOf(row, house) - lineWidth(READABLE_CHARACTERS, house)
  return { unit: '%', value: Math.min(50, Math.max(20, Math.floor((100 * widest) / house.measure))) }
}
