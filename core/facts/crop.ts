import { shareLost } from '../geometry/crop-window.ts'
import { shareEmpty } from '../layout/strip.ts'
import type { LaidRow } from '../place/lay-row.ts'
import type { Crop, FactOf } from './row-fact.ts'

const SEEN = { lost: 0.005, empty: 0.02 }
/** Share of a picture that is hardly the picture any more when it is left out. */
const MUCH_LOST = 0.55

/** What is left out of the pictures, or left empty around them; undefined where the row never crops. */
export function cropOf({ layout, pictures }: LaidRow): Crop | undefined {
  const { form } = layout.variants[0]!
  if (layout.crops) {
    const lost = layout.crops.map(shareLost)
    const most = Math.max(...lost)
    return most < SEEN.lost
      ? { as: 'none' }
      : { as: 'lost', mean: lost.reduce((sum, one) => sum + one, 0) / lost.length, most, picture: lost.indexOf(most) }
  }
  if (form.type !== 'strip') return undefined
  const empty = pictures.map(({ picture }) => shareEmpty(picture.width / picture.height, form.frame))
  const most = Math.max(...empty)
  return most < SEEN.empty ? undefined : { as: 'empty', most, picture: empty.indexOf(most) }
}

export function cropFact(laid: LaidRow): FactOf<'crop'>[] {
  const crop = cropOf(laid)
  return crop ? [{ about: 'crop', crop, poor: crop.as === 'lost' && crop.most > MUCH_LOST }] : []
}
