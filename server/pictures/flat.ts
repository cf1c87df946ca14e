import sharp from 'sharp'
import { type FlatLayout, flatLayout, flatTexts, type FlatTile } from '../../core/flat/flat-layout.ts'
import type { FlatPreset } from '../../core/flat/preset.ts'
import type { HouseStyle } from '../../core/house/house-style.ts'
import { libraryOf } from '../../core/place/library.ts'
import type { Row } from '../../core/post/row.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import { Refusal } from '../refusal.ts'
import { wordLayers } from './flat-words.ts'
import { carriedJpeg } from './metadata/carried-jpeg.ts'
import { xmpOf } from './metadata/write-xmp.ts'
import type { PictureFolder } from './picture-folder.ts'
import { pointerLayer } from './pointer-layer.ts'
import { decodeShown, toned, type Toning } from './apply-recipe.ts'
import { raw } from './decode.ts'

/** A row rendered as one image file. */
export interface FlatPicture {
  readonly bytes: Buffer
  readonly extension: 'jpg' | 'webp' | 'png'
  readonly type: string
  readonly texts: { readonly alt: string; readonly caption: string; readonly credit: string }
}

const EXTENSIONS = { jpeg: 'jpg', webp: 'webp', png: 'png' } as const

interface Deps {
  readonly pictures: PicturesTable
  readonly folder: PictureFolder
  readonly house: () => HouseStyle
  readonly toning: Toning
}

export type FlatPictures = ReturnType<typeof flatPictures>

/** Renders rows from the originals, at the engine's boxes. */
export function flatPictures({ pictures, folder, house, toning }: Deps) {
  async function tile({ picture, crop, w, h, pointers }: FlatTile, corner: number): Promise<Buffer> {
    const stored = pictures.findStored({ id: picture.id })
    if (!stored) throw new Refusal('picture-not-found')
    const width = Math.min(stored.width, Math.ceil(w / (crop?.width ?? 1)))
    const shown = await decodeShown(folder.original(stored.hash), stored, Math.max(1, width))
    const decoded = await toned(shown, stored.recipe, toning)
    const image = raw(decoded)
    if (crop) {
      const left = Math.min(decoded.width - 1, Math.round(crop.x * decoded.width))
      const top = Math.min(decoded.height - 1, Math.round(crop.y * decoded.height))
      image.extract({
        left,
        top,
        width: Math.max(1, Math.min(decoded.width - left, Math.round(crop.width * decoded.width))),
        height: Math.max(1, Math.min(decoded.height - top, Math.round(crop.height * decoded.height))),
      })
    }
    const plain = image.resize(w, h, { fit: 'fill' }).toColourspace('srgb')
    const drawn = pointers && (await pointerLayer(pointers, { width: w, height: h }, house().colours))
    const fitted = drawn
      ? sharp(await plain.png({ compressionLevel: 0 }).toBuffer()).composite([{ input: drawn }])
      : plain
    if (corner === 0) return fitted.png({ compressionLevel: 0 }).toBuffer()
    const radius = Math.min(corner, w / 2, h / 2)
    const mask = Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><rect width="${w}" height="${h}" rx="${radius}"/></svg>`,
    )
    const whole = await fitted.png({ compressionLevel: 0 }).toBuffer()
    return sharp(whole)
      .ensureAlpha()
      .composite([{ input: mask, blend: 'dest-in' }])
      .png({ compressionLevel: 0 })
      .toBuffer()
  }

  async function print({ width, height, tiles, words }: FlatLayout, { ground, corner }: FlatPreset) {
    const layers: { input: Buffer; left: number; top: number }[] = []
    // One after another: a row of originals decoded at once would not fit into memory.
    for (const one of tiles) layers.push({ input: await tile(one, corner), left: one.x, top: one.y })
    if (words) layers.push(...(await wordLayers(words, ground)))
    return sharp({ create: { width, height, channels: 3, background: ground }, limitInputPixels: false }).composite(
      layers,
    )
  }

  /** Refuses a row of which no picture is here, and one that has no room. */
  function plan(row: Row, preset: FlatPreset) {
    const library = libraryOf(row.pictures.flatMap(({ id }) => pictures.find(id) ?? []))
    const layout = flatLayout(row, library, house(), preset)
    if (!layout) throw new Refusal('picture-not-found')
    if (!layout.fits) throw new Refusal('flat-no-room')
    return { layout, texts: flatTexts(row, library) }
  }

  return {
    plan,
    async make(row: Row, preset: FlatPreset): Promise<FlatPicture> {
      const { layout, texts } = plan(row, preset)
      const image = (await print(layout, preset)).withXmp(xmpOf(texts))
      const { format, quality } = preset
      const made = await (format === 'png'
        ? image.png()
        : format === 'webp'
          ? image.webp({ quality })
          : image.jpeg({ quality, mozjpeg: false })
      ).toBuffer()
      // Older programs read IPTC-IIM alone, which only JPEG has a place for.
      const bytes = (format === 'jpeg' && carriedJpeg(made, texts, 1)) || made
      return { bytes, extension: EXTENSIONS[format], type: `image/${format}`, texts }
    },
  }
}
