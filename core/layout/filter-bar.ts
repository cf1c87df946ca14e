import { CAPTION_TYPE, type HouseStyle } from '../house/house-style.ts'
import { FACES, textWidth } from '../type/typeface.ts'
import { say } from '../readers/words.ts'
import { type FilterTag, tagsOffered } from '../post/filter-tags.ts'
import { allPictures, type LaidRow } from '../place/lay-row.ts'

/** How a filter is set above its gallery: `size` in shares of the text's, `rule` in px, all else in its own font sizes. */
export const FILTER_TYPE = {
  size: CAPTION_TYPE.size,
  between: 1,
  lines: 0.2,
  padding: 0.25,
  rule: 2,
  below: 0.6,
  count: 0.86,
} as const

/** The tags of the filter that readers find at the row; none where it has no filter. */
export const filterOf = (laid: LaidRow, house: HouseStyle): FilterTag[] =>
  tagsOffered(
    laid.row,
    allPictures(laid).map(({ picture }) => picture),
    house,
  )

/** Lines that the filter takes in `width` px: the tags wrap like words. 0 without tags. O(characters). */
export function filterLines(laid: LaidRow, tags: readonly FilterTag[], width: number, house: HouseStyle): number {
  if (tags.length === 0) return 0
  const { upright } = FACES
  const em = house.type.fontSize * FILTER_TYPE.size
  const all = { tag: say(house, 'all'), count: allPictures(laid).length }
  let [lines, used] = [1, 0]
  for (const { tag, count } of [all, ...tags]) {
    const own = em * (textWidth(`${tag} `, upright) + FILTER_TYPE.count * textWidth(String(count), upright))
    if (used > 0 && used + FILTER_TYPE.between * em + own > width) {
      lines++
      used = own
    } else used += (used > 0 ? FILTER_TYPE.between * em : 0) + own
  }
  return lines
}

/** px that a filter of so many lines takes above its gallery. */
export function filterHeight(lines: number, house: HouseStyle): number {
  if (lines === 0) return 0
  const em = house.type.fontSize * FILTER_TYPE.size
  const line = (house.type.lineHeight + 2 * FILTER_TYPE.padding) * em + FILTER_TYPE.rule
  return lines * line + ((lines - 1) * FILTER_TYPE.lines + FILTER_TYPE.below) * em
}
