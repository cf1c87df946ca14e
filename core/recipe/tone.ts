import type { RawPixels } from '../looks/grey.ts'
import { changesTone, type Tone } from './recipe.ts'

/** Values of a table stand in so many parts of a level, so that steps one after another are rounded once. */
const PARTS = 64
const HALF = PARTS / 2

/**
 * Gives px the light, contrast, warmth, saturation and sharpness of a recipe, in place. Whole numbers all the way: the
 * same px come out wherever it runs, so that what is seen while rulers are moved is what readers get. Colours of 3
 * channels, or 4 of which the last lets light through. O(px).
 */
export function applyTone(picture: RawPixels, tone: Tone): void {
  if (!changesTone(tone)) return
  if (picture.channels < 3) throw new RangeError(`picture: expected 3 or 4 channels, got ${picture.channels}`)
  const coloured = tone.light !== 0 || tone.contrast !== 0 || tone.warmth !== 0 || tone.saturation !== 0
  if (coloured) colour(picture, tone)
  if (tone.sharpness !== 0) sharpen(picture, tone.sharpness)
}

function colour({ data, channels }: RawPixels, tone: Tone): void {
  const [reds, greens, blues] = tablesOf(tone)
  const strength = Math.round((256 * (100 + tone.saturation)) / 100)
  for (let i = 0; i < data.length; i += channels) {
    const r = reds[data[i]!]!
    const g = greens[data[i + 1]!]!
    const b = blues[data[i + 2]!]!
    if (strength === 256) {
      data[i] = (r + HALF) >> 6
      data[i + 1] = (g + HALF) >> 6
      data[i + 2] = (b + HALF) >> 6
    } else {
      const grey = (54 * r + 183 * g + 19 * b) >> 8
      data[i] = level(grey + (((r - grey) * strength) >> 8))
      data[i + 1] = level(grey + (((g - grey) * strength) >> 8))
      data[i + 2] = level(grey + (((b - grey) * strength) >> 8))
    }
  }
}

const level = (parts: number): number => {
  const value = (parts + HALF) >> 6
  return value < 0 ? 0 : value > 255 ? 255 : value
}

/** What each level of red, green and blue becomes. Black stays black, and what is lighter stays lighter. */
export function tablesOf({ light, contrast, warmth }: Tone): readonly [Int32Array, Int32Array, Int32Array] {
  const power = 2 ** (-light / 100)
  const bend = contrast / 100
  const curve = (x: number): number => {
    const lit = x ** power
    // More: an S between black and white. Less: towards the middle.
    return bend > 0 ? lit + bend * (lit * lit * (3 - 2 * lit) - lit) : lit + bend * 0.5 * (lit - 0.5)
  }
  const table = (gain: number) =>
    Int32Array.from({ length: 256 }, (_, i) =>
      Math.round(255 * PARTS * Math.min(1, Math.max(0, curve(i / 255) * gain))),
    )
  const warm = warmth / 100
  return [table(2 ** (0.14 * warm)), table(1), table(2 ** (-0.22 * warm))]
}

/** Edges made clearer: what a px differs from those around it is added to it, the same in all colours. */
function sharpen({ data, width, height, channels }: RawPixels, sharpness: number): void {
  const strength = Math.round((256 * sharpness) / 100)
  const grey = new Uint8Array(width * height)
  for (let i = 0, p = 0; p < grey.length; i += channels, p++)
    grey[p] = (54 * data[i]! + 183 * data[i + 1]! + 19 * data[i + 2]!) >> 8
  for (let y = 0; y < height; y++) {
    const row = y * width
    const above = y === 0 ? row : row - width
    const below = y === height - 1 ? row : row + width
    for (let x = 0; x < width; x++) {
      const left = x === 0 ? x : x - 1
      const right = x === width - 1 ? x : x + 1
      const around =
        grey[above + left]! +
        grey[above + right]! +
        grey[below + left]! +
        grey[below + right]! +
        2 * (grey[above + x]! + grey[below + x]! + grey[row + left]! + grey[row + right]!) +
        4 * grey[row + x]!
      const more = ((16 * grey[row + x]! - around) * strength) >> 12
      if (more === 0) continue
      const i = (row + x) * channels
      for (let c = 0; c < 3; c++) {
        const value = data[i + c]! + more
        data[i + c] = value < 0 ? 0 : value > 255 ? 255 : value
      }
    }
  }
}
