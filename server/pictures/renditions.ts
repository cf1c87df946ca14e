import sharp from 'sharp'
import { jpegWidthFor, ladderFor } from '../../core/files/ladder.ts'
import { movingWidths } from '../../core/files/moving.ts'
import type { Picture, Rendition } from '../../core/wire/picture.ts'
import type { Disk } from '../disk.ts'
import type { Threads } from '../work/threads.ts'
import { stemOf } from './apply-recipe.ts'
import type { DarkroomTask, FirstPrints, Print, Step } from './darkroom-worker.ts'
import { BYTES_A_PX, budget, type FileSource, memoryToDecode } from './decode.ts'
import { decodedBy } from './faults.ts'
import { type PictureFolder, renditionFile } from './picture-folder.ts'

/** Of a hundred frames none is looked at for long, and each costs as much as a picture. */
const MOVING = { quality: 72, effort: 2 } as const
/** What the tray and the board need at once. */
const FIRST_WIDTHS = [1080, 480, 320]

/** Where files are made of pictures, and how. */
export interface Darkroom {
  readonly folder: PictureFolder
  readonly develop: Threads['develop']
  readonly disk: Disk
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

/** Names of all files that can be made of a picture. */
export function filesOf(picture: FileSource): string[] {
  const [stem, { first, later }] = [stemOf(picture), plannedWidths(picture)]
  const jpeg = renditionFile(stem, jpegWidthFor(picture.width, picture.height), 'jpeg')
  const moving = movingWidths(picture).map((width) => renditionFile(picture.hash, width, 'moving'))
  return [...[...first, ...later].map((width) => renditionFile(stem, width, 'webp')), jpeg, ...moving]
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

/** Files that are made, and on their way to the disk: what was worked out is not waited for together with the disk. */
export interface Made {
  readonly onDisk: Promise<Rendition[]>
}

/** The same of the files that a picture needs to be seen, and what was seen of it on the way. */
export type MadeFirst = Made & Omit<FirstPrints, 'prints'>

/** Makes these, and tells of the first. */
async function develop(
  { folder, develop: byThread, disk }: Darkroom,
  source: FileSource,
  task: Pick<DarkroomTask, 'first' | 'rest' | 'looks'>,
  tell?: (first: MadeFirst) => void,
): Promise<Made> {
  const written = (prints: readonly Print[]): Made => ({ onDisk: allWritten(folder, stemOf(source), prints) })
  const original = folder.original(source.hash)
  const rest = await budget.use(
    memoryToDecode({ width: source.ownWidth, height: source.ownHeight, format: source.format }),
    (giveBack) =>
      byThread({ original, source, ...task }, (news) => {
        if (news === 'decoded') return giveBack()
        const { prints, ...seen } = news
        tell?.({ ...seen, ...written(prints) })
      }),
  )
  // What it takes to be seen had its room before it came.
  if (rest.length > 0) await disk.need(0)
  return written(rest)
}

/** Ends once nothing is still being written, however that ended. */
async function allWritten(folder: PictureFolder, stem: string, prints: readonly Print[]): Promise<Rendition[]> {
  const writing = prints.map(async ({ step, data, ...size }) => {
    const file = renditionFile(stem, step.width, step.format)
    await folder.writeRendition(file, data)
    return { ...size, bytes: data.length, file }
  })
  await Promise.allSettled(writing)
  return Promise.all(writing)
}

/** The widest first. */
function stepsFor(source: FileSource, widths: readonly number[], jpeg: boolean): Step[] {
  const steps: Step[] = widths.map((width) => ({ width, format: 'webp' }))
  if (jpeg) steps.push({ width: jpegWidthFor(source.width, source.height), format: 'jpeg' })
  return steps.sort((a, b) => b.width - a.width)
}

/** Makes the files that a picture needs to be seen. */
export async function makeFirst(darkroom: Darkroom, source: FileSource): Promise<MadeFirst> {
  let made: MadeFirst | undefined
  const first = stepsFor(source, plannedWidths(source).first, false)
  await develop(darkroom, source, { first, rest: [], looks: false }, (told) => (made = told))
  return made!
}

/** Makes all files of a still picture in one go and looks at it; tells of those that it needs to be seen as soon as it can be. */
export function makeAll(darkroom: Darkroom, source: FileSource, tell: (first: MadeFirst) => void): Promise<Made> {
  const { first, later } = plannedWidths(source)
  const task = { first: stepsFor(source, first, false), rest: stepsFor(source, later, true), looks: true }
  return develop(darkroom, source, task, tell)
}

/** All frames at this width. Throws a refusal for damaged data. */
async function writeMoving(folder: PictureFolder, source: FileSource, width: number): Promise<Rendition> {
  const need = source.width * source.height * source.frames * BYTES_A_PX
  const from = { animated: true, failOn: 'error', limitInputPixels: false } as const
  const make = () =>
    sharp(folder.original(source.hash), from).resize({ width }).webp(MOVING).toBuffer({ resolveWithObject: true })
  const { data, info } = await budget.use(need, () => decodedBy(make, 'file'))
  const file = renditionFile(source.hash, width, 'moving')
  await folder.writeRendition(file, data)
  const height = info.pageHeight ?? info.height
  return { width: info.width, height, format: 'moving', bytes: data.length, file }
}

/** Makes the other widths, the JPEG, and what moves. */
export async function makeLater(darkroom: Darkroom, source: FileSource, wanted: Wanted): Promise<Made> {
  const rest = stepsFor(source, wanted.widths, wanted.jpeg)
  const made: Made =
    rest.length > 0
      ? await develop(darkroom, source, { first: [], rest, looks: false })
      : { onDisk: Promise.resolve([]) }
  if (wanted.moving.length === 0) return made
  // Each takes seconds: the disk has long had the others.
  const files = await made.onDisk
  for (const width of wanted.moving) files.push(await writeMoving(darkroom.folder, source, width))
  return { onDisk: Promise.resolve(files) }
}
