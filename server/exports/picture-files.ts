import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import type { Picture } from '../../core/wire/picture.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import { decodeShown, toned, type Toning } from '../pictures/apply-recipe.ts'
import { raw } from '../pictures/decode.ts'
import { type CameraWords, carriedJpeg, uprightExif } from '../pictures/metadata/carried-jpeg.ts'
import { type CarriedTexts, xmpOf } from '../pictures/metadata/write-xmp.ts'
import type { PictureFolder } from '../pictures/picture-folder.ts'

/** 1 to 100, for files that are made anew. */
const QUALITY = 92
/** No JPEG is longer on either side, px. Source: libjpeg. */
const LONGEST_JPEG = 65_500

export interface PictureFilesDeps {
  readonly pictures: PicturesTable
  readonly folder: PictureFolder
  readonly toning: Toning
}

/** What a picture's file ends with where it leaves. */
export function endingOf({ format, recipe, renditions }: Picture): string {
  if (renditions.some((one) => one.format === 'moving')) return 'webp'
  return recipe === null && (format === 'PNG' || format === 'WebP') ? format.toLowerCase() : 'jpg'
}

/**
 * The picture as it leaves: as it is shown, in its full size, with its texts, and without the place where it was taken or
 * the number of its camera, unless `taken` leaves in what the camera wrote. The px of a JPEG that nobody has adjusted are
 * the original's own. undefined where it is gone.
 */
export function createPictureFiles({ pictures, folder, toning }: PictureFilesDeps, taken = false) {
  /** What the camera wrote, for px that stand upright. */
  async function cameraWords(original: string): Promise<CameraWords> {
    const { exif } = taken ? await sharp(original).metadata() : {}
    return exif ? uprightExif(exif) : 'dropped'
  }

  async function lastResort(picture: Picture, texts: CarriedTexts): Promise<Buffer | undefined> {
    const files = [...picture.renditions].sort((a, b) => b.width - a.width)
    const largest = files.find(({ file }) => folder.hasRendition(file))
    if (!largest) return undefined
    const image = sharp(folder.rendition(largest.file)).keepIccProfile().withXmp(xmpOf(texts))
    const ending = endingOf(picture)
    if (ending !== 'jpg') return (ending === 'png' ? image.png() : image.webp({ quality: QUALITY + 3 })).toBuffer()
    return image.flatten({ background: '#ffffff' }).jpeg({ quality: QUALITY }).toBuffer()
  }

  return async function fileOf(id: string): Promise<Buffer | undefined> {
    const stored = pictures.findStored({ id })
    if (!stored || stored.deletedAt !== null) return undefined
    const { alt, caption, credit, title, licence } = stored
    const texts: CarriedTexts = { alt, caption, credit, title, licence }
    const moving = stored.renditions.filter(({ format }) => format === 'moving').at(-1)
    if (moving) return readFile(folder.rendition(moving.file))
    const original = folder.original(stored.hash)
    // Lost from the disk: the largest of what was made from it is better than nothing.
    if (!folder.hasOriginal(stored.hash)) return lastResort(stored, texts)
    const plain = stored.recipe === null
    if (plain && stored.format === 'JPEG') {
      const bytes = await readFile(original)
      const { orientation = 1 } = await sharp(bytes).metadata()
      const carried = carriedJpeg(bytes, texts, orientation, taken ? 'kept' : 'dropped')
      if (carried) return carried
    }
    if (plain && (stored.format === 'PNG' || stored.format === 'WebP')) {
      const turned = sharp(original).autoOrient().keepIccProfile()
      const upright = (taken ? turned.keepExif() : turned).withXmp(xmpOf(texts))
      return (stored.format === 'PNG' ? upright.png() : upright.webp({ quality: QUALITY + 3 })).toBuffer()
    }
    const share = Math.min(1, LONGEST_JPEG / Math.max(stored.width, stored.height))
    const decoded = await decodeShown(original, stored, Math.max(1, Math.floor(share * stored.width)))
    const shown = await toned(decoded, stored.recipe, toning)
    const made = await raw(shown)
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: QUALITY })
      .withXmp(xmpOf(texts))
      .toBuffer()
    const camera = await cameraWords(original).catch(() => 'dropped' as const)
    return carriedJpeg(made, texts, 1, camera) ?? made
  }
}
