import type { Picture, Rendition } from '../wire/picture.ts'

/** How a page names the files it needs: relative to the page, so that proof and blog host agree. */
export type FileAddress = (file: string) => string

export const webpFiles = (picture: Picture): Rendition[] =>
  picture.renditions.filter((rendition) => rendition.format === 'webp').sort((a, b) => a.width - b.width)

/** The file for feeds and share cards, and for browsers that read nothing else. */
export const jpegFile = (picture: Picture): Rendition | undefined =>
  picture.renditions.find((rendition) => rendition.format === 'jpeg')

export const srcset = (files: readonly Rendition[], address: FileAddress): string =>
  files.map((file) => `${address(file.file)} ${file.width}w`).join(', ')
