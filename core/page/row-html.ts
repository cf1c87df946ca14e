import { aspectOf, captionUnder, type LaidRow } from '../place/lay-row.ts'
import { filterOf } from '../layout/filter-bar.ts'
import { type JoinTree, type PartWidth, partWidths } from '../layout/join-tree.ts'
import { seatOf } from '../layout/row-lengths.ts'
import type { FilterTag } from '../post/filter-tags.ts'
import { captionsOf, groundOf, mannerOf, revealOf } from '../post/effective.ts'
import { classesOfTags, filterHtml } from './gallery-filter.ts'
import { attributes, figure, fine } from './html.ts'
import { figcaption, pictureHtml, type RowSetting } from './picture-html.ts'
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
    captionsOf(row, house) === 'hover' ? 'over' : '',
    ground === 'none' ? '' : `ground-${ground}`,
  ]
  const tags = filterOf(laid, house)
  const filter = tags.length ? filterHtml(laid, tags) : ''
  return `<${tag} class="${classes.filter(Boolean).join(' ')}" id="row-${row.id}">${filter}${laid.rest ? partsHtml(laid, laid.rest, setting, tags) : innerHtml(laid, setting, tags)}${under}</${tag}>`
}

/** Pictures nested as flex boxes, or one after another for the style sheet to place. */
function innerHtml(laid: LaidRow, setting: RowSetting, tags: readonly FilterTag[]): string {
  const { form, band } = laid.layout.variants[0]!
  const classes = (index: number) => classesOfTags(laid.pictures[index]!.picture.tags, tags)
  if (form.type === 'tree')
    return joinHtml(form.tree, band, (index, style) => pictureHtml(index, laid, setting, { style }))
  if (form.type === 'single') return pictureHtml(0, laid, setting, { classes: classes(0) })
  if (form.type === 'strip') return showHtml(laid, form, setting)
  // Lines and loose columns need the shapes: to fill a line, and to run on when only some are shown.
  const flows = form.type === 'lines' || form.type === 'placed'
  const pictures = laid.pictures
    .map((one, i) =>
      pictureHtml(i, laid, setting, {
        style: flows ? `--a:${fine(aspectOf(one.picture))}` : '',
        classes: classes(i),
      }),
    )
    .join('')
  return `<div${attributes({ class: `row ${form.type}`, 'data-visit': shuffles(laid) ? (form.type === 'cells' ? 'any' : 'alike') : undefined })}>${pictures}</div>`
}

/** A strip that is scrolled from picture to picture; the reader script makes a slideshow of it. The bar is below, and first for the keyboard. */
function showHtml(laid: LaidRow, form: { frame: number; across: number }, setting: RowSetting): string {
  const { row, pictures } = laid
  const { move, seconds, starts, arrows, place, fullScreen } = mannerOf(row, setting.house)
  const slides = pictures
    .map((_, i) => pictureHtml(i, laid, setting, { classes: i <= form.across ? ['near'] : [] }))
    .join('')
  const label = `Slideshow, ${pictures.length} pictures`
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
  })}><div class="show-bar"></div><div${attributes({ class: 'strip', tabindex: 0, role: 'group', 'aria-label': 'Pictures', style: `--frame:${figure(form.frame)}` })}><div class="slides">${slides}</div></div></div>`
}

/** What a gallery shows at first, what it shows only when asked, and the link that asks. Without a script it leads to the gallery's own page. */
function partsHtml(laid: LaidRow, rest: LaidRow, setting: RowSetting, tags: readonly FilterTag[]): string {
  const { row, layout } = laid
  const pictures = innerHtml(rest, { ...setting, lazy: () => true }, tags)
  const count = rest.pictures.length
  // On the board there is nothing to lead to.
  const more = setting.post
    ? `<p class="more"><a${attributes({ href: pageOfGallery(row.id), 'data-rest': `row-${row.id}-rest` })}>${moreWords(count)}</a></p>`
    : `<p class="more">${moreWords(count)}</p>`
  return `<div class="parts parts-${layout.variants[0]!.form.type}">${innerHtml(laid, setting, tags)}<div class="rest" id="row-${row.id}-rest" hidden>${setting.post ? pictures : ''}</div></div>${more}`
}

export const moreWords = (count: number): string =>
  count === 1 ? 'Show the one other picture' : `Show the other ${count} pictures`

/** The width for the style sheet; the part that captions take is in bands, so that the band may change with the width. */
const widthStyle = ({ share, gaps, px }: PartWidth, band: number): string =>
  // Said even where it is 0: a custom property would otherwise come down from the box around.
  `--w:${figure(100 * share)}%;--b:${figure(gaps)}${band ? `;--k:${figure(px / band)}` : ''}`

function joinHtml(
  tree: JoinTree,
  band: number | undefined,
  picture: (index: number, style: string) => string,
  style = '',
): string {
  if (tree.type === 'picture') return picture(tree.index, style)
  const widths = tree.type === 'beside' ? partWidths(tree.parts).map((one) => widthStyle(one, band ?? 0)) : []
  const parts = tree.parts.map((part, i) => joinHtml(part, band, picture, widths[i]))
  return `<div${attributes({ class: tree.type === 'beside' ? 'row' : 'stack', style: style || undefined })}>${parts.join('')}</div>`
}

/** Once below the row: its caption, and every credit that no picture shows itself. */
function underHtml(laid: LaidRow, { house }: RowSetting): string {
  const { caption, credits } = captionUnder(laid, house)
  return figcaption(caption, credits)
}
