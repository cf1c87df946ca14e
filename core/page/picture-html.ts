import type { RowPicture } from '../place/resolve.ts'
import { sizesFor } from '../files/sizes.ts'
import { objectPosition } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { captionBelow, creditText, type LaidRow } from '../place/lay-row.ts'
import { aspectOf } from '../place/shape-in-row.ts'
import { containerOf } from '../layout/container.ts'
import { captionsOf, clickOf, revealOf, sharesOf, standsOver, throughOf } from '../post/effective.ts'
import { textsInRow } from '../post/texts.ts'
import { say } from '../readers/words.ts'
import { addressOfClick } from '../post/on-click.ts'
import { captionsBelow } from '../place/captions-below.ts'
import { attributes, escape, figure, fine } from './html.ts'
import { enlargedId, placeId } from './placements.ts'
import { type FileAddress, jpegFile, srcset, webpFiles, withMoving } from './placed-files.ts'
import { pointersHtml } from './pointers-html.ts'
import { shareHtml, shareMark } from './share-html.ts'
import { videoHtml } from './video-html.ts'

/** The post around a row, as far as its pictures refer to it. */
export interface PostAround {
  /** what a picture's place is called; undefined where the row stands alone */
  readonly nameOf: (laid: RowPicture) => string | undefined
  /** the address of the page of a picture's place; undefined where it has none */
  readonly pageOf: (name: string) => string | undefined
  readonly title: string
  /** the full web address of one that is relative to the post */
  readonly full: (relative: string) => string
}

export interface RowSetting {
  readonly house: HouseStyle
  readonly address: FileAddress
  /** whether the picture shown at this position lies below the first screen of every reader */
  readonly lazy: (index: number) => boolean
  /** whether the picture shown at this position is fetched before the page is laid out; all but lazy ones where left out */
  readonly early?: (index: number) => boolean
  /** its first picture is the first of the page that is seen at once: it is fetched before everything else */
  readonly first?: boolean
  readonly post?: PostAround
  /** drawn on the board, where a picture that stays must not flicker: one file each, good for so many device px across */
  readonly board?: { readonly px: number }
}

/** One picture of a row with everything that belongs to it: link, caption, controls. */
export function pictureHtml(
  index: number,
  laid: LaidRow,
  setting: RowSetting,
  { style = '', classes = [] }: { readonly style?: string; readonly classes?: readonly string[] } = {},
): string {
  const { row, pictures, layout } = laid
  const { house } = setting
  const one = pictures[index]!
  const { form } = layout.variants[0]!
  const name = setting.post?.nameOf(one)
  const lazy = setting.lazy(index)
  const { video } = one.picture
  const link = video ? undefined : linkOf(laid, index, setting)
  if (link) link['aria-label'] = labelOf(laid, index, house)
  const image = imageHtml(laid, index, setting, lazy)
  const linked = video ? videoOf(laid, index, setting, image) : link ? `<a${attributes(link)}>${image}</a>` : image
  const share = !sharesOf(row, house)
    ? ''
    : name === undefined
      ? shareMark(house)
      : shareHtml(one, name, setting, setting.post!)
  const pointers = pointersOver(laid, index)
  const shown =
    form.type === 'strip'
      ? `<div class="frame">${linked}${pointers}<span class="count">${escape(say(house, 'place', { n: index + 1, of: pictures.length }))}</span>${share}</div>`
      : share || pointers
        ? `<div class="shown">${linked}${pointers}${share}</div>`
        : linked
  const reveal = lazy && form.type !== 'strip' ? revealOf(row, house) : 'none'
  const caption = captionHtml(laid, index, house)
  return `<figure${attributes({
    class: [`pic p${one.at + 1}`, ...classes, reveal === 'none' ? '' : `reveal-${reveal}`].filter(Boolean).join(' '),
    id: name === undefined ? undefined : placeId(name),
    style: style || undefined,
    // A caption that shows on focus needs something to focus.
    tabindex: captionsOf(row, house) === 'hover' && caption && !link ? 0 : undefined,
  })}>${shown}${numberHtml(laid, index, house)}${caption}</figure>`
}

/** What points at things in a picture, over just its image; '' for nothing. */
function pointersOver({ layout, pictures }: LaidRow, index: number): string {
  const { placed, picture } = pictures[index]!
  if (!placed.pointers || picture.video) return ''
  const { form } = layout.variants[0]!
  const crop = layout.crops?.[index]
  // Shown whole in the middle of a frame.
  const stands =
    form.type === 'strip' && !crop
      ? `aspect-ratio:${picture.width}/${picture.height};width:${fine(100 * Math.min(1, aspectOf(picture) / form.frame))}%;margin:auto`
      : ''
  return pointersHtml(placed.pointers, picture, crop, stands)
}

/** A picture that stands for a video: whatever clicks do in its row, a press plays it. */
function videoOf(laid: LaidRow, index: number, setting: RowSetting, image: string): string {
  const { house, address, board, post } = setting
  const { row, pictures } = laid
  const { placed, picture } = pictures[index]!
  const name = post?.nameOf(pictures[index]!)
  const { title, alt, caption, credit } = textsInRow(placed, picture)
  return videoHtml(image, picture.video!, {
    title: title || alt || say(house, 'picture', { n: index + 1 }),
    house,
    address,
    enlarge: clickOf(row, placed, house).do === 'enlarge' ? enlargeData({ row, name, caption, credit }, house) : {},
    board: board !== undefined,
  })
}

/** px of the file for who knows no others. */
const PLAIN_PX = 960

function imageHtml(laid: LaidRow, index: number, setting: RowSetting, lazy: boolean): string {
  const { address, house, board, first, early } = setting
  const { layout } = laid
  const { placed, picture } = laid.pictures[index]!
  const files = webpFiles(picture)
  const wide = board?.px ?? PLAIN_PX
  const plain = files.find((file) => file.width >= wide) ?? files.at(-1) ?? jpegFile(picture)
  const offers = !board && files.length > 1
  const sizes = board ? '' : sizesFor(layout, index, containerOf(laid, house))
  const image = `<img${attributes({
    src: plain ? address(plain.file) : '',
    srcset: offers ? srcset(files, address) : undefined,
    sizes: offers ? sizes : undefined,
    width: picture.width,
    height: picture.height,
    alt: textsInRow(placed, picture).alt,
    style: `${shapeStyle(laid, index)};background:${picture.colour}`,
    loading: lazy || early?.(index) === false ? 'lazy' : undefined,
    fetchpriority: first && index === 0 && !lazy ? 'high' : undefined,
    decoding: board ? 'sync' : 'async',
  })}>`
  // Nothing moves where one writes.
  return board ? image : withMoving(image, picture, sizes, address)
}

/** The shape of the image before its file has come, so that nothing moves. */
function shapeStyle({ layout, pictures }: LaidRow, index: number): string {
  const { picture, shape } = pictures[index]!
  const { form } = layout.variants[0]!
  const crop = layout.crops?.[index]
  // The picture's own shape, not that of a file rounded to whole px.
  const own = `aspect-ratio:${picture.width}/${picture.height}`
  if (form.type === 'strip' && !crop) return `${own};width:${fine(100 * Math.min(1, aspectOf(picture) / form.frame))}%`
  const framed = form.type === 'strip' ? form.frame : form.type === 'cells' ? form.cell : undefined
  if (!crop || (framed === undefined && !shape.crop)) return own
  const { x, y } = objectPosition(crop)
  return `aspect-ratio:${fine(framed ?? shape.aspect)};object-position:${figure(x)}% ${figure(y)}%`
}

/** Where a click leads without any script; undefined where it leads nowhere. */
function linkOf(
  { row, pictures }: LaidRow,
  index: number,
  { address, house, post }: RowSetting,
): Record<string, string | undefined> | undefined {
  const { placed, picture } = pictures[index]!
  const click = clickOf(row, placed, house)
  const name = post?.nameOf(pictures[index]!)
  const largest = webpFiles(picture).at(-1)
  const file = largest && address(largest.file)
  const page = name === undefined ? undefined : post!.pageOf(name)
  switch (click.do) {
    case 'nothing':
      return undefined
    case 'web-address':
      return {
        href: addressOfClick(click, placed, picture),
        ...(click.newWindow ? { target: '_blank', rel: 'noopener' } : {}),
      }
    case 'picture-file':
      return file === undefined ? undefined : { href: file }
    case 'picture-page':
      return page === undefined && file === undefined ? undefined : { href: page ?? file }
    case 'enlarge': {
      if (file === undefined) return undefined
      const { caption, credit } = textsInRow(placed, picture)
      return { href: page ?? file, ...enlargeData({ row, name, caption, credit }, house) }
    }
  }
}

interface Enlarged {
  readonly row: LaidRow['row']
  readonly name: string | undefined
  readonly caption: string
  readonly credit: string
}

/** What *Enlarge* knows of a picture. */
const enlargeData = (
  { row, name, caption, credit }: Enlarged,
  house: HouseStyle,
): Record<string, string | undefined> => ({
  'data-enlarge': name === undefined ? undefined : enlargedId(name),
  'data-through': throughOf(row, house),
  'data-caption': caption || undefined,
  'data-credit': credit || undefined,
})

/** What a link says that holds nothing but a picture without alt text. */
function labelOf({ pictures, layout }: LaidRow, index: number, house: HouseStyle): string | undefined {
  const { alt, title, caption } = textsInRow(pictures[index]!.placed, pictures[index]!.picture)
  // The picture names its link, but a slideshow shows only some of its pictures.
  if (alt) return layout.variants[0]!.form.type === 'strip' ? alt : undefined
  return title || caption || say(house, 'picture', { n: index + 1 })
}

/** A caption with who made what it speaks of; '' when there is neither. */
export function figcaption(caption: string, credits: readonly string[], house: HouseStyle, moved = false): string {
  if (!caption && credits.length === 0) return ''
  return `<figcaption${moved ? ' class="moved"' : ''}>${captionText(caption, credits, house)}</figcaption>`
}

export const captionText = (caption: string, credits: readonly string[], house: HouseStyle): string =>
  `${escape(caption)}${caption && credits.length ? ' ' : ''}${creditHtml(credits, house)}`

export const creditHtml = (credits: readonly string[], house: HouseStyle): string =>
  credits.length ? `<span class="credit">${escape(creditText(credits, house))}</span>` : ''

/** The number by which a caption below the row names the picture, where its place does not say enough. */
function numberHtml(laid: LaidRow, index: number, house: HouseStyle): string {
  const number = captionsBelow(laid, house).find((one) => one.index === index)?.number
  return number ? `<span class="number" aria-hidden="true">${number}</span>` : ''
}

/** Below one picture, or over it: its own caption and credit, where the row shows each. */
function captionHtml({ row, pictures, layout }: LaidRow, index: number, house: HouseStyle): string {
  const one = pictures[index]!
  const { caption, credit } = standsOver(captionsOf(row, house))
    ? textsInRow(one.placed, one.picture)
    : captionBelow(row, one, house)
  return figcaption(caption, credit ? [credit] : [], house, layout.below?.includes(index))
}
