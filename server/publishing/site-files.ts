import { createHash } from 'node:crypto'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { readFile, stat } from 'node:fs/promises'
import path from 'node:path'
import type { FontFileName } from '../../core/page/fonts-css.ts'
import { ReaderFiles } from '../../core/wire/house.ts'
import type { PictureFolder } from '../pictures/picture-folder.ts'
import { rootFolder } from '../root-folder.ts'

const VARIABLE = 'node_modules/@fontsource-variable/source-serif-4/files'
const WEIGHTS = 'node_modules/@fontsource/source-serif-4/files'
const FONT_SOURCES: Record<FontFileName, string> = {
  'source-serif-4.woff2': `${VARIABLE}/source-serif-4-latin-wght-normal.woff2`,
  'source-serif-4-italic-400.woff2': `${WEIGHTS}/source-serif-4-latin-400-italic.woff2`,
  'source-serif-4-italic-700.woff2': `${WEIGHTS}/source-serif-4-latin-700-italic.woff2`,
  'source-serif-4-ext.woff2': `${VARIABLE}/source-serif-4-latin-ext-wght-normal.woff2`,
  'source-serif-4-ext-italic-400.woff2': `${WEIGHTS}/source-serif-4-latin-ext-400-italic.woff2`,
  'source-serif-4-ext-italic-700.woff2': `${WEIGHTS}/source-serif-4-latin-ext-700-italic.woff2`,
}
const READER = path.join(rootFolder, 'dist/reader')
const SCRIPT = /^reader-[a-z]+-[0-9a-f]{16}\.(js|css)$/
const SHEET = /^[a-z]+-[0-9a-f]{16}\.css$/

/** Every file that a published page can name: style sheets, fonts, the reader script and renditions, by name. */
export type SiteFiles = ReturnType<typeof siteFiles>

export function siteFiles(dataFolder: string, pictures: PictureFolder) {
  const sheets = path.join(dataFolder, 'sheets')
  mkdirSync(sheets, { recursive: true })

  /** The place of a file on disk; undefined for a name that cannot be one of ours. */
  function find(name: string): string | undefined {
    if (name in FONT_SOURCES) return path.join(rootFolder, FONT_SOURCES[name as FontFileName])
    if (SCRIPT.test(name)) return path.join(READER, name)
    if (SHEET.test(name)) return path.join(sheets, name)
    return pictures.isRenditionName(name) ? pictures.rendition(name) : undefined
  }

  return {
    find,
    /** The reader script as it was built last. */
    reader: (): ReaderFiles => ReaderFiles.parse(JSON.parse(readFileSync(path.join(READER, 'files.json'), 'utf8'))),
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
