import { fileTypeFromFile } from 'file-type'
import sharp from 'sharp'
import { Refusal } from '../refusal.ts'
import { decodedBy } from './faults.ts'
import { HEIC } from './heic.ts'

export interface Sniffed {
  readonly format: string
  /** of the upright picture, px */
  readonly width: number
  readonly height: number
  /** pictures that one after another make it move, or pages */
  readonly frames: number
}

const ACCEPTED: Record<string, string> = {
  'image/jpeg': 'JPEG',
  'image/png': 'PNG',
  'image/apng': 'PNG',
  'image/webp': 'WebP',
  'image/avif': 'AVIF',
  'image/gif': 'GIF',
  'image/tiff': 'TIFF',
  'image/heic': HEIC,
  'image/heif': HEIC,
}

/** What the bytes say the file is, whatever it is called. Reads the head only; refuses what is not a picture or is too big. */
export async function sniff(file: string, largestPicture: number): Promise<Sniffed> {
  const type = await fileTypeFromFile(file)
  const format = type && ACCEPTED[type.mime]
  if (!format)
    throw new Refusal('not-a-picture', {
      found: type ? `${type.ext.toUpperCase()} (${type.mime})` : 'of no known picture type',
    })
  // The limit is checked against the header by us, so that the refusal can name the figure.
  const head = await decodedBy(() => sharp(file, { limitInputPixels: false }).metadata(), format)
  const pixels = head.width * head.height
  if (pixels > largestPicture)
    throw new Refusal('too-many-pixels', { megapixels: Math.round(pixels / 1e5) / 10, limit: largestPicture / 1e6 })
  // It is turned in the file itself: what EXIF says of that is of another form of it.
  if (format === HEIC) return { format, width: head.width, height: head.height, frames: 1 }
  const { width, height } = head.autoOrient
  return { format, width, height, frames: head.pages ?? 1 }
}
