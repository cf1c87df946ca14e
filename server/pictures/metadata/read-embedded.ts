import { closeSync, openSync, readSync } from 'node:fs'
import sharp, { type Metadata } from 'sharp'
import { isCameraWords } from './camera-words.ts'
import { type Exif, type ReadBytes, readExif } from './exif.ts'
import { type Iptc, IPTC_FIELDS, readIptc } from './iptc.ts'
import { NO_XMP, readXmp, type Xmp } from './xmp.ts'

/** What a picture says of itself. Fields it does not have are empty. */
export interface EmbeddedTexts {
  readonly title: string
  readonly alt: string
  readonly caption: string
  readonly credit: string
  readonly tags: string[]
  /** local time of the camera, ISO without zone */
  readonly takenAt: string | null
}

interface Blocks {
  readonly exif: Exif['texts']
  readonly iptc: Iptc
  readonly xmp: Xmp
  /** text chunks of a PNG, by keyword */
  readonly png: ReadonlyMap<string, string>
}

/**
 * Reads EXIF, IPTC and XMP of a file called `fileName`. Title, caption, creator, keywords and alt text are looked
 * for in the order XMP, IPTC, EXIF, the newest standard first. A block that cannot be read counts as absent; a
 * camera's standing phrase and the name of the file are no texts; a date that no calendar has is no date.
 */
export async function readEmbedded(file: string, fileName: string): Promise<EmbeddedTexts> {
  const { exif, iptc, xmp, png } = await blocksOf(file)
  const first = (...texts: (string | undefined)[]) =>
    texts.find((text) => text !== undefined && text !== '' && !isCameraWords(text, fileName)) ?? ''
  const field = (name: keyof typeof IPTC_FIELDS) => iptc.get(IPTC_FIELDS[name]) ?? []
  const joined = (list: readonly string[]) => list.join(', ')
  const tags = [xmp.list('dc:subject'), [...field('keywords')], (exif.windowsKeywords ?? '').split(';')]
  return {
    title: first(
      xmp.text('dc:title'),
      xmp.text('photoshop:Headline'),
      joined(field('title')),
      joined(field('headline')),
      exif.windowsTitle,
      png.get('title'),
    ),
    alt: first(xmp.text('iptc:AltTextAccessibility')),
    caption: first(
      xmp.text('dc:description'),
      joined(field('caption')),
      xmp.text('tiff:ImageDescription'),
      exif.description,
      exif.userComment,
      exif.windowsComment,
      exif.windowsSubject,
      png.get('description'),
    ),
    credit: first(
      joined(xmp.list('dc:creator')),
      xmp.text('photoshop:Credit'),
      joined(field('creator')),
      joined(field('credit')),
      exif.artist,
      exif.windowsAuthor,
      png.get('author'),
      xmp.text('dc:rights'),
      joined(field('copyright')),
      exif.copyright,
    ),
    tags: [...new Set(tags.flat().map((tag) => tag.trim()))].filter((tag) => tag && tag.length <= 60).slice(0, 100),
    takenAt:
      [
        exif.taken,
        xmp.text('exif:DateTimeOriginal'),
        exif.digitized,
        xmp.text('photoshop:DateCreated'),
        `${field('date')[0] ?? ''}T${field('time')[0] ?? ''}`,
        xmp.text('xmp:CreateDate'),
      ]
        .map(cameraTime)
        .find((time) => time !== null) ?? null,
  }
}

async function blocksOf(file: string): Promise<Blocks> {
  const head: Metadata = await sharp(file, { limitInputPixels: false }).metadata()
  const png = new Map((head.comments ?? []).map(({ keyword, text }) => [keyword.toLowerCase(), text]))
  // A TIFF file is one EXIF block itself.
  const own = head.format === 'tiff' ? reading(file, readExif) : head.exif && readExif(within(head.exif))
  const iptc = own?.iptc ?? head.iptc ?? rawProfile(png.get('raw profile type iptc'))
  const xmp = own?.xmp ?? head.xmp
  return { exif: own?.texts ?? {}, iptc: iptc ? readIptc(iptc) : new Map(), xmp: xmp ? readXmp(xmp) : NO_XMP, png }
}

const within =
  (bytes: Buffer): ReadBytes =>
  (from, length) =>
    bytes.subarray(from, from + length)

/** Reads here and there in a file, which may be too big to be read whole. */
function reading<T>(file: string, look: (read: ReadBytes) => T): T {
  const handle = openSync(file, 'r')
  try {
    return look((from, length) => {
      const bytes = Buffer.alloc(length)
      return bytes.subarray(0, readSync(handle, bytes, 0, length, from))
    })
  } finally {
    closeSync(handle)
  }
}

/** PNG files carry blocks of other standards as hexadecimal text after a name and a length. */
function rawProfile(text: string | undefined): Buffer | undefined {
  const [, hex] = /^\s*[a-z][a-z ]*\n\s*\d+\n([0-9a-f\s]+)$/i.exec(text ?? '') ?? []
  return hex === undefined ? undefined : Buffer.from(hex.replace(/\s/g, ''), 'hex')
}

/**
 * A date and time as files write them ("2026:03:14 08:00:05", "2026-03-14T08:00+01:00", "20260314T080005"), as the
 * camera's own clock showed it; null where it is none that a calendar has.
 */
export function cameraTime(text: string | undefined): string | null {
  const match = /^(\d{4})[:/-]?(\d\d)[:/-]?(\d\d)(?:[T ](?:(\d\d):?(\d\d)(?::?(\d\d))?)?|$)/.exec((text ?? '').trim())
  if (!match) return null
  const [year, month, day, hour, minute, second] = match.slice(1).map((part) => Number(part ?? 0)) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  const date = new Date(Date.UTC(year, month - 1, day, hour, minute, second))
  const same = date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day
  if (!same || year < 1826 || hour > 23 || minute > 59 || second > 59) return null
  return date.toISOString().slice(0, 19)
}
