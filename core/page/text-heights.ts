import { type HouseStyle, metricsOf } from '../house/house-style.ts'
import {
  HEADING_TYPE,
  LIST_TYPE,
  PARAGRAPH_SPACE,
  type PartType,
  QUOTE_TYPE,
  RULE_TYPE,
  TITLE_SPACING,
} from '../house/text-type.ts'
import { bolder, countLines } from '../house/type-metrics.ts'
import { type Block, plainText } from '../post/body.ts'

/** How far a page has come: px down to the end of its last box, the space that follows it, and a picture that still stands beside. */
export interface Flow {
  readonly y: number
  /** px of space under the last box; the space above the next one overlaps it */
  readonly below: number
  readonly beside: { readonly until: number; readonly takes: number } | null
}

type TextBlock = Exclude<Block, { type: 'row' }>

/** Where a block of text and the page after it stand, in a column of `width` px. O(characters). */
export function flowText(
  block: TextBlock,
  flow: Flow,
  width: number,
  house: HouseStyle,
  set: { readonly italic: boolean; readonly inList: boolean } = { italic: false, inList: false },
): Flow {
  const { fontSize, lineHeight } = house.type
  const { upright, italic } = metricsOf(house)
  const space = PARAGRAPH_SPACE * fontSize
  switch (block.type) {
    case 'paragraph': {
      // An empty one is not published.
      if (!block.content?.length) return flow
      const type = { size: 1, line: lineHeight, above: 0, below: set.inList ? LIST_TYPE.below : PARAGRAPH_SPACE }
      return flowLines(plainText(block), type, set.italic ? italic : upright, flow, width, house, block)
    }
    case 'heading': {
      if (!block.content?.length) return flow
      const { level } = block.attrs
      return flowLines(
        plainText(block),
        HEADING_TYPE[level],
        bolder(level === 4 || set.italic ? italic : upright),
        flow,
        width,
        house,
      )
    }
    case 'horizontalRule': {
      const around = RULE_TYPE.space * fontSize
      return { ...flow, y: flow.y + Math.max(flow.below, around) + RULE_TYPE.rule, below: around }
    }
    case 'blockquote':
      return under(
        flowAll(block.content, flow, width - QUOTE_TYPE.indent * fontSize - QUOTE_TYPE.rule, house, {
          italic: true,
          inList: false,
        }),
        space,
      )
    case 'bulletList':
    case 'orderedList': {
      const indent = (block.type === 'bulletList' ? LIST_TYPE.bullets : LIST_TYPE.numbers) * fontSize
      const items = block.content.flatMap((item) => item.content)
      return under(flowAll(items, flow, width - indent, house, { ...set, inList: true }), space)
    }
  }
}

/** Where the title and the page after it stand. */
export const flowTitle = (title: string, flow: Flow, width: number, house: HouseStyle): Flow =>
  flowLines(
    title,
    HEADING_TYPE[1],
    bolder(metricsOf(house).upright).map((advance) => advance + 1000 * TITLE_SPACING),
    flow,
    width,
    house,
  )

const flowAll = (
  blocks: readonly TextBlock[],
  flow: Flow,
  width: number,
  house: HouseStyle,
  set: { italic: boolean; inList: boolean },
): Flow => blocks.reduce((now, block) => flowText(block, now, width, house, set), flow)

/** Spaces below a box and below the last box inside it overlap. */
const under = (flow: Flow, space: number): Flow => ({ ...flow, below: Math.max(flow.below, space) })

/** Lines of text of one type; those that begin beside a picture are shorter. */
export function flowLines(
  text: string,
  type: PartType,
  advances: readonly number[],
  flow: Flow,
  width: number,
  house: HouseStyle,
  block?: TextBlock,
): Flow {
  const size = type.size * house.type.fontSize
  const line = type.line * size
  const { beside } = flow
  const top = flow.y + Math.max(flow.below, type.above * size)
  const lines = beside
    ? countLines(text, (index) => (top + index * line < beside.until ? width - beside.takes : width), size, advances)
    : linesOf(text, { width, size, advances }, block)
  return { ...flow, y: top + lines * line, below: type.below * size }
}

interface Measure {
  readonly width: number
  readonly size: number
  readonly advances: readonly number[]
}
const counted = new WeakMap<TextBlock, (Measure & { readonly lines: number })[]>()
/** A few screens ask for the same block; a change of the house style makes their answers old. */
const MEASURES_KEPT = 4

/** Lines in a column of one width: a block that did not change is not counted again. */
function linesOf(text: string, measure: Measure, block: TextBlock | undefined): number {
  const known = block && counted.get(block)
  const same = known?.find(
    ({ width, size, advances }) => width === measure.width && size === measure.size && advances === measure.advances,
  )
  if (same) return same.lines
  const lines = countLines(text, measure.width, measure.size, measure.advances)
  if (block) counted.set(block, [{ ...measure, lines }, ...(known ?? [])].slice(0, MEASURES_KEPT))
  return lines
}
