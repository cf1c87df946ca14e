import { objectPosition } from '../geometry/crop-window.ts'
import { at } from '../geometry/line.ts'
import type { JoinTree } from '../layout/join-tree.ts'
import { pickWidth } from '../files/ladder.ts'
import { attributes, escape, figure, fine } from '../page/html.ts'
import { webpFiles } from '../page/placed-files.ts'
import { admitted } from '../type/admitted.ts'
import { creditText, type LaidRow } from '../place/lay-row.ts'
import type { PlacedPost } from '../place/place-post.ts'
import type { CaptionPlace, Row } from '../post/row.ts'
import { textsInRow } from '../post/texts.ts'
import { type BareSetting, clickAddress } from './bare-html.ts'

/** One picture of a row with styles in place, and the words that belong to it. */

/** Device px for each CSS px that files are chosen for. */
const DENSITY = 2

export interface RowPlace {
  readonly laid: LaidRow
  readonly post: PlacedPost
  readonly setting: BareSetting
  /** the row as the post has it */
  readonly own: Row
  /** where its captions stand in the post */
  readonly captions: CaptionPlace
}

export function pictureHtml(index: number, style: string, place: RowPlace, frame?: number): string {
  const { laid, post, setting } = place
  const { pictures, layout, row: own } = laid
  const { form } = layout.variants[0]!
  const one = pictures[index]!
  const { picture, placed, shape } = one
  const files = webpFiles(picture)
  const widest = Math.max(...layout.variants.map(({ boxes }) => at(boxes[index]!.w, post.house.measure, layout.gap)))
  const wanted = pickWidth(
    files.map(({ width }) => width),
    widest * DENSITY,
  )
  const src = files.find(({ width }) => width === wanted)
  if (!src) return ''
  const crop = layout.crops?.[index]
  const position = crop ? objectPosition(crop) : { x: 50, y: 50 }
  const cell = frame ?? (form.type === 'cells' ? form.cell : shape.aspect)
  const fit =
    frame !== undefined && !own.slideshow.fill
      ? `;aspect-ratio:${fine(cell)};object-fit:contain`
      : crop || frame !== undefined
        ? `;aspect-ratio:${fine(cell)};object-fit:cover;object-position:${figure(position.x)}% ${figure(position.y)}%`
        : `;aspect-ratio:${fine(picture.width)}/${fine(picture.height)}`
  const { alt } = textsInRow(placed, picture)
  const image = `<img${attributes({ src: setting.file(src.file), alt, width: src.width, height: src.height, style: `display:block;width:100%;height:auto;margin:0${fit}` })}>`
  const href = clickAddress(one, own, post.house, setting.file)
  const linked = href === undefined ? image : `<a${attributes({ href, style: 'display:block' })}>${image}</a>`
  const floats = style.includes('float:') ? '' : 'float:left;flex:none;margin:0;'
  const said = captionHtml(index, place)
  // Nested boxes have their words below, and columns their own order: each picture says what is its own.
  const { caption, credit } = textsInRow(placed, picture)
  const says = attributes({
    'data-caption': (said && !credit ? '' : caption) || undefined,
    'data-credit': credit || undefined,
    'data-place': one.at,
  })
  return `<figure style="${floats}${style}"${says}>${linked}${said}</figure>`
}

const SMALL = 'font-size:.85em;font-style:italic;line-height:1.4'

/** Whether pictures have their captions for themselves here: in nested boxes they stand below the whole. */
const ownCaptions = ({ laid: { layout }, captions }: RowPlace): boolean =>
  captions !== 'none' &&
  captions !== 'row' &&
  !layout.variants.some(({ form }) => form.type === 'tree' && form.tree.type !== 'picture' && isNested(form.tree))

const isNested = (tree: JoinTree): boolean =>
  tree.type !== 'picture' && tree.parts.some((part) => part.type !== 'picture')

function captionHtml(index: number, place: RowPlace): string {
  const { laid, post } = place
  if (!ownCaptions(place)) return ''
  const { placed, picture } = laid.pictures[index]!
  const { caption, credit } = textsInRow(placed, picture)
  const said = [caption, creditText(credit ? [credit] : [], post.house)].filter(Boolean).join(' ')
  return said ? `<figcaption style="${SMALL};margin-top:.4em">${lines(said)}</figcaption>` : ''
}

/** Of all pictures, where each has none for itself. */
export function underHtml(place: RowPlace): string {
  const { laid, post, captions } = place
  if (ownCaptions(place)) return ''
  const texts = laid.pictures.map(({ placed, picture }) => textsInRow(placed, picture))
  const own = captions !== 'none' && captions !== 'row'
  const caption = captions === 'row' ? admitted(laid.row.caption) : ''
  const each = own ? texts.map((one) => one.caption).filter(Boolean) : []
  const makers = [...new Set(texts.map(({ credit }) => credit).filter(Boolean))]
  const said = [...(caption ? [caption] : []), ...each, creditText(makers, post.house)].filter(Boolean)
  return said.length
    ? `<p data-captions style="clear:both;${SMALL};margin:.4em 0 0">${said.map(lines).join('<br>')}</p>`
    : ''
}

const lines = (text: string): string => escape(text).replaceAll('\n', '<br>')
