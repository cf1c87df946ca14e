/** How pictures look: what is measured on their px to find look-alikes and flaws. Nothing here claims to know beauty. */

/** Px as an image library gives them: rows of `channels` bytes a px. */
export interface RawPixels {
  readonly data: Uint8Array
  readonly width: number
  readonly height: number
  readonly channels: number
}

/** Brightness of each px, 0 to 255, row by row. */
export interface Grey {
  readonly data: Float32Array
  readonly width: number
  readonly height: number
}

/** Brightness as the eye weighs colours; what can be seen through lies on white. Source: ITU-R BT.601, 2.5.1. */
export function greyOf({ data, width, height, channels }: RawPixels): Grey {
  const grey = new Float32Array(width * height)
  const opaque = channels % 2 === 1
  for (let px = 0, at = 0; px < grey.length; px++, at += channels) {
    const value = channels < 3 ? data[at]! : 0.299 * data[at]! + 0.587 * data[at + 1]! + 0.114 * data[at + 2]!
    grey[px] = opaque ? value : 255 + ((value - 255) * data[at + channels - 1]!) / 255
  }
  return { data: grey, width, height }
}

/** The picture squeezed or stretched to this size, each px the mean of the area that it stands for. O(px). */
export function resized({ data, width, height }: Grey, wide: number, high: number): Grey {
  const across = resizedRows({ data, width, height }, wide)
  const turned = resizedRows(transposed({ data: across, width: wide, height }), high)
  return transposed({ data: turned, width: high, height: wide })
}

export function transposed({ data, width, height }: Grey): Grey {
  const out = new Float32Array(data.length)
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) out[x * height + y] = data[y * width + x]!
  return { data: out, width: height, height: width }
}

function resizedRows({ data, width, height }: Grey, wide: number): Float32Array {
  const out = new Float32Array(wide * height)
  const step = width / wide
  for (let y = 0; y < height; y++)
    for (let x = 0; x < wide; x++) {
      const [from, to] = [x * step, (x + 1) * step]
      const last = Math.min(width - 1, Math.ceil(to) - 1)
      let sum = 0
      for (let px = Math.floor(from); px <= last; px++)
        sum += (Math.min(to, px + 1) - Math.max(from, px)) * data[y * width + px]!
      out[y * wide + x] = sum / step
    }
  return out
}
