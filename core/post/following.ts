import { type Body, isRow, plainText } from './body.ts'
import { rowIndex } from './changes/rows-in-body.ts'

/** What follows a row or a place in the text: paragraphs up to the next row or heading, and whether a heading ends them. */
export interface FollowingText {
  readonly paragraphs: readonly string[]
  readonly heading: boolean
}

/** What text beside a picture does not pass. */
const ENDS: ReadonlySet<string> = new Set(['heading', 'step', 'space', 'codeBlock', 'table'])

/** The text that follows the place, counted before the block of this number. */
export function followingPlace(body: Body, place: number): FollowingText {
  const blocks = body.content.slice(place)
  const end = blocks.findIndex((block) => isRow(block) || ENDS.has(block.type))
  const text = blocks.slice(0, end < 0 ? undefined : end)
  return { paragraphs: text.map(plainText), heading: blocks[end]?.type === 'heading' }
}

/** The text that follows the row. */
export const followingOf = (body: Body, rowId: string): FollowingText => followingPlace(body, rowIndex(body, rowId) + 1)
