import { z } from 'zod'
import type { HouseStyle } from '../house/house-style.ts'
import type { BlockKind, Setting } from './block-kind.ts'
import type { Flow } from './flow.ts'
import { type CodeBlock, codeBlock } from './code-block.ts'
import { type DataTable, dataTable } from './data-table.ts'
import { type Heading, heading } from './heading.ts'
import { type BulletList, bulletList, type OrderedList, orderedList } from './lists.ts'
import { type Paragraph, paragraph } from './paragraph.ts'
import { type Quote, quote } from './quote.ts'
import { type Rule, rule } from './rule.ts'
import { type ShownPosts, shownPosts } from './shown-posts.ts'
import { type Space, space } from './space.ts'
import { type Step, type StepsEnd, step, stepsEnd } from './step.ts'

export type TextBlock =
  | Paragraph
  | Heading
  | Rule
  | BulletList
  | OrderedList
  | Quote
  | CodeBlock
  | DataTable
  | Space
  | ShownPosts
  | Step
  | StepsEnd

/** Every kind of text block. */
export const BLOCK_KINDS: { readonly [T in TextBlock['type']]: BlockKind<Extract<TextBlock, { type: T }>> } = {
  paragraph,
  heading,
  horizontalRule: rule,
  bulletList,
  orderedList,
  blockquote: quote,
  codeBlock,
  table: dataTable,
  space,
  shownPosts,
  step,
  stepsEnd,
}

export const blockKind = (block: TextBlock): BlockKind<TextBlock> =>
  BLOCK_KINDS[block.type] as unknown as BlockKind<TextBlock>

type Discriminated = Parameters<typeof z.discriminatedUnion>[1]
const unionOf = (kinds: readonly BlockKind<never>[]): z.ZodType<TextBlock> =>
  z.discriminatedUnion(
    'type',
    kinds.map((kind) => kind.schema(Inner)) as unknown as Discriminated,
  ) as unknown as z.ZodType<TextBlock>

/** What lists and quotes may hold: steps and slideshows of posts stand between the blocks of a post alone. */
const { step: _step, stepsEnd: _end, shownPosts: _shown, ...INNER_KINDS } = BLOCK_KINDS
const Inner: z.ZodType<TextBlock> = z.lazy(() => unionOf(Object.values(INNER_KINDS) as unknown as BlockKind<never>[]))

export const TextBlock: z.ZodType<TextBlock> = z.lazy(() =>
  unionOf(Object.values(BLOCK_KINDS) as unknown as BlockKind<never>[]),
)

/** What words in a row may be: text alone, whose height is certain. */
export const WordsBlock: z.ZodType<TextBlock> = z.lazy(() => {
  const { horizontalRule: _rule, space: _space, codeBlock: _code, table: _table, ...kinds } = INNER_KINDS
  return unionOf(Object.values(kinds) as unknown as BlockKind<never>[])
})

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
