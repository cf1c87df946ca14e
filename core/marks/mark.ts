import type { PlacedPost } from '../place/place-post.ts'
import type { PostContent } from '../post/post.ts'

/** What the check of a post found, like a proofreader's mark. */
export interface Mark {
  /** tells it from every other mark of the post, and stays the same while what it found stays */
  readonly key: string
  /** readers lose something until it is mended, or it is only worth a look */
  readonly weight: 'must mend' | 'worth a look'
  /** what is the matter and why, with figures */
  readonly words: string
  readonly place: Place
  /** what would put it right at once, where one thing clearly would */
  readonly mend?: Mend
  /** pictures of which the texts say it themselves, and not the row's own wording: they can be described together */
  readonly describe?: readonly string[]
}

/** Where a mark leads: a picture of a row counted from 0, a block of the text, or what belongs to the post as a whole. */
export type Place =
  | { readonly at: 'row'; readonly row: string; readonly picture: number; readonly field?: 'alt' }
  | { readonly at: 'block'; readonly block: number }
  | { readonly at: 'title' }
  | { readonly at: 'address' }
  | { readonly at: 'excerpt' }
  | { readonly at: 'keywords' }
  | { readonly at: 'featured' }

export interface Mend {
  /** what a press does: "Make it 240 px wide" */
  readonly words: string
  readonly apply: (content: PostContent) => PostContent
}

/** One check; each looks for one thing. */
export type Check = (post: PlacedPost) => Mark[]
