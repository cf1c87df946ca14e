import { rm, writeFile } from 'node:fs/promises'
import { hashOfFile } from '../hash-of-file.ts'
import { decode, raw } from './decode.ts'
import type { Sniffed } from './sniff.ts'

/** A file that takes the place of the one that came. */
export interface MadeSmaller extends Sniffed {
  readonly file: string
  readonly hash: string
  readonly bytes: number
}

/** Near enough to what came that nothing is seen of it. */
const QUALITY = 92
/** No WebP is longer on either side, px. */
const LONGEST_WEBP = 16_383

/**
 * Writes a picture to `target` with its longer side `edge` px, upright and in sRGB; undefined where it is not longer
 * than that, or moves. Formats that few programs read become JPEG; what can be seen through stays so.
 */
export async function madeSmaller(
  file: string,
  target: string,
  { format, width, height, frames }: Sniffed,
  edge: number,
): Promise<MadeSmaller | undefined> {
  if (Math.max(width, height) <= edge || frames > 1) return undefined
  const [wide, high] = [width, height].map((side) => Math.max(1, Math.round((side * edge) / Math.max(width, height))))
  const picture = await decode(file, { width, height, format }, wide!, high!)
  const seenThrough = Math.max(picture.width, picture.height) > LONGEST_WEBP ? 'PNG' : 'WebP'
  const kept = format === 'PNG' || format === 'WebP' ? format : picture.channels % 2 === 0 ? seenThrough : 'JPEG'
  const image = raw(picture)
  const bytes = await (kept === 'PNG'
    ? image.png()
    : kept === 'WebP'
      ? image.webp({ quality: QUALITY })
      : image.jpeg({ quality: QUALITY })
  ).toBuffer()
  try {
    await writeFile(target, bytes, { flush: true })
    return {
      file: target,
      hash: await hashOfFile(target),
      bytes: bytes.length,
      format: kept,
      width: picture.width,
      height: picture.height,
      frames: 1,
    }
  } catch (error) {
    await rm(target, { force: true })
    throw error
  }
}
