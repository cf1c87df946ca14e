import '../../zod-without-eval.ts'
import { arrange } from '../../../core/arrange/arrange.ts'
import type { Arrangement, ArrangeRequest } from '../../../core/arrange/request.ts'
import { PHONE, WIDE } from '../../../core/house/screens.ts'
import { pageHeights } from '../../../core/page/page-heights.ts'
import { picturesWeigh } from '../../../core/page/page-weight.ts'
import { libraryOf } from '../../../core/place/library.ts'
import { placePost } from '../../../core/place/place-post.ts'
import type { PostContent } from '../../../core/post/post.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { arrangedContent } from './arranging.ts'
import { letIn } from '../../ui/let-in.ts'

/** Arranges the post off the main thread: the proposals first, one after another, then what each would weigh. */

export interface ArrangeQuestion {
  readonly key: number
  readonly request: ArrangeRequest
  /** the post, and every picture that it shows already */
  readonly content: PostContent
  readonly shown: readonly Picture[]
  /** proposals that are there already: others are wanted */
  readonly past: readonly Arrangement[]
  readonly wanted: number
}

/** What a post would be, on one screen: px down to its end, bytes of its pictures. */
export interface Measured {
  readonly height: number
  readonly bytes: number
}

export type ArrangeAnswer =
  | { readonly key: number; readonly proposal: Arrangement }
  | { readonly key: number; readonly at: number; readonly wide: Measured; readonly phone: Measured }
  | { readonly key: number; readonly failed: string }

let newest = 0
self.addEventListener('message', async ({ data }: MessageEvent<ArrangeQuestion>) => {
  newest = data.key
  const answer = (one: ArrangeAnswer) => self.postMessage(one)
  const { key, request, wanted } = data
  const proposals = [...data.past]
  try {
    for (let i = 0; i < wanted; i++) {
      const seen = proposals.flatMap(({ rows }) => rows.map(({ pictures, look }) => ({ pictures, look })))
      const proposal = arrange({ ...request, seen })
      proposals.push(proposal)
      answer({ key, proposal })
      await letIn()
      if (newest !== key) return
    }
    for (const [at, proposal] of proposals.entries()) {
      if (at < data.past.length) continue
      answer({ key, at, ...measured(data, proposal) })
      await letIn()
      if (newest !== key) return
    }
  } catch (error) {
    answer({ key, failed: error instanceof Error ? error.message : String(error) })
  }
})

function measured({ content, request, shown }: ArrangeQuestion, proposal: Arrangement) {
  const library = libraryOf([...shown, ...request.pictures])
  const post = placePost(arrangedContent(content, proposal), library, request.house)
  const on = (screen: typeof WIDE): Measured => {
    const { tops, end } = pageHeights(post, null, screen.width)
    const { first, later } = picturesWeigh(post, tops, screen)
    return { height: Math.round(end), bytes: first + later }
  }
  return { wide: on(WIDE), phone: on(PHONE) }
}
