import { pictureBytes, rowBytes } from '../files/forecast.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { ReaderScreen } from '../house/screens.ts'
import type { ScreenWeight } from '../wire/page-weight.ts'
import { type PageParts, pageHeights } from './page-heights.ts'
import { topInRow } from './row-heights.ts'

/**
 * What the pictures of a post weigh on a screen: those that are seen before anything is scrolled, and all others,
 * which are fetched only when a reader comes to them. O(pictures × variants + characters).
 */
export function picturesWeigh(parts: PageParts, house: HouseStyle, screen: ReaderScreen): ScreenWeight {
  const { tops } = pageHeights(parts, house, screen.width)
  let first = 0
  const rows = parts.blocks.flatMap((block, i) => {
    const laid = parts.laid.get(block)
    if (!laid) return []
    const each = laid.pictures.map((_, index) => pictureBytes(laid, index, screen, house))
    first += each
      .filter((_, index) => tops[i]! + topInRow(laid, index, house, screen.width) < screen.height)
      .reduce((sum, bytes) => sum + bytes, 0)
    const bytes = each.reduce((sum, one) => sum + one, 0) + (laid.rest ? rowBytes(laid.rest, screen, house) : 0)
    return [{ row: laid.row.id, bytes: Math.round(bytes) }]
  })
  const all = rows.reduce((sum, { bytes }) => sum + bytes, 0)
  return { screen: screen.name, first: Math.round(first), later: all - Math.round(first), rows }
}
