import { type CropWindow, type FocusPoint, onPicture, WHOLE } from '../geometry/crop-window.ts'
import { LEAST_CROP, MOST_DEGREES, type Recipe, type RecipeCrop } from './recipe.ts'

/** px */
export interface PictureSize {
  readonly width: number
  readonly height: number
}

type Turning = Pick<Recipe, 'turn' | 'mirror' | 'straighten' | 'crop'>

const clamp = (value: number, most: number) => Math.min(Math.max(value, -most), most)
const fold = (degrees: number): readonly [cos: number, sin: number] => {
  const radians = (degrees * Math.PI) / 180
  return [Math.cos(radians), Math.sin(radians)]
}

/** The upright picture after quarter turns. */
export const turnedSize = ({ width, height }: PictureSize, turn: Recipe['turn']): PictureSize =>
  turn % 2 === 0 ? { width, height } : { width: height, height: width }

/** How far a rectangle of w × h reaches along the sides of a picture that hangs at this angle to it. */
export function reach(w: number, h: number, degrees: number): { readonly across: number; readonly down: number } {
  const [cos, sin] = fold(Math.abs(degrees))
  return { across: w * cos + h * sin, down: w * sin + h * cos }
}

/** A crop in the plane in which the picture is straight: shares of the turned picture, past 0 and 1 where it hangs over. */
const inPlane = ({ middleX, middleY, width, height }: RecipeCrop, size: PictureSize, degrees: number): CropWindow => {
  const { x, y } = rotated({ x: middleX, y: middleY }, size, degrees)
  return { x: x - width / 2, y: y - height / 2, width, height }
}
/** The same as a recipe has it. */
function asCrop({ x, y, width, height }: CropWindow, size: PictureSize, degrees: number): RecipeCrop {
  const middle = onPicture(rotated({ x: x + width / 2, y: y + height / 2 }, size, -degrees))
  return { middleX: middle.x, middleY: middle.y, width, height }
}

/**
 * This crop where it lies within the straightened picture; else made smaller in its shape and moved by the least that
 * leaves no corner empty. Both are solved: a rectangle lies within when its middle, seen along the picture's own sides,
 * is no nearer to any of them than it reaches. O(1).
 */
export function heldInside(crop: CropWindow, size: PictureSize, degrees: number): CropWindow {
  const { width: W, height: H } = size
  const wide = reach(crop.width * W, crop.height * H, degrees)
  const scale = Math.min(1, W / wide.across, H / wide.down)
  const [width, height] = [crop.width * scale, crop.height * scale]
  const { across, down } = reach(width * W, height * H, degrees)
  const middle = rotated({ x: crop.x + crop.width / 2, y: crop.y + crop.height / 2 }, size, -degrees)
  const held = {
    middleX: 0.5 + clamp(middle.x - 0.5, Math.max(0, (1 - across / W) / 2)),
    middleY: 0.5 + clamp(middle.y - 0.5, Math.max(0, (1 - down / H) / 2)),
  }
  return inPlane({ ...held, width, height }, size, degrees)
}

/**
 * The largest crop of shape `aspect` (width / height) in a straightened picture, its middle as near to this point as it
 * can lie. O(1). In 3000 × 2000 px at 0° a square is 2000 px wide: `{ x: 1/6, y: 0, width: 2/3, height: 1 }`.
 */
export function largestCrop(
  { width: W, height: H }: PictureSize,
  degrees: number,
  aspect: number,
  middle: FocusPoint = { x: 0.5, y: 0.5 },
): CropWindow {
  const { across, down } = reach(aspect, 1, degrees)
  const h = Math.min(W / across, H / down)
  const [width, height] = [(h * aspect) / W, h / H]
  return heldInside(
    { x: middle.x - width / 2, y: middle.y - height / 2, width, height },
    { width: W, height: H },
    degrees,
  )
}

/** The part of the turned, straightened picture that is kept, without an empty corner whatever was asked for. */
export function cropOf(recipe: Turning, own: PictureSize): CropWindow {
  const size = turnedSize(own, recipe.turn)
  if (recipe.crop) return heldInside(inPlane(recipe.crop, size, recipe.straighten), size, recipe.straighten)
  if (recipe.straighten === 0) return WHOLE
  return largestCrop(size, recipe.straighten, size.width / size.height)
}

/** px of what is kept, of a picture of its own px. */
export function shownSize(recipe: Turning, own: PictureSize): PictureSize {
  const { width, height } = turnedSize(own, recipe.turn)
  const crop = cropOf(recipe, own)
  return { width: Math.max(1, Math.round(crop.width * width)), height: Math.max(1, Math.round(crop.height * height)) }
}

const quarter = ({ x, y }: FocusPoint): FocusPoint => ({ x: 1 - y, y: x })
const quarters = (point: FocusPoint, turn: number): FocusPoint =>
  Array.from({ length: turn }).reduce<FocusPoint>((one) => quarter(one), point)
const mirroredPoint = ({ x, y }: FocusPoint): FocusPoint => ({ x: 1 - x, y })

/** A way of so many px across and down, turned by degrees clockwise. */
export function turnedBy([x, y]: readonly [number, number], degrees: number): readonly [number, number] {
  const [cos, sin] = fold(degrees)
  return [x * cos - y * sin, x * sin + y * cos]
}

function rotated({ x, y }: FocusPoint, { width, height }: PictureSize, degrees: number): FocusPoint {
  const [dx, dy] = turnedBy([(x - 0.5) * width, (y - 0.5) * height], degrees)
  return { x: dx / width + 0.5, y: dy / height + 0.5 }
}

/** Where a point of the picture as it came lies in the plane of the crop, in shares of the turned picture. */
export function toPlane(point: FocusPoint, recipe: Turning, own: PictureSize): FocusPoint {
  const turned = quarters(point, recipe.turn)
  const seen = recipe.mirror ? mirroredPoint(turned) : turned
  return rotated(seen, turnedSize(own, recipe.turn), recipe.straighten)
}

/** Where a point of the picture as it came lies in what is shown, in shares of it; outside 0 to 1 where it is cropped off. */
export function toShown(point: FocusPoint, recipe: Turning, own: PictureSize): FocusPoint {
  const { x, y } = toPlane(point, recipe, own)
  const crop = cropOf(recipe, own)
  return { x: (x - crop.x) / crop.width, y: (y - crop.y) / crop.height }
}

/** The point of the picture as it came that is shown here: the inverse of `toShown`. */
export function fromShown(point: FocusPoint, recipe: Turning, own: PictureSize): FocusPoint {
  const crop = cropOf(recipe, own)
  const plane = { x: crop.x + point.x * crop.width, y: crop.y + point.y * crop.height }
  const seen = rotated(plane, turnedSize(own, recipe.turn), -recipe.straighten)
  return quarters(recipe.mirror ? mirroredPoint(seen) : seen, (4 - recipe.turn) % 4)
}

/** What is seen, turned by one more quarter clockwise: the crop goes with it. */
export function turnedOnce(recipe: Recipe, by: 1 | -1): Recipe {
  // Mirrored after it was turned, it turns the other way round beneath.
  const turn = ((recipe.turn + (recipe.mirror ? -by : by) + 4) % 4) as Recipe['turn']
  const { crop } = recipe
  const middle = crop && quarters({ x: crop.middleX, y: crop.middleY }, by === 1 ? 1 : 3)
  return {
    ...recipe,
    turn,
    crop: crop && middle && { middleX: middle.x, middleY: middle.y, width: crop.height, height: crop.width },
  }
}

/** What is seen, with left and right exchanged. */
export function mirroredOnce(recipe: Recipe): Recipe {
  const { crop } = recipe
  return {
    ...recipe,
    mirror: !recipe.mirror,
    straighten: recipe.straighten === 0 ? 0 : -recipe.straighten,
    crop: crop && { ...crop, middleX: 1 - crop.middleX },
  }
}

/** The recipe with this crop, held inside; null where it keeps all that can be kept. */
export function withCrop(recipe: Recipe, crop: CropWindow | null, own: PictureSize): Recipe {
  if (!crop) return { ...recipe, crop: null }
  const size = turnedSize(own, recipe.turn)
  const held = heldInside(crop, size, recipe.straighten)
  const all = cropOf({ ...recipe, crop: null }, own)
  const whole = (['x', 'y', 'width', 'height'] as const).every((key) => Math.abs(held[key] - all[key]) < 1e-6)
  return { ...recipe, crop: whole ? null : asCrop(held, size, recipe.straighten) }
}

/** Straightened by so many degrees, to a tenth; a crop of one's own keeps its shape, and is smaller only for as long as it must. */
export const withStraighten = (recipe: Recipe, degrees: number): Recipe => ({
  ...recipe,
  straighten: Math.round(10 * clamp(degrees, MOST_DEGREES)) / 10,
})

/**
 * Degrees that make a line straight which was drawn in the plane along what should be level, or upright: the smaller
 * turn of the two. Lengths in px. A line that falls by 100 on 1000 wants −5.7° more.
 */
export function straightenedBy(line: { readonly dx: number; readonly dy: number }): number {
  const degrees = (Math.atan2(line.dy, line.dx) * 180) / Math.PI
  const off = ((((degrees + 45) % 90) + 90) % 90) - 45
  return off === 0 ? 0 : -off
}

/** Which sides of a crop a hand has hold of: -1 the start, 1 the end, 0 neither. */
export interface Hold {
  readonly x: -1 | 0 | 1
  readonly y: -1 | 0 | 1
}

/**
 * The crop after its held sides were moved by these shares of the picture; nothing held moves all of it. With a shape
 * it keeps that, from the side across. It goes as far as it can and no further.
 */
export function movedCrop(
  crop: CropWindow,
  hold: Hold,
  by: FocusPoint,
  { size, degrees, aspect }: { readonly size: PictureSize; readonly degrees: number; readonly aspect: number | null },
): CropWindow {
  // In shares, which are what a crop is told in.
  const shape = aspect === null ? null : (aspect * size.height) / size.width
  if (hold.x === 0 && hold.y === 0) return heldInside({ ...crop, x: crop.x + by.x, y: crop.y + by.y }, size, degrees)
  // In a straight line from what is to what is wanted there is one last place that fits.
  let [fits, most] = [0, 1]
  const at = (share: number) => pulled(crop, hold, { x: by.x * share, y: by.y * share }, shape)
  if (liesInside(at(1), size, degrees)) return at(1)
  for (let i = 0; i < 40; i++) {
    const middle = (fits + most) / 2
    if (liesInside(at(middle), size, degrees)) fits = middle
    else most = middle
  }
  return at(fits)
}

function pulled(crop: CropWindow, hold: Hold, by: FocusPoint, shape: number | null): CropWindow {
  // One that is smaller already, of a picture that hangs and is very long, does not grow by being held.
  const [least, lowest] = [Math.min(LEAST_CROP, crop.width), Math.min(LEAST_CROP, crop.height)]
  let width = Math.max(least, crop.width + hold.x * by.x)
  let height = Math.max(lowest, crop.height + hold.y * by.y)
  if (shape !== null) {
    // The side that was moved further decides; of one side, that one.
    const wide = hold.y === 0 || (hold.x !== 0 && Math.abs(by.x) >= Math.abs(by.y * shape))
    if (wide) height = width / shape
    else width = height * shape
    const grow = Math.max(1, least / width, lowest / height)
    width *= grow
    height *= grow
  }
  const from = (start: number, before: number, after: number, held: -1 | 0 | 1) =>
    held === -1 ? start + before - after : held === 1 ? start : start + (before - after) / 2
  return {
    x: from(crop.x, crop.width, width, hold.x),
    y: from(crop.y, crop.height, height, hold.y),
    width,
    height,
  }
}

/** Whether a crop has no empty corner; rounding is let pass. */
export function liesInside(crop: CropWindow, size: PictureSize, degrees: number): boolean {
  const { width: W, height: H } = size
  const [cos, sin] = fold(degrees)
  const slack = 1e-9 * Math.max(W, H)
  return [0, 1].every((right) =>
    [0, 1].every((bottom) => {
      const x = (crop.x + right * crop.width - 0.5) * W
      const y = (crop.y + bottom * crop.height - 0.5) * H
      return Math.abs(x * cos + y * sin) <= W / 2 + slack && Math.abs(y * cos - x * sin) <= H / 2 + slack
    }),
  )
}
