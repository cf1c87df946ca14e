import { rm } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import PQueue from 'p-queue'
import type { Logger } from 'pino'
import { CENTRE } from '../../core/geometry/crop-window.ts'
import type { IntakeAnswer, Rendition } from '../../core/wire/picture.ts'
import { type Disk, whenThereIsRoom } from '../disk.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import { newId } from '../ids.ts'
import { addTexts, type GivenTexts, type Taken } from './given-texts.ts'
import { readEmbedded } from './metadata/read-embedded.ts'
import type { Toning } from './apply-recipe.ts'
import type { FileSource } from './decode.ts'
import type { Look } from './look-worker.ts'
import { madeSmaller } from './longest-edge.ts'
import type { Looks } from './looks.ts'
import type { PictureFolder } from './picture-folder.ts'
import { plainName } from './plain-name.ts'
import { receive } from './receive.ts'
import { countMissing, type Darkroom, makeFirst, makeLater, missingFiles } from './renditions.ts'
import { sniff } from './sniff.ts'

export interface IntakeDeps {
  readonly pictures: PicturesTable
  readonly folder: PictureFolder
  readonly looks: Looks
  readonly disk: Disk
  readonly log: Logger
  readonly now: () => Date
  readonly largestFile: number
  readonly largestPicture: number
  readonly toning: Toning
  /** px that a picture's longer side is made smaller to as it comes; null: it is kept as it came */
  readonly longestEdge: () => number | null
}

const AT_ONCE = 2
/** Before pictures that arrive go those that a publish waits for; behind both, what nobody waits for. */
const PRIORITY = { waitedFor: 2, arriving: 1, background: 0 }
/** A file and all that is made of it take so many times its bytes on the disk, about. */
const ROOM_FOR_ALL = 3
export type Intake = ReturnType<typeof createIntake>

/** Brings pictures in: stores the original, makes the first files, shows the picture, makes the rest. */
export function createIntake(deps: IntakeDeps) {
  const { pictures, folder, looks, disk, log, now, toning } = deps
  const darkroom: Darkroom = { folder, toning }
  const queue = new PQueue({ concurrency: AT_ONCE })
  const firsts = new Map<string, Promise<void>>()
  const laters = new Map<string, Promise<void>>()
  /** of those, what is not begun yet */
  const waiting = new Set<string>()

  /** Makes what the picture needs to be seen, then shows it. A damaged one leaves no trace. */
  function showSoon(id: string): Promise<void> {
    const running = firsts.get(id)
    if (running) return running
    const work = queue
      .add(
        async () => {
          const stored = pictures.findStored({ id })
          if (!stored) return
          let seen: Promise<Look | undefined> | undefined
          const colour = await makeFirst(darkroom, stored, {
            done: (made) => pictures.addRendition(id, made),
            decoded: (picture) => (seen = looks.see(picture)),
          })
          const look = await seen
          pictures.setReady(id, colour)
          if (!look) return
          looks.keep(id, look)
          pictures.suggestFocus(id, look.focus)
        },
        { priority: PRIORITY.arriving },
      )
      .catch(async (error: unknown) => {
        // Whatever it was that went wrong: what can't be shown is not left lying.
        await discard(id).catch((failed: unknown) =>
          log.error({ err: failed, id }, 'a picture could not be taken away'),
        )
        throw error
      })
      .finally(() => firsts.delete(id))
    firsts.set(id, work)
    return work
  }

  /** Makes the files that are still missing. Throws where they can't be made. */
  function complete(id: string, priority: number): Promise<void> {
    const running = laters.get(id)
    if (running) {
      // One that is worked on has no place in the line any more.
      if (priority > PRIORITY.background && waiting.has(id)) queue.setPriority(id, priority)
      return running
    }
    const known = pictures.findStored({ id })
    if (!known || !missingFiles(known)) return Promise.resolve()
    waiting.add(id)
    const work = queue
      .add(
        async () => {
          waiting.delete(id)
          const stored = pictures.findStored({ id })
          const missing = stored && missingFiles(stored)
          if (!missing) return
          await disk.need(0)
          await makeLater(darkroom, stored, missing, (file) => pictures.addRendition(id, file))
        },
        { priority, id },
      )
      .finally(() => laters.delete(id))
    laters.set(id, work)
    return work
  }

  function countUnmade(id: string): number {
    const stored = pictures.findStored({ id })
    return stored ? countMissing(stored) : 0
  }

  /** As `complete`, behind everything that somebody waits for; where the disk is full, as soon as there is room. */
  const completeLater = (id: string): Promise<void> =>
    whenThereIsRoom(
      () => complete(id, PRIORITY.background),
      (pause) => log.warn({ id, pause }, 'the disk is full: a picture’s files wait'),
    ).catch((error: unknown) => log.error({ err: error, id }, 'a picture’s files could not be made'))

  async function discard(id: string): Promise<void> {
    const stored = pictures.findStored({ id })
    if (!stored) return
    pictures.remove(id)
    await Promise.all(stored.renditions.map(({ file }) => folder.removeRendition(file)))
    await folder.removeOriginal(stored.hash)
  }

  return {
    /** Takes a file in. Answers when the picture can be seen; throws the refusal otherwise. */
    async take(body: Readable, { fileName, announced, number, texts = {}, video }: Taken): Promise<IntakeAnswer> {
      await disk.need(ROOM_FOR_ALL * (announced ?? 0))
      const arrival = folder.newArrival()
      const came = await receive(body, arrival, deps.largestFile, announced)
      const known = pictures.findStored({ hash: came.hash })
      if (known) {
        // One that was lost from the disk is whole again.
        if (known.hash === came.hash && !folder.hasOriginal(known.hash)) await folder.keepOriginal(arrival, known.hash)
        await rm(arrival, { force: true })
        if (known.deletedAt) pictures.setDeleted(known.id, null)
        // Whoever brings it in again wants to see it.
        looks.bringBack(known.id)
        addTexts(pictures, known, texts)
        if (video) pictures.setVideo(known.id, video)
        if (known.state === 'arriving') await showSoon(known.id)
        return { picture: pictures.find(known.id)!, already: known.deletedAt === null }
      }
      try {
        const sniffed = await sniff(arrival, deps.largestPicture)
        const embedded = await readEmbedded(arrival, plainName(fileName))
        const given = Object.fromEntries(Object.entries(texts).filter(([, text]) => text.length > 0)) as GivenTexts
        const id = newId()
        const edge = deps.longestEdge()
        const smaller = edge === null ? undefined : await madeSmaller(arrival, folder.newArrival(), sniffed, edge)
        const { file, ...kept } = smaller ?? { file: arrival, ...sniffed, ...came }
        if (smaller) await rm(arrival, { force: true })
        // File first, row second: a row without its file never exists.
        await folder.keepOriginal(file, kept.hash)
        // The same bytes may have come twice at once; no await may stand between this look and the row.
        const twin = pictures.findStored({ hash: kept.hash })
        if (twin) {
          await showSoon(twin.id)
          return { picture: pictures.find(twin.id)!, already: true }
        }
        pictures.add({
          ...embedded,
          licence: '',
          source: '',
          ...given,
          tags: [...new Set([...embedded.tags, ...(given.tags ?? [])])],
          ...kept,
          id,
          cameHash: smaller ? came.hash : '',
          state: 'arriving',
          fileName: plainName(fileName),
          colour: '#888888',
          focus: CENTRE,
          addedAt: now().toISOString(),
          number: pictures.numberFor(number),
        })
        if (video) pictures.setVideo(id, video)
        await showSoon(id)
        void completeLater(id)
        return { picture: pictures.find(id)!, already: false }
      } catch (error) {
        await rm(arrival, { force: true })
        throw error
      }
    },
    /** Goes on with pictures that a stopped process left on their way. */
    takeUp(): void {
      const made = new Map<string, Rendition[]>()
      for (const file of pictures.listRenditions())
        made.set(file.pictureId, [...(made.get(file.pictureId) ?? []), file])
      for (const { id, state, ...stored } of pictures.listStored()) {
        if (state === 'arriving')
          showSoon(id)
            .then(() => completeLater(id))
            .catch((error: unknown) => log.warn({ err: error, id }, 'a resumed picture was refused'))
        else if (missingFiles({ ...stored, renditions: made.get(id) ?? [] })) void completeLater(id)
      }
      for (const { id, see } of looks.wanted())
        void queue
          .add(see, { priority: PRIORITY.background })
          .catch((error: unknown) => log.error({ err: error, id }, 'a picture could not be looked at'))
    },
    /** How many files of these pictures are still to be made. */
    countUnmade: (ids: readonly string[]): number => ids.reduce((sum, id) => sum + countUnmade(id), 0),
    /** Waits until every file of these pictures is made; told how many of them are there so far. */
    async complete(ids: readonly string[], tell?: (made: number) => void): Promise<void> {
      let made = 0
      const each = async (id: string) => {
        const unmade = countUnmade(id)
        await complete(id, PRIORITY.waitedFor)
        if (unmade > 0) tell?.((made += unmade))
      }
      await Promise.all(ids.map(each))
    },
    /**
     * Makes the first files of what a picture would show, before anything that nobody waits for, and says its colour.
     * Nothing is written down: they are its files from when they stand in the database.
     */
    async makeAnew(source: FileSource): Promise<{ colour: string; renditions: Rendition[] }> {
      await disk.need(0)
      const renditions: Rendition[] = []
      const make = () => makeFirst(darkroom, source, { done: (made) => void renditions.push(made) })
      // Nothing here gives up a task, which alone would answer with nothing.
      const colour = (await queue.add(make, { priority: PRIORITY.waitedFor })) as string
      return { colour, renditions }
    },
    /** The other files of a picture, behind everything that somebody waits for. */
    completeLater: (id: string): void => void completeLater(id),
    discard,
    idle: (): Promise<void> => queue.onIdle(),
  }
}
