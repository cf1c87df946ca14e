import { cropWindow, type CropWindow } from '../geometry/crop-window.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import type { Picture } from '../wire/picture.ts'

/** In which shape a row shows a picture. */
export interface ShapeInRow {
  /** width / height */
  readonly aspect: number
  /** the part of it that is shown; undefined: all of it */
  readonly crop: CropWindow | undefined
}

export const aspectOf = (picture: { readonly width: number; readonly height: number }): number =>
  picture.width / picture.height

/** Cells and frames have a shape of their own, which pictures fill or stand in: what a row crops by itself waits there. */
const framesThem = ({ kind, gallery }: Pick<Row, 'kind' | 'gallery'>): boolean =>
  kind === 'slideshow' || (kind === 'gallery' && gallery.form === 'cells')

/** The picture's shape where the row takes it as it is: its own, or the one that the row alone crops it to. */
export const shapeOf = ({ crop }: PlacedPicture, picture: Picture): number =>
  crop === undefined || picture.video ? aspectOf(picture) : crop

/**
 * The shape in which the row shows the picture, held by its focus point. O(1). A picture of 3000 × 2000 px that a row
 * crops to a square has its middle two thirds there; in a slideshow it is whole.
 */
export function shapeInRow(row: Pick<Row, 'kind' | 'gallery'>, placed: PlacedPicture, picture: Picture): ShapeInRow {
  const own = aspectOf(picture)
  const aspect = framesThem(row) ? own : shapeOf(placed, picture)
  return aspect === own ? { aspect, crop: undefined } : { aspect, crop: cropWindow(own, aspect, picture.focus) }
}
