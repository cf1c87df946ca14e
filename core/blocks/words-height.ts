import type { HouseStyle } from '../house/house-style.ts'
import { HEADING_TYPE, partSize } from '../house/text-type.ts'
import { flowBlock, type TextBlock } from './table.ts'

/** px of a column of words, without the space above its first block and below its last. O(characters). */
export function wordsHeight(content: readonly TextBlock[], width: number, house: HouseStyle): number {
  const end = content.reduce((flow, block) => flowBlock(block, flow, width, house), {
    y: 0,
    below: 0,
    beside: null,
  } as Parameters<typeof flowBlock>[1])
  const [first] = content
  if (first?.type !== 'heading' || !first.content?.length) return end.y
  const type = HEADING_TYPE[first.attrs.level]
  return end.y - type.above * partSize(type, house.type.fontSize)
}
