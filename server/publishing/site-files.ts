import { createHash } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { readFile, stat } from 'node:fs/promises'
import path from 'node:path'
import { FONT_FILES } from '../../core/page/blog-page.ts'
import type { PictureFolder } from '../pictures/picture-folder.ts'
import { rootFolder } from '../root-folder.ts'

const FONTS = path.join(rootFolder, 'node_modules/@fontsource-variable/source-serif-4/files')
const FONT_SOURCES: Record<(typeof FONT_FILES)[number], string> = {
  'source-serif-4.woff2': 'source-serif-4-latin-wght-normal.woff2',
  'source-serif-4-italic.woff2': 'source-serif-4-latin-wght-italic.woff2',
  'source-serif-4-ext.woff2': 'source-serif-4-latin-ext-wght-normal.woff2',
  'source-serif-4-ext-italic.woff2': 'source-serif-4-latin-ext-wght-italic.woff2',
}
const SHEET = /^[a-z]+-[0-9a-f]{16}\.css$/

/** Every file that a published page can name: style sheets, fonts and renditions, by name. */
export type SiteFiles = ReturnType<typeof siteFiles>

export function siteFiles(dataFolder: string, pictures: PictureFolder) {
  const sheets = path.join(dataFolder, 'sheets')
  mkdirSync(sheets, { recursive: true })

  /** The place of a file on disk; undefined for a name that cannot be one of ours. */
  function find(name: string): string | undefined {
    if (name in FONT_SOURCES) return path.join(FONTS, FONT_SOURCES[name as keyof typeof FONT_SOURCES])
    if (SHEET.test(name)) return path.join(sheets, name)
    return pictures.isRenditionName(name) ? pictures.rendition(name) : undefined
  }

  return {
    find,
    /** Keeps a style sheet under a name that changes with its content, and gives the name. */
    keepSheet(kind: 'house' | 'post', css: string): string {
      const name = `${kind}-${createHash('sha256').update(css).digest('hex').slice(0, 16)}.css`
      writeFileSync(path.join(sheets, name), css)
      return name
    },
    size: async (name: string): Promise<number> => (await stat(find(name)!)).size,
    read: (name: string): Promise<Buffer> => readFile(find(name)!),
  }
}
