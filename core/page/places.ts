import type { LaidRow } from '../place/lay-row.ts'
import type { PlacedPost } from '../place/place-post.ts'
import { clickOf } from '../post/effective.ts'
import { titleOf } from '../post/post.ts'
import type { PostAround } from './picture-html.ts'
import { pageOfPicture, type Placement, placementsOf } from './placements.ts'

/** What the rows of a post are called in addresses. */
export interface Places {
  readonly rows: readonly LaidRow[]
  readonly placements: readonly Placement[]
  /** the places that have a page of their own, in order */
  readonly paged: readonly Placement[]
  /** the post as its rows refer to it */
  readonly around: PostAround
}

/** `full` gives the full web address of one that is relative to the post. O(pictures). */
export function placesOf({ content, house, laid }: PlacedPost, full: (relative: string) => string): Places {
  const rows = [...laid.values()]
  const placements = placementsOf(rows)
  const paged = placements.filter(
    ({ row, laid: one }) => house.pages.made === 'all' || clickOf(row.row, one.placed, house).do === 'picture-page',
  )
  const names = new Map(placements.map(({ laid: one, name }) => [one, name]))
  const pagedNames = new Set(paged.map(({ name }) => name))
  const around: PostAround = {
    nameOf: (one) => names.get(one),
    pageOf: (name) => (pagedNames.has(name) ? pageOfPicture(name) : undefined),
    title: titleOf(content),
    full,
  }
  return { rows, placements, paged, around }
}
