import { rm } from 'node:fs/promises'
import path from 'node:path'
import type { Readable } from 'node:stream'
import PQueue from 'p-queue'
import type { Logger } from 'pino'
import { CENTRE } from '../../core/geometry/crop-window.ts'
import type { IntakeAnswer } from '../../core/wire/picture.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import { Refusal } from '../errors.ts'
import { newId } from '../ids.ts'
import { readEmbedded } from './metadata/read-embedded.ts'
import type { PictureFolder } from './picture-folder.ts'
import { receive } from './receive.ts'
import { makeFirst, makeLater, plannedWidths } from './renditions.ts'
import { sniff } from './sniff.ts'

export interface IntakeDeps {
  readonly pictures: PicturesTable
  readonly folder: PictureFolder
  readonly log: Logger
  readonly now: () => Date
  readonly largestFile: number
  readonly largestPicture: number
}

/** What is told of a file that is brought in. */
export interface Taken {
  readonly fileName: string
  /** bytes, where they were told beforehand */
  readonly announced?: number | undefined
  /** its place among pictures, given out before */
  readonly number?: number | undefined
}

const AT_ONCE = 2
const URGENT = 1
/** A deleted picture can be brought back for 30 days; then the next start takes its files away. */
const KEPT_AFTER_DELETION_MS = 30 * 24 * 3600 * 1000

export type Intake = ReturnType<typeof createIntake>

/** Brings pictures in: stores the original, makes the first files, shows the picture, makes the rest. */
export function createIntake(deps: IntakeDeps) {
  const { pictures, folder, log, now } = deps
  const queue = new PQueue({ concurrency: AT_ONCE })
  const firsts = new Map<string, Promise<void>>()
  const laters = new Map<string, Promise<void>>()

  /** Makes what the picture needs to be seen, then shows it. A damaged one leaves no trace. */
  function showSoon(id: string): Promise<void> {
    const running = firsts.get(id)
    if (running) return running
    const work = queue
      .add(
        async () => {
          const stored = pictures.findStored({ id })
          if (!stored) return
          const colour = await makeFirst(folder, stored, (made) => pictures.addRendition(id, made))
          pictures.setReady(id, colour)
        },
        { priority: URGENT },
      )
      .catch(async (error: unknown) => {
        if (error instanceof Refusal) await discard(id)
        throw error
      })
      .finally(() => firsts.delete(id))
    firsts.set(id, work)
    return work
  }

  /** Makes the files that are still missing, behind everything that somebody waits for. */
  function completeLater(id: string): Promise<void> {
    const running = laters.get(id)
    if (running) return running
    const work = queue
      .add(async () => {
        const stored = pictures.findStored({ id })
        if (!stored) return
        const { first, later } = plannedWidths(stored)
        const made = new Set(stored.renditions.filter((file) => file.format === 'webp').map((file) => file.width))
        const missing = [...first, ...later].filter((width) => !made.has(width))
        const jpeg = !stored.renditions.some((file) => file.format === 'jpeg')
        await makeLater(folder, stored, { widths: missing, jpeg }, (file) => pictures.addRendition(id, file))
      })
      .catch((error: unknown) => log.error({ err: error, id }, 'a picture’s files could not be made'))
      .finally(() => laters.delete(id))
    laters.set(id, work)
    return work
  }

  async function discard(id: string): Promise<void> {
    const stored = pictures.findStored({ id })
    if (!stored) return
    pictures.remove(id)
    await Promise.all(stored.renditions.map(({ file }) => folder.removeRendition(file)))
    await folder.removeOriginal(stored.hash)
  }

  return {
    /** Takes a file in. Answers when the picture can be seen; throws the refusal otherwise. */
    async take(body: Readable, { fileName, announced, number }: Taken): Promise<IntakeAnswer> {
      const arrival = folder.newArrival()
      const { hash, bytes } = await receive(body, arrival, deps.largestFile, announced)
      const known = pictures.findStored({ hash })
      if (known) {
        await rm(arrival, { force: true })
        if (known.deletedAt) pictures.setDeleted(known.id, null)
        if (known.state === 'arriving') await showSoon(known.id)
        return { picture: pictures.find(known.id)!, already: known.deletedAt === null }
      }
      try {
        const { format, width, height, frames } = await sniff(arrival, deps.largestPicture)
        const embedded = await readEmbedded(arrival, plainName(fileName))
        const id = newId()
        // File first, row second: a row without its file never exists.
        await folder.keepOriginal(arrival, hash)
        // The same bytes may have come twice at once; no await may stand between this look and the row.
        const twin = pictures.findStored({ hash })
        if (twin) {
          await showSoon(twin.id)
          return { picture: pictures.find(twin.id)!, already: true }
        }
        pictures.add({
          ...embedded,
          id,
          hash,
          state: 'arriving',
          fileName: plainName(fileName),
          format,
          bytes,
          width,
          height,
          colour: '#888888',
          focus: CENTRE,
          addedAt: now().toISOString(),
          frames,
          number: pictures.numberFor(number),
        })
        await showSoon(id)
        void completeLater(id)
        return { picture: pictures.find(id)!, already: false }
      } catch (error) {
        await rm(arrival, { force: true })
        throw error
      }
    },
    /**
     * Sweeps what a stopped process left: half files, files without a row, pictures deleted long ago. Before anything
     * can be brought in: what has just begun to arrive looks like what was left.
     */
    async sweep(): Promise<void> {
      folder.sweepArrivals()
      await Promise.all(
        pictures.listDeletedBefore(new Date(now().getTime() - KEPT_AFTER_DELETION_MS).toISOString()).map(discard),
      )
      const stored = pictures.listStored()
      const hashes = new Set(stored.map(({ hash }) => hash))
      const files = new Map(pictures.listRenditions().map((made) => [made.file, made]))
      const onDisk = new Set(folder.listRenditions())
      await Promise.all(
        folder
          .listOriginals()
          .filter((hash) => !hashes.has(hash))
          .map((hash) => folder.removeOriginal(hash)),
      )
      await Promise.all([...onDisk].filter((file) => !files.has(file)).map((file) => folder.removeRendition(file)))
      for (const file of files.keys()) if (!onDisk.has(file)) pictures.removeRendition(file)
    },
    /** Goes on with pictures that a stopped process left on their way. */
    takeUp(): void {
      for (const { id, state } of pictures.listStored()) {
        if (state === 'arriving')
          showSoon(id)
            .then(() => completeLater(id))
            .catch((error: unknown) => log.warn({ err: error, id }, 'a resumed picture was refused'))
        else void completeLater(id)
      }
    },
    /** How many files of these pictures are still to be made. */
    countUnmade: (ids: readonly string[]): number =>
      pictures.findAll(ids).reduce((sum, picture) => {
        const { first, later } = plannedWidths(picture)
        return sum + Math.max(0, first.length + later.length + 1 - picture.renditions.length)
      }, 0),
    /** Waits until every file of these pictures is made. */
    complete: async (ids: readonly string[]): Promise<void> => void (await Promise.all(ids.map(completeLater))),
    discard,
    idle: (): Promise<void> => queue.onIdle(),
  }
}

/** The last part of whatever path the browser sent, without control characters; only ever shown to people. */
function plainName(name: string): string {
  const base = path.posix.basename(name.replaceAll('\\', '/'))
  return (
    [...base]
      .filter((letter) => letter >= ' ')
      .join('')
      .slice(0, 200) || 'unnamed'
  )
}
