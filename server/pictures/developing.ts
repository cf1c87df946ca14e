import PQueue from 'p-queue'
import type { Logger } from 'pino'
import type { Rendition } from '../../core/wire/picture.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import { type Disk, whenThereIsRoom } from '../disk.ts'
import type { Threads } from '../work/threads.ts'
import type { FileSource } from './decode.ts'
import type { Looks } from './looks.ts'
import { onTheirWay } from './on-their-way.ts'
import type { PictureFolder } from './picture-folder.ts'
import {
  countMissing,
  type Darkroom,
  filesOf,
  type Made,
  type MadeFirst,
  makeAll,
  makeFirst,
  makeLater,
  missingFiles,
} from './renditions.ts'

export interface DevelopingDeps {
  readonly pictures: PicturesTable
  readonly folder: PictureFolder
  readonly looks: Looks
  readonly disk: Disk
  readonly log: Logger
  readonly develop: Threads['develop']
}

/** As many as there are threads for it. */
const AT_ONCE = 2
/** Before pictures that arrive go those that a publish waits for; behind both, what nobody waits for. */
const PRIORITY = { waitedFor: 2, arriving: 1, background: 0 }

/** Makes the files of pictures, those first that somebody waits for. */
export function createDeveloping({ pictures, folder, looks, disk, log, develop }: DevelopingDeps) {
  const darkroom: Darkroom = { folder, develop, disk }
  const queue = new PQueue({ concurrency: AT_ONCE })
  const firsts = new Map<string, Promise<void>>()
  const laters = new Map<string, Promise<void>>()
  /** of those, what is not begun yet */
  const waiting = new Set<string>()
  const { settled, notTooMany } = onTheirWay()

  /**
   * Makes all that is made of the picture, and shows it as soon as it can be seen, which is what this waits for. A
   * damaged one leaves no trace.
   */
  function showSoon(id: string): Promise<void> {
    const running = firsts.get(id)
    if (running) return running
    const failed = (error: unknown) => log.error({ err: error, id }, 'a picture could not be taken away')
    const work = show(id)
      .catch(async (error: unknown) => {
        // Whatever it was that went wrong: what can't be shown is not left lying, once nothing of it is still being made.
        await laters.get(id)?.catch(() => undefined)
        await discard(id).catch(failed)
        throw error
      })
      .finally(() => firsts.delete(id))
    firsts.set(id, work)
    return work
  }

  /** Ends once the picture can be seen; the rest of it is made among the later ones. */
  async function show(id: string): Promise<void> {
    let told: (first: MadeFirst) => void = () => undefined
    const first = new Promise<MadeFirst>((resolve) => (told = resolve))
    const make = async () => {
      const stored = pictures.findStored({ id })
      if (!stored) return undefined
      await notTooMany()
      return makeAll(darkroom, stored, told)
    }
    const all = queue.add(make, { priority: PRIORITY.arriving })
    // What goes wrong once it can be seen is no reason to take it away.
    const seen = await Promise.race([first, all.then(() => undefined)])
    if (!seen) return
    const shown = showNow(id, seen)
    const rest = keepRest(id, all, shown).finally(() => laters.delete(id))
    laters.set(id, rest)
    // Whoever completes it hears of what went wrong.
    rest.catch(() => undefined)
    await shown
  }

  async function showNow(id: string, { colour, look, unseen, onDisk }: MadeFirst): Promise<void> {
    if (unseen) log.error({ err: unseen, id }, 'a picture could not be looked at')
    const files = await settled(onDisk)
    pictures.together(() => {
      pictures.addRenditions(id, files)
      pictures.setReady(id, colour)
      if (!look) return
      looks.keep(id, look)
      pictures.suggestFocus(id, look.focus)
    })
  }

  async function keepRest(id: string, all: Promise<Made | undefined | void>, shown: Promise<void>): Promise<void> {
    const made = await all
    if (!made) return
    const files = await settled(made.onDisk)
    await shown
    pictures.addRenditions(id, files)
    // What moves is made afterwards.
    const stored = pictures.findStored({ id })
    if (stored && missingFiles(stored)) await makeRest(id, PRIORITY.background)
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
    const work = makeRest(id, priority).finally(() => laters.delete(id))
    laters.set(id, work)
    return work
  }

  async function makeRest(id: string, priority: number): Promise<void> {
    waiting.add(id)
    const make = async () => {
      waiting.delete(id)
      const stored = pictures.findStored({ id })
      const missing = stored && missingFiles(stored)
      if (!missing) return undefined
      await disk.need(0)
      await notTooMany()
      return makeLater(darkroom, stored, missing)
    }
    const made = await queue.add(make, { priority, id })
    if (made) pictures.addRenditions(id, await settled(made.onDisk))
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
    const files = new Set([...filesOf(stored), ...stored.renditions.map(({ file }) => file)])
    await Promise.all([...files].map((file) => folder.removeRendition(file)))
    await folder.removeOriginal(stored.hash)
  }

  return {
    showSoon,
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
      // Nothing here gives up a task, which alone would answer with nothing.
      const made = queue.add(() => makeFirst(darkroom, source), {
        priority: PRIORITY.waitedFor,
      }) as Promise<MadeFirst>
      const { colour, onDisk } = await made
      return { colour, renditions: await settled(onDisk) }
    },
    /** The other files of a picture, behind everything that somebody waits for. */
    completeLater: (id: string): void => void completeLater(id),
    discard,
    async idle(): Promise<void> {
      do {
        await queue.onIdle()
        await Promise.allSettled([...firsts.values(), ...laters.values()])
      } while (queue.size + queue.pending + firsts.size + laters.size > 0)
    },
  }
}
