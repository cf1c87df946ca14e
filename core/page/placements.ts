import type { RowPicture } from '../place/resolve.ts'
import { allPictures, type LaidRow } from '../place/lay-row.ts'

/** A picture's place in its post: what its place, its page and its enlarged view are called in addresses. */
export interface Placement {
  /** stays the same while pictures are added, taken out or moved */
  readonly name: string
  readonly laid: RowPicture
  readonly row: LaidRow
}

/** The id of the picture's place in the post. */
export const placeId = (name: string): string => `picture-${name}`
/** What the address says while the picture is enlarged. */
export const enlargedId = (name: string): string => `enlarged-${name}`
/** The address of the picture's page, from the post. */
export const pageOfPicture = (name: string): string => `pictures/${name}/`

/** Every place of a picture, in the post's order. A picture placed again has a place and a page for each time. */
export function placementsOf(rows: readonly LaidRow[]): Placement[] {
  const times = new Map<string, number>()
  return rows.flatMap((row) =>
    allPictures(row).map((laid) => {
      const id = laid.picture.id.toLowerCase().replace(/[^a-z0-9]+/g, '-')
      const time = (times.get(id) ?? 0) + 1
      times.set(id, time)
      return { name: time === 1 ? id : `${id}-${time}`, laid, row }
    }),
  )
}
