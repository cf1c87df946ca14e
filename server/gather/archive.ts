import path from 'node:path'
import type { Readable } from 'node:stream'
import yauzl from 'yauzl'
import { isJunk } from '../../core/files/junk.ts'
import { Refusal, type Code } from '../refusal.ts'
import { withoutControls } from '../pictures/plain-name.ts'
import { scanArchive, unpacked } from './cut-archive.ts'

/** A file in an archive. */
export interface ArchiveFile {
  /** its name in the archive, folders included: for telling and for tags, never a place on the disk */
  readonly name: string
  /** unpacked, bytes, as the archive says */
  readonly bytes: number
  /** packed, bytes */
  readonly packed: number
  /** why it can't be read, where that is known beforehand */
  readonly fault?: Code
  readonly open: () => Promise<Readable>
}

export interface Archive {
  /** in the order of the archive, junk left out */
  readonly files: readonly ArchiveFile[]
  /** files left out: hidden ones, and what systems put in by themselves */
  readonly skipped: number
  /** the end is missing: these are the files before the cut */
  readonly cut: boolean
  readonly close: () => void
}

/** Files in one archive at most. */
export const MOST_FILES = 10_000
const [STORED, DEFLATED] = [0, 8]
const NESTED = /\.(zip|rar|7z|tar|tgz|gz|bz2|xz)$/i
/**
 * A name from an archive with plain folders: no drive, no root, nothing that goes up. It is only told and made tags of:
 * what is brought in lies on the disk under the hash of its bytes.
 */
export function plainPath(name: string): string {
  const parts = name
    .replaceAll('\\', '/')
    .split('/')
    .map((part) =>
      withoutControls(part)
        .trim()
        .replace(/^[a-z]:/i, ''),
    )
    .filter((part) => part !== '' && part !== '.' && part !== '..')
  return parts.join('/')
}

const UTF8_FLAG = 0x800
const strict = new TextDecoder('utf-8', { fatal: true })

/** The name as its bytes say: UTF-8 where it is said or fits, else what the archive's extra fields say, else the oldest of code pages. */
export function nameOf(flags: number, raw: Buffer, extra: readonly yauzl.ExtraField[] = []): string {
  if ((flags & UTF8_FLAG) === 0)
    try {
      return strict.decode(raw)
    } catch {
      // Not UTF-8: as the archive's rules say.
    }
  return yauzl.getFileNameLowLevel(flags, raw, [...extra], false)
}

/** Looks through an archive without unpacking any of it. Refuses what is none, and one of too many files. */
export async function openArchive(file: string): Promise<Archive> {
  let zip: yauzl.ZipFile
  try {
    zip = await yauzl.openPromise(file, { decodeStrings: false, autoClose: false, lazyEntries: true })
  } catch {
    return openCut(file)
  }
  const files: ArchiveFile[] = []
  let skipped = 0
  try {
    for await (const entry of zip.eachEntry()) {
      const name = nameOf(entry.generalPurposeBitFlag, entry.fileNameRaw, entry.extraFields)
      if (name.endsWith('/') || name.endsWith('\\')) continue
      if (isJunk(plainPath(name))) {
        skipped++
        continue
      }
      if (files.length === MOST_FILES) throw new Refusal('archive-too-many', { most: MOST_FILES })
      const fault = faultOf(name, entry.isEncrypted(), entry.compressionMethod)
      files.push({
        name: plainPath(name) || 'unnamed',
        bytes: entry.uncompressedSize,
        packed: entry.compressedSize,
        ...(fault ? { fault } : {}),
        // Its bytes are read by streams of our own: those of yauzl may not be given up while they read.
        async open() {
          const { fileDataStart } = await zip.readLocalFileHeaderPromise(entry, { minimal: true })
          const { compressedSize: packed, compressionMethod: method, crc32: crc } = entry
          return unpacked(file, { start: fileDataStart, packed, method, crc })
        },
      })
    }
  } catch (error) {
    zip.close()
    if (error instanceof Refusal) throw error
    // Its list of files is damaged: each file says itself what it is.
    return openCut(file)
  }
  return { files, skipped, cut: false, close: () => zip.close() }
}

const faultOf = (name: string, encrypted: boolean, method: number): Code | undefined =>
  encrypted
    ? 'archive-locked'
    : NESTED.test(path.posix.basename(name.replaceAll('\\', '/')))
      ? 'archive-nested'
      : method !== STORED && method !== DEFLATED
        ? 'archive-packed-otherwise'
        : undefined

/** An archive whose list of files, which stands at its end, is missing or damaged. */
async function openCut(file: string): Promise<Archive> {
  const found = await scanArchive(file, MOST_FILES)
  if (found.length === 0) throw new Refusal('archive-unreadable')
  const files: ArchiveFile[] = []
  let skipped = 0
  for (const { flags, rawName, encrypted, method, bytes, packed, whole, open } of found) {
    const name = nameOf(flags, rawName)
    if (name.endsWith('/')) continue
    if (isJunk(plainPath(name))) {
      skipped++
      continue
    }
    const fault = whole ? faultOf(name, encrypted, method) : 'archive-file-cut'
    files.push({ name: plainPath(name) || 'unnamed', bytes, packed, ...(fault ? { fault } : {}), open })
  }
  return { files, skipped, cut: true, close: () => {} }
}
