import { attributes } from './html.ts'
import type { Picture, Rendition } from '../wire/picture.ts'

/** How a page names the files it needs: relative to the page, so that proof and blog host agree. */
export type FileAddress = (file: string) => string

export const webpFiles = (picture: Picture): Rendition[] =>
  picture.renditions.filter((rendition) => rendition.format === 'webp').sort((a, b) => a.width - b.width)

/** Files in which the picture moves; none where it does not. */
export const movingFiles = (picture: Picture): Rendition[] =>
  picture.renditions.filter((rendition) => rendition.format === 'moving').sort((a, b) => a.width - b.width)

/** The image in its moving form for readers who do not mind motion, and still for all others. */
export function withMoving(image: string, picture: Picture, sizes: string | undefined, address: FileAddress): string {
  const files = movingFiles(picture)
  if (files.length === 0) return image
  const source = {
    media: '(prefers-reduced-motion:no-preference)',
    type: 'image/webp',
    srcset: srcset(files, address),
    sizes: files.length > 1 ? sizes : undefined,
  }
  return `<picture><source${attributes(source)}>${image}</picture>`
}

/** The file for feeds and share cards, and for browsers that read nothing else. */
export const jpegFile = (picture: Picture): Rendition | undefined =>
  picture.renditions.find((rendition) => rendition.format === 'jpeg')

export const srcset = (files: readonly Rendition[], address: FileAddress): string =>
  files.map((file) => `${address(file.file)} ${file.width}w`).join(', ')
