import { leastSharp, rowBytes } from '../files/forecast.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { READER_SCREENS } from '../house/screens.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { type FactOf, widthMend } from './row-fact.ts'

/** Device px for each CSS px under which readers on good screens notice. */
const SHARP_ENOUGH = 1.3

/** How sharp the least sharp picture of the row is. */
export function sharpFact(laid: LaidRow, house: HouseStyle): FactOf<'sharp'> {
  const { index, shown, has, density } = leastSharp(laid, house)
  const poor = density < SHARP_ENOUGH
  // Among other pictures or words its width is theirs too, and one beside text is as wide as a phone where it folds;
  // alone it can be as wide as its file is good for.
  const { kind, one, words } = laid.row
  const alone = kind === 'one' && one.side === null && words.length === 0
  const mend = poor && alone ? widthMend(has / SHARP_ENOUGH) : {}
  return { about: 'sharp', density, shown, has, picture: laid.pictures.length > 1 ? index : null, poor, ...mend }
}

/** What the row weighs on each screen, once all of it is seen. */
export const weightFact = (laid: LaidRow, house: HouseStyle): FactOf<'weight'> => ({
  about: 'weight',
  screens: READER_SCREENS.map((screen) => ({
    screen: screen.name,
    bytes: rowBytes(laid, screen, house) + (laid.rest ? rowBytes(laid.rest, screen, house) : 0),
  })),
  poor: false,
})
