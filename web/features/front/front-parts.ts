import type { Front } from '../../../core/front/front.ts'
import type { Library } from '../../../core/place/library.ts'
import type { FrontPost } from '../../../core/wire/front.ts'
import type { FrontDraft } from './use-front-draft.ts'

/** What each part of the front page's panel is given. */
export interface FrontParts {
  readonly front: Front
  readonly posts: readonly FrontPost[]
  readonly library: Library
  readonly onChange: FrontDraft['change']
  /** shows a page of the blog, by its path */
  readonly onLook: (path: string) => void
}
