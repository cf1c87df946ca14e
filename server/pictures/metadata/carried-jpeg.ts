import { type CarriedTexts, xmpOf } from './write-xmp.ts'

/** A JPEG file as it leaves: the very px of the original, with its texts, and without whatever else its camera wrote. */

const XMP_HEAD = Buffer.from('http://ns.adobe.com/xap/1.0/\0')
const EXIF_HEAD = Buffer.from('Exif\0\0')
const PHOTO_HEAD = Buffer.from('Photoshop 3.0\0')
const ICC_HEAD = Buffer.from('ICC_PROFILE\0')
/** bytes that one segment holds beside its own two for its length */
const LARGEST_SEGMENT = 65_533

const segment = (marker: number, body: Buffer): Buffer => {
  const head = Buffer.from([0xff, marker, 0, 0])
  head.writeUInt16BE(body.length + 2, 2)
  return Buffer.concat([head, body])
}

/** EXIF that says which side is up, and nothing else (EXIF 2.32, 4.6). */
function upright(orientation: number): Buffer {
  const tiff = Buffer.alloc(26)
  tiff.write('MM', 0)
  tiff.writeUInt16BE(42, 2)
  tiff.writeUInt32BE(8, 4)
  tiff.writeUInt16BE(1, 8)
  tiff.writeUInt16BE(0x0112, 10)
  tiff.writeUInt16BE(3, 12)
  tiff.writeUInt32BE(1, 14)
  tiff.writeUInt16BE(orientation, 18)
  return Buffer.concat([EXIF_HEAD, tiff])
}

/** IPTC-IIM in UTF-8, as older programs read it: headline, caption, creator, rights. */
function iptc({ title, caption, credit, licence }: CarriedTexts): Buffer | undefined {
  const field = (record: number, dataset: number, text: Buffer) => {
    const head = Buffer.from([0x1c, record, dataset, 0, 0])
    head.writeUInt16BE(text.length, 3)
    return Buffer.concat([head, text])
  }
  const words = (
    [
      [5, title, 64],
      [80, credit, 32],
      [116, licence, 128],
      [120, caption, 2000],
    ] as const
  ).flatMap(([dataset, text, most]) => (text ? [field(2, dataset, cut(text, most))] : []))
  if (words.length === 0) return undefined
  const data = Buffer.concat([field(1, 90, Buffer.from('\u001b%G')), ...words])
  const resource = Buffer.concat([Buffer.from('8BIM'), Buffer.from([4, 4, 0, 0]), lengthOf(data), data])
  return Buffer.concat([PHOTO_HEAD, resource, ...(data.length % 2 ? [Buffer.alloc(1)] : [])])
}

const lengthOf = (data: Buffer): Buffer => {
  const length = Buffer.alloc(4)
  length.writeUInt32BE(data.length)
  return length
}

/** At most so many bytes, no letter cut in two. */
function cut(text: string, most: number): Buffer {
  const bytes = Buffer.from(text)
  if (bytes.length <= most) return bytes
  let end = most
  while (end > 0 && (bytes[end]! & 0xc0) === 0x80) end--
  return bytes.subarray(0, end)
}

/** What becomes of what the camera wrote: all but which side is up is dropped, it stays as it is, or this stands there instead. */
export type CameraWords = 'dropped' | 'kept' | Buffer

/** The same EXIF for px that stand upright by now: which side is up is said in the first directory, as tag 0x0112. */
export function uprightExif(exif: Buffer): Buffer {
  const whole = exif.subarray(0, 6).equals(EXIF_HEAD) ? Buffer.from(exif) : Buffer.concat([EXIF_HEAD, exif])
  const tiff = whole.subarray(6)
  const little = tiff.toString('latin1', 0, 2) === 'II'
  const uint16 = (at: number) => (little ? tiff.readUInt16LE(at) : tiff.readUInt16BE(at))
  try {
    const from = little ? tiff.readUInt32LE(4) : tiff.readUInt32BE(4)
    for (let i = 0; i < uint16(from); i++) {
      const at = from + 2 + 12 * i
      if (uint16(at) !== 0x0112) continue
      if (little) tiff.writeUInt16LE(1, at + 8)
      else tiff.writeUInt16BE(1, at + 8)
    }
  } catch (error) {
    // Cut off, or pointing out of itself: nothing of it says which side is up.
    if (!(error instanceof RangeError)) throw error
  }
  return whole
}

/** undefined where it is no JPEG that can be walked through; then it is to be made anew. */
export function carriedJpeg(
  file: Buffer,
  texts: CarriedTexts,
  orientation: number,
  camera: CameraWords = 'dropped',
): Buffer | undefined {
  if (file.readUInt16BE(0) !== 0xffd8) return undefined
  const xmp = Buffer.concat([XMP_HEAD, Buffer.from(xmpOf(texts))])
  const words = iptc(texts)
  const own = [
    ...(camera === 'dropped' && orientation > 1 ? [segment(0xe1, upright(orientation))] : []),
    ...(Buffer.isBuffer(camera) && camera.length <= LARGEST_SEGMENT ? [segment(0xe1, camera)] : []),
    ...(xmp.length <= LARGEST_SEGMENT ? [segment(0xe1, xmp)] : []),
    ...(words ? [segment(0xed, words)] : []),
  ]
  const parts: Buffer[] = [file.subarray(0, 2)]
  let put = false
  let at = 2
  while (at + 4 <= file.length) {
    if (file[at] !== 0xff) return undefined
    const marker = file[at + 1]!
    if (marker === 0xff) {
      at++
      continue
    }
    if (marker === 0xd9) {
      parts.push(file.subarray(at, at + 2))
      return put ? Buffer.concat(parts) : undefined
    }
    const end = at + 2 + file.readUInt16BE(at + 2)
    if (end > file.length) return undefined
    const isApp = marker >= 0xe0 && marker <= 0xef
    const keeps =
      marker === 0xe0 ||
      marker === 0xee ||
      (camera === 'kept' && marker === 0xe1 && file.subarray(at + 4, at + 4 + EXIF_HEAD.length).equals(EXIF_HEAD)) ||
      (marker === 0xe2 && file.subarray(at + 4, at + 4 + ICC_HEAD.length).equals(ICC_HEAD))
    // After the first of all, which old readers want to be the first.
    if (!put && marker !== 0xe0) {
      parts.push(...own)
      put = true
    }
    if ((!isApp && marker !== 0xfe) || keeps) parts.push(file.subarray(at, end))
    at = end
    // What follows a scan's head is its data, up to the next marker that is no restart.
    if (marker === 0xda) {
      const from = at
      while (at + 1 < file.length && !(file[at] === 0xff && file[at + 1] !== 0 && (file[at + 1]! & 0xf8) !== 0xd0)) at++
      parts.push(file.subarray(from, at))
    }
  }
  // One that was cut off ends here.
  return put && at >= file.length - 2 ? Buffer.concat([...parts, Buffer.from([0xff, 0xd9])]) : undefined
}
