import sharp, { type Sharp } from 'sharp'
import { ladderFor, LONGEST_EDGE } from '../../core/files/ladder.ts'
import { movingWidths } from '../../core/files/moving.ts'
import type { Picture, Rendition } from '../../core/wire/picture.ts'
import { faultOf } from './faults.ts'
import { decodeHeic } from './heic.ts'
import { memoryBudget } from './memory-budget.ts'
import { type PictureFolder, renditionFile } from './picture-folder.ts'
import { HEIC } from './sniff.ts'

// Two files are worked on at a time (see the queue); more threads inside each would only fight over the cores.
sharp.concurrency(1)
sharp.cache(false)

interface RawPicture {
  readonly data: Buffer
  readonly width: number
  readonly height: number
  readonly channels: 1 | 2 | 3 | 4
}

interface Source {
  readonly hash: string
  readonly width: number
  readonly height: number
  readonly format: string
  readonly frames: number
}

const WEBP = { quality: 80, effort: 2 } as const
/** Of a hundred frames none is looked at for long, and each costs as much as a picture. */
const MOVING = { quality: 72, effort: 2 } as const
/** Width of the JPEG for feeds and share cards, px. */
export const JPEG_WIDTH = 1200
/** What the tray and the board need at once. */
const FIRST_WIDTHS = [1080, 480, 320]

/** What decoding may take at once, bytes: one very large picture, or several usual ones. */
const MEMORY = 320_000_000
/** Bytes that a px takes at most while it is decoded: those of progressive files are all held at once. */
const BYTES_A_PX = 6
/** The same of phones' pictures: px in WebAssembly, copied out of it, then as a PNG. */
const BYTES_A_HEIC_PX = 20
const budget = memoryBudget(MEMORY)

/** Decodes an original, upright and in sRGB, to at most `width` px. Throws a refusal for damaged data. */
export async function decode(file: string, source: Source, width: number): Promise<RawPicture> {
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

async function shrink(picture: RawPicture, width: number): Promise<RawPicture> {
  if (width >= picture.width) return picture
  const { data, info } = await raw(picture).resize({ width }).raw().toBuffer({ resolveWithObject: true })
  return { ...picture, data, width: info.width, height: info.height }
}

async function write(
  folder: PictureFolder,
  hash: string,
  picture: RawPicture,
  { width: named, format }: { readonly width: number; readonly format: 'webp' | 'jpeg' },
): Promise<{ onDisk: Promise<Rendition> }> {
  const bytes =
    format === 'webp'
      ? await raw(picture).webp(WEBP).toBuffer()
      : await raw(picture).flatten({ background: '#fff' }).jpeg({ quality: 82, mozjpeg: true }).toBuffer()
  const file = renditionFile(hash, named, format)
  const made = { width: picture.width, height: picture.height, format, bytes: bytes.length, file }
  return { onDisk: folder.writeRendition(file, bytes).then(() => made) }
}

/** The widths made before a picture is shown, and those that follow in the background. */
function plannedWidths(source: { width: number; height: number }): { first: number[]; later: number[] } {
  const all = ladderFor(source.width, source.height)
  const first = all.filter((width) => FIRST_WIDTHS.includes(width))
  // A small original has no rung of its own among the first: its one file is the first.
  return {
    first: first.length ? first : [all[0]!],
    later: all.filter((width) => !first.includes(width) && (first.length > 0 || width !== all[0])),
  }
}

/** What is still to be made; undefined where nothing is. */
export function missingFiles(picture: Source & Pick<Picture, 'renditions'>): Wanted | undefined {
  const { first, later } = plannedWidths(picture)
  const has = (format: Rendition['format'], width: number) =>
    picture.renditions.some((file) => file.format === format && file.width === width)
  const widths = [...first, ...later].filter((width) => !has('webp', width))
  const moving = movingWidths(picture).filter((width) => !has('moving', width))
  const jpeg = !picture.renditions.some((file) => file.format === 'jpeg')
  return widths.length > 0 || jpeg || moving.length > 0 ? { widths, jpeg, moving } : undefined
}

/** Files to be made: WebP of these widths, the JPEG, and moving WebP of these. */
export interface Wanted {
  readonly widths: readonly number[]
  readonly jpeg: boolean
  readonly moving: readonly number[]
}

/** Who is told, and of what. */
interface Told {
  /** every file, as soon as it is on the disk */
  readonly done: (made: Rendition) => void
  /** the px that all files are made from */
  readonly decoded?: (picture: Sharp) => void
}

/**
 * One decode, then each width from the next larger raw picture: half the work of decoding for each.
 */
async function cascade(
  folder: PictureFolder,
  source: Source,
  { widths, jpeg }: Pick<Wanted, 'widths' | 'jpeg'>,
  { done, decoded }: Told,
): Promise<RawPicture> {
  const jpegWidth = Math.min(JPEG_WIDTH, source.width)
  const steps = [
    ...widths.map((width) => ({ width, format: 'webp' as const })),
    ...(jpeg ? [{ width: jpegWidth, format: 'jpeg' as const }] : []),
  ].sort((a, b) => b.width - a.width)
  let picture = await decode(folder.original(source.hash), source, steps[0]!.width)
  decoded?.(raw(picture))
  // The disk takes its time: meanwhile the next one is made.
  const written: Promise<void>[] = []
  try {
    for (const step of steps) {
      picture = await shrink(picture, step.width)
      const { onDisk } = await write(folder, source.hash, picture, step)
      written.push(onDisk.then(done))
    }
  } finally {
    // Nothing is still being written when this ends, however it ends.
    await Promise.allSettled(written)
  }
  await Promise.all(written)
  return picture
}

/** Makes the files that a picture needs to be seen, and gives its mean colour as #rrggbb. */
export async function makeFirst(folder: PictureFolder, source: Source, told: Told): Promise<string> {
  const smallest = await cascade(folder, source, { widths: plannedWidths(source).first, jpeg: false }, told)
  const { data } = await raw(smallest)
    .flatten({ background: '#fff' })
    .resize(1, 1, { fit: 'fill' })
    .removeAlpha()
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true })
  return `#${[...data.subarray(0, 3)].map((value) => value.toString(16).padStart(2, '0')).join('')}`
}

/** All frames at this width. Throws a refusal for damaged data. */
async function writeMoving(folder: PictureFolder, source: Source, width: number): Promise<Rendition> {
  const need = source.width * source.height * source.frames * BYTES_A_PX
  const { data, info } = await budget.use(need, () =>
    sharp(folder.original(source.hash), { animated: true, failOn: 'error', limitInputPixels: false })
      .resize({ width })
      .webp(MOVING)
      .toBuffer({ resolveWithObject: true })
      .catch((cause: Error) => {
        throw faultOf(cause, 'file')
      }),
  )
  const file = renditionFile(source.hash, width, 'moving')
  await folder.writeRendition(file, data)
  const height = info.pageHeight ?? info.height
  return { width: info.width, height, format: 'moving', bytes: data.length, file }
}

/** Makes the other widths, the JPEG, and what moves. */
export async function makeLater(
  folder: PictureFolder,
  source: Source,
  wanted: Wanted,
  done: (made: Rendition) => void,
): Promise<void> {
  if (wanted.widths.length > 0 || wanted.jpeg) await cascade(folder, source, wanted, { done })
  for (const width of wanted.moving) done(await writeMoving(folder, source, width))
}
