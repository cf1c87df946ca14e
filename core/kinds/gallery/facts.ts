import type { FactOf } from '../../facts/row-fact.ts'
import type { HouseStyle } from '../../house/house-style.ts'
import { PHONE, WIDE } from '../../house/screens.ts'
import { filterLines, filterOf } from '../../layout/filter-bar.ts'
import { widthIn } from '../../layout/container.ts'
import type { LaidRow } from '../../place/lay-row.ts'
import { filtersOf } from '../../post/effective.ts'

/** Lines of tags on a phone from which the filter pushes its gallery away. */
const MANY_LINES = 3

/** How much room the filter takes above its gallery, or why there is none. */
export function filterFact(laid: LaidRow, house: HouseStyle): FactOf<'filter'>[] {
  if (!filtersOf(laid.row, house)) return []
  const tags = filterOf(laid, house)
  if (tags.length === 0) {
    const mend = { by: { way: 'no filter' }, change: { gallery: { filter: false } } } as const
    return [{ about: 'filter', tags: 0, lines: null, poor: true, mend }]
  }
  const linesAt = (window: number) => filterLines(laid, tags, widthIn(laid, house, window), house)
  const lines = { wide: linesAt(WIDE.width), phone: linesAt(PHONE.width) }
  return [{ about: 'filter', tags: tags.length, lines, poor: lines.phone > MANY_LINES }]
}
