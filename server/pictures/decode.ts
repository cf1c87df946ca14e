import sharp from 'sharp'
import { LONGEST_EDGE } from '../../core/files/ladder.ts'
import type { Recipe } from '../../core/recipe/recipe.ts'
import { faultOf } from './faults.ts'
import { decodeHeic } from './heic.ts'
import { memoryBudget } from './memory-budget.ts'
import { HEIC } from './sniff.ts'

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
export const budget = memoryBudget(MEMORY)

/** Decodes an original, upright and in sRGB, to at most `width` px. Throws a refusal for damaged data. */
export async function decode(
  file: string,
  source: { readonly width: number; readonly height: number; readonly format: string },
  width: number,
): Promise<RawPicture> {
  // What is extremely high would be as high as no file can be: it is squeezed, and its box stretches it again.
  const high = Math.round((source.height * Math.min(width, source.width)) / source.width) > LONGEST_EDGE
  const size = high ? { width, height: LONGEST_EDGE, fit: 'fill' as const } : { width, withoutEnlargement: true }
  const heic = source.format === HEIC
  const upright = async () =>
    heic
      ? sharp(await decodeHeic(file, size), { limitInputPixels: false })
      : sharp(file, { failOn: 'error', limitInputPixels: false }).autoOrient().resize(size)
  const need = source.width * source.height * (heic ? BYTES_A_HEIC_PX : BYTES_A_PX)
  const { data, info } = await budget.use(need, async () =>
    (await upright())
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true })
      .catch((cause: Error) => {
        throw faultOf(cause, 'file')
      }),
  )
  return { data, width: info.width, height: info.height, channels: info.channels as RawPicture['channels'] }
}

/** For the image library. */
export const raw = ({ data, width, height, channels }: RawPicture) => sharp(data, { raw: { width, height, channels } })
