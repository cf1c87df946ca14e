import type { MessagePort } from 'node:worker_threads'
import { heightOfFile } from '../../core/files/ladder.ts'
import { applyTone } from '../../core/recipe/tone.ts'
import type { Rendition } from '../../core/wire/picture.ts'
import { type Code, Refusal } from '../refusal.ts'
import { decodeShown, resizedTo, type Toning, toned } from './apply-recipe.ts'
import { type FileSource, type RawPicture, raw } from './decode.ts'
import look, { type Look } from './look-worker.ts'
import { toLookAt } from './looked-at.ts'

const WEBP = { quality: 80, effort: 2 } as const

/** A file to be made, as wide as this in px. */
interface Step {
  readonly width: number
  readonly format: 'webp' | 'jpeg'
}

/** An original, and what is to be made of it, the widest first. */
export interface DarkroomTask {
  readonly original: string
  readonly source: FileSource
  readonly steps: readonly Step[]
  /** whether it is to be looked at too */
  readonly looks: boolean
}

/** What was made of an original. */
export interface Developed {
  readonly files: readonly (Omit<Rendition, 'file' | 'bytes'> & { readonly step: Step; readonly data: Uint8Array })[]
  /** the mean, on white where it can be seen through, as #rrggbb */
  readonly colour: string
  /** undefined where it was not looked at */
  readonly look?: Look
  /** what was wrong where it could not be looked at */
  readonly unseen?: string
}

export type DarkroomAnswer = Developed | { readonly refused: Pick<Refusal, 'values'> & { readonly code: Code } }

/**
 * Runs in a thread: one decode, then each width from the next larger raw picture, half the work of decoding for each; a
 * recipe's tone is given to each width by itself. What lies there as raw px is cleared away in the thread's own memory:
 * where the rest of the server lives, that would cost as much as looking. `decoded` is told when the memory that decoding
 * takes is free again.
 */
export default async function develop(task: DarkroomTask & { readonly decoded: MessagePort }): Promise<DarkroomAnswer> {
  try {
    return await developed(task, () => task.decoded.postMessage(''))
  } catch (error) {
    // An error loses its kind between threads.
    if (error instanceof Refusal) return { refused: { code: error.code, values: error.values } }
    throw error
  }
}

async function developed({ original, source, steps, looks }: DarkroomTask, decoded: () => void): Promise<Developed> {
  let picture = await begun(original, source, steps[0]!.width)
  decoded()
  const seen = looks ? await lookedAt(picture) : {}
  let shown = picture
  const files: Developed['files'][number][] = []
  for (const step of steps) {
    picture = await resizedTo(picture, step.width, heightOfFile(source, step.width))
    shown = await toned(picture, source.recipe, toning)
    const data = await encoded(shown, step.format)
    files.push({ step, format: step.format, width: shown.width, height: shown.height, data })
  }
  return { files, colour: meanColour(shown), ...seen }
}

/** This is a thread already. */
const toning: Toning = async (pixels, tone) => {
  applyTone(pixels, tone)
  return pixels.data
}

/** What is shown of a picture, as wide as was asked for to the px: its files are known by their widths. */
async function begun(original: string, source: FileSource, width: number): Promise<RawPicture> {
  const picture = await decodeShown(original, source, width)
  const wide = Math.min(width, source.width)
  return resizedTo(picture, wide, heightOfFile(source, wide))
}

/** That it can't be looked at keeps nobody from using it. */
async function lookedAt(picture: RawPicture): Promise<Pick<Developed, 'look' | 'unseen'>> {
  try {
    return { look: await look(await toLookAt(raw(picture))) }
  } catch (error) {
    return { unseen: String(error) }
  }
}

const encoded = (picture: RawPicture, format: Step['format']): Promise<Buffer> =>
  format === 'webp'
    ? raw(picture).webp(WEBP).toBuffer()
    : raw(picture).flatten({ background: '#fff' }).jpeg({ quality: 82, mozjpeg: true }).toBuffer()

function meanColour({ data, channels }: RawPicture): string {
  const sums = [0, 0, 0]
  const opaque = channels % 2 === 1
  const at = channels < 3 ? [0, 0, 0] : [0, 1, 2]
  for (let px = 0; px < data.length; px += channels) {
    const opacity = opaque ? 1 : data[px + channels - 1]! / 255
    for (let c = 0; c < 3; c++) sums[c]! += 255 + (data[px + at[c]!]! - 255) * opacity
  }
  const means = sums.map((sum) => Math.round((sum * channels) / data.length))
  return `#${means.map((value) => value.toString(16).padStart(2, '0')).join('')}`
}
