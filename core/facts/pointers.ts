import { shownWidth } from '../files/forecast.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { READER_SCREENS } from '../house/screens.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { aspectOf } from '../place/shape-in-row.ts'
import { leastPointerWidth } from '../pointers/least-width.ts'
import { placedPointers } from '../pointers/placed-pointers.ts'
import type { FactOf } from './row-fact.ts'

/** Whether pointers have room on their pictures on every screen; of the picture that is worst off. */
export function pointersFact(laid: LaidRow, house: HouseStyle): FactOf<'pointers'>[] {
  const pointed = laid.pictures.flatMap(({ placed, picture }, index) => {
    if (!placed.pointers || picture.video) return []
    const crop = laid.layout.crops?.[index]
    const aspect = (aspectOf(picture) * (crop?.width ?? 1)) / (crop?.height ?? 1)
    const least = leastPointerWidth(placedPointers(placed.pointers, picture), aspect, crop)
    // Of what is seen, where the whole of it would be wider.
    const shown = Math.min(
      ...READER_SCREENS.map((screen) => shownWidth(laid, index, screen, house) * (crop?.width ?? 1)),
    )
    return [{ index, least, shown, count: placed.pointers.length }]
  })
  const worst = pointed.reduce<(typeof pointed)[number] | undefined>(
    (most, one) => (most && most.least / most.shown >= one.least / one.shown ? most : one),
    undefined,
  )
  if (!worst) return []
  const { least, shown, index } = worst
  return [
    {
      about: 'pointers',
      pointers: pointed.reduce((sum, { count }) => sum + count, 0),
      least: Number.isFinite(least) ? Math.ceil(least) : null,
      shown: Math.floor(shown),
      picture: laid.pictures.length > 1 ? index : null,
      poor: least > shown,
    },
  ]
}
