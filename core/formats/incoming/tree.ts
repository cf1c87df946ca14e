import { type DefaultTreeAdapterTypes, parse } from 'parse5'

/** HTML by others as a plain tree. Nothing of it is ever put out again: posts are made from what it says. */

export interface TextNode {
  readonly text: string
}
export interface Element {
  readonly tag: string
  readonly attrs: Readonly<Record<string, string>>
  readonly children: Node[]
}
export type Node = TextNode | Element

export const isElement = (node: Node | undefined): node is Element => node !== undefined && 'tag' in node

/** How deep elements may stand in each other; what is deeper keeps its words and pictures. */
const MOST_DEEP = 200
/** Elements and texts of one page. */
const MOST_NODES = 1_000_000
/** What others write in an element of one of these is no text of a page. */
const UNSEEN = new Set(['script', 'style', 'template', 'link', 'meta', 'base'])
/** What takes the rest of the page for what stands in it, where it is closed in itself as in XML, or never. */
const TAKES_ALL = /<(title|textarea|style|script|xmp|iframe|noembed|noframes|plaintext)\b([^>]*)>/gi

/** The page with an end for everything that would take all the rest of it. O(characters) for each kind of element. */
function ended(html: string): string {
  const lower = html.toLowerCase()
  const lastEnd = new Map<string, number>()
  const closed = html.replace(TAKES_ALL, (whole, written: string, attrs: string, at: number) => {
    const tag = written.toLowerCase()
    if (!lastEnd.has(tag)) lastEnd.set(tag, tag === 'plaintext' ? -1 : lower.lastIndexOf(`</${tag}`))
    if (lastEnd.get(tag)! > at && !attrs.endsWith('/')) return whole
    return tag === 'iframe' && lastEnd.get(tag)! <= at
      ? `<iframe${attrs.replace(/\/$/, '')}></iframe>`
      : lastEnd.get(tag)! > at
        ? whole
        : ''
  })
  const comment = closed.lastIndexOf('<!--')
  return comment >= 0 && closed.indexOf('-->', comment) < 0 ? closed.replaceAll('<!--', '') : closed
}

/** A page that has more in it than any page has. */
export class TooLarge extends Error {
  override name = 'TooLarge'
}

/** What a page says of itself, and its body. */
export interface Page {
  readonly body: Element
  readonly title: string
  /** by name or property, in small letters */
  readonly meta: ReadonlyMap<string, string>
  readonly language: string
  readonly base: string
  /** what its style elements say */
  readonly styles: string
}

/** Throws `TooLarge`. O(characters), however deep elements stand in each other. */
export function parsePage(html: string): Page {
  const document = parse(ended(html), { scriptingEnabled: false })
  const meta = new Map<string, string>()
  const body: Element = { tag: 'body', attrs: {}, children: [] }
  const page = { body, title: '', meta, language: '', base: '', styles: '' }

  const open: { node: DefaultTreeAdapterTypes.Node; into: Element; deep: number }[] = []
  const push = (nodes: readonly DefaultTreeAdapterTypes.Node[], into: Element, deep: number) => {
    for (let i = nodes.length - 1; i >= 0; i--) open.push({ node: nodes[i]!, into, deep })
  }
  push(document.childNodes, body, 0)
  for (let count = 0; open.length > 0; count++) {
    if (count > MOST_NODES) throw new TooLarge(`more than ${MOST_NODES} elements`)
    const { node, into, deep } = open.pop()!
    if (node.nodeName === '#text') {
      into.children.push({ text: (node as DefaultTreeAdapterTypes.TextNode).value })
      continue
    }
    if (!('tagName' in node)) continue
    const attrs = Object.fromEntries(node.attrs.map(({ name, value }) => [name.toLowerCase(), value]))
    const tag = node.tagName
    if (tag === 'html') page.language = attrs.lang ?? ''
    if (tag === 'base') page.base ||= attrs.href ?? ''
    if (tag === 'title') page.title ||= wordsOf(node)
    if (tag === 'style') page.styles += `${wordsOf(node)}\n`
    if (tag === 'meta') noteMeta(meta, attrs)
    if (UNSEEN.has(tag) || tag === 'title') continue
    if (tag === 'html' || tag === 'head' || tag === 'body' || deep >= MOST_DEEP) {
      if (tag !== 'img' && tag !== 'br') {
        push(node.childNodes, into, deep)
        continue
      }
    }
    const element: Element = { tag, attrs, children: [] }
    into.children.push(element)
    push(node.childNodes, element, deep + 1)
  }
  return { ...page, body: withoutTwins(body) }
}

/** What a script would show once more, for readers without: it goes where it stands elsewhere, and stands as it is where not. */
function withoutTwins(body: Element): Element {
  if (!has(body, ({ tag }) => tag === 'noscript')) return body
  const shown = new Set<string>()
  const note = (node: Node) => {
    if (!isElement(node) || node.tag === 'noscript') return
    if (node.tag === 'img')
      for (const name of ['src', 'data-src', 'data-original', 'data-lazy-src'])
        if (node.attrs[name]) shown.add(node.attrs[name])
    node.children.forEach(note)
  }
  note(body)
  const kept = (nodes: readonly Node[]): Node[] =>
    nodes.flatMap((node): Node[] => {
      if (!isElement(node)) return [node]
      const children = kept(node.children)
      if (node.tag !== 'noscript') return [{ ...node, children }]
      const images = [...elementsIn(node)].filter(({ tag }) => tag === 'img')
      return images.length > 0 && images.every(({ attrs }) => shown.has(attrs.src ?? '')) ? [] : children
    })
  return { ...body, children: kept(body.children) }
}

function noteMeta(meta: Map<string, string>, attrs: Readonly<Record<string, string>>): void {
  const name = (attrs.name ?? attrs.property ?? '').toLowerCase()
  if (name && attrs.content && !meta.has(name)) meta.set(name, attrs.content)
}

const wordsOf = (node: DefaultTreeAdapterTypes.Element): string =>
  node.childNodes.map((child) => ('value' in child ? child.value : '')).join('')

/** All words of a tree, with blanks run together. O(nodes). */
export function textIn(node: Node): string {
  return rawText(node).replace(/\s+/g, ' ').trim()
}

export function rawText(node: Node): string {
  return isElement(node) ? (node.tag === 'br' ? '\n' : node.children.map(rawText).join('')) : node.text
}

/** Every element of this tree, itself included, in reading order. */
export function* elementsIn(node: Node): Generator<Element> {
  if (!isElement(node)) return
  yield node
  for (const child of node.children) yield* elementsIn(child)
}

export const has = (node: Node, test: (element: Element) => boolean): boolean => {
  for (const element of elementsIn(node)) if (test(element)) return true
  return false
}

/** What stands in it but blanks. */
export const filled = (element: Element): Node[] =>
  element.children.filter((child) => isElement(child) || child.text.trim() !== '')

export const classWords = ({ attrs }: Element): readonly string[] => (attrs.class ?? '').toLowerCase().split(/[^a-z]+/)
