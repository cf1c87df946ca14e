import { createReadStream } from 'node:fs'
import { type FileHandle, open } from 'node:fs/promises'
import { PassThrough, type Readable, Transform } from 'node:stream'
import { crc32, createInflateRaw } from 'node:zlib'
import { Refusal } from '../refusal.ts'

/** A file in an archive without a list, as its own header says. */
export interface ScannedFile {
  readonly flags: number
  readonly rawName: Buffer
  readonly encrypted: boolean
  readonly method: number
  readonly bytes: number
  readonly packed: number
  /** false where the archive ends within it */
  readonly whole: boolean
  readonly open: () => Promise<Readable>
}

const HEADER = 0x04034b50
const DESCRIPTOR = 0x08074b50
const HEADER_LENGTH = 30
const [ENCRYPTED, LATER] = [0x1, 0x8]
const DEFLATED = 8
const LONG = 0xffffffff
/** Bytes that are unpacked at most to find where a file ends: no picture is longer. */
const MOST_MEASURED = 1_000_000_000

/**
 * Goes through an archive from its beginning, from one file's header to the next, as far as they follow each other.
 * For archives that were cut off: their list of files stood at the end. Source: APPNOTE 4.3.7 to 4.3.9.
 */
export async function scanArchive(file: string, most: number): Promise<ScannedFile[]> {
  const handle = await open(file, 'r')
  const found: ScannedFile[] = []
  try {
    const { size } = await handle.stat()
    let at = 0
    while (found.length < most) {
      const header = await bytesAt(handle, at, HEADER_LENGTH)
      if (header.length < HEADER_LENGTH || header.readUInt32LE(0) !== HEADER) break
      const flags = header.readUInt16LE(6)
      const method = header.readUInt16LE(8)
      const nameLength = header.readUInt16LE(26)
      const start = at + HEADER_LENGTH + nameLength + header.readUInt16LE(28)
      const rawName = await bytesAt(handle, at + HEADER_LENGTH, nameLength)
      if (rawName.length < nameLength) break
      const told = { packed: header.readUInt32LE(18), bytes: header.readUInt32LE(22) }
      // Sizes that follow the file are found by unpacking it; of one that is not packed nobody knows where it ends.
      const later = (flags & LATER) !== 0 || told.packed === LONG
      const known = later ? (method === DEFLATED ? await measured(file, start) : undefined) : told
      const whole = known !== undefined && start + known.packed <= size
      // What follows the file need not be there.
      const crc = later ? 0 : header.readUInt32LE(14)
      const { packed, bytes } = known ?? { packed: Math.max(0, size - start), bytes: 0 }
      found.push({
        flags,
        rawName,
        encrypted: (flags & ENCRYPTED) !== 0,
        method,
        bytes,
        packed,
        whole,
        open: () => Promise.resolve(unpacked(file, { start, packed, method, crc })),
      })
      if (!whole) break
      at = start + packed
      if (later) at += await descriptorLength(handle, at)
    }
    return found
  } finally {
    await handle.close()
  }
}

async function bytesAt(handle: FileHandle, position: number, length: number): Promise<Buffer> {
  const { buffer, bytesRead } = await handle.read(Buffer.alloc(length), 0, length, position)
  return buffer.subarray(0, bytesRead)
}

/** Where a packed file ends of which nobody said how long it is; undefined where the archive ends before. */
function measured(file: string, start: number): Promise<{ packed: number; bytes: number } | undefined> {
  return new Promise((resolve) => {
    const inflate = createInflateRaw()
    const source = createReadStream(file, { start })
    let bytes = 0
    const done = (found: { packed: number; bytes: number } | undefined) => {
      source.destroy()
      inflate.destroy()
      resolve(found)
    }
    inflate.on('data', (chunk: Buffer) => {
      bytes += chunk.length
      if (bytes > MOST_MEASURED) done(undefined)
    })
    inflate.on('end', () => done({ packed: inflate.bytesWritten, bytes }))
    inflate.on('error', () => done(undefined))
    source.on('error', () => done(undefined))
    source.pipe(inflate)
  })
}

/** Where a file lies in an archive, and how. */
export interface PackedFile {
  readonly start: number
  readonly packed: number
  readonly method: number
  /** CRC-32 of its bytes unpacked; 0 where nobody says it */
  readonly crc: number
}

/** The bytes of a file of the archive, whatever its name; ends with a refusal where they are not what was packed. */
export function unpacked(file: string, { start, packed, method, crc }: PackedFile): Readable {
  if (packed === 0) return new PassThrough().end()
  const source = createReadStream(file, { start, end: start + packed - 1 })
  const body = proved(crc)
  const inflate = method === DEFLATED ? createInflateRaw() : undefined
  source.on('error', (error) => body.destroy(error))
  inflate?.on('error', () => body.destroy(new Refusal('archive-file-damaged')))
  body.on('close', () => {
    source.destroy()
    inflate?.destroy()
  })
  return (inflate ? source.pipe(inflate) : source).pipe(body)
}

function proved(wanted: number): Transform {
  let found = 0
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      found = crc32(chunk, found)
      done(null, chunk)
    },
    flush: (done) => done(wanted !== 0 && wanted !== found ? new Refusal('archive-file-damaged') : null),
  })
}

/** What follows a file whose sizes were not known before it: with a mark or without, sizes short or long. */
async function descriptorLength(handle: FileHandle, at: number): Promise<number> {
  const next = await bytesAt(handle, at, 28)
  const marked = next.length >= 4 && next.readUInt32LE(0) === DESCRIPTOR ? 4 : 0
  for (const sizes of [8, 16]) {
    const length = marked + 4 + sizes
    if (next.length >= length + 4 && (next.readUInt32LE(length) & 0xffff) === (HEADER & 0xffff)) return length
  }
  return marked + 12
}
