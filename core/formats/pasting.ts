import { linePicturesFrom, withLinePictures } from '../blocks/line-picture.ts'
import { houseCss } from '../page/house-css.ts'
import { escape } from '../page/html.ts'
import { pageOfPicture } from '../page/placements.ts'
import { placesOf } from '../page/places.ts'
import { webpFiles } from '../page/placed-files.ts'
import { rowCss } from '../page/row-css.ts'
import { rowHtml } from '../page/row-html.ts'
import { placePost } from '../place/place-post.ts'
import { isRow, rowsOf } from '../post/body.ts'
import type { PostContent } from '../post/post.ts'
import type { Row } from '../post/row.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { count } from '../words/numbers.ts'
import { bareHtml, type BareSetting, plainHtml } from './bare-html.ts'
import { inPlaceHtml, type PastedPost } from './in-place.ts'

/** A post as HTML for the editor of whatever another blog runs on: hosts differ in what they let through. */
export const STRENGTHS = ['sheet', 'in-place', 'bare'] as const
export type Strength = (typeof STRENGTHS)[number]

/** What needs a script or other pages is not there elsewhere. */
function forElsewhere(post: PastedPost): PastedPost {
  const house: HouseStyle = {
    ...post.house,
    share: { ...post.house.share, shown: false },
    pages: { ...post.house.pages, made: 'asked' },
  }
  const plain = (row: Row): Row => ({
    ...row,
    gallery: {
      ...row.gallery,
      first: null,
      filter: false,
      order: row.gallery.order === 'visit' ? 'hand' : row.gallery.order,
    },
    share: false,
    reveal: 'none',
  })
  const content: PostContent = {
    ...post.content,
    body: {
      ...post.content.body,
      content: post.content.body.content.map((block) =>
        isRow(block) ? { ...block, attrs: plain(block.attrs) } : block,
      ),
    },
  }
  return { ...post, house, content }
}

export function pasteHtml(post: PastedPost, strength: Strength, setting: BareSetting): string {
  if (strength === 'in-place') return inPlaceHtml(post, setting)
  const plain = forElsewhere(post)
  if (strength === 'bare') return bareHtml(placePost(plain.content, plain.library, plain.house, plain.live), setting)
  return sheetHtml(plain, setting)
}

/** The published markup under its own rules, which hold for nothing else of the page, in the letters of that page. */
function sheetHtml({ content, library, house: blog, live }: PastedPost, setting: BareSetting): string {
  const placed = placePost(content, library, blog, live)
  const { house } = placed
  const places = placesOf(placed, (relative) => relative)
  const css = [houseCss(house), ...places.rows.map((row) => rowCss(row, house)), HERE].join('\n')
  const largest = new Map(
    places.placements.flatMap(({ name, laid }) => {
      const file = webpFiles(laid.picture).at(-1)?.file
      return file ? [[pageOfPicture(name), setting.file(file)] as const] : []
    }),
  )
  const html = plainHtml(placed, setting, (row) =>
    rowHtml(row, { house, address: setting.file, lazy: () => true, post: { ...places.around, pageOf: pageOfPicture } }),
  )
    // There are no pages of pictures there: a click leads to the picture itself.
    .replace(/href="([^"]+)"/g, (whole, href: string) =>
      largest.has(href) ? `href="${escape(largest.get(href)!)}"` : whole,
    )
    .replace(/ data-(?:enlarge|through|caption|credit)="[^"]*"/g, '')
  const whole = withLinePictures(html, linePicturesFrom(library, setting.file))
  return `<style>\n${css}\n</style>\n<div class="page">\n${whole}\n</div>`
}

/** In another page the text is that page's: its letters, its colours, and as wide as it stands there. */
const HERE = '.page{--margin:0px;--outset:0px;--measure:100%;background:none;color:inherit;font:inherit}'

/** What of a post is not what it is here where it is pasted in this strength. */
export function lostIn({ content, house }: PastedPost, strength: Strength): string[] {
  const rows = rowsOf(content.body)
  const of = (test: (row: Row) => boolean) => rows.filter(test).length
  const [shows, wide, patchworks, loose] = [
    of((row) => row.kind === 'slideshow'),
    of((row) => row.sits !== 'measure' && row.one.side === null),
    of((row) => row.kind === 'patchwork'),
    of((row) => row.kind === 'gallery' && row.gallery.form === 'loose'),
  ]
  const sides = of((row) => row.kind === 'one' && row.one.side !== null)
  const pointing = of((row) => row.pictures.some(({ pointers }) => pointers))
  const words = of((row) => row.words.length > 0)
  const cells = of((row) => row.kind === 'gallery' && row.gallery.form === 'cells')
  const enlarge = rows.some((row) => (row.onClick?.do ?? house.onClick) === 'enlarge')
  const says = (n: number, one: string, what: string) => (n ? [`${count(n, one)}: ${what}`] : [])
  const bare = strength === 'bare'
  return [
    ...(enlarge ? ['Clicks that enlarge lead to the picture’s file'] : []),
    ...says(wide, 'row', 'no wider than the text there'),
    ...says(shows, 'slideshow', bare ? 'its pictures follow one another' : 'a strip to swipe, without arrows'),
    ...(bare ? says(patchworks, 'patchwork', 'its pictures in lines, one and a half times as high') : []),
    ...(bare ? says(cells, 'gallery of even cells', 'its pictures whole, not cropped') : []),
    ...(bare ? says(loose, 'gallery of loose columns', 'in lines') : []),
    ...(bare ? says(sides, 'picture beside text', 'above the text') : []),
    ...(bare ? says(words, 'row with words', 'the words below the pictures') : []),
    ...(strength === 'sheet' ? [] : says(pointing, 'row', 'what points at things is left out')),
    ...(bare ? ['Colours, spaces, corners and borders'] : strength === 'in-place' ? ['Corners and borders'] : []),
  ]
}

/** What a host has to let through for it, in words. */
export const NEEDS: Readonly<
  Record<Strength, { readonly name: string; readonly needs: string; readonly keeps: string }>
> = {
  sheet: {
    name: 'With a style sheet',
    needs: 'The host has to let a style element through.',
    keeps: 'Rows stand as they do here, at every width.',
  },
  'in-place': {
    name: 'Styles in place',
    needs: 'The host has to let style attributes through; where it takes some away, less is left and never nothing.',
    keeps: 'Rows stand as they do here, at every width.',
  },
  bare: {
    name: 'Bare pictures',
    needs: 'Any host: plain HTML, no styles at all.',
    keeps: 'Rows are lines of pictures as wide as they are here, which wrap on phones.',
  },
}
