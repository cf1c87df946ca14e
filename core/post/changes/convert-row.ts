import type { Row } from '../row.ts'
import { type RowChoices, withChoices } from './row-choices.ts'
import { reorderPictures } from './order-pictures.ts'

/** One way in which pictures can be set: what of a row decides its shape. What is left out stays as it is. */
export interface RowShape extends Pick<RowChoices, 'sits' | 'one' | 'patchwork' | 'gallery' | 'slideshow'> {
  readonly kind: Row['kind']
  /** another order of the pictures, where the shape asks for one */
  readonly order?: readonly number[]
}

/**
 * Turns a row into any other arrangement of the same pictures. Captions, alt texts, credits, links, leads,
 * pins and, unless the shape names another, the order stay; so do the options of the kind that is left, for
 * the way back.
 */
export function convertRow(row: Row, { order, ...shape }: RowShape): Row {
  if ((shape.kind === 'one') !== (row.pictures.length === 1))
    throw new RangeError(`kind: expected one that suits ${row.pictures.length} pictures, got ${shape.kind}`)
  return withChoices(order ? reorderPictures(row, order) : row, shape)
}
