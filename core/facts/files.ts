import { leastSharp, rowBytes } from '../files/forecast.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { READER_SCREENS } from '../house/screens.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { type FactOf, hasWidthOfItsOwn, widthMend } from './row-fact.ts'

/** Device px for each CSS px under which readers on good screens notice. */
export const SHARP_ENOUGH = 1.3

/** How sharp the least sharp picture of the row is. */
export function sharpFact(laid: LaidRow, house: HouseStyle): FactOf<'sharp'> {
  const { index, shown, has, density } = leastSharp(laid, house)
  const poor = density < SHARP_ENOUGH
  // It can be as wide as its file is good for.
  // What the row crops away is as wide as it would be, and not shown.
  const kept = laid.layout.crops?.[index]?.width ?? 1
  const mend = poor && hasWidthOfItsOwn(laid.row) ? widthMend(kept * (has / SHARP_ENOUGH)) : {}
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
