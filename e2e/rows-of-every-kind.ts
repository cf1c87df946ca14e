import fc from 'fast-check'
import type { Browser, Page } from 'playwright-core'
import { linePicturesFrom, withLinePictures } from '../core/blocks/line-picture.ts'
import { type HouseStyle, STARTING_STYLE } from '../core/house/house-style.ts'
import { houseCss } from '../core/page/house-css.ts'
import { rowCss } from '../core/page/row-css.ts'
import { rowHtml } from '../core/page/row-html.ts'
import { type LaidRow, layRow } from '../core/place/lay-row.ts'
import { pictureSize, row as anyRow } from '../core/testing/arbitraries.ts'
import { libraryWith, picture } from '../core/testing/builders.ts'
import { openInBlogsFont } from './in-the-blogs-font.ts'

/** Rows of every kind and choice over pictures of every shape, each with a house style of its own, and pages of them. */

const SEED = 20261126

const WORDS = [
  '',
  'Up',
  'First up: the blue diamond, at two minutes past seven.',
  'Roll each spar on the bench; a bent one shows at once, and a straight one goes on rolling until it meets the vice.',
  'A north-west wind, eight to ten; dry until noon – then not.',
  'The long one was cut on the Tuesday, planed on the Wednesday, and left over the beams until the rain had gone: it came down straight, which none of us had bet on, and has flown every week since, in every wind that the harbour has, with nothing mended but one thong.',
]

/** Rows that share a page and its house style. */
export interface Sample {
  readonly house: HouseStyle
  readonly rows: readonly LaidRow[]
}

const house = fc
  .record({
    measure: fc.integer({ min: 320, max: 960 }),
    outset: fc.integer({ min: 0, max: 400 }),
    margin: fc.integer({ min: 8, max: 30 }),
    gap: fc.integer({ min: 0, max: 30 }),
    fontSize: fc.constantFrom(14, 16, 18.5, 20, 23.3, 28),
  })
  .map(
    ({ fontSize, ...own }): HouseStyle => ({ ...STARTING_STYLE, ...own, type: { ...STARTING_STYLE.type, fontSize } }),
  )

const placed = (number: number) =>
  fc
    .tuple(anyRow, fc.array(pictureSize, { minLength: 1, maxLength: 14 }), fc.infiniteStream(fc.nat()))
    .map(([row, sizes, stream]): { row: LaidRow['row']; sizes: typeof sizes } => {
      const words = () => WORDS[(stream.next() as { value: number }).value % WORDS.length]!
      const pictures = sizes.map((_, i) => ({
        ...row.pictures[i],
        id: `n${number}-${i}`,
        caption: words(),
        credit: '',
        alt: '',
      }))
      const kind = pictures.length === 1 ? 'one' : row.kind === 'one' ? 'patchwork' : row.kind
      // A part that waits to be asked for is a row of its own.
      const gallery = { ...row.gallery, first: null, order: 'hand' as const }
      return { row: { ...row, id: `r${number}`, kind, pictures, gallery, share: false, reveal: 'none' }, sizes }
    })

/** Always the same rows for the same numbers. */
export function samples(pages: number, rowsEach: number): Sample[] {
  const houses = fc.sample(house, { numRuns: pages, seed: SEED })
  return houses.map((own, page) => {
    const rows = Array.from({ length: rowsEach }, (_, i) => {
      const { row, sizes } = fc.sample(placed(i), { numRuns: 1, seed: SEED + 1000 * page + i })[0]!
      const library = libraryWith(...sizes.map(({ width, height }, j) => picture(`n${i}-${j}`, width, height)))
      return layRow(row, library, own)!
    })
    return { house: own, rows }
  })
}

const BLANK = 'data:image/gif;base64,R0lGODlhAQABAAAAACH5BAEKAAEALAAAAAABAAEAAAICTAEAOw=='

/** One of the two that stand in lines is here, the other is not. */
const IN_LINES = linePicturesFrom(libraryWith(picture('aaaa')), () => 'x')

/** A page of nothing but these rows, in the blog's own font. */
function pageOf({ house: own, rows }: Sample): string {
  const html = rows
    // Each at the top: far down a page a browser tells places less finely than it has them.
    .map(
      (laid) =>
        `<div class="column" style="position:absolute;top:0;left:0;right:0">${withLinePictures(rowHtml(laid, { house: own, address: () => 'x', lazy: () => false }), IN_LINES)}</div>`,
    )
    .join('\n')
    .replace(/ src="x"/g, ` src="${BLANK}"`)
    .replace(/ (srcset|sizes)="[^"]*"/g, '')
  const css = `body{margin:0}.page{position:relative}\n${houseCss(own)}`
  return `<style>${css}\n${rows.map((laid) => rowCss(laid, own)).join('\n')}</style><div class="page">${html}</div>`
}

/** Opens a page of these rows, in a window that the driver does not pretend to be another. */
export async function openRows(browser: Browser, sample: Sample): Promise<Page> {
  const page = await (await browser.newContext({ viewport: null })).newPage()
  await openInBlogsFont(page, pageOf(sample))
  return page
}
