import exifr from 'exifr'

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

const NONE: EmbeddedTexts = { title: '', alt: '', caption: '', credit: '', tags: [], takenAt: null }

/** Texts come as strings, as arrays of them, or with a language attached (XMP). */
function text(value: unknown): string {
  if (typeof value === 'string') return tidy(value)
  if (Array.isArray(value)) return value.map(text).filter(Boolean).join(', ')
  if (value && typeof value === 'object' && 'value' in value) return text((value as { value: unknown }).value)
  return ''
}

// eslint-disable-next-line no-control-regex -- embedded texts are often padded with NUL
const tidy = (value: string) => value.replace(/[\u0000-\u0008\u000b-\u001f]/g, '').trim()

const list = (value: unknown): string[] => (Array.isArray(value) ? value.map(text) : text(value).split(/[;,]/)).map((tag) => tag.trim()).filter(Boolean)

/** Camera programs fill titles with the name of the file; that is no title. */
const CAMERA_NAME = /^(img|dsc|dscn|dscf|pict?|p|image|photo|screenshot|sam|gopr|pxl|mvimg|_mg)[\s_-]*[\d_-]+(\.\w+)?$/i
const withoutCameraNames = (value: string) => (CAMERA_NAME.test(value) || /^olympus digital camera$/i.test(value) ? '' : value)

const firstText = (...values: unknown[]): string => values.map(text).map(withoutCameraNames).find(Boolean) ?? ''

/** EXIF times have no zone: they are kept as the camera's own clock. */
function cameraTime(value: unknown): string | null {
  const match = /^(\d{4})[:-](\d\d)[:-](\d\d)[T ](\d\d):(\d\d)(?::(\d\d))?/.exec(text(value))
  if (!match || match[1] === '0000') return null
  const [, year, month, day, hour, minute, second = '00'] = match
  return `${year}-${month}-${day}T${hour}:${minute}:${second}`
}

/**
 * Reads EXIF, IPTC and XMP of a file. Title, caption, creator, keywords and alt text are looked for in the
 * order XMP, IPTC, EXIF, the newest standard first. A block that cannot be read counts as absent.
 */
export async function readEmbedded(file: string): Promise<EmbeddedTexts> {
  const found = await exifr
    .parse(file, { tiff: true, ifd0: {}, exif: true, gps: false, iptc: true, xmp: true, mergeOutput: false, reviveValues: false })
    .catch(() => undefined)
  if (!found) return NONE
  const { ifd0 = {}, exif = {}, iptc = {}, dc = {}, photoshop = {}, xmp = {}, Iptc4xmpCore = {} } = found as Record<string, Record<string, unknown>>
  return {
    title: firstText(dc.title, photoshop.Headline, iptc.ObjectName, iptc.Headline, ifd0.XPTitle),
    alt: firstText(Iptc4xmpCore.AltTextAccessibility),
    caption: firstText(dc.description, iptc.Caption, ifd0.ImageDescription),
    credit: firstText(dc.creator, photoshop.Credit, iptc.Byline, iptc.Credit, ifd0.Artist, ifd0.Copyright),
    tags: [...new Set([...list(dc.subject), ...list(iptc.Keywords)])],
    takenAt: cameraTime(exif.DateTimeOriginal) ?? cameraTime(exif.CreateDate) ?? cameraTime(photoshop.DateCreated) ?? cameraTime(xmp.CreateDate),
  }
}
