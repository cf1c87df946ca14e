import type { Inline } from '../../blocks/inline.ts'
import type { TextBlock } from '../../blocks/table.ts'
import type { Block } from '../../post/body.ts'
import type { RowFault } from '../row-text/read.ts'
import { fullAddress } from './addresses.ts'
import { groupRow, oneRow, type RowMaker } from './rows.ts'
import { lined, readFigure, readMixed } from './figures.ts'
import { readMarker, spaceOf } from './markers.ts'
import { readList } from './lists.ts'
import { nextElement, sharing, takeCaption } from './neighbours.ts'
import { readOwnRow } from './own-row.ts'
import { readTable } from './tables.ts'
import { styleOf } from './styles.ts'
import {
  type Around,
  aroundIn,
  inlineOf,
  isImage,
  NOTHING_AROUND,
  type Reading,
  type Token,
  tokensOf,
} from './tokens.ts'
import { type Element, filled, has, isElement, type Node, rawText, textIn } from './tree.ts'
import { arrangementOf, imagesIn, unitOf } from './units.ts'

/** The blocks of a post from what others wrote: what stands together stays together. */

export interface BlockReading extends Reading, RowMaker {
  readonly fault: (fault: RowFault) => void
  /** an address of something that plays, which stands alone in its paragraph */
  readonly player: (address: string) => void
}

const BLOCKS = new Set(
  'address article aside blockquote center dd details dialog dir div dl dt fieldset figure footer form h1 h2 h3 h4 h5 h6 header hgroup hr iframe legend li main menu nav object ol p pre section summary table ul video audio embed set-row set-step set-steps set-space set-posts figcaption frameset frame noscript listing plaintext tbody tr td th'.split(
    ' ',
  ),
)
export const isBlock = (element: Element): boolean => BLOCKS.has(element.tag)
const holdsBlocks = (element: Element): boolean =>
  isBlock(element) || element.children.some((child) => isElement(child) && has(child, isBlock))

export const paragraphOf = (content: readonly Inline[]): Block[] =>
  content.length ? [{ type: 'paragraph', content: [...content] }] : []

/** Reads nodes that follow one another. O(nodes). */
export function readBlocks(nodes: readonly Node[], reading: BlockReading, around: Around = NOTHING_AROUND): Block[] {
  const blocks: Block[] = []
  let line: Token[] = []
  const flush = () => {
    blocks.push(...readMixed(line, reading))
    line = []
  }
  for (let i = 0; i < nodes.length; i++) {
    const node = nodes[i]!
    if (!isElement(node) || !holdsBlocks(node)) {
      const floated = isElement(node) ? sharing(nodes, i, reading, around) : undefined
      if (
        floated &&
        line.every((token) => 'inline' in token && token.inline.type === 'text' && !token.inline.text.trim())
      ) {
        blocks.push(...floated.blocks)
        i = floated.last
      } else line.push(...tokensOf([node], around, reading))
      continue
    }
    flush()
    if (node.tag.startsWith('set-')) {
      const next = nextElement(nodes, i)
      const made = readMarker(node, next === undefined ? undefined : (nodes[next] as Element), reading, around)
      blocks.push(...made.blocks)
      if (made.taken && next !== undefined) i = next
      continue
    }
    const together = sharing(nodes, i, reading, around)
    if (together) {
      blocks.push(...together.blocks)
      i = together.last
    } else blocks.push(...readElement(node, reading, around))
    i = takeCaption(blocks, nodes, i, reading)
  }
  flush()
  return blocks
}

function readElement(element: Element, reading: BlockReading, around: Around): Block[] {
  const { tag } = element
  const inside = aroundIn(element, around, reading)
  const own = readOwnRow(element, reading, inside)
  if (own) return own
  const words = () => inlineOf(lined(tokensOf(element.children, inside, { ...reading, leave: () => {} }), reading))
  switch (tag) {
    case 'h1':
    case 'h2':
    case 'h3':
    case 'h4':
    case 'h5':
    case 'h6':
      return readHeading(element, Math.min(4, Math.max(2, Number(tag[1]))) as 2 | 3 | 4, reading, inside)
    case 'hr':
      return [{ type: 'horizontalRule' }]
    case 'pre':
    case 'listing':
    case 'plaintext':
      return [...readCode(element), ...readMixed(tokensOf(element.children, inside, reading).filter(isImage), reading)]
    case 'blockquote':
      return held(readBlocks(element.children, reading, inside), (content) => ({ type: 'blockquote', content }))
    case 'ul':
    case 'ol':
    case 'menu':
    case 'dir':
      return readList(element, reading, inside)
    case 'table':
      return readTable(element, reading, inside)
    case 'figure':
      return readFigure(element, reading, inside)
    case 'iframe':
    case 'video':
    case 'audio':
    case 'embed':
    case 'object':
      return readPlayer(element, reading)
    case 'nav':
      reading.leave(`a menu: “${textIn(element).slice(0, 60)}”`)
      return []
    case 'dt':
      return paragraphOf(words().map((part) => ({ ...part, marks: [{ type: 'bold' as const }] })))
    default:
      return readBox(element, reading, inside)
  }
}

/** A box: pictures that it arranges, or what stands in it. */
function readBox(element: Element, reading: BlockReading, around: Around): Block[] {
  const empty = element.attrs.class === 'space' ? /--lines:(\d+)/.exec(element.attrs.style ?? '')?.[1] : undefined
  if (empty) return [spaceOf(Number(empty))]
  const parts = filled(element)
  const boxes = parts.filter(isElement)
  if (parts.length === boxes.length && boxes.length > 1) {
    const units = boxes.map((box) => unitOf(box, reading, around))
    if (units.every((unit) => unit !== undefined)) {
      const arranged = arrangementOf(element, units, reading)
      if (arranged) return groupRow(units, arranged, '', reading)
    }
  }
  // One picture in a box that floats, with the words that belong to it.
  const style = styleOf(element, reading.sheet)
  const unit = element.tag === 'p' ? undefined : unitOf(element, reading, around)
  if (
    unit &&
    (unit.image.side ?? (style.float || element.attrs.align)) &&
    imagesIn(element, reading, around).length === 1
  )
    return oneRow(unit, reading)
  return readBlocks(element.children, reading, around)
}

function readHeading(element: Element, level: 2 | 3 | 4, reading: BlockReading, around: Around): Block[] {
  const tokens = lined(tokensOf(element.children, around, reading), reading)
  const content = inlineOf(tokens)
  const pictures = tokens.filter((token) => 'image' in token)
  return [
    ...(content.length ? [{ type: 'heading' as const, attrs: { level }, content }] : []),
    ...readMixed(pictures, reading),
  ]
}

function readCode(element: Element): Block[] {
  const code = filled(element).length === 1 ? filled(element)[0] : undefined
  const holder = isElement(code) && code.tag === 'code' ? code : element
  const text = rawText(element).replace(/\r\n?/g, '\n')
  const written = holder === element ? text : text.replace(/\n$/, '')
  const language = /(?:^|\s)lang(?:uage)?-([\w+#.-]{1,40})(?:\s|$)/.exec(holder.attrs.class ?? '')?.[1] ?? null
  return written ? [{ type: 'codeBlock', attrs: { language }, content: [{ type: 'text', text: written }] }] : []
}

/** What only text may stand in: rows between come out of it, in their order. */
export function held(blocks: readonly Block[], hold: (content: TextBlock[]) => Block): Block[] {
  const parts: Block[] = []
  let text: TextBlock[] = []
  const flush = () => {
    if (text.length) parts.push(hold(text))
    text = []
  }
  for (const block of blocks) {
    if (block.type === 'row' || block.type === 'step' || block.type === 'stepsEnd' || block.type === 'shownPosts') {
      flush()
      parts.push(block)
    } else text.push(block)
  }
  flush()
  return parts
}

/** Where something plays, its address stays, alone in a paragraph. */
function readPlayer(element: Element, reading: BlockReading): Block[] {
  const source = element.children.filter(isElement).find(({ tag, attrs }) => tag === 'source' && attrs.src)
  const written = element.attrs.src ?? element.attrs.data ?? source?.attrs.src ?? element.attrs['data-src'] ?? ''
  const address = fullAddress(written.replace(/^\/\//, 'https://'), reading.base)
  const within = element.tag === 'object' ? readBlocks(element.children, reading) : []
  if (!address) {
    if (within.length === 0) reading.leave('something that played, without an address')
    return within
  }
  reading.player(address)
  const text = written.trim() || address
  return [
    { type: 'paragraph', content: [{ type: 'text', text, marks: [{ type: 'link', attrs: { href: address } }] }] },
    ...within,
  ]
}
