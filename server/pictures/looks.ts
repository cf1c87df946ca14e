import sharp from 'sharp'
import type { Logger } from 'pino'
import { areAlike, type Seen, signaturesOf, takenMs } from '../../core/looks/alike.ts'
import { type Flaw, flawsOf } from '../../core/looks/flaws.ts'
import type { Picture } from '../../core/wire/picture.ts'
import { type LooksTable, signatureFrom } from '../database/looks-table.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { Threads } from '../work/threads.ts'
import type { Look } from './look-worker.ts'
import { LOOKED_AT_WIDTH, toLookAt } from './looked-at.ts'
import type { PictureFolder } from './picture-folder.ts'

interface LooksDeps {
  readonly table: LooksTable
  readonly pictures: PicturesTable
  readonly folder: PictureFolder
  readonly threads: Threads
  readonly log: Logger
}

/** Formats of drawings and of screens, where white is the ground and no fault. */
const DRAWN = new Set(['PNG', 'GIF', 'SVG'])

export type Looks = ReturnType<typeof createLooks>

/** Looks at pictures as they come: what is told of their flaws, and which of those that are here they are like. */
export function createLooks({ table, pictures, folder, threads, log }: LooksDeps) {
  // All signatures in one column: twenty thousand are gone through in a few milliseconds.
  let known: { readonly ids: string[]; readonly seen: Seen[]; signatures: Uint32Array } | undefined
  const index = () => {
    if (known) return known
    const rows = table.list()
    const signatures = new Uint32Array(4 * Math.max(1024, 2 * rows.length))
    rows.forEach(({ signature }, i) => signatures.set(signatureFrom(signature), 4 * i))
    known = { ids: rows.map(({ id }) => id), seen: rows.map(seenOf), signatures }
    return known
  }

  function remember(id: string, seen: Seen, signature: Uint32Array): void {
    const all = index()
    const place = all.ids.length
    if (4 * place === all.signatures.length) {
      const larger = new Uint32Array(2 * all.signatures.length)
      larger.set(all.signatures)
      all.signatures = larger
    }
    all.ids.push(id)
    all.seen.push(seen)
    all.signatures.set(signature, 4 * place)
  }

  /** Looks at a picture's own files, in a thread; undefined where that failed, which keeps nobody from using the picture. */
  async function seeFile(id: string): Promise<Look | undefined> {
    const near = [...(pictures.find(id)?.renditions ?? [])].sort((a, b) => a.width - b.width)
    const file = near.find(({ width }) => width >= LOOKED_AT_WIDTH) ?? near.at(-1)
    try {
      return file && (await threads.look(await toLookAt(sharp(folder.rendition(file.file)))))
    } catch (error) {
      log.error({ err: error, id }, 'a picture could not be looked at')
      return undefined
    }
  }

  const looks = {
    /** Keeps what was seen of a picture that is on view, and finds what it is like. */
    keep(id: string, look: Look): void {
      const picture = pictures.find(id)
      if (!picture) return
      const { ids, seen, signatures } = index()
      const own = seenOf(picture)
      const turned = signaturesOf(look.thumb)
      const alike = ids.filter((other, i) => other !== id && areAlike([own, turned], [seen[i]!, signatures, i]))
      const flaws = flawsFound(look, picture)
      table.add(id, look, { signature: turned[0]!, flaws, alike })
      if (!ids.includes(id)) remember(id, own, turned[0]!)
    },
    /** Looks at a picture that came before there was any looking. */
    async seeLater(id: string): Promise<void> {
      const look = await seeFile(id)
      if (look) looks.keep(id, look)
    },
    /** What is wrong with a picture as it is shown now, and its light; which others it is like stays as it was decided. */
    async seeAnew(id: string): Promise<void> {
      const look = await seeFile(id)
      const picture = pictures.find(id)
      if (look && picture) table.seeAnew(id, flawsFound(look, picture), look.lights)
    },
    /** Some have other files now. */
    forget(): void {
      known = undefined
    },
    /** From aside; its group is looked at anew. */
    bringBack: (id: string): void => table.weed({ aside: [], back: [id], settled: [], unsettled: [] }, ''),
    /** Pictures that are still to be looked at, and how: those that came before there was any looking, or this one. */
    wanted: (): { id: string; see: () => Promise<void> }[] => [
      ...table.listUnseen().map((id) => ({ id, see: () => looks.seeLater(id) })),
      ...table.listUnlit().map((id) => ({ id, see: () => looks.seeAnew(id) })),
    ],
  }
  return looks
}

const flawsFound = (look: Look, picture: Picture): Flaw[] =>
  flawsOf(look, picture).filter((flaw) => flaw !== 'burnt' || !DRAWN.has(picture.format))

const seenOf = (picture: {
  readonly width: number
  readonly height: number
  readonly takenAt: string | null
}): Seen => ({
  aspect: picture.width / picture.height,
  taken: takenMs(picture.takenAt),
})
