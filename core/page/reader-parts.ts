import type { HouseStyle } from '../house/house-style.ts'
import { filterOf } from '../layout/filter-bar.ts'
import { allPictures, type LaidRow } from '../place/lay-row.ts'
import { clickOf } from '../post/effective.ts'
import type { ReaderFiles } from '../wire/house.ts'
import { scriptWords } from '../readers/words.ts'
import { attributes } from './html.ts'
import type { FileAddress } from './placed-files.ts'

/** The parts of the reader script. A page names those that its rows use, and loads each when it is first needed. */
const READER_PARTS = [
  'slideshow',
  'enlarge',
  'gallery',
  'video',
] as const satisfies readonly (keyof ReaderFiles['parts'])[]
export type ReaderPart = (typeof READER_PARTS)[number]

/** What of the reader script a row needs: nothing for most. */
export function partsOf(laid: LaidRow, house: HouseStyle): { starter: boolean; parts: ReaderPart[] } {
  const { row, layout } = laid
  const parts: ReaderPart[] = []
  if (layout.variants[0]!.form.type === 'strip') parts.push('slideshow')
  if (allPictures(laid).some(({ placed }) => clickOf(row, placed, house).do === 'enlarge')) parts.push('enlarge')
  if (laid.rest || filterOf(laid, house).length > 0) parts.push('gallery')
  if (allPictures(laid).some(({ picture }) => picture.video?.from === 'address')) parts.push('video')
  return { starter: parts.length > 0 || shuffles(laid), parts }
}

/** Whether the row's pictures stand in a new order at each visit. */
export const shuffles = ({ row }: LaidRow): boolean => row.kind === 'gallery' && row.gallery.order === 'visit'

interface Scripted {
  readonly rows: readonly LaidRow[]
  /** whether slideshows of posts stand among them */
  readonly shows?: boolean
}

/** The reader script of a page with these rows: its element, and every file it may fetch. Nothing for a page that needs none. */
export function readerScript(
  { rows, shows = false }: Scripted,
  house: HouseStyle,
  files: ReaderFiles,
  address: FileAddress,
): { html: string; files: string[] } {
  const wanted = rows.map((row) => partsOf(row, house))
  if (shows) wanted.push({ starter: true, parts: ['slideshow'] })
  if (!wanted.some(({ starter }) => starter)) return { html: '', files: [] }
  const parts = READER_PARTS.filter((part) => wanted.some((row) => row.parts.includes(part)))
  return scriptElement(parts, house, files, address)
}

/** The element of the reader script with these of its parts, and every file it may fetch. */
export function scriptElement(
  parts: readonly ReaderPart[],
  house: HouseStyle,
  files: ReaderFiles,
  address: FileAddress = (file) => file,
): { html: string; files: string[] } {
  const named = parts.flatMap((part) => {
    const { script, style } = files.parts[part]
    return [[`data-${part}`, script] as const, ...(style ? [[`data-${part}-style`, style] as const] : [])]
  })
  // In the head and not deferred: what it says of the page must hold before the first picture is fetched.
  return {
    html: `<script${attributes({ src: address(files.starter), ...Object.fromEntries(named), 'data-words': parts.length ? JSON.stringify(scriptWords(house)) : undefined })}></script>`,
    files: [files.starter, ...named.map(([, file]) => file)],
  }
}
