import { type Flow, flowLines, type Lines } from '../blocks/flow.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { containerWidth } from '../house/seats.ts'
import { FACTS_TYPE, FOOT_TYPE, HEADING_TYPE, MASTHEAD_TYPE, TITLE_SPACING } from '../house/text-type.ts'
import { countLines } from '../type/count-lines.ts'
import { FACES, spaced, textWidth } from '../type/typeface.ts'
import type { PlacedPost } from '../place/place-post.ts'
import { titleOf } from '../post/post.ts'
import { factsOf } from './facts.ts'
import { flowBlocks } from './flow-blocks.ts'

/**
 * px from the top of the page to the top of each block, and to its end, in a window of `window` px: rows by the
 * engine, text by the widths of the house's letters. A browser's kerning and a stressed word may move a line.
 * `date` is the day of publication, which stands under the title. O(pictures + characters).
 */
export function pageHeights(
  { content, house, blocks, laid, shown }: PlacedPost,
  date: string | null,
  window: number,
): { tops: number[]; end: number } {
  const { fontSize, lineHeight } = house.type
  const column = containerWidth('measure', house, window)
  const start: Flow = { y: mastheadHeight(column, house), below: 0, beside: null }
  const factsType = { size: FACTS_TYPE.size, line: lineHeight, above: 0, below: FACTS_TYPE.below }
  const titled = flowLines(titleLines(titleOf(content)), start, column, house)
  const begun = flowLines(
    { text: factsOf(content, date, house), type: factsType, face: FACES.upright },
    titled,
    column,
    house,
  )
  const { tops, flow } = flowBlocks({ blocks, laid, shown, house, window, column }, begun)
  const foot = FOOT_TYPE.size * fontSize * (FOOT_TYPE.above + lineHeight + FOOT_TYPE.below)
  return { tops, end: Math.max(flow.y + flow.below, flow.beside?.until ?? 0) + foot }
}

const TITLE_FACE = spaced(FACES.bold, TITLE_SPACING)
const titleLines = (text: string): Lines => ({
  text,
  type: HEADING_TYPE[1],
  face: TITLE_FACE,
})

/** px of the blog's name above the page; what the blog is about goes below where it does not fit beside. */
function mastheadHeight(column: number, house: HouseStyle): number {
  const { fontSize, lineHeight } = house.type
  const { upright, bold } = FACES
  const { padding, gap, rule, lineSize } = MASTHEAD_TYPE
  const name = countLines(house.blogName, column, fontSize, bold) * lineHeight * fontSize
  const beside =
    fontSize * (textWidth(house.blogName, bold) + gap + lineSize * textWidth(house.blogLine, upright)) <= column
  const line =
    house.blogLine && !beside
      ? fontSize * (gap + countLines(house.blogLine, column, fontSize * lineSize, upright) * lineSize * lineHeight)
      : 0
  return 2 * padding * fontSize + rule + name + line
}
