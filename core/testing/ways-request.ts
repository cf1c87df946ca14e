import { STARTING_STYLE } from '../house/house-style.ts'
import type { WaysRequest } from '../layout/ways.ts'
import { makeRow } from '../post/changes/make-row.ts'
import { picture } from './builders.ts'
import { cameraShapes } from './camera-shapes.ts'

/** A request for the ways of n pictures as cameras make them. */
export const waysRequest = (n: number, seed = n): WaysRequest => waysRequestOf(cameraShapes(n, seed))

/** A request for the ways of pictures of these shapes, width / height. */
export function waysRequestOf(aspects: readonly number[]): WaysRequest {
  const pictures = aspects.map((aspect, i) =>
    picture(`pic-${i}`, Math.round(aspect > 1 ? 3000 : 3000 * aspect), Math.round(aspect > 1 ? 3000 / aspect : 3000)),
  )
  return {
    row: makeRow(
      'row-1',
      pictures.map(({ id }) => id),
    ),
    pictures,
    following: { paragraphs: ['wind '.repeat(200)], heading: false },
    within: 'page',
    house: STARTING_STYLE,
    reorder: false,
  }
}
