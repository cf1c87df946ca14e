import { z } from 'zod'
import { LIST_TYPE, PARAGRAPH_SPACE } from '../house/text-type.ts'
import { attributes } from '../page/html.ts'
import type { BlockKind } from './block-kind.ts'
import { under } from './flow.ts'
import type { TextBlock } from './table.ts'

export interface ListItem {
  type: 'listItem'
  content: TextBlock[]
}
export interface BulletList {
  type: 'bulletList'
  content: ListItem[]
}
export interface OrderedList {
  type: 'orderedList'
  attrs: { start: number }
  content: ListItem[]
}

const items = (inner: z.ZodType<TextBlock>) =>
  z.array(z.object({ type: z.literal('listItem'), content: z.array(inner).min(1) })).min(1)

/** What both kinds of list do alike; their items stand in by `indent` font sizes. */
const listed = (indent: number): Pick<BlockKind<BulletList | OrderedList>, 'text' | 'flow' | 'miniature'> => ({
  text: ({ content }, textOf) => content.map((item) => item.content.map(textOf).join('\n')).join('\n'),
  flow({ content }, at, set, flowOf) {
    const { fontSize } = set.house.type
    const blocks = content.flatMap((item) => item.content)
    const inside = { ...set, width: set.width - indent * fontSize, inList: true }
    return under(flowOf(blocks, at, inside), PARAGRAPH_SPACE * fontSize)
  },
  miniature: 'text',
})

const itemsHtml = (content: readonly ListItem[], htmlOf: (inner: TextBlock) => string): string =>
  content.map((item) => `<li>${item.content.map(htmlOf).join('')}</li>`).join('')

export const bulletList: BlockKind<BulletList> = {
  ...listed(LIST_TYPE.bullets),
  schema: (inner) => z.object({ type: z.literal('bulletList'), content: items(inner) }),
  html: ({ content }, htmlOf) => `<ul>${itemsHtml(content, htmlOf)}</ul>`,
}

export const orderedList: BlockKind<OrderedList> = {
  ...listed(LIST_TYPE.numbers),
  schema: (inner) =>
    z.object({
      type: z.literal('orderedList'),
      attrs: z.object({ start: z.number().int() }),
      content: items(inner),
    }),
  html: ({ content, attrs }, htmlOf) =>
    `<ol${attributes({ start: attrs.start === 1 ? undefined : attrs.start })}>${itemsHtml(content, htmlOf)}</ol>`,
}
