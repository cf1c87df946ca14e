import { type Block, type Body, isRow } from '../post/body.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import type { Picture } from '../wire/picture.ts'
import type { Library } from './library.ts'
import { shapeInRow, type ShapeInRow } from './shape-in-row.ts'

/** A picture of a row that is really there. */
export interface RowPicture {
  readonly placed: PlacedPicture
  readonly picture: Picture
  /** its position among the row's pictures in the hand's order */
  readonly at: number
  /** the shape in which the row shows it */
  readonly shape: ShapeInRow
}

/** A row with what it shows. Everything that looks at a row's pictures looks at them here. */
export interface ResolvedRow {
  readonly row: Row
  /** in the hand's order; pictures that were deleted are left out */
  readonly pictures: readonly RowPicture[]
  /** positions of those that are no longer here */
  readonly gone: readonly number[]
}

const resolved = new WeakMap<Row, ResolvedRow>()

/**
 * Looks up what the row shows. The same object as before while neither the row nor any of its pictures has changed,
 * so that whatever was worked out from it is remembered by it. O(pictures).
 */
export function resolveRow(row: Row, library: Library): ResolvedRow {
  const known = resolved.get(row)
  if (known && holds(known, library)) return known
  const pictures: RowPicture[] = []
  const gone: number[] = []
  row.pictures.forEach((placed, at) => {
    const picture = library.picture(placed.id)
    if (picture) pictures.push({ placed, picture, at, shape: shapeInRow(row, placed, picture) })
    else gone.push(at)
  })
  const found = { row, pictures, gone }
  resolved.set(row, found)
  return found
}

const holds = ({ row, pictures, gone }: ResolvedRow, library: Library): boolean =>
  pictures.every(({ placed, picture }) => library.picture(placed.id) === picture) &&
  gone.every((at) => library.picture(row.pictures[at]!.id) === undefined)

/** The rows of a body with what they show, in reading order. */
export const resolveRows = (body: Body, library: Library): ResolvedRow[] =>
  body.content.flatMap((block: Block) => (isRow(block) ? [resolveRow(block.attrs, library)] : []))
