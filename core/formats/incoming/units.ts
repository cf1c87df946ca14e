import { type Image, imageOf, inLineOf, isSign, sideOf, widthOf } from './image.ts'
import { gridColumns, columnsOf, type Style, styleOf, type StyleSheet } from './styles.ts'
import { classWords, type Element, elementsIn, filled, has, isElement, type Node, textIn } from './tree.ts'
import { aroundIn, NOTHING_AROUND, type Reading } from './tokens.ts'

/** One picture with the few words that belong to it. */
export interface Unit {
  readonly image: Image
  readonly caption: string
}

/** Letters up to which words in one box with a picture are its caption. */
const LONGEST_CAPTION = 320
const NOT_IN_UNITS = new Set(['ul', 'ol', 'table', 'pre', 'blockquote', 'iframe', 'video', 'h1', 'h2', 'hr', 'dl'])

/** The words of nodes as plain text: lines as they break, blanks run together. */
export const captionOf = (nodes: readonly Node[]): string =>
  nodes
    .map((node) => (isElement(node) && /^(p|div|figcaption)$/.test(node.tag) ? `\n${lines(node)}\n` : lines(node)))
    .join('')
    .replace(/ *\n */g, '\n')
    .replace(/\n{2,}/g, '\n')
    .trim()

/** Line feeds that were written are blanks; those of breaks stay. */
const lines = (node: Node): string =>
  isElement(node) ? (node.tag === 'br' ? '\n' : captionOf(node.children)) : node.text.replace(/\s+/g, ' ')

/** The images in an element with the links in which they stand. */
export function imagesIn(element: Element, reading: Reading, around = NOTHING_AROUND): Image[] {
  if (element.tag === 'img' || element.tag === 'picture') {
    const image = imageOf(element, reading.sheet, around.href)
    // One within a line is a part of its words.
    return image && !image.inLine ? [image] : []
  }
  const inside = aroundIn(element, around, reading)
  return element.children.flatMap((child) => (isElement(child) ? imagesIn(child, reading, inside) : []))
}

/** The element as one picture with its words; undefined where it is anything else. */
export function unitOf(element: Element, reading: Reading, around = NOTHING_AROUND): Unit | undefined {
  if (NOT_IN_UNITS.has(element.tag) || has(element, ({ tag }) => NOT_IN_UNITS.has(tag))) return undefined
  if (has(element, (inner) => inner.tag === 'img' && inLineOf(inner) !== null)) return undefined
  const images = imagesIn(element, reading, around)
  const words = textIn(element)
  if (images.length !== 1 || words.length > LONGEST_CAPTION || (words && isSign(images[0]!))) return undefined
  return { image: placedBy(images[0]!, element, reading.sheet), caption: captionOf(element.children) }
}

/** What boxes around a picture say of its side and width. */
function placedBy(image: Image, box: Element, sheet: StyleSheet): Image {
  let { side, width } = image
  for (const element of elementsIn(box)) {
    if (element.tag === 'img') break
    const style = styleOf(element, sheet)
    side ??= sideOf(element, style)
    width = widthOf(element, style) ?? width
  }
  return { ...image, side, width }
}

/** How pictures of a box stand: so many across, or one below another. */
export interface Arrangement {
  readonly across: number
  readonly loose: boolean
}

const TOGETHER = new Set(['gallery', 'grid', 'columns', 'flex', 'mosaic', 'thumbnails', 'thumbs', 'collage'])
const IN_LINES = new Set(['img', 'picture', 'a', 'span', 'b', 'i', 'em', 'strong', 'font'])

/** How many stand side by side by their own widths. */
export function acrossByWidths(units: readonly Unit[]): number | undefined {
  const widths = units.map(({ image }) => image.width)
  const shares = widths.flatMap((width) => (width?.unit === '%' ? [width.value] : []))
  if (shares.length === units.length && shares.every((share) => share <= 50))
    return Math.max(2, Math.min(units.length, Math.floor(100.5 / Math.max(...shares))))
  return undefined
}

/** How a box arranges its parts, each of which is one picture; undefined where it just lets them follow one another. */
export function arrangementOf(box: Element, units: readonly Unit[], reading: Reading): Arrangement | undefined {
  const style = styleOf(box, reading.sheet)
  const byWidths = acrossByWidths(units)
  const parts = filled(box).filter(isElement)
  const columns = columnsOf(style)
  if (columns !== undefined && columns > 1) return { across: columns, loose: true }
  if (/grid/.test(style.display ?? ''))
    return { across: gridColumns(style) ?? byWidths ?? usualAcross(units.length), loose: false }
  if (/flex/.test(style.display ?? '') || parts.every((part) => sharesLine(styleOf(part, reading.sheet), part)))
    return { across: byWidths ?? usualAcross(units.length), loose: false }
  if (byWidths !== undefined) return { across: byWidths, loose: false }
  const said = classWords(box).some((word) => TOGETHER.has(word)) || box.tag === 'figure'
  return said ? { across: usualAcross(units.length), loose: false } : undefined
}

/** Whether something stands beside what is before and after it. */
export function sharesLine(style: Style, element: Element): boolean {
  if (style.float === 'left' || style.float === 'right') return true
  if (style.display) return /inline|table-cell/.test(style.display)
  return IN_LINES.has(element.tag)
}

/** Up to four side by side; more than that in lines of three, or of four where that leaves none alone. */
export const usualAcross = (count: number): number => (count <= 4 ? count : count % 3 === 1 && count % 4 !== 1 ? 4 : 3)
