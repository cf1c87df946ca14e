import type { HouseStyle } from '../house/house-style.ts'
import { houseIn } from '../readers/words.ts'
import { type Block, isRow } from '../post/body.ts'
import type { PostContent } from '../post/post.ts'
import { type LivePosts, shownIn, type ShowInPost } from '../shows/shown-in-post.ts'
import { withinOfEach } from '../steps/steps.ts'
import { type LaidRow, layRow } from './lay-row.ts'
import type { Library } from './library.ts'
import { type ResolvedRow, resolveRow } from './resolve.ts'

/**
 * A post with its pictures found and its rows laid out, once: page, style sheet, files, weights, heights, marks,
 * spine and the effect of a house style all read this.
 */
export interface PlacedPost {
  readonly content: PostContent
  readonly library: Library
  readonly house: HouseStyle
  readonly blocks: readonly Block[]
  /** every row, by its block */
  readonly resolved: ReadonlyMap<Block, ResolvedRow>
  /** every row that has a picture left, by its block */
  readonly laid: ReadonlyMap<Block, LaidRow>
  /** every slideshow of posts that has a slide, by its block */
  readonly shown: ReadonlyMap<Block, ShowInPost>
}

/** Finds, then lays out. Rows that did not change are not laid out again. O(blocks + changed rows × layout). */
export function placePost(
  content: PostContent,
  library: Library,
  blog: HouseStyle,
  live: LivePosts = { shows: [], posts: [] },
): PlacedPost {
  const house = houseIn(blog, content.language)
  const blocks = content.body.content
  const resolved = new Map<Block, ResolvedRow>()
  const laid = new Map<Block, LaidRow>()
  const within = withinOfEach(blocks, house)
  for (const [at, block] of blocks.entries()) {
    if (!isRow(block)) continue
    resolved.set(block, resolveRow(block.attrs, library))
    const row = layRow(block.attrs, library, house, within[at]!)
    if (row) laid.set(block, row)
  }
  return { content, library, house, blocks, resolved, laid, shown: shownIn(blocks, live) }
}
