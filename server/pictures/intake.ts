import { rm } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import { CENTRE } from '../../core/geometry/crop-window.ts'
import type { IntakeAnswer } from '../../core/wire/picture.ts'
import { newId } from '../ids.ts'
import { createDeveloping, type DevelopingDeps } from './developing.ts'
import { addTexts, type GivenTexts, type Taken } from './given-texts.ts'
import { readEmbedded } from './metadata/read-embedded.ts'
import { madeSmaller } from './longest-edge.ts'
import { plainName } from './plain-name.ts'
import { receive } from './receive.ts'
import { sniff } from './sniff.ts'

export interface IntakeDeps extends DevelopingDeps {
  readonly now: () => Date
  readonly largestFile: number
  readonly largestPicture: number
  /** px that a picture's longer side is made smaller to as it comes; null: it is kept as it came */
  readonly longestEdge: () => number | null
}

/** A file and all that is made of it take so many times its bytes on the disk, about. */
const ROOM_FOR_ALL = 3
export type Intake = ReturnType<typeof createIntake>

/** Brings pictures in: stores the original, makes the first files, shows the picture, makes the rest. */
export function createIntake(deps: IntakeDeps) {
  const { pictures, folder, looks, disk, now } = deps
  const developing = createDeveloping(deps)
  const { showSoon, completeLater } = developing

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
        completeLater(id)
        return { picture: pictures.find(id)!, already: false }
      } catch (error) {
        await rm(arrival, { force: true })
        throw error
      }
    },
    ...developing,
  }
}
