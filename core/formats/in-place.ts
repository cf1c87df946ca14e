import { objectPosition } from '../geometry/crop-window.ts'
import { at, FULL, type Line, ZERO } from '../geometry/line.ts'
import { type JoinTree, partWidths } from '../layout/join-tree.ts'
import { usableFrom, type Variant } from '../layout/row-layout.ts'
import { pickWidth } from '../files/ladder.ts'
import { attributes, escape, figure, fine } from '../page/html.ts'
import { webpFiles } from '../page/placed-files.ts'
import { blockHtml } from '../blocks/table.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { creditText, type LaidRow } from '../place/lay-row.ts'
import type { Library } from '../place/library.ts'
import { type PlacedPost, placePost } from '../place/place-post.ts'
import { isRow, rowsOf } from '../post/body.ts'
import type { PostContent } from '../post/post.ts'
import type { CaptionPlace } from '../post/row.ts'
import { houseIn } from '../readers/words.ts'
import type { LivePosts } from '../shows/shown-in-post.ts'
import { captionsOf } from '../post/effective.ts'
import { textsInRow } from '../post/texts.ts'
import { type BareSetting, clickAddress, plainHtml } from './bare-html.ts'

/**
 * A post whose rows stand as the engine has them with nothing but inline styles. Widths are said for every width of the
 * place that it is pasted into: of two lengths the one that holds is chosen by `(100% - fold) * 99999`, which is far above
 * or far below any length. What a host takes away leaves less and never nothing: before each width stands a plain one in
 * per cent, as it is at its fold, and boxes float, which flex boxes do not mind.
 */
export function inPlaceHtml({ content, library, house: blog, live }: PastedPost, setting: BareSetting): string {
  const house = houseIn(blog, content.language)
  const captions = new Map(rowsOf(content.body).map((row) => [row.id, captionsOf(row, house)]))
  const post = placePost(withoutCaptions(content), library, blog, live)
  return plainHtml(post, setting, (laid) =>
    rowInPlace({ laid, post, setting, captions: captions.get(laid.row.id) ?? 'none' }),
  ).replaceAll('<table>', '<table style="display:block;overflow-x:auto;max-width:100%">')
}

/** A post that is to be pasted elsewhere, and what it is laid out with. */
export interface PastedPost {
  readonly content: PostContent
  readonly library: Library
  readonly house: HouseStyle
  readonly live: LivePosts
}

/** How high captions are in the letters of another page nobody knows: rows are laid out without them, and have them below. */
const withoutCaptions = (content: PostContent): PostContent => ({
  ...content,
  body: {
    ...content.body,
    content: content.body.content.map((block) =>
      isRow(block) ? { ...block, attrs: { ...block.attrs, captions: 'none' as const } } : block,
    ),
  },
})

/** px under which no picture of a patchwork may fall before it stands one below another: that is four times as high. */
const LEAST = 48
/** px by which boxes are less than their share, so that no rounding makes a line wrap. */
const SLACK = 0.05
/** Device px for each CSS px that files are chosen for. */
const DENSITY = 2

interface Length {
  /** px of the container from which it holds */
  readonly from: number
  readonly line: Line
}

const term = ({ p, g, c }: Line, gap: number): string => {
  const px = g * gap + c - SLACK
  return `${fine(100 * p)}% ${px < 0 ? '-' : '+'} ${figure(Math.abs(px))}px`
}

/** The width that holds at each width of the container, widest range first. */
function widthCss(lengths: readonly Length[], gap: number): string {
  const [widest, ...others] = lengths
  const { line } = widest!
  if (others.length === 0) return `width:${fine(100 * line.p)}%;width:calc(${term(line, gap)})`
  const fold = lengths[lengths.length - 2]!.from
  const plain = fold > 0 ? Math.floor((10_000 * (at(line, fold, gap) - SLACK)) / fold) / 100 : 100
  return `width:${Math.max(1, Math.min(100, plain))}%;width:${chosen(lengths, gap)}`
}

/** The length that holds: all others are far below it. */
function chosen(lengths: readonly Length[], gap: number): string {
  const parts = lengths.map((length, i) => {
    const above = i < lengths.length - 1 ? [`(100% - ${figure(length.from - 0.01)}px)*99999`] : []
    const below = i > 0 ? [`(${figure(lengths[i - 1]!.from)}px - 100%)*99999`] : []
    return `min(${[term(length.line, gap), ...above, ...below].join(',')})`
  })
  return parts.length === 1 ? `calc(${term(lengths[0]!.line, gap)})` : `max(${parts.join(',')})`
}

/** A picture too tall to fill its line stands in the middle of it, and nothing comes up beside it. */
function aloneCss(variants: readonly Variant[], index: number, gap: number): string {
  const lengths = variants.map(({ from, form, boxes }) => ({
    from,
    line: form.type === 'lines' && isAlone(form.counts, index) && boxes[index]!.w.p < 1 ? boxes[index]!.x : ZERO,
  }))
  return lengths.some(({ line }) => line !== ZERO) ? `;margin:0 ${chosen(lengths, gap)}` : ''
}

function isAlone(counts: readonly number[], index: number): boolean {
  let first = 0
  for (const count of counts) {
    if (index < first + count) return count === 1
    first += count
  }
  return false
}

interface RowPlace {
  readonly laid: LaidRow
  readonly post: PlacedPost
  readonly setting: BareSetting
  /** where its captions stand in the post */
  readonly captions: CaptionPlace
}

function rowInPlace(place: RowPlace): string {
  const { laid, post } = place
  const { form } = laid.layout.variants[0]!
  const inner =
    form.type === 'tree'
      ? treeHtml(form.tree, FULL, place)
      : form.type === 'single'
        ? singleHtml(place)
        : form.type === 'strip'
          ? stripHtml(place, form)
          : form.type === 'placed'
            ? columnsHtml(place)
            : linesHtml(place)
  const under = underHtml(place)
  if (form.type === 'single' && form.beside) return inner + under
  return `<div style="clear:both;margin:${figure(post.house.space)}px 0">${inner}${under}</div>`
}

const row = (gap: number, more = ''): string =>
  `float:left;width:100%;display:flex;flex-wrap:wrap;align-items:flex-start;gap:${figure(gap)}px${more}`
const ended = '<div style="clear:both"></div>'
const boxed = (style: string, inner: string): string => `<div style="${style}">${inner}</div>`

/** Lengths of one picture in every variant of its row. */
const lengthsOf = (variants: readonly Variant[], index: number): Length[] =>
  variants.map(({ from, boxes }) => ({ from, line: boxes[index]!.w }))

/** One after another, in lines that wrap where the engine ends them: level rows, even cells, words between pictures. */
function linesHtml(place: RowPlace): string {
  const { laid } = place
  const { variants, gap } = laid.layout
  const words = (index: number): string =>
    laid.row.words
      .map((one, number) => {
        if (Math.min(one.at, laid.pictures.length) !== index) return ''
        const lengths = variants.map(({ from, words: boxes }) => ({ from, line: boxes?.[number]?.w ?? FULL }))
        const style = `float:left;box-sizing:border-box;padding:0 .8em;${widthCss(lengths, gap)}`
        return boxed(style, one.content.map(blockHtml).join(''))
      })
      .join('')
  const pictures = laid.pictures.map(
    (_, i) => words(i) + pictureHtml(i, widthCss(lengthsOf(variants, i), gap) + aloneCss(variants, i, gap), place),
  )
  return boxed(row(gap), pictures.join('') + words(laid.pictures.length)) + ended
}

/** Nested boxes; where they would become too small for any picture, all stand one below another. */
function treeHtml(tree: JoinTree, width: Line, place: RowPlace): string {
  const { gap, variants } = place.laid.layout
  const fold = usableFrom(variants[0]!.boxes, LEAST, gap)
  if (tree.type === 'picture') return pictureHtml(tree.index, 'width:100%', place)
  if (tree.type === 'stacked')
    return tree.parts
      .map((part, i) => boxed(i > 0 ? `margin-top:${figure(gap)}px` : '', treeHtml(part, width, place)))
      .join('')
  // The fold as this box sees it, which is as wide as its line says there.
  const own = at(width, fold, gap)
  const parts = partWidths(tree.parts).map((line, i) => {
    const part = tree.parts[i]!
    const style = widthCss(
      [
        { from: own, line },
        { from: 0, line: FULL },
      ],
      gap,
    )
    if (part.type === 'picture') return pictureHtml(part.index, style, place)
    const inside = { p: line.p * width.p, g: line.p * width.g + line.g, c: line.p * width.c + line.c }
    return boxed(`float:left;flex:none;${style}`, treeHtml(part, inside, place))
  })
  return boxed(row(gap), parts.join('')) + ended
}

/** Loose columns, from the first down to the last. */
function columnsHtml(place: RowPlace): string {
  const { gap, variants } = place.laid.layout
  const { boxes } = variants[0]!
  const key = (line: Line) => `${figure(line.p)} ${figure(line.g)} ${figure(line.c)}`
  const columns = [...new Set(boxes.map(({ x }) => key(x)))]
  const fold = usableFrom(boxes, LEAST, gap)
  const html = columns.map((column) => {
    const inside = boxes.flatMap(({ x }, i) => (key(x) === column ? [i] : []))
    const style = widthCss(
      [
        { from: fold, line: boxes[inside[0]!]!.w },
        { from: 0, line: FULL },
      ],
      gap,
    )
    const pictures = inside.map((index, i) =>
      boxed(i > 0 ? `margin-top:${figure(gap)}px` : '', pictureHtml(index, 'width:100%', place)),
    )
    return boxed(`float:left;flex:none;${style}`, pictures.join(''))
  })
  return boxed(row(gap), html.join('')) + ended
}

function singleHtml(place: RowPlace): string {
  const { laid, post } = place
  const { variants, gap } = laid.layout
  // A caption beside its picture stands below it here.
  const plain = variants.filter(({ form }) => form.type !== 'single' || form.caption === undefined)
  const { form } = plain[0]!
  const side = form.type === 'single' ? form.beside : null
  const width = widthCss(lengthsOf(plain, 0), gap)
  const space = figure(post.house.space)
  if (!side) return pictureHtml(0, `${width};max-width:100%;margin:0 auto;float:none`, place)
  const other = side === 'left' ? 'right' : 'left'
  return pictureHtml(0, `float:${side};${width};margin:.4em 0 ${space}px;margin-${other}:${space}px`, place)
}

/** A strip that is swiped. */
function stripHtml(place: RowPlace, { frame }: { readonly frame: number }): string {
  const { laid } = place
  const { gap, variants } = laid.layout
  const slides = laid.pictures.map((_, i) =>
    pictureHtml(i, `${widthCss(lengthsOf(variants, i), gap)};flex:none;scroll-snap-align:center`, place, frame),
  )
  const style = `display:flex;gap:${figure(gap)}px;overflow-x:auto;scroll-snap-type:x mandatory`
  return `<div style="${style}" tabindex="0">${slides.join('')}</div>`
}

function pictureHtml(index: number, style: string, place: RowPlace, frame?: number): string {
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
  return `<figure style="${floats}${style}">${linked}${captionHtml(index, place)}</figure>`
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
function underHtml(place: RowPlace): string {
  const { laid, post, captions } = place
  if (ownCaptions(place)) return ''
  const texts = laid.pictures.map(({ placed, picture }) => textsInRow(placed, picture))
  const own = captions !== 'none' && captions !== 'row'
  const caption = captions === 'row' ? laid.row.caption : ''
  const each = own ? texts.map((one) => one.caption).filter(Boolean) : []
  const makers = [...new Set(texts.map(({ credit }) => credit).filter(Boolean))]
  const said = [...(caption ? [caption] : []), ...each, creditText(makers, post.house)].filter(Boolean)
  return said.length ? `<p style="clear:both;${SMALL};margin:.4em 0 0">${said.map(lines).join('<br>')}</p>` : ''
}

const lines = (text: string): string => escape(text).replaceAll('\n', '<br>')
