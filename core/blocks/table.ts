import { z } from 'zod'
import type { HouseStyle } from '../house/house-style.ts'
import type { BlockKind, Setting } from './block-kind.ts'
import type { Flow } from './flow.ts'
import { type Heading, heading } from './heading.ts'
import { type BulletList, bulletList, type OrderedList, orderedList } from './lists.ts'
import { type Paragraph, paragraph } from './paragraph.ts'
import { type Quote, quote } from './quote.ts'
import { type Rule, rule } from './rule.ts'
import { type Space, space } from './space.ts'

export type TextBlock = Paragraph | Heading | Rule | BulletList | OrderedList | Quote | Space

/** Every kind of text block. */
export const BLOCK_KINDS: { readonly [T in TextBlock['type']]: BlockKind<Extract<TextBlock, { type: T }>> } = {
  paragraph,
  heading,
  horizontalRule: rule,
  bulletList,
  orderedList,
  blockquote: quote,
  space,
}

export const blockKind = (block: TextBlock): BlockKind<TextBlock> =>
  BLOCK_KINDS[block.type] as unknown as BlockKind<TextBlock>

type Discriminated = Parameters<typeof z.discriminatedUnion>[1]
export const TextBlock: z.ZodType<TextBlock> = z.lazy(
  () =>
    z.discriminatedUnion(
      'type',
      Object.values(BLOCK_KINDS).map((kind) => kind.schema(TextBlock)) as unknown as Discriminated,
    ) as unknown as z.ZodType<TextBlock>,
)

const texts = new WeakMap<TextBlock, string>()

/** The words of a block; its parts are joined by single line feeds. Remembered with the block. */
export function textOf(block: TextBlock): string {
  const known = texts.get(block)
  if (known !== undefined) return known
  const text = blockKind(block).text(block, textOf)
  texts.set(block, text)
  return text
}

/** What is published of a block of text. */
export const blockHtml = (block: TextBlock): string => blockKind(block).html(block, blockHtml)

const flowIn = (block: TextBlock, at: Flow, set: Setting): Flow =>
  blockKind(block).flow(block, at, set, (inner, from, inside) =>
    inner.reduce((now, one) => flowIn(one, now, inside), from),
  )

/** Where the page stands after a block of text, in a column of `width` px. O(characters). */
export const flowBlock = (block: TextBlock, at: Flow, width: number, house: HouseStyle): Flow =>
  flowIn(block, at, { width, house, italic: false, inList: false })
