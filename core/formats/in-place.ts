import { at, FULL, type Line } from '../geometry/line.ts'
import { type JoinTree, partWidths } from '../layout/join-tree.ts'
import { usableFrom } from '../layout/row-layout.ts'
import { writeChoices } from './row-text/read.ts'
import { attributes, figure } from '../page/html.ts'
import { linePicturesFrom, withLinePictures } from '../blocks/line-picture.ts'
import { blockHtml } from '../blocks/table.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Library } from '../place/library.ts'
import { placePost } from '../place/place-post.ts'
import { isRow, rowsOf } from '../post/body.ts'
import type { PostContent } from '../post/post.ts'
import type { Row } from '../post/row.ts'
import { houseIn } from '../readers/words.ts'
import type { LivePosts } from '../shows/shown-in-post.ts'
import { captionsOf } from '../post/effective.ts'
import { aloneCss, lengthsOf, widthCss } from './lengths-in-place.ts'
import { pictureHtml, type RowPlace, underHtml } from './pictures-in-place.ts'
import { type BareSetting, plainHtml } from './bare-html.ts'

/**
 * A post whose rows stand as the engine has them with nothing but inline styles. Widths are said for every width of the
 * place that it is pasted into: of two lengths the one that holds is chosen by `(100% - fold) * 99999`, which is far above
 * or far below any length. What a host takes away leaves less and never nothing: before each width stands a plain one in
 * per cent, as it is at its fold, and boxes float, which flex boxes do not mind.
 */
export function inPlaceHtml({ content, library, house: blog, live }: PastedPost, setting: BareSetting): string {
  const house = houseIn(blog, content.language)
  const rows = new Map(rowsOf(content.body).map((row) => [row.id, row]))
  const post = placePost(withoutCaptions(content), library, blog, live)
  const html = plainHtml(post, setting, (laid) => {
    const own = rows.get(laid.row.id) ?? laid.row
    return rowInPlace({ laid, post, setting, own, captions: captionsOf(own, house) })
  })
  return withLinePictures(html, linePicturesFrom(library, setting.file, LINE_STYLE)).replaceAll(
    '<table>',
    '<table style="display:block;overflow-x:auto;max-width:100%">',
  )
}

/** As high as letters, and no wider than it is, whatever the page around it says of pictures. */
const LINE_STYLE = ';height:1em;max-width:100%;display:inline-block;margin:0;vertical-align:-.12em;object-fit:cover'

/** A post that is to be pasted elsewhere, and what it is laid out with. */
export interface PastedPost {
  readonly content: PostContent
  readonly library: Library
  readonly house: HouseStyle
  readonly live: LivePosts
}

/**
 * How high captions are in the letters of another page nobody knows: rows are laid out without them, and have them below.
 * All pictures are there at once, for nothing there asks for the rest.
 */
const wholeWithoutCaptions = (row: Row): Row => ({
  ...row,
  captions: 'none',
  gallery: {
    ...row.gallery,
    first: null,
    filter: false,
    order: row.gallery.order === 'visit' ? 'hand' : row.gallery.order,
  },
})

const withoutCaptions = (content: PostContent): PostContent => ({
  ...content,
  body: {
    ...content.body,
    content: content.body.content.map((block) =>
      isRow(block) ? { ...block, attrs: wholeWithoutCaptions(block.attrs) } : block,
    ),
  },
})

/** px under which no picture of a patchwork may fall before it stands one below another: that is four times as high. */
const LEAST = 48

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
  // What it is here says so, for whom it comes back to.
  const says = attributes({ 'data-row': place.own.kind, 'data-choices': writeChoices(place.own) || undefined })
  const clears = form.type === 'single' && form.beside ? '' : `clear:both;margin:${figure(post.house.space)}px 0`
  return `<div${says}${attributes({ style: clears || undefined })}>${inner}${under}</div>`
}

const row = (gap: number, more = ''): string =>
  `float:left;width:100%;display:flex;flex-wrap:wrap;align-items:flex-start;gap:${figure(gap)}px${more}`
const ended = '<div style="clear:both"></div>'
const boxed = (style: string, inner: string): string => `<div style="${style}">${inner}</div>`

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
