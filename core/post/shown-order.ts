import { type Sortable, sortedOrder } from './changes/sort-pictures.ts'
import type { Row } from './row.ts'

/**
 * The positions of a row's pictures in the order in which they are shown. Only a gallery departs from the
 * hand's order. "New at each visit" is made by a script in the reader's window; without one, and here, the
 * hand's order stands.
 */
export function shownOrder(row: Row, pictures: ReadonlyMap<string, Sortable>): number[] {
  const hand = row.pictures.map((_, i) => i)
  if (row.kind !== 'gallery') return hand
  switch (row.gallery.order) {
    case 'hand':
    case 'visit':
      return hand
    case 'turned':
      return hand.reverse()
    default:
      return sortedOrder(row.pictures, pictures, row.gallery.order)
  }
}
