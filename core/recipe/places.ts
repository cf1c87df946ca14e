import { type FocusPoint, onPicture } from '../geometry/crop-window.ts'
import { fromShown, type PictureSize, toShown } from './frame.ts'
import type { Recipe } from './recipe.ts'

/** A picture whose places are meant: its original's px, and how it is adjusted. */
interface Adjusted {
  readonly ownWidth: number
  readonly ownHeight: number
  readonly recipe: Recipe | null
}

const ownSize = ({ ownWidth, ownHeight }: Adjusted): PictureSize => ({ width: ownWidth, height: ownHeight })

/** Where a place of the upright original lies in what is shown of it; what is cropped off lies on the nearest edge. */
export const placeShown = (place: FocusPoint, picture: Adjusted): FocusPoint =>
  picture.recipe === null ? place : onPicture(toShown(place, picture.recipe, ownSize(picture)))

/** The place of the upright original that is shown here: what is kept of a point, so that it stays on what it is on. */
export const placeInOriginal = (place: FocusPoint, picture: Adjusted): FocusPoint =>
  picture.recipe === null ? place : onPicture(fromShown(place, picture.recipe, ownSize(picture)))
