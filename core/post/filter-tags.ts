import type { HouseStyle } from '../house/house-style.ts'
import { filtersOf } from './effective.ts'
import type { Row } from './row.ts'

/** A tag that readers may filter a gallery by. */
export interface FilterTag {
  readonly tag: string
  /** how the tag is called in addresses and class names */
  readonly key: string
  readonly count: number
}

/** The tags in use among these pictures, most used first. A tag that every picture has would filter nothing. */
export function tagsInUse(pictures: readonly { readonly tags: readonly string[] }[]): FilterTag[] {
  const counts = new Map<string, number>()
  for (const { tags } of pictures) for (const tag of new Set(tags)) counts.set(tag, (counts.get(tag) ?? 0) + 1)
  const taken = new Set<string>()
  return [...counts]
    .filter(([, count]) => count < pictures.length)
    .sort(([a, n], [b, m]) => m - n || (a < b ? -1 : 1))
    .map(([tag, count]) => {
      const plain = keyOf(tag)
      let key = plain
      for (let again = 2; taken.has(key); again++) key = `${plain}-${again}`
      taken.add(key)
      return { tag, key, count }
    })
}

/** The tags of the filter that readers find at the row, which shows these pictures; none where it has no filter. */
export const tagsOffered = (
  row: Row,
  pictures: readonly { readonly tags: readonly string[] }[],
  house: HouseStyle,
): FilterTag[] =>
  // Left out last: a tag keeps its address whatever becomes of the others.
  filtersOf(row, house) ? tagsInUse(pictures).filter(({ tag }) => !row.gallery.tagsLeftOut.includes(tag)) : []

/** Letters and digits of any script, so that every tag keeps an address that can be read. */
const keyOf = (tag: string): string =>
  tag
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '') || 'tag'
