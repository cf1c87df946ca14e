import { detailOf } from '../looks/detail.ts'
import { THUMB } from '../looks/signature.ts'
import { type PictureSize, toShown } from './frame.ts'
import type { Recipe } from './recipe.ts'

/**
 * Share of what there is to see in a picture that its recipe keeps, 0 to 1: of the detail in a thumb of the upright
 * original, which a plain sky or wall has none of. All of it where there is none at all. O(1).
 */
export function detailKept(thumb: Uint8Array, recipe: Recipe, own: PictureSize): number {
  let [kept, all] = [0, 0]
  detailOf(thumb).forEach((detail, i) => {
    const { x, y } = toShown({ x: ((i % THUMB) + 0.5) / THUMB, y: (Math.floor(i / THUMB) + 0.5) / THUMB }, recipe, own)
    all += detail
    if (x >= 0 && x <= 1 && y >= 0 && y <= 1) kept += detail
  })
  return all === 0 ? 1 : kept / all
}
