import { DAYS_IN_BIN } from '../../core/wire/picture-search.ts'
import { parsePost, titleOf } from '../../core/post/post.ts'
import type { Db } from '../database/open.ts'
import { picturesTable } from '../database/pictures-table.ts'
import { hashOfFile } from '../hash-of-file.ts'
import type { VideoFolder } from '../videos/video-folder.ts'
import type { PictureFolder } from '../pictures/picture-folder.ts'

/** A deleted picture can be brought back for 30 days; then the next start takes its files away. */
const KEPT_AFTER_DELETION_MS = DAYS_IN_BIN * 24 * 3600 * 1000

/** What was found of one sort, and what became of it. */
export interface Finding {
  readonly what: string
  /** names of what it is, or how many */
  readonly which: readonly string[] | number
  /** `will be`: the program does it as it runs */
  readonly outcome: 'mended' | 'will be mended' | 'needs you'
}

interface CheckDeps {
  readonly db: Db
  readonly folder: PictureFolder
  readonly videos: VideoFolder
  readonly now: () => Date
}

/**
 * Looks through a data folder for files and rows that nothing can use, and takes them away, but what has only begun:
 * so not while pictures can arrive. `mend: false` only tells. O(files + pictures).
 */
export async function checkFolder({ db, folder, videos, now }: CheckDeps, mend = true): Promise<Finding[]> {
  const pictures = picturesTable(db)
  const findings: Finding[] = []
  const outcome = mend ? 'mended' : 'will be mended'
  async function found(what: string, which: readonly string[], put: (one: string) => unknown): Promise<void> {
    if (which.length === 0) return
    findings.push({ what, which: which.length, outcome })
    if (mend) await Promise.all(which.map(put))
  }

  await found('half files, of writes that were stopped', folder.listArrivals(), folder.removeArrival)
  const old = new Date(now().getTime() - KEPT_AFTER_DELETION_MS).toISOString()
  const remove = async (id: string) => {
    const stored = pictures.findStored({ id })
    if (!stored) return
    pictures.remove(id)
    await Promise.all(stored.renditions.map(({ file }) => folder.removeRendition(file)))
    await folder.removeOriginal(stored.hash)
  }
  await found('pictures deleted more than 30 days ago', pictures.listDeletedBefore(old), remove)

  const originals = new Set(folder.listOriginals())
  const stored = pictures.listStored()
  const nowhere = stored.filter(({ hash }) => !originals.has(hash))
  await found(
    'pictures that were never shown and whose file is not here',
    nowhere.filter(({ state }) => state === 'arriving').map(({ id }) => id),
    remove,
  )
  const lost = nowhere.filter(({ state }) => state === 'ready').map(({ fileName }) => fileName)
  if (lost.length > 0)
    findings.push({
      what: 'pictures whose original is gone: bring the files in again',
      which: lost,
      outcome: 'needs you',
    })

  const hashes = new Set(stored.map(({ hash }) => hash))
  await found(
    'originals without a picture',
    [...originals].filter((hash) => !hashes.has(hash)),
    folder.removeOriginal,
  )
  const known = new Set(pictures.listRenditions().map(({ file }) => file))
  const onDisk = new Set(folder.listRenditions())
  await found(
    'picture files without a picture',
    [...onDisk].filter((file) => !known.has(file)),
    folder.removeRendition,
  )
  await found(
    'picture files that are gone: they are made again',
    [...known].filter((file) => !onDisk.has(file)),
    (file) => pictures.removeRendition(file),
  )
  const shown = pictures.listVideoFiles()
  const here = new Set(videos.list())
  const named = new Set(shown.map(({ file }) => file))
  await found(
    'video files without a picture',
    [...here].filter((file) => !named.has(file)),
    videos.remove,
  )
  const away = shown.filter(({ file }) => !here.has(file)).map(({ fileName }) => fileName)
  if (away.length > 0)
    findings.push({ what: 'videos whose file is gone: bring them in again', which: away, outcome: 'needs you' })
  return findings
}

/** What takes long, for a check on demand: the database page by page, every original to the byte, every post. */
export async function checkThoroughly({ db, folder }: CheckDeps): Promise<Finding[]> {
  const findings: Finding[] = []
  const needsYou = (what: string, which: readonly string[]) => {
    if (which.length > 0) findings.push({ what, which, outcome: 'needs you' })
  }
  const integrity = db.pragma('integrity_check') as { integrity_check: string }[]
  needsYou(
    'the database is damaged: restore a backup',
    integrity.map(({ integrity_check: line }) => line).filter((line) => line !== 'ok'),
  )
  const strays = db.pragma('foreign_key_check') as { table: string; rowid: number; parent: string }[]
  needsYou(
    'rows of the database that belong to nothing',
    strays.map(({ table, rowid, parent }) => `${table} ${rowid}, without its ${parent}`),
  )
  const damaged: string[] = []
  for (const hash of folder.listOriginals())
    if ((await hashOfFile(folder.original(hash))) !== hash) damaged.push(`originals/${hash}`)
  needsYou('originals that are not what was brought in', damaged)
  const posts = db
    .prepare<[], { title: string; content: string }>(
      'SELECT title, content FROM posts JOIN post_contents ON post_id = id WHERE deleted_at IS NULL',
    )
    .all()
  needsYou(
    'posts that can’t be read',
    posts.flatMap(({ title, content }) => {
      try {
        parsePost(JSON.parse(content))
        return []
      } catch (error) {
        return [`“${titleOf({ title })}”: ${(error as Error).message}`]
      }
    }),
  )
  return findings
}

/** One line for each finding. */
export const findingInWords = ({ what, which, outcome }: Finding): string =>
  typeof which === 'number' ? `${outcome}: ${which} ${what}` : `${outcome}: ${what}: ${which.join('; ')}`
