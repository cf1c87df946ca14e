import type { TextBlock } from '../../blocks/table.ts'
import { HIGHEST_STEP } from '../../blocks/step.ts'
import { SPACE_TYPE } from '../../house/text-type.ts'
import type { Block } from '../../post/body.ts'
import { STEP_PICTURES } from '../../post/step-pictures.ts'
import { endsSteps } from '../../steps/steps.ts'
import { readRow } from '../row-text/read.ts'
import { type BlockReading, paragraphOf, readBlocks } from './blocks.ts'
import type { Around } from './tokens.ts'
import { type Element, has, isElement, type Node } from './tree.ts'
import { imagesIn } from './units.ts'

export const spaceOf = (lines: number): Block => ({
  type: 'space',
  attrs: { lines: Math.min(SPACE_TYPE.most, Math.max(1, Math.round(lines) || 1)) },
})

/** What the text forms of Set Row itself say. */
export function readMarker(
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
