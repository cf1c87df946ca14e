import type { Inline } from '../../blocks/inline.ts'
import type { TextBlock } from '../../blocks/table.ts'
import { HIGHEST_STEP } from '../../blocks/step.ts'
import { SPACE_TYPE } from '../../house/text-type.ts'
import { STEP_PICTURES } from '../../post/step-pictures.ts'
import type { Block } from '../../post/body.ts'
import { endsSteps } from '../../steps/steps.ts'
import { type RowFault, readRow } from '../row-text/read.ts'
import { fullAddress } from './addresses.ts'
import { groupRow, oneRow, type RowMaker } from './rows.ts'
import { readFigure, readMixed } from './figures.ts'
import { readList } from './lists.ts'
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
import { acrossByWidths, arrangementOf, imagesIn, sharesLine, type Unit, unitOf, usualAcross } from './units.ts'

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

function nextElement(nodes: readonly Node[], from: number): number | undefined {
  for (let i = from + 1; i < nodes.length; i++) {
    const node = nodes[i]!
    if (isElement(node)) return i
    if (node.text.trim()) return undefined
  }
  return undefined
}

/** Pictures that share a line with what follows them, though each is in a box of its own. */
function sharing(
  nodes: readonly Node[],
  from: number,
  reading: BlockReading,
  around: Around,
): { blocks: Block[]; last: number } | undefined {
  const units: Unit[] = []
  let last = from
  for (let i: number | undefined = from; i !== undefined; i = nextElement(nodes, i)) {
    const element = nodes[i] as Element
    const unit = isBlock(element) && element.tag !== 'p' ? unitOf(element, reading, around) : undefined
    const share = unit?.image.width?.unit === '%' && unit.image.width.value <= 60
    if (!unit || !(share || sharesLine(styleOf(element, reading.sheet), element))) break
    units.push(unit)
    last = i
  }
  if (units.length < 2) return undefined
  const across = acrossByWidths(units) ?? usualAcross(units.length)
  return { blocks: groupRow(units, { across, loose: false }, '', reading), last }
}

/** A short line in italics or small letters right below a lone picture is its caption. */
function takeCaption(blocks: Block[], nodes: readonly Node[], at: number, reading: BlockReading): number {
  const row = blocks.at(-1)
  if (row?.type !== 'row' || row.attrs.pictures.length !== 1 || row.attrs.pictures[0]!.caption) return at
  const next = nextElement(nodes, at)
  const element = next === undefined ? undefined : (nodes[next] as Element)
  if (next === undefined || !element || !isCaption(element, reading)) return at
  const caption = textIn(element)
  const [placed] = row.attrs.pictures
  blocks[blocks.length - 1] = {
    ...row,
    attrs: { ...row.attrs, pictures: [{ ...placed!, caption }] },
  }
  return next
}

function isCaption(element: Element, { markdown }: BlockReading): boolean {
  // In Markdown a line in italics may be anything; what is a caption there stands with its picture.
  if (markdown || !/^(p|div|span|small)$/.test(element.tag) || has(element, ({ tag }) => tag === 'img')) return false
  const words = textIn(element)
  if (!words || words.length > 300) return false
  if (
    (element.attrs.class ?? '')
      .toLowerCase()
      .split(/[^a-z]+/)
      .includes('caption')
  )
    return true
  const [only, ...more] = filled(element)
  return more.length === 0 && isElement(only) && /^(em|i|small|figcaption)$/.test(only.tag)
}

function readElement(element: Element, reading: BlockReading, around: Around): Block[] {
  const { tag } = element
  const inside = aroundIn(element, around, reading)
  const words = () => inlineOf(tokensOf(element.children, inside, { ...reading, leave: () => {} }))
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
    case 'noscript':
      // What stands there for readers without scripts shows once more what a script would show.
      return has(element, ({ tag: name }) => name === 'img') ? [] : readBlocks(element.children, reading, inside)
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
  const tokens = tokensOf(element.children, around, reading)
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

const spaceOf = (lines: number): Block => ({
  type: 'space',
  attrs: { lines: Math.min(SPACE_TYPE.most, Math.max(1, Math.round(lines) || 1)) },
})

/** What the text forms of Set Row itself say. */
function readMarker(
  marker: Element,
  next: Element | undefined,
  reading: BlockReading,
  around: Around,
): { blocks: Block[]; taken: boolean } {
  const { choices = '', kind = '' } = marker.attrs
  const line = marker.attrs['data-line'] ? Number(marker.attrs['data-line']) : undefined
  if (marker.tag === 'set-space') return { blocks: [spaceOf(Number(kind))], taken: false }
  if (marker.tag === 'set-posts') {
    if (/^[\w-]{4,64}$/.test(kind)) return { blocks: [{ type: 'shownPosts', attrs: { show: kind } }], taken: false }
    reading.fault({ line, why: `“${kind}” is no slideshow of posts` })
    return { blocks: [], taken: false }
  }
  if (marker.tag === 'set-steps') {
    if (kind === 'end') return { blocks: [{ type: 'stepsEnd' }], taken: false }
    if (next?.tag === 'ol') return { blocks: readSteps(next, reading, around), taken: true }
    reading.fault({ line, why: 'a numbered list of steps follows this line' })
    return { blocks: [], taken: false }
  }
  if (marker.tag !== 'set-row') {
    reading.fault({ line, why: `this line says something of a step, and stands in none: “${kind} ${choices}”` })
    return { blocks: [], taken: false }
  }
  const { row, faults } = readRow(marker, next, {
    ...reading.pictures,
    newRowId: reading.newRowId,
    imageIn: (nodes) => {
      const images = imagesIn({ tag: 'div', attrs: {}, children: [...nodes] }, { ...reading, base: '' })
      return images.length === 1 ? plainLink(images[0]!, nodes) : undefined
    },
    blocksIn: (nodes) => readBlocks(nodes, reading, around).filter((block): block is TextBlock => block.type !== 'row'),
  })
  for (const fault of faults) reading.fault(fault)
  return { blocks: row ? [{ type: 'row', attrs: row }] : [], taken: row !== undefined }
}

/** In a row's text a link is a click, even where it leads to a picture. */
function plainLink(image: ReturnType<typeof imagesIn>[number], nodes: readonly Node[]): typeof image {
  const link = nodes.flatMap((node) => [...linksIn(node)])[0]
  const own = nodes.flatMap((node) => [...imagesOf(node)])[0]
  return { ...image, src: own?.attrs.src ?? image.src, href: link?.attrs.href, enlarges: false, alt: own?.attrs.alt }
}
function* linksIn(node: Node): Generator<Element> {
  if (!isElement(node)) return
  if (node.tag === 'a' && has(node, ({ tag }) => tag === 'img')) yield node
  for (const child of node.children) yield* linksIn(child)
}
function* imagesOf(node: Node): Generator<Element> {
  if (!isElement(node)) return
  if (node.tag === 'img') yield node
  for (const child of node.children) yield* imagesOf(child)
}

/** What would end a step, as what may stand in one. */
function inStep(block: Block): Block[] {
  if (block.type === 'heading' && block.attrs.level === 2) return [{ ...block, attrs: { level: 3 } }]
  if (block.type === 'step') return paragraphOf(block.content ?? [])
  return endsSteps(block) ? [] : [block]
}

/** Each item is a step: its first words, then what belongs to it. */
export function readSteps(list: Element, reading: BlockReading, around: Around): Block[] {
  return list.children
    .filter(isElement)
    .filter(({ tag }) => tag === 'li')
    .flatMap((item, i): Block[] => {
      const said = item.children.filter(isElement).find(({ tag }) => tag === 'set-step')
      const inner = readBlocks(
        item.children.filter((child) => child !== said),
        reading,
        around,
      ).flatMap(inStep)
      const [first, ...rest] = inner
      const { kind = '', choices = '' } = said?.attrs ?? {}
      const words = choices.split(';').map((part) => part.trim())
      const start = i === 0 ? Number(list.attrs.start ?? 1) || 1 : 1
      const number = kind === 'on' ? ('on' as const) : /^\d{1,4}$/.test(kind) ? Number(kind) : null
      const pictures = STEP_PICTURES.find((one) => words.includes(`pictures ${one}`)) ?? null
      const own = said === undefined && start > 1 ? Math.min(HIGHEST_STEP, start) : number
      const begins = first?.type === 'paragraph' && !words.includes('no words')
      return [
        {
          type: 'step',
          attrs: { number: own, pictures },
          ...(begins && first.content?.length ? { content: first.content } : {}),
        },
        ...(begins ? rest : inner),
      ]
    })
}
