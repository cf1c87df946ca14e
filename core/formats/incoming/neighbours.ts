import type { Block } from '../../post/body.ts'
import { type BlockReading, isBlock } from './blocks.ts'
import { groupRow } from './rows.ts'
import { styleOf } from './styles.ts'
import type { Around } from './tokens.ts'
import { type Element, filled, has, isElement, type Node, textIn } from './tree.ts'
import { acrossByWidths, sharesLine, type Unit, unitOf, usualAcross } from './units.ts'

/** What follows what: pictures that share a line though each is in a box of its own, and captions right below. */

export function nextElement(nodes: readonly Node[], from: number): number | undefined {
  for (let i = from + 1; i < nodes.length; i++) {
    const node = nodes[i]!
    if (isElement(node)) return i
    if (node.text.trim()) return undefined
  }
  return undefined
}

/** Pictures that share a line with what follows them, though each is in a box of its own. */
export function sharing(
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
export function takeCaption(blocks: Block[], nodes: readonly Node[], at: number, reading: BlockReading): number {
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
