import type { MessagePort } from 'node:worker_threads'
import { heightOfFile } from '../../core/files/ladder.ts'
import { applyTone } from '../../core/recipe/tone.ts'
import type { Rendition } from '../../core/wire/picture.ts'
import { type Code, Refusal } from '../refusal.ts'
import { decodeShown, resizedTo, type Toning, toned } from './apply-recipe.ts'
import { type FileSource, type RawPicture, raw } from './decode.ts'
import look, { type Look } from './look-worker.ts'
import { LOOKED_AT_WIDTH, toLookAt } from './looked-at.ts'

const WEBP = { quality: 80, effort: 2 } as const

/** A file to be made, as wide as this in px. */
export interface Step {
  readonly width: number
  readonly format: 'webp' | 'jpeg'
}

/** An original, and what is to be made of it: each the widest first. */
export interface DarkroomTask {
  readonly original: string
  readonly source: FileSource
  /** what it takes to be seen, told as soon as it is made */
  readonly first: readonly Step[]
  readonly rest: readonly Step[]
  /** whether it is to be looked at too */
  readonly looks: boolean
}

/** A file, made. */
export interface Print extends Omit<Rendition, 'file' | 'bytes'> {
  readonly step: Step
  readonly data: Uint8Array
}

/** What it takes to be seen. */
export interface FirstPrints {
  readonly prints: readonly Print[]
  /** the mean, on white where it can be seen through, as #rrggbb */
  readonly colour: string
  /** undefined where it was not looked at */
  readonly look?: Look
  /** what was wrong where it could not be looked at */
  readonly unseen?: string
}

/** What is told on the way: that the memory which decoding takes is free again, and the first files. */
export type DarkroomNews = 'decoded' | FirstPrints
/** The other files. */
export type DarkroomAnswer =
  | { readonly prints: readonly Print[] }
  | { readonly refused: Pick<Refusal, 'values'> & { readonly code: Code } }

/**
 * Runs in a thread: one decode, then each width from the next larger raw picture, half the work of decoding for each; a
 * recipe's tone is given to each width by itself. What lies there as raw px is cleared away in the thread's own memory:
 * where the rest of the server lives, that would cost as much as looking.
 */
export default async function develop({
  news,
  ...task
}: DarkroomTask & { readonly news: MessagePort }): Promise<DarkroomAnswer> {
  try {
    return { prints: await developed(task, (one) => news.postMessage(one)) }
  } catch (error) {
    // An error loses its kind between threads.
    if (error instanceof Refusal) return { refused: { code: error.code, values: error.values } }
    throw error
  }
}

async function developed(
  { original, source, first, rest, looks }: DarkroomTask,
  tell: (news: DarkroomNews) => void,
): Promise<readonly Print[]> {
  const widest = Math.max(...[...first, ...rest].map(({ width }) => width))
  const picture = await begun(original, source, widest)
  tell('decoded')
  if (first.length > 0) {
    const small = await narrowed(picture, source, first[0]!.width)
    const { prints, smallest } = await printed(small, source, first)
    tell({ prints, colour: await meanColour(smallest), ...(looks ? await lookedAt(small) : {}) })
  }
  return (await printed(picture, source, rest)).prints
}

const narrowed = (picture: RawPicture, source: FileSource, width: number): Promise<RawPicture> =>
  resizedTo(picture, width, heightOfFile(source, width))

async function printed(picture: RawPicture, source: FileSource, steps: readonly Step[]) {
  let smallest = picture
  const prints: Print[] = []
  for (const step of steps) {
    picture = await narrowed(picture, source, step.width)
    smallest = await toned(picture, source.recipe, toning)
    const data = await encoded(smallest, step.format)
    prints.push({ step, format: step.format, width: smallest.width, height: smallest.height, data })
  }
  return { prints, smallest }
}

/** This is a thread already. */
const toning: Toning = async (pixels, tone) => {
  applyTone(pixels, tone)
  return pixels.data
}

/** What is shown of a picture, as wide as was asked for to the px: its files are known by their widths. */
async function begun(original: string, source: FileSource, width: number): Promise<RawPicture> {
  const picture = await decodeShown(original, source, width)
  return narrowed(picture, source, Math.min(width, source.width))
}

/** That it can't be looked at keeps nobody from using it. */
async function lookedAt(picture: RawPicture): Promise<Pick<FirstPrints, 'look' | 'unseen'>> {
  try {
    const asItIs = Math.max(picture.width, picture.height) <= LOOKED_AT_WIDTH
    return { look: await look(asItIs ? picture : await toLookAt(raw(picture))) }
  } catch (error) {
    return { unseen: String(error) }
  }
}

const encoded = (picture: RawPicture, format: Step['format']): Promise<Buffer> =>
  format === 'webp'
    ? raw(picture).webp(WEBP).toBuffer()
    : onWhite(picture).jpeg({ quality: 82, mozjpeg: true }).toBuffer()
const onWhite = (picture: RawPicture) =>
  picture.channels % 2 === 1 ? raw(picture) : raw(picture).flatten({ background: '#fff' })

async function meanColour(picture: RawPicture): Promise<string> {
  const { data } = await onWhite(picture)
    .resize(1, 1, { fit: 'fill' })
    .removeAlpha()
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true })
  return `#${[...data.subarray(0, 3)].map((value) => value.toString(16).padStart(2, '0')).join('')}`
}
