import { pictureBytes, rowBytes } from '../files/forecast.ts'
import type { ReaderScreen } from '../house/screens.ts'
import type { PlacedPost } from '../place/place-post.ts'
import type { ScreenWeight } from '../wire/page-weight.ts'
import { topInRow } from './row-heights.ts'

/**
 * What the pictures of a post weigh on a screen: those that are seen before anything is scrolled, and all others,
 * which are fetched only when a reader comes to them. `tops` says how far down each block begins there.
 * O(pictures × variants + characters).
 */
export function picturesWeigh(
  { blocks, laid, house }: PlacedPost,
  tops: readonly number[],
  screen: ReaderScreen,
): ScreenWeight {
  let first = 0
  const rows = blocks.flatMap((block, i) => {
    const row = laid.get(block)
    if (!row) return []
    const each = row.pictures.map((_, index) => pictureBytes(row, index, screen, house))
    first += each
      .filter((_, index) => tops[i]! + topInRow(row, index, house, screen.width) < screen.height)
      .reduce((sum, bytes) => sum + bytes, 0)
    const bytes = each.reduce((sum, one) => sum + one, 0) + (row.rest ? rowBytes(row.rest, screen, house) : 0)
    return [{ row: row.row.id, bytes: Math.round(bytes) }]
  })
  const all = rows.reduce((sum, { bytes }) => sum + bytes, 0)
  return { screen: screen.name, first: Math.round(first), later: all - Math.round(first), rows }
}
