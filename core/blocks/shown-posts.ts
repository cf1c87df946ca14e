import { z } from 'zod'
import { Id } from '../post/id.ts'
import type { BlockKind } from './block-kind.ts'

export const ShownPosts = z.object({
  type: z.literal('shownPosts'),
  attrs: z.object({ show: Id }),
})
export type ShownPosts = z.infer<typeof ShownPosts>

/** A slideshow of other posts. What it shows is known where the posts are: to the page, and to how it is laid out. */
export const shownPosts: BlockKind<ShownPosts> = {
  schema: () => ShownPosts,
  text: () => '',
  html: () => '',
  flow: (_block, at) => at,
  miniature: 'text',
}
