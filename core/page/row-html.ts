import { sizesFor } from '../files/sizes.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { containerRanges } from '../house/seats.ts'
import { flexShares, type JoinTree } from '../layout/join-tree.ts'
import { layoutRow, seatOf } from '../layout/row.ts'
import type { RowLayout } from '../layout/row-layout.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import { clickOf, textsInRow } from '../post/texts.ts'
import { hrefOf } from '../post/web-address.ts'
import type { Picture } from '../wire/picture.ts'
import { attributes, escape, figure } from './html.ts'
import { type FileAddress, jpegFile, srcset, webpFiles } from './placed-files.ts'

export interface RowSetting {
  readonly house: HouseStyle
  readonly pictures: ReadonlyMap<string, Picture>
  readonly address: FileAddress
  /** false for rows that lie in the first screen of any reader */
  readonly lazy: boolean
}

/** A row whose pictures are all here, with its layout; undefined when none of its pictures is. */
export interface LaidRow {
  readonly row: Row
  readonly placed: readonly { readonly placed: PlacedPicture; readonly picture: Picture }[]
  readonly layout: RowLayout
}

/** Pictures that were deleted meanwhile are left out, and the row closes up. */
export function layRow(row: Row, pictures: ReadonlyMap<string, Picture>, house: HouseStyle): LaidRow | undefined {
  const placed = row.pictures.flatMap((one) => {
    const picture = pictures.get(one.id)
    return picture ? [{ placed: one, picture }] : []
  })
  if (placed.length === 0) return undefined
  const layout = layoutRow(
    row,
    placed.map(({ picture }) => picture.width / picture.height),
    house,
  )
  return { row, placed, layout }
}

/** The published HTML of a row. */
export function rowHtml(laid: LaidRow, setting: RowSetting): string {
  const { row, layout } = laid
  const seat = seatOf(row)
  const form = layout.variants[0]!.form
  const under = underHtml(laid)
  const tag = under ? 'figure' : 'div'
  const inner = form.type === 'tree' ? joinHtml(form.tree, laid, setting) : pictureHtml(0, laid, setting, '')
  return `<${tag} class="seat seat-${seat}" id="row-${row.id}">${inner}${under}</${tag}>`
}

const share = ({ grow, gaps, px }: { grow: number; gaps: number; px: number }): string =>
  `--a:${figure(grow)};--b:${figure(gaps)}${px ? `;--k:${figure(px)}px` : ''}`

function joinHtml(tree: JoinTree, laid: LaidRow, setting: RowSetting, style = ''): string {
  if (tree.type === 'picture') return pictureHtml(tree.index, laid, setting, style)
  const shares = tree.type === 'beside' ? flexShares(tree.parts).map(share) : []
  const parts = tree.parts.map((part, i) => joinHtml(part, laid, setting, shares[i] ?? ''))
  return `<div${attributes({ class: tree.type === 'beside' ? 'row' : 'stack', style: style || undefined })}>${parts.join('')}</div>`
}

function pictureHtml(index: number, laid: LaidRow, setting: RowSetting, style: string): string {
  const { row, layout, placed: all } = laid
  const { placed, picture } = all[index]!
  const texts = textsInRow(placed, picture)
  const files = webpFiles(picture)
  const plain = files.find((file) => file.width >= 960) ?? files.at(-1) ?? jpegFile(picture)
  const image = `<img${attributes({
    src: plain ? setting.address(plain.file) : '',
    srcset: files.length > 1 ? srcset(files, setting.address) : undefined,
    sizes: files.length > 1 ? sizesFor(layout, index, containerRanges(seatOf(row), setting.house)) : undefined,
    width: picture.width,
    height: picture.height,
    alt: texts.alt,
    // The picture's own shape, not that of a file rounded to whole px: nothing moves when the file comes.
    style: `aspect-ratio:${picture.width}/${picture.height};background:${picture.colour}`,
    loading: setting.lazy ? 'lazy' : undefined,
    decoding: 'async',
  })}>`
  return `<figure${attributes({ class: `pic p${index + 1}`, style: style || undefined })}>${linked(image, laid, index, setting)}${captionHtml(laid, index)}</figure>`
}

function linked(image: string, { row, placed: all }: LaidRow, index: number, { address }: RowSetting): string {
  const { placed, picture } = all[index]!
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
function captionHtml({ row, placed: all }: LaidRow, index: number): string {
  if (row.captions !== 'each') return ''
  const { placed, picture } = all[index]!
  const { caption, credit } = textsInRow(placed, picture)
  return figcaption(caption, credit ? [credit] : [])
}

/** Once below the row: its caption, and every credit that no picture shows itself. */
function underHtml({ row, placed }: LaidRow): string {
  if (row.captions === 'each') return ''
  const credits = placed.map(({ placed: one, picture }) => textsInRow(one, picture).credit).filter(Boolean)
  return figcaption(row.captions === 'row' ? row.caption : '', [...new Set(credits)])
}
