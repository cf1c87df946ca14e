import type { Library } from '../../place/library.ts'
import type { Row } from '../row.ts'
import { reorderPictures } from './order-pictures.ts'

/** What pictures can be sorted by. */
export interface Sortable {
  readonly title: string
  readonly fileName: string
  readonly takenAt: string | null
  readonly addedAt: string
}
export const SORT_KEYS = ['title', 'taken', 'added'] as const
export type SortKey = (typeof SORT_KEYS)[number]

const keyOf = (picture: Sortable | undefined, by: SortKey): string => {
  if (!picture) return ''
  if (by === 'title') return picture.title || picture.fileName
  return by === 'taken' ? (picture.takenAt ?? picture.addedAt) : picture.addedAt
}

const byNumberAndLetter = (a: string, b: string): number =>
  a.localeCompare(b, 'en', { numeric: true, sensitivity: 'base' })

/** Positions of the pictures in sorted order; equals keep theirs. A picture without a title counts by its file name. */
export function sortedOrder(pictures: readonly (Sortable | undefined)[], by: SortKey): number[] {
  const keys = pictures.map((picture) => keyOf(picture, by))
  return pictures.map((_, i) => i).sort((a, b) => byNumberAndLetter(keys[a]!, keys[b]!) || a - b)
}

/** Sorts the pictures of a row for good: this becomes the hand's order. */
export const sortPictures = (row: Row, library: Library, by: SortKey): Row =>
  reorderPictures(
    row,
    sortedOrder(
      row.pictures.map(({ id }) => library.picture(id)),
      by,
    ),
  )
