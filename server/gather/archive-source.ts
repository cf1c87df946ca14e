import { Transform } from 'node:stream'
import { Refusal } from '../refusal.ts'
import { type ArchiveFile, openArchive } from './archive.ts'
import type { FoundFile, FoundFiles } from './source.ts'

/** What is unpacked from one archive at most, bytes. */
export const MOST_UNPACKED = 40_000_000_000
/** A file that becomes so many times as long as it was packed is made to fill the disk; short ones do no harm. */
const [HIGHEST_RATIO, HARMLESS] = [200, 10_000_000]
const LONGEST_TAG = 60

/** The pictures of an archive. With `tags`, the folders that a file lies in become its tags. */
export async function archiveSource(file: string, { tags }: { readonly tags: boolean }): Promise<FoundFiles> {
  const archive = await openArchive(file)
  const unpacked = { bytes: 0 }
  return {
    files: archive.files.map((one) => foundIn(one, tags, unpacked)),
    skipped: archive.skipped,
    ...(archive.cut ? { fault: 'archive-cut' as const } : {}),
    close: archive.close,
  }
}

function foundIn(one: ArchiveFile, tags: boolean, unpacked: { bytes: number }): FoundFile {
  return {
    name: one.name,
    bytes: one.bytes,
    ...(one.fault ? { fault: one.fault } : {}),
    async open() {
      const source = await one.open()
      const body = source.pipe(counted(one.packed, unpacked))
      source.on('error', (error) => body.destroy(error))
      body.on('close', () => source.destroy())
      return { body, ...(tags ? { texts: { tags: tagsOf(one.name) } } : {}) }
    },
  }
}

/** Counts what comes out while it comes: what an archive says of its sizes beforehand need not be true. */
function counted(packed: number, unpacked: { bytes: number }): Transform {
  let out = 0
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      out += chunk.length
      unpacked.bytes += chunk.length
      if (unpacked.bytes > MOST_UNPACKED) done(new Refusal('archive-too-large', { limit: MOST_UNPACKED / 1e9 }))
      else if (out > HARMLESS && out > HIGHEST_RATIO * packed) done(new Refusal('archive-blown-up'))
      else done(null, chunk)
    },
  })
}

/** "2026/Kite day/KM_1.jpg" has the tags "2026" and "Kite day". */
export const tagsOf = (name: string): string[] => [
  ...new Set(
    name
      .split('/')
      .slice(0, -1)
      .map((folder) => folder.replaceAll('_', ' ').trim().slice(0, LONGEST_TAG))
      .filter(Boolean),
  ),
]
