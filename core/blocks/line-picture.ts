import { z } from 'zod'
import { attributes, escape } from '../page/html.ts'
import { webpFiles } from '../page/placed-files.ts'
import { pickWidth } from '../files/ladder.ts'
import type { Library } from '../place/library.ts'
import { Id } from '../post/id.ts'
import { LONGEST } from '../post/limits.ts'
import { LINE_PICTURE } from '../type/line-letter.ts'

/** A small picture within a line of text, as high as its letters. */
export const LinePicture = z.object({
  id: Id,
  /** in font sizes: as wide as a line is laid out with, whatever becomes of the picture */
  wide: z.number().min(LINE_PICTURE.least).max(LINE_PICTURE.most),
  /** what it says to those who can't see it; null: what the picture says everywhere */
  alt: z.string().max(LONGEST.alt).nullable(),
})
export type LinePicture = z.infer<typeof LinePicture>

/** px for which files are chosen: letters of the largest headings, on screens of high density. */
const LETTER_PX = 120

/** The file that stands in a line. */
export function lineFile(picture: Parameters<typeof webpFiles>[0], wide: number): string | undefined {
  const files = webpFiles(picture)
  const wanted = pickWidth(
    files.map(({ width }) => width),
    LETTER_PX * wide,
  )
  return files.find(({ width }) => width === wanted)?.file
}

/** What stands in markup for such a picture until its file is known: see `withLinePictures`. What is written can't read so. */
export const linePictureHtml = ({ id, wide, alt }: LinePicture): string =>
  `<img${attributes({ class: 'letter', 'data-picture': id, 'data-wide': wide, 'data-alt': alt ?? undefined })}>`

const STANDS_FOR = /<img class="letter" data-picture="([^"]*)" data-wide="([^"]*)"(?: data-alt="([^"]*)")?>/g

/** Markup of one such picture; `alt` is escaped already, undefined where the picture's own is meant. */
export type WriteLinePicture = (id: string, wide: number, alt: string | undefined) => string

/** Markup with the pictures in its lines. */
export const withLinePictures = (html: string, write: WriteLinePicture): string =>
  html.replace(STANDS_FOR, (_, id: string, wide: string, alt?: string) => write(id, Number(wide), alt))

/** As published: files from a library, with their addresses. */
export const linePicturesFrom =
  (library: Library, address: (file: string) => string, style = ''): WriteLinePicture =>
  (id, wide, alt) => {
    const picture = library.picture(id)
    const file = picture && lineFile(picture, wide)
    const own = `width:${wide}em${style}`
    // Its place is kept, so that no line ends otherwise than it was laid out.
    const words = alt ? ` role="img" aria-label="${alt}"` : ''
    if (!picture || !file) return `<span class="letter"${words} style="${own}"></span>`
    const said = alt ?? escape(picture.alt)
    const size = { width: Math.max(1, Math.round(wide * 20)), height: 20, style: own }
    return `<img class="letter"${attributes({ src: address(file) })} alt="${said}"${attributes(size)}>`
  }
