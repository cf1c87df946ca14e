import { z } from 'zod'
import { TextBlock, textOf } from '../blocks/table.ts'
import { Row } from './row.ts'

/** The text of a post: the editor's own tree. Rows stand between blocks, never inside them. */

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

/** The words of a block; a row has none of its own. */
export const plainText = (block: Block): string => (isRow(block) ? '' : textOf(block))
