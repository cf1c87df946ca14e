import { type Inline, inOrder, joined, type Mark } from '../blocks/inline.ts'
import type { ListItem } from '../blocks/lists.ts'
import { type TextBlock, textOf } from '../blocks/table.ts'
import { withinLine } from '../type/line-letter.ts'
import { admitted, NOT_ADMITTED } from '../type/admitted.ts'
import type { Block } from '../post/body.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import { webAddress } from '../post/web-address.ts'

/**
 * A text as readers have it, which is what goes out in any form: without what publishes nothing (empty paragraphs and
 * headings, breaks at the ends, letters that no page admits), and each thing said in one way.
 */

/** Words in one line. */
const seen = (text: string): string => text.replace(NOT_ADMITTED, '').replace(/[\t\n\r\f]/g, ' ')
/** Words whose lines stay as they are. */
export function seenLines(text: string): string {
  const words = text
    .replace(NOT_ADMITTED, '')
    .replace(/\r\n?/g, '\n')
    .replace(/[\t\f]/g, ' ')
    .replace(/^\n+|\n+$/g, '')
  return words.trim() ? words : ''
}

/** Links lead where readers are sent. */
const asPublished = (mark: Mark): Mark =>
  mark.type === 'link' ? { ...mark, attrs: { href: webAddress(mark.attrs.href) ?? mark.attrs.href } } : mark

function inlines(content: readonly Inline[] | undefined): Inline[] {
  const parts = (content ?? []).flatMap((part): Inline[] => {
    if (part.type === 'hardBreak') return [{ type: 'hardBreak' }]
    const marks = part.marks
      ?.filter(({ type }, i, all) => all.findIndex((mark) => mark.type === type) === i)
      .map(asPublished)
    if (part.type === 'linePicture') {
      const { id, wide, alt } = part.attrs
      const link = marks?.filter(({ type }) => type === 'link') ?? []
      const attrs = { id, wide: withinLine(wide), alt: alt === null ? null : seen(alt).trim() }
      return [{ type: 'linePicture', attrs, ...(link.length ? { marks: link } : {}) }]
    }
    const text = seen(part.text)
    return text ? [{ type: 'text', text, ...(marks?.length ? { marks: inOrder(marks) } : {}) }] : []
  })
  const whole = joined(parts)
  return whole.some((part) => part.type === 'linePicture' || (part.type === 'text' && part.text.trim())) ? whole : []
}

const filled = <T extends object>(block: T, content: readonly Inline[]): T =>
  content.length ? { ...block, content } : block

export function tidiedTexts(blocks: readonly TextBlock[]): TextBlock[] {
  return tidied(blocks) as TextBlock[]
}

export function tidied(blocks: readonly Block[]): Block[] {
  return blocks.flatMap((block): Block[] => {
    switch (block.type) {
      case 'paragraph': {
        const content = inlines(block.content)
        return content.length ? [{ type: 'paragraph', content }] : []
      }
      case 'heading': {
        const content = inlines(block.content)
        return content.length ? [{ type: 'heading', attrs: block.attrs, content }] : []
      }
      case 'step':
        return [filled({ type: 'step', attrs: block.attrs }, inlines(block.content))]
      case 'bulletList':
        return [{ ...block, content: items(block.content) }]
      case 'orderedList':
        return [{ ...block, content: items(block.content) }]
      case 'blockquote': {
        const content = tidiedTexts(block.content)
        return content.length ? [{ ...block, content }] : []
      }
      case 'codeBlock': {
        const text = admitted(textOf(block))
        return text ? [{ type: 'codeBlock', attrs: block.attrs, content: [{ type: 'text', text }] }] : []
      }
      case 'table': {
        const rows = block.content.map(({ content }) => ({
          type: 'tableRow' as const,
          content: content.map((cell) => filled({ type: 'tableCell' as const }, inlines(cell.content))),
        }))
        const { heads } = block.attrs
        const none = heads && rows.length > 1 && rows[0]!.content.every((cell) => !('content' in cell))
        return [{ type: 'table', attrs: { heads: heads && !none }, content: none ? rows.slice(1) : rows }]
      }
      case 'row':
        return [{ type: 'row', attrs: tidiedRow(block.attrs) }]
      default:
        return [block]
    }
  })
}

const items = (content: readonly ListItem[]): ListItem[] =>
  content.map((item) => {
    const inner = tidiedTexts(item.content)
    return { type: 'listItem', content: inner.length ? inner : [{ type: 'paragraph' }] }
  })

const WORDED = ['alt', 'caption', 'credit'] as const

function tidiedRow(row: Row): Row {
  const pictures = row.pictures.map((placed): PlacedPicture => {
    const worded = WORDED.flatMap((name) =>
      placed[name] === undefined ? [] : [[name, seenLines(placed[name])] as const],
    )
    return { ...placed, ...Object.fromEntries(worded) }
  })
  const words = row.words.map((place) => {
    const content = tidiedTexts(place.content)
    return { ...place, content: content.length ? content : [{ type: 'paragraph' as const }] }
  })
  return { ...row, pictures, words, caption: seenLines(row.caption) }
}
