import { type Inline, inOrder, joined, type Mark } from '../../blocks/inline.ts'
import { WebAddress } from '../../post/web-address.ts'
import { fullAddress } from './addresses.ts'
import { type Image, imageOf } from './image.ts'
import { type Style, styleOf, type StyleSheet } from './styles.ts'
import { type Element, isElement, type Node } from './tree.ts'

/** What stands in a line: letters with their marks, breaks, and pictures. */
export type Token = { readonly inline: Inline } | { readonly image: Image; readonly marks: readonly Mark[] }
export const isImage = (token: Token): token is Extract<Token, { readonly image: Image }> => 'image' in token

/** What holds for all that is read from a page. */
export interface Reading {
  readonly sheet: StyleSheet
  /** the page's own address, where it has one */
  readonly base: string
  /** it was written as Markdown */
  readonly markdown: boolean
  /** notes that something is left out */
  readonly leave: (what: string) => void
}

/** The marks and the link in which something stands. */
export interface Around {
  readonly marks: readonly Mark[]
  readonly href: string | undefined
  /** blanks stand as they were written */
  readonly blanks: boolean
}
export const NOTHING_AROUND: Around = { marks: [], href: undefined, blanks: false }

/** Stands for a blank that does not run together with others, while a page is read; no text may hold it. */
const KEPT = '\ufdd0'
/** Blanks that would run together, or go at the ends, as ones that do not. */
export const withKept = (text: string): string => text.replace(/^ +| +$| {2,}/g, (blanks) => KEPT.repeat(blanks.length))
export const withoutKept = (text: string): string => text.replaceAll(KEPT, ' ')

const MARKS: Readonly<Record<string, Mark['type']>> = {
  b: 'bold',
  strong: 'bold',
  i: 'italic',
  em: 'italic',
  cite: 'italic',
  dfn: 'italic',
  var: 'italic',
  code: 'code',
  kbd: 'code',
  samp: 'code',
  tt: 'code',
  s: 'strike',
  del: 'strike',
  strike: 'strike',
  sub: 'subscript',
  sup: 'superscript',
}
const FIELDS = new Set(['input', 'select', 'textarea', 'button', 'progress', 'meter', 'datalist'])
const DRAWINGS = new Set(['svg', 'canvas', 'math'])

const withMark = (marks: readonly Mark[], mark: Mark): readonly Mark[] =>
  marks.some(({ type }) => type === mark.type) ? marks : [...marks, mark]

/** What the element adds to what it stands in. */
export function aroundIn(element: Element, around: Around, { sheet, base }: Reading): Around {
  const { tag } = element
  let { marks } = around
  let { href, blanks } = around
  const style = styleOf(element, sheet)
  const upright = /^(normal|[1-5]00)$/.test(style['font-weight'] ?? '')
  const mark = MARKS[tag]
  if (mark && !(mark === 'bold' && upright)) marks = withMark(marks, { type: mark } as Mark)
  if (tag === 'span' || tag === 'font') marks = styled(marks, style)
  if (tag === 'a' && element.attrs.href) {
    href = fullAddress(element.attrs.href, base)
    if (href !== undefined) {
      const written = base ? href : element.attrs.href
      const link: Mark = { type: 'link', attrs: { href: WebAddress.safeParse(written).success ? written : href } }
      if (WebAddress.safeParse(link.attrs.href).success) marks = withMark(marks, link)
    }
  }
  if (/^(pre|pre-wrap|break-spaces)$/.test(style['white-space'] ?? '')) blanks = true
  return { marks, href, blanks }
}

function styled(marks: readonly Mark[], style: Style): readonly Mark[] {
  const added: Mark[] = [
    ...(/^(bold|bolder|[6-9]00)$/.test(style['font-weight'] ?? '') ? [{ type: 'bold' } as const] : []),
    ...(/italic|oblique/.test(style['font-style'] ?? '') ? [{ type: 'italic' } as const] : []),
    ...(/line-through/.test(style['text-decoration'] ?? style['text-decoration-line'] ?? '')
      ? [{ type: 'strike' } as const]
      : []),
  ]
  return added.reduce(withMark, marks)
}

/** Letters, breaks and pictures of these nodes, in reading order. */
export function tokensOf(nodes: readonly Node[], around: Around, reading: Reading): Token[] {
  return nodes.flatMap((node): Token[] => {
    if (!isElement(node)) return textTokens(node.text, around)
    const { tag } = node
    if (tag === 'br') return [{ inline: { type: 'hardBreak' } }]
    if (tag === 'img' || tag === 'picture') {
      const image = imageOf(node, reading.sheet, around.href)
      if (!image) reading.leave('a picture of one px, or without an address')
      return image ? [{ image, marks: around.marks.filter(({ type }) => type === 'link') }] : []
    }
    if (FIELDS.has(tag)) {
      reading.leave('a field of a form')
      return []
    }
    if (DRAWINGS.has(tag)) {
      reading.leave('a drawing or formula that stood in the page itself')
      return tag === 'math' ? tokensOf(node.children, around, reading) : []
    }
    const inside = tokensOf(node.children, aroundIn(node, around, reading), reading)
    if (tag !== 'q') return inside
    const quote = (text: string): Token => ({ inline: { type: 'text', text, ...marksOf(around.marks) } })
    return [quote('“'), ...inside, quote('”')]
  })
}

const marksOf = (marks: readonly Mark[]) => (marks.length ? { marks: inOrder(marks) } : {})

function textTokens(written: string, { marks, blanks }: Around): Token[] {
  const text = blanks ? written.replace(/[ \t\r\n\f]/g, KEPT) : written.replace(/[ \t\r\n\f]+/g, ' ')
  return text ? [{ inline: { type: 'text', text, ...marksOf(marks) } }] : []
}

/** The words of a stretch of tokens as a post has them; empty where there are none. */
export function inlineOf(tokens: readonly Token[]): Inline[] {
  // Blanks run together, over the ends of marks too, and there are none at the ends of lines.
  const content: Inline[] = []
  let blank = true
  for (const token of tokens) {
    if (isImage(token)) continue
    const part = token.inline
    if (part.type === 'hardBreak') {
      trimEnd(content)
      content.push(part)
      blank = true
      continue
    }
    if (part.type === 'linePicture') {
      content.push(part)
      blank = false
      continue
    }
    const text: string = blank ? part.text.replace(/^ +/, '') : part.text
    if (!text) continue
    content.push({ ...part, text })
    blank = text.endsWith(' ')
  }
  trimEnd(content)
  return joined(content.map((part) => (part.type === 'text' ? { ...part, text: withoutKept(part.text) } : part)))
}

function trimEnd(content: Inline[]): void {
  for (let last = content.at(-1); last?.type === 'text' && last.text.endsWith(' '); last = content.at(-1)) {
    const text = last.text.replace(/ +$/, '')
    content.pop()
    if (text) {
      content.push({ ...last, text })
      break
    }
  }
}
