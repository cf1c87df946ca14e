import { type Sortable, sortedOrder } from './changes/sort-pictures.ts'
import type { Row } from './row.ts'

/**
 * A row's pictures, given in the hand's order, in the order in which they are shown. Only a gallery departs from the
 * hand's order. "New at each visit" is made by a script in the reader's window; without one, and here, the
 * hand's order stands.
 */
export function inShownOrder<T extends { readonly picture: Sortable }>(row: Row, pictures: readonly T[]): readonly T[] {
  if (row.kind !== 'gallery') return pictures
  switch (row.gallery.order) {
    case 'hand':
    case 'visit':
      return pictures
    case 'turned':
      return [...pictures].reverse()
    default:
      return sortedOrder(
        pictures.map(({ picture }) => picture),
        row.gallery.order,
      ).map((i) => pictures[i]!)
  }
}
