import sharp, { type Sharp } from 'sharp'
import { heightOfFile, jpegWidthFor, ladderFor } from '../../core/files/ladder.ts'
import { movingWidths } from '../../core/files/moving.ts'
import type { Picture, Rendition } from '../../core/wire/picture.ts'
import { decodeShown, resizedTo, stemOf, toned, type Toning } from './apply-recipe.ts'
import { BYTES_A_PX, budget, type FileSource, type RawPicture, raw } from './decode.ts'
import { faultOf } from './faults.ts'
import { type PictureFolder, renditionFile } from './picture-folder.ts'

const WEBP = { quality: 80, effort: 2 } as const
/** Of a hundred frames none is looked at for long, and each costs as much as a picture. */
const MOVING = { quality: 72, effort: 2 } as const
/** What the tray and the board need at once. */
const FIRST_WIDTHS = [1080, 480, 320]

/** Where files are made of pictures, and how. */
export interface Darkroom {
  readonly folder: PictureFolder
  readonly toning: Toning
}

/** What is shown of a picture, as wide as was asked for to the px: its files are known by their widths. */
async function begun(folder: PictureFolder, source: FileSource, width: number): Promise<RawPicture> {
  const picture = await decodeShown(folder.original(source.hash), source, width)
  const wide = Math.min(width, source.width)
  return resizedTo(picture, wide, heightOfFile(source, wide))
}

async function write(
  folder: PictureFolder,
  stem: string,
  picture: RawPicture,
  { width: named, format }: { readonly width: number; readonly format: 'webp' | 'jpeg' },
): Promise<{ onDisk: Promise<Rendition> }> {
  const bytes =
    format === 'webp'
      ? await raw(picture).webp(WEBP).toBuffer()
      : await raw(picture).flatten({ background: '#fff' }).jpeg({ quality: 82, mozjpeg: true }).toBuffer()
  const file = renditionFile(stem, named, format)
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
export function missingFiles(picture: FileSource & Pick<Picture, 'renditions'>): Wanted | undefined {
  const { first, later } = plannedWidths(picture)
  const has = (format: Rendition['format'], width: number) =>
    picture.renditions.some((file) => file.format === format && file.width === width)
  const widths = [...first, ...later].filter((width) => !has('webp', width))
  const moving = movingWidths(picture).filter((width) => !has('moving', width))
  const jpeg = !picture.renditions.some((file) => file.format === 'jpeg')
  return widths.length > 0 || jpeg || moving.length > 0 ? { widths, jpeg, moving } : undefined
}

/** How many files are still to be made. */
export function countMissing(picture: FileSource & Pick<Picture, 'renditions'>): number {
  const missing = missingFiles(picture)
  return missing ? missing.widths.length + missing.moving.length + Number(missing.jpeg) : 0
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
 * One decode, then each width from the next larger raw picture: half the work of decoding for each. A recipe's tone is
 * given to each width by itself.
 */
async function cascade(
  { folder, toning }: Darkroom,
  source: FileSource,
  { widths, jpeg }: Pick<Wanted, 'widths' | 'jpeg'>,
  { done, decoded }: Told,
): Promise<RawPicture> {
  const steps = [
    ...widths.map((width) => ({ width, format: 'webp' as const })),
    ...(jpeg ? [{ width: jpegWidthFor(source.width, source.height), format: 'jpeg' as const }] : []),
  ].sort((a, b) => b.width - a.width)
  const stem = stemOf(source)
  let picture = await begun(folder, source, steps[0]!.width)
  let shown = picture
  decoded?.(raw(picture))
  // The disk takes its time: meanwhile the next one is made.
  const written: Promise<void>[] = []
  try {
    for (const step of steps) {
      picture = await resizedTo(picture, step.width, heightOfFile(source, step.width))
      shown = await toned(picture, source.recipe, toning)
      const { onDisk } = await write(folder, stem, shown, step)
      written.push(onDisk.then(done))
    }
  } finally {
    // Nothing is still being written when this ends, however it ends.
    await Promise.allSettled(written)
  }
  await Promise.all(written)
  return shown
}

/** Makes the files that a picture needs to be seen, and gives its mean colour as #rrggbb. */
export async function makeFirst(darkroom: Darkroom, source: FileSource, told: Told): Promise<string> {
  const smallest = await cascade(darkroom, source, { widths: plannedWidths(source).first, jpeg: false }, told)
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
async function writeMoving(folder: PictureFolder, source: FileSource, width: number): Promise<Rendition> {
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
  darkroom: Darkroom,
  source: FileSource,
  wanted: Wanted,
  done: (made: Rendition) => void,
): Promise<void> {
  if (wanted.widths.length > 0 || wanted.jpeg) await cascade(darkroom, source, wanted, { done })
  for (const width of wanted.moving) done(await writeMoving(darkroom.folder, source, width))
}
