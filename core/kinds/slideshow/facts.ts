import type { FactOf } from '../../facts/row-fact.ts'
import type { HouseStyle } from '../../house/house-style.ts'
import type { LaidRow } from '../../place/lay-row.ts'
import { mannerOf } from '../../post/effective.ts'

/** s after which nobody is still looking at what runs by itself */
const TOO_LONG = 180

/** How long a slideshow runs, and what starts it. */
export function runsFact({ row, pictures, layout }: LaidRow, house: HouseStyle): FactOf<'runs'>[] {
  if (layout.variants[0]!.form.type !== 'strip') return []
  const { seconds, starts } = mannerOf(row, house)
  const poor = starts && Math.round(pictures.length * seconds) > TOO_LONG
  const change = { slideshow: { starts: false } }
  return [
    {
      about: 'runs',
      pictures: pictures.length,
      seconds,
      starts,
      poor,
      ...(poor ? { mend: { by: { way: 'waiting for a reader' }, change } } : {}),
    },
  ]
}
