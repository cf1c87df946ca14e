import { LAYOUT_GRID } from '../geometry/line.ts'
import type { Seat } from '../house/seats.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { HEADING_TYPE, partSize, WORDS_BESIDE } from '../house/text-type.ts'
import { saysSomething } from './inline.ts'
import { flowBlock, type TextBlock } from './table.ts'

/** px that words keep from the pictures beside them, and where the row bleeds from the window's edge: both sides together. */
export function wordsInset({ at, of, sits }: { at: number; of: number; sits: Seat }, house: HouseStyle): number {
  const inner = WORDS_BESIDE * house.type.fontSize
  const outer = sits === 'bleed' ? house.margin : 0
  return (at === 0 ? outer : inner) + (at >= of ? outer : inner)
}

/** The same where they stand below their picture. */
export const foldedInset = (sits: Seat, house: HouseStyle): number => (sits === 'bleed' ? 2 * house.margin : 0)

/** px of a column of words, without the space above its first block and below its last. O(characters). */
export function wordsHeight(content: readonly TextBlock[], width: number, house: HouseStyle): number {
  const end = content.reduce((flow, block) => flowBlock(block, flow, width, house), {
    y: 0,
    below: 0,
    beside: null,
    toGrid: true,
  } as Parameters<typeof flowBlock>[1])
  const [first] = content
  if (first?.type !== 'heading' || !first.content || !saysSomething(first.content)) return end.y
  const type = HEADING_TYPE[first.attrs.level]
  const above = type.above * partSize(type, house.type.fontSize)
  return end.y - Math.floor(above / LAYOUT_GRID + 1e-6) * LAYOUT_GRID
}
