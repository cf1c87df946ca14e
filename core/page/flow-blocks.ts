import type { Flow } from '../blocks/flow.ts'
import { flowBlock } from '../blocks/table.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { partSize, STEP_TYPE } from '../house/text-type.ts'
import { spaceOf } from '../layout/row-lengths.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { type Block, isRow } from '../post/body.ts'
import { shownHeight, type ShowInPost } from '../shows/shown-in-post.ts'
import { stepColumns, stepsWideFrom } from '../steps/room.ts'
import { type Step, stretchesOf } from '../steps/steps.ts'
import { flowRow, groundEdge, heightInPage } from './row-heights.ts'

/** The blocks of a post in a window of `window` px with a text column of `column`. */
export interface Flowing {
  readonly blocks: readonly Block[]
  readonly laid: ReadonlyMap<Block, LaidRow>
  readonly shown: ReadonlyMap<Block, ShowInPost>
  readonly house: HouseStyle
  readonly window: number
  readonly column: number
}

/** px down to the top of each block, and where the page stands after them. O(pictures + characters). */
export function flowBlocks(flowing: Flowing, from: Flow): { tops: number[]; flow: Flow } {
  const { blocks, house, window } = flowing
  const tops: number[] = []
  let flow = from
  const one = (at: number) => {
    const { top, after } = flowOne(flowing, blocks[at]!, flow)
    tops[at] = top
    flow = after
  }
  for (const stretch of stretchesOf(blocks, house)) {
    if (stretch.type === 'block') {
      one(stretch.at)
      continue
    }
    for (const step of stretch.steps) {
      // A step begins under whatever stands beside text, with its rule.
      const top = Math.max(flow.y + flow.below, flow.beside?.until ?? 0)
      flow = { y: top + STEP_TYPE.above * house.type.fontSize, below: 0, beside: null }
      const columns = step.beside ? stepColumns(house) : null
      if (columns && window >= columns.from) flow = inColumns(flowing, step, flow, tops)
      else if (window >= stepsWideFrom(house)) for (let at = step.at; at < step.end; at++) one(at)
      else flow = underNumber(flowing, step, flow, tops)
    }
  }
  return { tops, flow }
}

function flowOne(
  { laid, shown, house, window, column }: Flowing,
  block: Block,
  flow: Flow,
): { top: number; after: Flow } {
  const posts = shown.get(block)
  if (posts) {
    // It stands below what text runs beside, with the space of rows around it.
    const top = Math.max(flow.y + Math.max(flow.below, house.space), flow.beside?.until ?? 0)
    return { top, after: { y: top + shownHeight(posts, house, window), below: house.space, beside: null } }
  }
  if (!isRow(block)) return { top: flow.y + flow.below, after: flowBlock(block, flow, column, house) }
  const row = laid.get(block)
  return row ? flowRow(row, flow, house, window) : { top: flow.y, after: flow }
}

/** A block by itself, whose spaces overlap nobody's: px from the top of the space above it to its top, and to the end of that below. */
function apart({ laid, house, window }: Flowing, block: Block, width: number): { above: number; height: number } {
  if (isRow(block)) {
    const row = laid.get(block)
    if (!row) return { above: 0, height: 0 }
    const edge = groundEdge(row, house)
    return { above: edge, height: 2 * edge + heightInPage(row, house, window) + spaceOf(row.row, house) }
  }
  const { y, below } = flowBlock(block, { y: 0, below: 0, beside: null }, width, house)
  return { above: 0, height: y + below }
}

/** On a phone: the number, the pictures, the words. */
function underNumber(flowing: Flowing, step: Step, from: Flow, tops: number[]): Flow {
  const { blocks, house, column } = flowing
  const number = partSize(STEP_TYPE, house.type.fontSize)
  let y = from.y + number * (1 + STEP_TYPE.below)
  for (const rows of [true, false])
    for (let at = step.at; at < step.end; at++) {
      if (isRow(blocks[at]!) !== rows) continue
      const { above, height } = apart(flowing, blocks[at]!, column)
      tops[at] = y + above
      y += height
    }
  return { y, below: 0, beside: null }
}

/** Words in one column, pictures in the other, each from the height of what it follows. */
function inColumns(flowing: Flowing, step: Step, from: Flow, tops: number[]): Flow {
  const { blocks, house } = flowing
  const { words } = stepColumns(house)!
  const down = { words: from.y, pictures: from.y }
  let floor = from.y
  for (let at = step.at; at < step.end; at++) {
    const column = isRow(blocks[at]!) ? 'pictures' : 'words'
    const { above, height } = apart(flowing, blocks[at]!, words)
    floor = Math.max(floor, down[column])
    tops[at] = floor + above
    down[column] = floor + height
  }
  return { y: Math.max(down.words, down.pictures), below: 0, beside: null }
}
