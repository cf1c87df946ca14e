import { createHash } from 'node:crypto'
import sharp, { type Sharp } from 'sharp'
import type { RawPixels } from '../../core/looks/grey.ts'
import type { CropWindow } from '../../core/geometry/crop-window.ts'
import { cropOf, type PictureSize, reach, turnedBy, turnedSize } from '../../core/recipe/frame.ts'
import { changesTone, PLAIN, type Recipe, recipeText, type Tone, toneOf } from '../../core/recipe/recipe.ts'
import { decode, type FileSource, type RawPicture, raw } from './decode.ts'

/** Gives px a tone, in a thread: the buffer that is handed over comes back changed. */
export type Toning = (pixels: RawPixels, tone: Tone) => Promise<Uint8Array>

/** px by which edges are carried on, so that nothing of what lies beyond is mixed into them. */
const CARRIED_ON = 3
/** Raised where the same recipe comes out otherwise: files of the old kind keep their names. */
const RECIPE_VERSION = 1

/** What names of files made of a picture begin with: they change with its content and with its recipe. */
export const stemOf = ({ hash, recipe }: Pick<FileSource, 'hash' | 'recipe'>): string =>
  recipe === null
    ? hash
    : createHash('sha256')
        .update(`${hash} ${RECIPE_VERSION} ${recipeText(recipe)}`)
        .digest('hex')

/**
 * What is shown of an original, at most `width` px wide: decoded once, turned, mirrored, straightened and cropped, but
 * without its tone, which is given at each width. Throws a refusal for damaged data.
 */
export async function decodeShown(file: string, source: FileSource, width: number): Promise<RawPicture> {
  const own = { width: source.ownWidth, height: source.ownHeight }
  const recipe = source.recipe ?? PLAIN
  const turned = turnedSize(own, recipe.turn)
  const crop = cropOf(recipe, own)
  // As large as its crop is wanted, and no larger than it is.
  const share = width >= source.width ? 1 : Math.min(1, width / (crop.width * turned.width))
  const decoded = await decode(file, { ...own, format: source.format }, Math.max(1, Math.ceil(own.width * share)))
  if (!changesFrame(recipe)) return decoded
  const size = recipe.turn % 2 === 0 ? decoded : { width: decoded.height, height: decoded.width }
  // Only what the crop reaches is turned and straightened: of a large picture that may be little.
  const needed = reached(crop, size, recipe.straighten)
  const upright = await extracted(decoded, beforeTurning(needed, size, recipe))
  const straight = await straightened(await turnedRound(upright, recipe), recipe.straighten)
  // The middle of what was straightened is the middle of what it was made of.
  const [dx, dy] = turnedBy(
    [
      (0.5 + needed.u) * size.width - needed.x - needed.width / 2,
      (0.5 + needed.v) * size.height - needed.y - needed.height / 2,
    ],
    recipe.straighten,
  )
  const wide = Math.max(1, Math.min(straight.width, Math.round(crop.width * size.width)))
  const high = Math.max(1, Math.min(straight.height, Math.round(crop.height * size.height)))
  const left = Math.round((straight.width - wide) / 2 + dx)
  const top = Math.round((straight.height - high) / 2 + dy)
  return extracted(straight, {
    x: Math.min(Math.max(0, left), straight.width - wide),
    y: Math.min(Math.max(0, top), straight.height - high),
    width: wide,
    height: high,
  })
}

/** Whole px. */
interface Region {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/**
 * The px of the turned picture that a crop in the straightened plane is made of, with a margin, and where the crop's
 * middle lies among all of them, in shares from the picture's own middle.
 */
function reached(
  crop: CropWindow,
  { width: w, height: h }: PictureSize,
  degrees: number,
): Region & { u: number; v: number } {
  const [u, v] = turnedBy([(crop.x + crop.width / 2 - 0.5) * w, (crop.y + crop.height / 2 - 0.5) * h], -degrees)
  const most = reach(crop.width * w, crop.height * h, degrees)
  const [across, down] = [most.across / 2 + CARRIED_ON, most.down / 2 + CARRIED_ON]
  const from = (start: number, length: number) => Math.min(length - 1, Math.max(0, Math.floor(start)))
  const [x, y] = [from(w / 2 + u - across, w), from(h / 2 + v - down, h)]
  const width = Math.max(1, Math.min(w, Math.ceil(w / 2 + u + across)) - x)
  const height = Math.max(1, Math.min(h, Math.ceil(h / 2 + v + down)) - y)
  return { x, y, width, height, u: u / w, v: v / h }
}

/** The same px of the picture before it was mirrored and turned. `size` is of the turned one. */
function beforeTurning({ x, y, width, height }: Region, size: PictureSize, { turn, mirror }: Recipe): Region {
  const seen = mirror ? size.width - x - width : x
  const [right, below] = [size.width - seen - width, size.height - y - height]
  switch (turn) {
    case 0:
      return { x: seen, y, width, height }
    case 1:
      return { x: y, y: right, width: height, height: width }
    case 2:
      return { x: right, y: below, width, height }
    case 3:
      return { x: below, y: seen, width: height, height: width }
  }
}

async function extracted(picture: RawPicture, { x, y, width, height }: Region): Promise<RawPicture> {
  if (width === picture.width && height === picture.height) return picture
  return toRaw(raw(picture).extract({ left: x, top: y, width, height }))
}

/** The same picture at exactly this size. */
export async function resizedTo(picture: RawPicture, width: number, height: number): Promise<RawPicture> {
  if (picture.width === width && picture.height === height) return picture
  return toRaw(raw(picture).resize({ width, height, fit: 'fill' }))
}

/** With the light, colours and edges of its recipe; the px given are left as they are. */
export async function toned(picture: RawPicture, recipe: Recipe | null, toning: Toning): Promise<RawPicture> {
  if (!recipe || !changesTone(recipe)) return picture
  const colours = inColours(picture)
  const data = await toning(colours, toneOf(recipe))
  return { ...colours, data: Buffer.from(data.buffer, data.byteOffset, data.byteLength) }
}

const changesFrame = ({ turn, mirror, straighten, crop }: Recipe): boolean =>
  turn !== 0 || mirror || straighten !== 0 || crop !== null

async function toRaw(image: Sharp): Promise<RawPicture> {
  const { data, info } = await image.raw().toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height, channels: info.channels as RawPicture['channels'] }
}

async function turnedRound(picture: RawPicture, { turn, mirror }: Recipe): Promise<RawPicture> {
  const turned = turn === 0 ? picture : await toRaw(raw(picture).rotate(90 * turn))
  return mirror ? toRaw(raw(turned).flop()) : turned
}

/** Turned by some degrees clockwise, in a box that holds all of it. */
async function straightened(picture: RawPicture, degrees: number): Promise<RawPicture> {
  if (degrees === 0) return picture
  const [cos, sin] = turnedBy([1, 0], degrees)
  const edge = { top: CARRIED_ON, bottom: CARRIED_ON, left: CARRIED_ON, right: CARRIED_ON }
  const wider = await toRaw(raw(picture).extend({ ...edge, extendWith: 'copy' }))
  return toRaw(
    raw(wider).affine([cos, -sin, sin, cos], { interpolator: sharp.interpolators.bicubic, background: '#0000' }),
  )
}

/** A copy in red, green and blue, whatever it was: what a tone can be given to. */
function inColours({ data, width, height, channels }: RawPicture): RawPicture {
  if (channels >= 3) return { data: copied(data), width, height, channels }
  const wider = (channels + 2) as 3 | 4
  const colours = copied(Buffer.alloc(width * height * wider))
  for (let from = 0, to = 0; from < data.length; from += channels, to += wider) {
    colours.fill(data[from]!, to, to + 3)
    if (channels === 2) colours[to + 3] = data[from + 1]!
  }
  return { data: colours, width, height, channels: wider }
}
/** In memory of its own, which can be handed to a thread. */
const copied = (data: Uint8Array): Buffer => Buffer.from(new Uint8Array(data).buffer)
