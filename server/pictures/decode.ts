import { readFile } from 'node:fs/promises'
import sharp, { type Sharp } from 'sharp'
import { heightAt } from '../../core/files/ladder.ts'
import type { Recipe } from '../../core/recipe/recipe.ts'
import type { Refusal } from '../refusal.ts'
import { decodedBy } from './faults.ts'
import { decodeHeic, HEIC } from './heic.ts'
import { memoryBudget } from './memory-budget.ts'

// Two files are worked on at a time (see the queue); more threads inside each would only fight over the cores.
sharp.concurrency(1)
sharp.cache(false)

/** Px in sRGB, upright. */
export interface RawPicture {
  readonly data: Buffer
  readonly width: number
  readonly height: number
  readonly channels: 1 | 2 | 3 | 4
}

/** An original on the disk, and what is shown of it. */
export interface FileSource {
  readonly hash: string
  readonly format: string
  readonly frames: number
  /** of what is shown, px */
  readonly width: number
  readonly height: number
  /** of the upright original, px */
  readonly ownWidth: number
  readonly ownHeight: number
  readonly recipe: Recipe | null
}

/** What decoding may take at once, bytes: one very large picture, or several usual ones. */
const MEMORY = 320_000_000
/** Bytes that a px takes at most while it is decoded: those of progressive files are all held at once. */
export const BYTES_A_PX = 6
/** The same of phones' pictures: px in WebAssembly, copied out of it, then as a PNG. */
const BYTES_A_HEIC_PX = 20
/** Of this thread: who has another one decode asks for the memory here first. */
export const budget = memoryBudget(MEMORY)

/** An upright original. */
interface Original {
  readonly width: number
  readonly height: number
  readonly format: string
}

/** Bytes that decoding an original takes at most. */
export const memoryToDecode = ({ width, height, format }: Original): number =>
  width * height * (format === HEIC ? BYTES_A_HEIC_PX : BYTES_A_PX)

/** JPEG can be decoded at these parts of its size, which costs less than decoding all of it and shows the same. */
const PARTS_OF_JPEG = [2, 4, 8]

/**
 * Where a JPEG is read from to be made so many times smaller. The library decodes it in part by itself, but for those
 * that are barely larger than a part: it would decode the next larger part, or all of it.
 */
function partOf(file: string, format: string, times: number): string {
  const part = Math.floor(times)
  return format === 'JPEG' && PARTS_OF_JPEG.includes(part) ? `${file}[shrink=${part}]` : file
}

const pixelsOf = (image: Sharp) =>
  decodedBy(() => image.toColourspace('srgb').raw().toBuffer({ resolveWithObject: true }), 'file')

/** The two bytes that end every JPEG. */
const END_OF_JPEG = Buffer.from([0xff, 0xd9])
/** A JPEG that lacks its end with one: all of the picture may be there all the same. Undefined where it has its end, or is gone. */
async function withEnd(file: string): Promise<Buffer | undefined> {
  const bytes = await readFile(file).catch(() => undefined)
  return !bytes || bytes.subarray(-END_OF_JPEG.length).equals(END_OF_JPEG)
    ? undefined
    : Buffer.concat([bytes, END_OF_JPEG])
}

/** Decodes an original, upright and in sRGB, to at most `width` px, at its shape if it is not said how high. Throws a refusal for damaged data. */
export async function decode(
  file: string,
  source: Original,
  width: number,
  high = heightAt(source, Math.min(width, source.width)),
): Promise<RawPicture> {
  const wide = Math.min(width, source.width)
  const size = { width: wide, height: high, fit: 'fill' as const }
  const read = (from: string | Buffer, failOn: 'error' | 'warning') =>
    sharp(from, { failOn, limitInputPixels: false }).autoOrient().resize(size)
  const times = Math.min(source.width / wide, source.height / high)
  const { data, info } = await budget.use(memoryToDecode(source), async () => {
    if (source.format === HEIC) return pixelsOf(sharp(await decodeHeic(file, size), { limitInputPixels: false }))
    return pixelsOf(read(partOf(file, source.format, times), 'error')).catch(async (refusal: Refusal) => {
      const ended = source.format === 'JPEG' && (await withEnd(file))
      if (!ended) throw refusal
      // Where more is missing than its end, the library has something to warn of.
      return pixelsOf(read(ended, 'warning')).catch(() => {
        throw refusal
      })
    })
  })
  return { data, width: info.width, height: info.height, channels: info.channels as RawPicture['channels'] }
}

/** For the image library. */
export const raw = ({ data, width, height, channels }: RawPicture) => sharp(data, { raw: { width, height, channels } })
