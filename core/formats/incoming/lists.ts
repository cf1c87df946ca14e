import type { ListItem } from '../../blocks/lists.ts'
import type { TextBlock } from '../../blocks/table.ts'
import type { Block } from '../../post/body.ts'
import { type BlockReading, readBlocks } from './blocks.ts'
import { readSteps } from './markers.ts'
import { groupRow } from './rows.ts'
import type { Around } from './tokens.ts'
import { type Element, filled, isElement } from './tree.ts'
import { arrangementOf, unitOf, usualAcross } from './units.ts'

/** A list: of words, of pictures, or of steps, where numbered items have pictures. */
export function readList(list: Element, reading: BlockReading, around: Around): Block[] {
  const parts = filled(list)
  // What stands between the items of a list belongs to the one before.
  const items: Element[] = []
  for (const part of parts) {
    if (isElement(part) && part.tag === 'li') items.push(part)
    else {
      const last = items.at(-1)
      if (last) items[items.length - 1] = { ...last, children: [...last.children, part] }
      else items.push({ tag: 'li', attrs: {}, children: [part] })
    }
  }
  const units = items.map((item) => unitOf(item, reading, around))
  const pictured = units.filter((unit) => unit !== undefined)
  const worded = pictured.filter(({ caption }) => caption).length
  const ordered = list.tag === 'ol'
  if (pictured.length === items.length && items.length > 1 && !(ordered && worded === items.length)) {
    const arranged = arrangementOf({ ...list, children: items }, pictured, reading)
    return groupRow(pictured, arranged ?? { across: usualAcross(items.length), loose: false }, '', reading)
  }
  const inner = items.map((item) => readBlocks(item.children, reading, around))
  if (ordered && inner.some((blocks) => blocks.some(({ type }) => type === 'row')))
    return [...readSteps({ ...list, children: items }, reading, around), { type: 'stepsEnd' }]
  return plainList(inner, ordered ? Number(list.attrs.start ?? 1) || 1 : null)
}

/** Rows stand between blocks of a post alone: they come after the item in which they stood, and the list goes on. */
function plainList(items: readonly (readonly Block[])[], start: number | null): Block[] {
  const blocks: Block[] = []
  let content: ListItem[] = []
  let number = start ?? 1
  const flush = (next: number) => {
    if (content.length)
      blocks.push(
        start === null
          ? { type: 'bulletList', content }
          : { type: 'orderedList', attrs: { start: Math.trunc(number) }, content },
      )
    content = []
    number = next
  }
  items.forEach((item, i) => {
    const text = item.filter(
      (block): block is TextBlock =>
        block.type !== 'row' && block.type !== 'step' && block.type !== 'stepsEnd' && block.type !== 'shownPosts',
    )
    const rows = item.filter((block) => !text.includes(block as TextBlock))
    if (text.length || rows.length === 0)
      content.push({ type: 'listItem', content: text.length ? text : [{ type: 'paragraph' }] })
    if (rows.length) {
      flush((start ?? 1) + i + 1)
      blocks.push(...rows)
    }
  })
  flush(0)
  return blocks
}
