import sharp from 'sharp'
import smartcrop from 'smartcrop'
import { CENTRE, type FocusPoint } from '../../core/geometry/crop-window.ts'
import type { RawPixels } from '../../core/looks/grey.ts'

/** Longer side of what is gone through, px: finer, it takes longer and finds nothing else. */
const SIDE = 176
/** One crop in which a wide picture loses its sides, and one in which nearly every picture loses from its height. */
const [SQUARE, BANNER] = [1, 3]
/** The centre is a strong guess: the crop that is found pulls away from it by this share only. */
const TRUST = 0.5

interface Rgba {
  readonly data: Uint8ClampedArray
  readonly width: number
  readonly height: number
}

/**
 * Where the eye should go, for crops to keep: a suggestion, for on photographs with marked subjects it is but a little
 * better than the centre. Never used as more than that.
 */
export async function suggestedFocus(pixels: RawPixels): Promise<FocusPoint> {
  const { width, height, channels } = pixels
  const { data, info } = await sharp(pixels.data, { raw: { width, height, channels: channels as 1 | 2 | 3 | 4 } })
    .resize({ width: SIDE, height: SIDE, fit: 'inside' })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  // What is a line of a few px has no place to look at.
  if (Math.min(info.width, info.height) < 24) return CENTRE
  const image: Rgba = { data: new Uint8ClampedArray(data), width: info.width, height: info.height }
  const [across, down] = [await middleOf(image, SQUARE), await middleOf(image, BANNER)]
  return { x: towards(across.x), y: towards(down.y) }
}

const towards = (found: number): number => Math.round(1000 * (0.5 + TRUST * (found - 0.5))) / 1000

/** The middle of the crop of this shape that is found best, in shares of the picture. */
async function middleOf(image: Rgba, aspect: number): Promise<FocusPoint> {
  const options = {
    width: aspect,
    height: 1,
    prescale: false,
    imageOperations: {
      open: async (own: Rgba) => own,
      resample: async (own: Rgba, wide: number, high: number) => sampled(own, Math.floor(wide), Math.floor(high)),
      getData: async (own: Rgba) => own,
    },
  }
  const { topCrop } = await smartcrop.crop(image as never, options)
  return {
    x: (topCrop.x + topCrop.width / 2) / image.width,
    y: (topCrop.y + topCrop.height / 2) / image.height,
  }
}

/** The px in the middle of what each stands for. */
function sampled({ data, width, height }: Rgba, wide: number, high: number): Rgba {
  const out = new Uint8ClampedArray(4 * wide * high)
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++) {
      const from = 4 * (Math.floor(((y + 0.5) * height) / high) * width + Math.floor(((x + 0.5) * width) / wide))
      out.set(data.subarray(from, from + 4), 4 * (y * wide + x))
    }
  return { data: out, width: wide, height: high }
}
