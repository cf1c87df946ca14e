import { captionsBelow } from '../place/captions-below.ts'
import { captionBelow, captionUnder, type LaidRow } from '../place/lay-row.ts'
import { aspectOf } from '../place/shape-in-row.ts'
import { filterOf } from '../layout/filter-bar.ts'
import { blockHtml } from '../blocks/table.ts'
import type { PlacedWords } from '../post/placed-words.ts'
import type { JoinTree } from '../layout/join-tree.ts'
import { seatOf } from '../layout/row-lengths.ts'
import type { FilterTag } from '../post/filter-tags.ts'
import { captionsOf, groundOf, mannerOf, revealOf, standsOver } from '../post/effective.ts'
import { say, sayCount } from '../readers/words.ts'
import { classesOfTags, filterHtml } from './gallery-filter.ts'
import { attributes, escape, fine } from './html.ts'
import { captionText, figcaption, pictureHtml, type RowSetting } from './picture-html.ts'
import { shuffles } from './reader-parts.ts'

/** The address of a page that shows a gallery whole, from its post. */
export const pageOfGallery = (rowId: string): string => `${GALLERY_PAGES}${rowId.toLowerCase()}/`
export const GALLERY_PAGES = 'galleries/'

/** The published HTML of a row. */
export function rowHtml(laid: LaidRow, setting: RowSetting): string {
  const { row } = laid
  const { house } = setting
  const under = underHtml(laid, setting)
  const tag = under ? 'figure' : 'div'
  const ground = groundOf(row, house)
  const classes = [
    'seat',
    `seat-${seatOf(row)}`,
    standsOver(captionsOf(row, house)) ? 'over' : '',
    captionsOf(row, house) === 'over' ? 'always' : '',
    ground === 'none' ? '' : `ground-${ground}`,
  ]
  const tags = filterOf(laid, house)
  const filter = tags.length ? filterHtml(laid, tags, house) : ''
  return `<${tag} class="${classes.filter(Boolean).join(' ')}" id="row-${row.id}">${filter}${laid.rest ? partsHtml(laid, laid.rest, setting, tags) : innerHtml(laid, setting, tags)}${under}</${tag}>`
}

/** Pictures nested as flex boxes, or one after another for the style sheet to place. */
function innerHtml(laid: LaidRow, setting: RowSetting, tags: readonly FilterTag[], before = 0): string {
  const { form } = laid.layout.variants[0]!
  const classes = (index: number) => classesOfTags(laid.pictures[index]!.picture.tags, tags)
  if (form.type === 'tree') return joinHtml(form.tree, laid, (index) => pictureHtml(index, laid, setting))
  if (form.type === 'single') return pictureHtml(0, laid, setting, { classes: classes(0) })
  if (form.type === 'strip') return showHtml(laid, form, setting)
  // Lines and loose columns need the shapes: to fill a line, and to run on when only some are shown. Even cells need
  // their places, so that the heights of lines add up.
  const style = (index: number) =>
    form.type === 'cells' ? `--i:${before + index}` : `--a:${fine(laid.pictures[index]!.shape.aspect)}`
  const each = laid.pictures.map((_, i) => pictureHtml(i, laid, setting, { style: style(i), classes: classes(i) }))
  if (form.type === 'worded') return wordedHtml(laid.row.words, each)
  const pictures = each.join('')
  return `<div${attributes({ class: `row ${form.type}`, 'data-visit': shuffles(laid) ? (form.type === 'cells' ? 'any' : 'alike') : undefined })}>${pictures}</div>`
}

/** Pictures and words in reading order. */
function wordedHtml(words: readonly PlacedWords[], pictures: readonly string[]): string {
  const column = ({ at, sits, content }: PlacedWords, number: number) => {
    const classes = [
      `words w${number}`,
      sits === 'top' ? '' : `sits-${sits}`,
      at === 0 ? 'starts' : '',
      at >= pictures.length ? 'ends' : '',
    ]
    return `<div class="${classes.filter(Boolean).join(' ')}">${content.map(blockHtml).join('')}</div>`
  }
  const before = (i: number) =>
    words.map((one, j) => (Math.min(one.at, pictures.length) === i ? column(one, j + 1) : '')).join('')
  return `<div class="row worded">${pictures.map((picture, i) => before(i) + picture).join('')}${before(pictures.length)}</div>`
}

/** A strip that is scrolled from picture to picture; the reader script makes a slideshow of it. The bar is below, and first for the keyboard. */
function showHtml(laid: LaidRow, form: { frame: number; across: number }, setting: RowSetting): string {
  const { row, pictures } = laid
  const { move, seconds, starts, arrows, place, fullScreen } = mannerOf(row, setting.house)
  const slides = pictures
    .map(({ picture }, i) =>
      pictureHtml(i, laid, setting, {
        style: [row.slideshow.fill ? '' : `--a:${fine(aspectOf(picture))}`, `--i:${i}`].filter(Boolean).join(';'),
        classes: i <= form.across ? ['near'] : [],
      }),
    )
    .join('')
  const label = say(setting.house, 'slideshow', { pictures: sayCount(setting.house, 'pictures', pictures.length) })
  const reveal = setting.lazy(0) ? revealOf(row, setting.house) : 'none'
  return `<div${attributes({
    class: reveal === 'none' ? 'show' : `show reveal-${reveal}`,
    role: 'group',
    'aria-label': label,
    'data-move': move,
    'data-seconds': seconds,
    'data-starts': starts || undefined,
    'data-arrows': arrows || undefined,
    'data-place': place,
    'data-full-screen': fullScreen || undefined,
  })}><div class="show-bar"></div><div${attributes({ class: 'strip', tabindex: 0, role: 'group', 'aria-label': say(setting.house, 'slides'), style: `--frame:${fine(form.frame)}` })}><div class="slides">${slides}</div></div></div>`
}

/** What a gallery shows at first, what it shows only when asked, and the link that asks. Without a script it leads to the gallery's own page. */
function partsHtml(laid: LaidRow, rest: LaidRow, setting: RowSetting, tags: readonly FilterTag[]): string {
  const { row, layout } = laid
  const pictures = innerHtml(rest, { ...setting, lazy: () => true }, tags, laid.pictures.length)
  const words = escape(sayCount(setting.house, 'showRest', rest.pictures.length))
  // On the board there is nothing to lead to.
  const more = setting.post
    ? `<p class="more"><a${attributes({ href: pageOfGallery(row.id), 'data-rest': `row-${row.id}-rest` })}>${words}</a></p>`
    : `<p class="more">${words}</p>`
  return `<div class="parts parts-${layout.variants[0]!.form.type}">${innerHtml(laid, setting, tags)}<div class="rest" id="row-${row.id}-rest" hidden>${setting.post ? pictures : ''}</div></div>${more}`
}

/** The class by which the style sheet finds a part of a join: a picture's own, or for a join that of its first and last. */
export function nodeName(tree: JoinTree, { pictures }: LaidRow): string {
  const at = (one: JoinTree, last: boolean): number =>
    one.type === 'picture' ? pictures[one.index]!.at + 1 : at(one.parts.at(last ? -1 : 0)!, last)
  return tree.type === 'picture' ? `p${at(tree, false)}` : `j${at(tree, false)}-${at(tree, true)}`
}

function joinHtml(tree: JoinTree, laid: LaidRow, picture: (index: number) => string, own = 'tree'): string {
  if (tree.type === 'picture') return picture(tree.index)
  const parts = tree.parts.map((part) => joinHtml(part, laid, picture, nodeName(part, laid)))
  return `<div class="${tree.type === 'beside' ? 'row' : 'stack'} ${own}">${parts.join('')}</div>`
}

/** Once below the row: captions too long for their pictures, or its own caption and every credit that no picture shows itself. */
function underHtml(laid: LaidRow, { house }: RowSetting): string {
  const keyed = captionsBelow(laid, house).map(({ index, key }) => {
    const { caption, credit } = captionBelow(laid.row, laid.pictures[index]!, house)
    return `<span class="by-place"><span class="key">${escape(key)}</span> ${captionText(caption, credit ? [credit] : [], house)}</span>`
  })
  if (keyed.length) return `<figcaption class="keyed">${keyed.join('')}</figcaption>`
  const { caption, credits } = captionUnder(laid, house)
  return figcaption(caption, credits, house)
}
