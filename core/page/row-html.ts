import { sizesFor } from '../files/sizes.ts'
import { objectPosition } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { containerRanges } from '../house/seats.ts'
import { flexShares, type JoinTree } from '../layout/join-tree.ts'
import { aspectOf, captionBelow, type LaidRow } from '../layout/lay-row.ts'
import { seatOf } from '../layout/row.ts'
import { clickOf, textsInRow } from '../post/texts.ts'
import { hrefOf } from '../post/web-address.ts'
import { attributes, escape, figure } from './html.ts'
import { type FileAddress, jpegFile, srcset, webpFiles } from './placed-files.ts'

export interface RowSetting {
  readonly house: HouseStyle
  readonly address: FileAddress
  /** whether the picture shown at this position lies below the first screen of every reader */
  readonly lazy: (index: number) => boolean
}

/** The published HTML of a row. */
export function rowHtml(laid: LaidRow, setting: RowSetting): string {
  const { row } = laid
  const under = underHtml(laid)
  const tag = under ? 'figure' : 'div'
  return `<${tag} class="seat seat-${seatOf(row)}" id="row-${row.id}">${innerHtml(laid, setting)}${under}</${tag}>`
}

/** Pictures nested as flex boxes, or one after another for the style sheet to place. */
function innerHtml(laid: LaidRow, setting: RowSetting): string {
  const { form, band } = laid.layout.variants[0]!
  if (form.type === 'tree') return joinHtml(form.tree, laid, setting, band)
  if (form.type === 'single') return pictureHtml(0, laid, setting, '')
  const styleOf = (index: number) => (form.type === 'lines' ? `--a:${figure(aspectOf(laid.pictures[index]!.picture))}` : '')
  const pictures = laid.pictures.map((_, i) => pictureHtml(i, laid, setting, styleOf(i))).join('')
  const strip = form.type === 'strip' ? { tabindex: 0, role: 'group', 'aria-label': `Slideshow, ${laid.pictures.length} pictures`, style: `--frame:${figure(form.frame)}` } : {}
  return `<div${attributes({ class: `row ${form.type}`, ...strip })}>${pictures}</div>`
}

/** Growth and basis for the style sheet; the part that captions take is in bands, so that the band may change with the width. */
const share = ({ grow, gaps, px }: { grow: number; gaps: number; px: number }, band: number): string =>
  // Said even where it is 0: a custom property would otherwise come down from the box around.
  `--a:${figure(grow)};--b:${figure(gaps)}${band ? `;--k:${figure(px / band)}` : ''}`

function joinHtml(tree: JoinTree, laid: LaidRow, setting: RowSetting, band = 0, style = ''): string {
  if (tree.type === 'picture') return pictureHtml(tree.index, laid, setting, style)
  const shares = tree.type === 'beside' ? flexShares(tree.parts).map((one) => share(one, band)) : []
  const parts = tree.parts.map((part, i) => joinHtml(part, laid, setting, band, shares[i] ?? ''))
  return `<div${attributes({ class: tree.type === 'beside' ? 'row' : 'stack', style: style || undefined })}>${parts.join('')}</div>`
}

function pictureHtml(index: number, laid: LaidRow, setting: RowSetting, style: string): string {
  const { row, layout } = laid
  const { placed, picture, at } = laid.pictures[index]!
  const files = webpFiles(picture)
  const plain = files.find((file) => file.width >= 960) ?? files.at(-1) ?? jpegFile(picture)
  const image = `<img${attributes({
    src: plain ? setting.address(plain.file) : '',
    srcset: files.length > 1 ? srcset(files, setting.address) : undefined,
    sizes: files.length > 1 ? sizesFor(layout, index, containerRanges(seatOf(row), setting.house)) : undefined,
    width: picture.width,
    height: picture.height,
    alt: textsInRow(placed, picture).alt,
    style: `${shapeStyle(laid, index)};background:${picture.colour}`,
    loading: setting.lazy(index) ? 'lazy' : undefined,
    decoding: 'async',
  })}>`
  const shown = linked(image, laid, index, setting)
  const framed = layout.variants[0]!.form.type === 'strip' ? `<div class="frame">${shown}<span class="count">${index + 1} of ${laid.pictures.length}</span></div>` : shown
  return `<figure${attributes({ class: `pic p${at + 1}`, style: style || undefined })}>${framed}${captionHtml(laid, index)}</figure>`
}

/** The shape of the image before its file has come, so that nothing moves. */
function shapeStyle({ layout, pictures }: LaidRow, index: number): string {
  const { picture } = pictures[index]!
  const { form } = layout.variants[0]!
  // The picture's own shape, not that of a file rounded to whole px.
  const own = `aspect-ratio:${picture.width}/${picture.height}`
  if (form.type === 'strip') return `${own};width:${figure(100 * Math.min(1, aspectOf(picture) / form.frame))}%`
  const crop = layout.crops?.[index]
  if (form.type !== 'cells' || !crop) return own
  const { x, y } = objectPosition(crop)
  return `aspect-ratio:${figure(form.cell)};object-position:${figure(x)}% ${figure(y)}%`
}

function linked(image: string, { row, pictures }: LaidRow, index: number, { address }: RowSetting): string {
  const { placed, picture } = pictures[index]!
  const click = clickOf(row, placed)
  const largest = webpFiles(picture).at(-1)
  if (click.do === 'web-address') {
    const fresh = click.newWindow ? { target: '_blank', rel: 'noopener' } : {}
    return `<a${attributes({ href: hrefOf(click.href), ...fresh })}>${image}</a>`
  }
  // Enlarge without a script is the picture's file.
  if ((click.do === 'picture-file' || click.do === 'enlarge') && largest)
    return `<a${attributes({ href: address(largest.file) })}>${image}</a>`
  return image
}

/** A caption with who made what it speaks of; '' when there is neither. */
function figcaption(caption: string, credits: readonly string[]): string {
  if (!caption && credits.length === 0) return ''
  const credit = credits.length ? `<span class="credit">${credits.length > 1 ? 'Pictures' : 'Picture'}: ${escape(credits.join(', '))}</span>` : ''
  return `<figcaption>${escape(caption)}${caption && credit ? ' ' : ''}${credit}</figcaption>`
}

/** Below one picture: its own caption and credit, where the row shows each. */
function captionHtml({ row, pictures }: LaidRow, index: number): string {
  const { caption, credit } = captionBelow(row, pictures[index]!)
  return figcaption(caption, credit ? [credit] : [])
}

/** Once below the row: its caption, and every credit that no picture shows itself. */
function underHtml({ row, pictures }: LaidRow): string {
  if (row.captions === 'each') return ''
  const credits = pictures.map(({ placed, picture }) => textsInRow(placed, picture).credit).filter(Boolean)
  return figcaption(row.captions === 'row' ? row.caption : '', [...new Set(credits)])
}
