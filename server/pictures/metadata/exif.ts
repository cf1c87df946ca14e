import { likelyText, tidy, utf16 } from './text-encodings.ts'

/** EXIF, as in "Exchangeable image file format for digital still cameras" (CIPA DC-008), over a TIFF structure. */
export interface Exif {
  /** text fields by name; fields without text are left out */
  readonly texts: Readonly<Partial<Record<TextField, string>>>
  /** blocks of other standards that a TIFF file carries in its own fields */
  readonly iptc?: Buffer
  readonly xmp?: Buffer
}

/** Gives the bytes at this place, fewer at the end of the file. */
export type ReadBytes = (from: number, length: number) => Buffer

type TextField =
  | 'description'
  | 'artist'
  | 'copyright'
  | 'windowsTitle'
  | 'windowsComment'
  | 'windowsAuthor'
  | 'windowsKeywords'
  | 'windowsSubject'
  | 'userComment'
  | 'taken'
  | 'digitized'

const TEXT_TAGS: Record<number, TextField> = {
  0x010e: 'description',
  0x013b: 'artist',
  0x8298: 'copyright',
  0x9c9b: 'windowsTitle',
  0x9c9c: 'windowsComment',
  0x9c9d: 'windowsAuthor',
  0x9c9e: 'windowsKeywords',
  0x9c9f: 'windowsSubject',
  0x9286: 'userComment',
  0x9003: 'taken',
  0x9004: 'digitized',
}
const EXIF_FOLDER = 0x8769
const XMP = 0x02bc
const IPTC = 0x83bb
const BYTES_OF_TYPE = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8]
/** What is longer is no text that a person wrote, and no directory that a camera made. */
const MOST_BYTES = 4_000_000
const MOST_ENTRIES = 2000

interface Entry {
  readonly tag: number
  readonly bytes: Buffer
  /** the value as a number, where it is one */
  readonly number: number
}

/** Reads the block, with or without its "Exif" head. A block that is broken gives what could be read before the fault. */
export function readExif(read: ReadBytes): Exif {
  const start = read(0, 6).toString('latin1') === 'Exif\0\0' ? 6 : 0
  const order = read(start, 4).toString('latin1')
  if (order !== 'II*\0' && order !== 'MM\0*') return { texts: {} }
  const little = order.startsWith('II')
  const uint16 = (bytes: Buffer, at: number) => (little ? bytes.readUInt16LE(at) : bytes.readUInt16BE(at))
  const uint32 = (bytes: Buffer, at: number) => (little ? bytes.readUInt32LE(at) : bytes.readUInt32BE(at))

  function entries(offset: number): Entry[] {
    const count = uint16(read(start + offset, 2), 0)
    const list = read(start + offset + 2, 12 * Math.min(count, MOST_ENTRIES))
    return Array.from({ length: Math.floor(list.length / 12) }, (_, i): Entry => {
      const at = 12 * i
      const type = uint16(list, at + 2)
      const length = (BYTES_OF_TYPE[type] ?? 0) * uint32(list, at + 4)
      const value = uint32(list, at + 8)
      const here = list.subarray(at + 8, at + 12)
      const bytes =
        length > MOST_BYTES ? Buffer.alloc(0) : length <= 4 ? here.subarray(0, length) : read(start + value, length)
      return { tag: uint16(list, at), bytes, number: value }
    })
  }

  const texts: Partial<Record<TextField, string>> = {}
  const blocks: { iptc?: Buffer; xmp?: Buffer } = {}
  const take = (list: readonly Entry[]) => {
    for (const { tag, bytes } of list) {
      if (tag === XMP) blocks.xmp = bytes
      if (tag === IPTC) blocks.iptc = bytes
      const field = TEXT_TAGS[tag]
      const text = field && tidy(textOf(field, bytes, little))
      if (text) texts[field] = text
    }
  }
  try {
    const first = entries(uint32(read(start + 4, 4), 0))
    take(first)
    const folder = first.find(({ tag }) => tag === EXIF_FOLDER)
    if (folder) take(entries(folder.number))
  } catch (error) {
    // Cut off or pointing out of itself: what was read until then stands.
    if (!(error instanceof RangeError)) throw error
  }
  return { texts, ...blocks }
}

function textOf(field: TextField, bytes: Buffer, little: boolean): string {
  if (field.startsWith('windows')) return utf16(bytes, true)
  if (field !== 'userComment') return likelyText(bytes)
  // The first eight bytes name the character set.
  const set = bytes.subarray(0, 8).toString('latin1').replace(/\0+$/, '')
  const rest = bytes.subarray(8)
  if (set === 'UNICODE') return utf16(rest, little)
  return set === 'ASCII' || set === '' ? likelyText(rest) : ''
}
