import { z } from 'zod'
import { Row } from './row.ts'
import { WebAddress } from './web-address.ts'

/** The text of a post: the editor's own tree. Rows stand between blocks, never inside them. */

const Mark = z.discriminatedUnion('type', [
  z.object({ type: z.literal('bold') }),
  z.object({ type: z.literal('italic') }),
  z.object({ type: z.literal('link'), attrs: z.object({ href: WebAddress }) }),
])
export type Mark = z.infer<typeof Mark>

const Inline = z.discriminatedUnion('type', [
  z.object({ type: z.literal('text'), text: z.string().min(1), marks: z.array(Mark).optional() }),
  z.object({ type: z.literal('hardBreak'), marks: z.array(Mark).optional() }),
])
export type Inline = z.infer<typeof Inline>

const Paragraph = z.object({ type: z.literal('paragraph'), content: z.array(Inline).optional() })
const Heading = z.object({
  type: z.literal('heading'),
  attrs: z.object({ level: z.union([z.literal(2), z.literal(3), z.literal(4)]) }),
  content: z.array(Inline).optional(),
})
const Rule = z.object({ type: z.literal('horizontalRule') })

export type ListItem = { type: 'listItem'; content: TextBlock[] }
export type TextBlock =
  | z.infer<typeof Paragraph>
  | z.infer<typeof Heading>
  | z.infer<typeof Rule>
  | { type: 'bulletList'; content: ListItem[] }
  | { type: 'orderedList'; attrs: { start: number }; content: ListItem[] }
  | { type: 'blockquote'; content: TextBlock[] }

const ListItem: z.ZodType<ListItem> = z.object({
  type: z.literal('listItem'),
  get content() {
    return z.array(TextBlock).min(1)
  },
})

const TextBlock: z.ZodType<TextBlock> = z.lazy(() =>
  z.discriminatedUnion('type', [
    Paragraph,
    Heading,
    Rule,
    z.object({ type: z.literal('bulletList'), content: z.array(ListItem).min(1) }),
    z.object({
      type: z.literal('orderedList'),
      attrs: z.object({ start: z.number().int() }),
      content: z.array(ListItem).min(1),
    }),
    z.object({ type: z.literal('blockquote'), content: z.array(TextBlock).min(1) }),
  ]),
)

const RowNode = z.object({ type: z.literal('row'), attrs: Row })
export type RowNode = z.infer<typeof RowNode>

/** A block of a post: a row, or text. */
export const Block = z.union([RowNode, TextBlock])
export type Block = z.infer<typeof Block>
export const Body = z.object({ type: z.literal('doc'), content: z.array(Block).min(1) })
export type Body = z.infer<typeof Body>

export const EMPTY_BODY: Body = { type: 'doc', content: [{ type: 'paragraph' }] }

export const isRow = (block: Block): block is RowNode => block.type === 'row'

/** The rows of a body, in reading order. */
export const rowsOf = (body: Body): Row[] => body.content.filter(isRow).map((node) => node.attrs)

const texts = new WeakMap<Block | ListItem, string>()

/** The plain text of a block; its parts are joined by single line feeds. Remembered with the block. */
export function plainText(block: Block | ListItem): string {
  const known = texts.get(block)
  if (known !== undefined) return known
  const text = textIn(block)
  texts.set(block, text)
  return text
}

function textIn(block: Block | ListItem): string {
  if (block.type === 'row' || block.type === 'horizontalRule') return ''
  if (block.type === 'paragraph' || block.type === 'heading')
    return (block.content ?? []).map((part) => (part.type === 'text' ? part.text : '\n')).join('')
  return block.content.map(plainText).join('\n')
}
