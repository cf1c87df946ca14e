import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { readFile, stat } from 'node:fs/promises'
import path from 'node:path'
import type { FontFileName } from '../../core/page/fonts-css.ts'
import { ReaderFiles } from '../../core/wire/house.ts'
import type { PictureFolder } from '../pictures/picture-folder.ts'
import type { VideoFolder } from '../videos/video-folder.ts'
import { rootFolder } from '../root-folder.ts'

const VARIABLE = 'node_modules/@fontsource-variable/source-serif-4/files'
const WEIGHTS = 'node_modules/@fontsource/source-serif-4/files'
/** Where the font files of pages come from, under the project's own folder. */
export const FONT_SOURCES: Record<FontFileName, string> = {
  'source-serif-4.woff2': `${VARIABLE}/source-serif-4-latin-wght-normal.woff2`,
  'source-serif-4-italic-400.woff2': `${WEIGHTS}/source-serif-4-latin-400-italic.woff2`,
  'source-serif-4-italic-700.woff2': `${WEIGHTS}/source-serif-4-latin-700-italic.woff2`,
  'source-serif-4-ext.woff2': `${VARIABLE}/source-serif-4-latin-ext-wght-normal.woff2`,
  'source-serif-4-ext-italic-400.woff2': `${WEIGHTS}/source-serif-4-latin-ext-400-italic.woff2`,
  'source-serif-4-ext-italic-700.woff2': `${WEIGHTS}/source-serif-4-latin-ext-700-italic.woff2`,
}
const READER = path.join(rootFolder, 'dist/reader')
const SCRIPT = /^reader-[a-z]+-[0-9a-f]{16}\.(js|css)$/

/** Style sheets that proof pages may still ask for; a page that is opened anew makes its own anew. */
const SHEETS_KEPT = 400

/** Every file that a published page can name: style sheets, fonts, the reader script and renditions, by name. */
export type SiteFiles = ReturnType<typeof siteFiles>

export function siteFiles(pictures: PictureFolder, videos: VideoFolder, sheetsKept = SHEETS_KEPT) {
  /** Worked out from posts and house whenever a page is: never written down. The last used are the last in the map. */
  const sheets = new Map<string, string>()

  /** The place of a file on disk; undefined for a name that cannot be one of ours. */
  function pathOf(name: string): string | undefined {
    if (Object.hasOwn(FONT_SOURCES, name)) return path.join(rootFolder, FONT_SOURCES[name as FontFileName])
    if (SCRIPT.test(name)) return path.join(READER, name)
    if (videos.isName(name)) return videos.place(name)
    return pictures.isRenditionName(name) ? pictures.rendition(name) : undefined
  }

  return {
    pathOf,
    /** A style sheet that was made lately. */
    sheet: (name: string): string | undefined => sheets.get(name),
    /** The reader script as it was built last. */
    reader: (): ReaderFiles => ReaderFiles.parse(JSON.parse(readFileSync(path.join(READER, 'files.json'), 'utf8'))),
    /** Keeps a style sheet, or the icon, under a name that changes with its content, and gives the name. */
    keepSheet(kind: 'house' | 'post' | 'icon', css: string): string {
      const hash = createHash('sha256').update(css).digest('hex').slice(0, 16)
      const name = `${kind}-${hash}.${kind === 'icon' ? 'svg' : 'css'}`
      sheets.delete(name)
      sheets.set(name, css)
      for (const oldest of sheets.keys()) {
        if (sheets.size <= sheetsKept) break
        sheets.delete(oldest)
      }
      return name
    },
    async size(name: string): Promise<number> {
      const sheet = sheets.get(name)
      return sheet === undefined ? (await stat(pathOf(name)!)).size : Buffer.byteLength(sheet)
    },
    async read(name: string): Promise<Buffer> {
      const sheet = sheets.get(name)
      return sheet === undefined ? readFile(pathOf(name)!) : Buffer.from(sheet)
    },
  }
}
