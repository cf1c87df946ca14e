import type { PlacedPicture, Row } from '../row.ts'
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
export function sortedOrder(
  placed: readonly PlacedPicture[],
  pictures: ReadonlyMap<string, Sortable>,
  by: SortKey,
): number[] {
  const keys = placed.map(({ id }) => keyOf(pictures.get(id), by))
  return placed.map((_, i) => i).sort((a, b) => byNumberAndLetter(keys[a]!, keys[b]!) || a - b)
}

/** Sorts the pictures of a row for good: this becomes the hand's order. */
export const sortPictures = (row: Row, pictures: ReadonlyMap<string, Sortable>, by: SortKey): Row =>
  reorderPictures(row, sortedOrder(row.pictures, pictures, by))
