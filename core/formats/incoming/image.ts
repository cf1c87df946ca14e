import { withinLine } from '../../type/line-letter.ts'
import { isPictureAddress } from './addresses.ts'
import { classWords, type Element, elementsIn, isElement } from './tree.ts'
import { lengthIn, type Style, styleOf, type StyleSheet } from './styles.ts'

/** A picture as a page by others has it. */
export interface Image {
  /** the largest file that it names */
  readonly src: string
  /** undefined: it has none; '': it is said to be decoration */
  readonly alt: string | undefined
  readonly title: string
  readonly side: 'left' | 'right' | null
  readonly width: { readonly unit: 'px' | '%'; readonly value: number } | null
  /** width / height as the page shows it, where it says both */
  readonly shape: number | null
  /** where a click on it leads */
  readonly href: string | undefined
  /** a click leads to its own larger file, which is `src` then */
  readonly enlarges: boolean
  /** it is written as one within a line, so wide in font sizes; `own`: its alt text is its own there, whatever the picture says */
  readonly inLine: { readonly wide: number; readonly own: boolean | null } | null
  /** what a row's text says besides */
  readonly line: number | undefined
}

/** px up to which a picture is taken for a part of its line. */
const IN_LINE = 48

/** Whether it stands where letters would. */
export const isInLine = ({ inLine, width }: Image): boolean =>
  inLine !== null || (width?.unit === 'px' && width.value <= IN_LINE)

/** px up to which it is a sign that goes with its words, and no picture with a caption. */
const SIGN = 32
export const isSign = ({ inLine, width }: Image): boolean =>
  inLine !== null || (width?.unit === 'px' && width.value <= SIGN)

/** What says in Markdown that a picture stands within its line. */
export const lineTitle = (wide: number, own: boolean): string => `in the line ${wide}${own ? ', in these words' : ''}`
const LINE_TITLE = /^in the line (\d{1,2}(?:\.\d{1,2})?)(, in these words)?$/

/** As Markdown from here says it, or a page. */
export function inLineOf({ attrs }: Element): Image['inLine'] {
  const [, said, own] = LINE_TITLE.exec(attrs.title ?? '') ?? []
  if (said !== undefined) return { wide: withinLine(Number(said)), own: own !== undefined }
  const em =
    attrs.class === 'letter' ? /(?:^|;)\s*width:\s*(\d{1,2}(?:\.\d{1,2})?)em/.exec(attrs.style ?? '')?.[1] : undefined
  return em === undefined ? null : { wide: withinLine(Number(em)), own: null }
}

/** The largest of what `srcset` names, by width or density. Addresses may hold commas, as the standard reads them. */
export function largestOf(srcset: string): string | undefined {
  let best: { src: string; size: number } | undefined
  for (const [, src, size] of srcset.matchAll(/\s*,*\s*([^\s,]\S*[^\s,]|[^\s,])(?:\s+([\d.]+)[wx])?\s*(?:,|$)/g)) {
    const value = Number(size ?? 1)
    if (!best || value > best.size) best = { src: src!, size: value }
  }
  return best?.src
}

/** What an element says of a side: by float, by align, or by its class. */
export function sideOf(element: Element, style: Style): 'left' | 'right' | null {
  const said = style.float ?? (element.attrs.align ?? '').trim().toLowerCase()
  if (said === 'left' || said === 'right') return said
  if (said) return null
  const words = classWords(element)
  const floats = words.some((word) => word === 'float' || word === 'align' || word === 'pull')
  if (!floats) return null
  return words.includes('left') ? 'left' : words.includes('right') ? 'right' : null
}

export const widthOf = (element: Element, style: Style): Image['width'] =>
  lengthIn(style.width) ?? lengthIn(style['max-width']) ?? lengthIn(element.attrs.width) ?? null

const LAZY = ['data-src', 'data-original', 'data-lazy-src'] as const

/** What an `img`, or a `picture` around one, shows; undefined where it shows nothing or counts who reads. */
export function imageOf(element: Element, sheet: StyleSheet, href: string | undefined): Image | undefined {
  const img = [...elementsIn(element)].find(({ tag }) => tag === 'img')
  if (!img) return undefined
  const { attrs } = img
  const sources =
    element.tag === 'picture' ? element.children.filter(isElement).filter(({ tag }) => tag === 'source') : []
  const largest = [attrs.srcset, attrs['data-srcset'], ...sources.map((source) => source.attrs.srcset)]
    .map((srcset) => (srcset ? largestOf(srcset) : undefined))
    .find(Boolean)
  const lazy = LAZY.map((name) => attrs[name]).find(Boolean)
  const plain = attrs.src && !(lazy && attrs.src.startsWith('data:')) ? attrs.src : undefined
  const src = (largest ?? lazy ?? plain ?? attrs.src ?? '').trim()
  const [width, height] = [lengthIn(attrs.width), lengthIn(attrs.height)]
  const counts = width?.value === 1 && height?.value === 1
  if (!src || counts) return undefined
  const style = styleOf(img, sheet)
  const inLine = inLineOf(img)
  const enlarges = href !== undefined && inLine === null && isPictureAddress(href)
  return {
    src: enlarges ? href : src,
    alt: attrs.alt,
    title: inLine ? '' : (attrs.title ?? ''),
    side: sideOf(img, style),
    width: widthOf(img, style),
    shape: width?.unit === 'px' && height?.unit === 'px' ? width.value / height.value : null,
    href: enlarges ? undefined : href,
    enlarges,
    inLine,
    line: attrs['data-line'] ? Number(attrs['data-line']) : undefined,
  }
}
