import { LAYOUT_GRID } from '../geometry/line.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { type PartType, partSize } from '../house/text-type.ts'
import { countLines } from '../type/count-lines.ts'
import type { Typeface } from '../type/typeface.ts'

/** How far a page has come: px down to the end of its last box, the space that follows it, and a picture that still stands beside. */
export interface Flow {
  readonly y: number
  /** px of space under the last box; the space above the next one overlaps it */
  readonly below: number
  readonly beside: { readonly until: number; readonly takes: number } | null
  /** lines and spaces are cut down to the grid of browsers, as they do it: where what stands below is held to the px */
  readonly toGrid?: true
}

/** Words of one type, for their lines to be counted. */
export interface Lines {
  readonly text: string
  readonly type: PartType
  readonly face: Typeface
  /** the block whose words they are: while it is the same, it is not counted again */
  readonly block?: object
}

/** Lines of text in a column of `width` px; those that begin beside a picture are shorter. O(characters). */
export function flowLines(lines: Lines, flow: Flow, width: number, house: HouseStyle): Flow {
  const { text, type, face } = lines
  const size = partSize(type, house.type.fontSize)
  const cut = (length: number) => (flow.toGrid ? Math.floor(length / LAYOUT_GRID + 1e-6) * LAYOUT_GRID : length)
  const line = cut(type.line * size)
  const { beside } = flow
  const top = flow.y + Math.max(flow.below, cut(type.above * size))
  const count = beside
    ? countLines(text, (index) => (top + index * line < beside.until ? width - beside.takes : width), size, face)
    : linesOf(lines, width, size)
  return { ...flow, y: top + count * line, below: cut(type.below * size) }
}

/** Spaces below a box and below the last box inside it overlap. */
export const under = (flow: Flow, space: number): Flow => ({ ...flow, below: Math.max(flow.below, space) })

interface Counted {
  readonly width: number
  readonly size: number
  readonly face: Typeface
  readonly lines: number
}
const counted = new WeakMap<object, Counted[]>()
/** A few screens ask for the same block; a change of the house style makes their answers old. */
const COUNTS_KEPT = 4

/** Lines in a column of one width: a block that did not change is not counted again. */
function linesOf({ text, face, block }: Lines, width: number, size: number): number {
  const known = block && counted.get(block)
  const same = known?.find((one) => one.width === width && one.size === size && one.face === face)
  if (same) return same.lines
  const lines = countLines(text, width, size, face)
  if (block) counted.set(block, [{ width, size, face, lines }, ...(known ?? [])].slice(0, COUNTS_KEPT))
  return lines
}
