import type { z } from 'zod'
import type { HouseStyle } from '../house/house-style.ts'
import type { Flow } from './flow.ts'
import type { TextBlock } from './table.ts'

/** In what a block is set. */
export interface Setting {
  /** px of the column, or of what an indent leaves of it */
  readonly width: number
  readonly house: HouseStyle
  readonly italic: boolean
  readonly inList: boolean
}

/**
 * What a kind of text block is: one file in this folder and one line in the table. A block that holds others asks
 * for theirs through the functions it is given, and so knows no other kind.
 */
export interface BlockKind<B extends TextBlock> {
  /** what is admitted; `inner` admits any block */
  schema(inner: z.ZodType<TextBlock>): z.ZodType<B>
  /** its words, parts joined by single line feeds */
  text(block: B, textOf: (inner: TextBlock) => string): string
  /** what is published of it; '' where nothing is */
  html(block: B, htmlOf: (inner: TextBlock) => string): string
  /** where the page stands after it */
  flow(block: B, at: Flow, set: Setting, flowOf: (inner: readonly TextBlock[], at: Flow, set: Setting) => Flow): Flow
  /** as what its lines are drawn in the post in miniature */
  readonly miniature: 'text' | 'heading'
}
