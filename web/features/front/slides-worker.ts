import '../../zod-without-eval.ts'
import { faultsOf, mendsOf, type ShowSlide, type SlideMend } from '../../../core/shows/slide-mends.ts'
import type { SlideFault } from '../../../core/shows/slide-faults.ts'
import { letIn } from '../../ui/let-in.ts'

/** Judges slides off the main thread, all of them first, then works out what mends each that needs it. */

export interface SlidesQuestion {
  readonly key: number
  readonly slides: readonly ShowSlide[]
}
/** Slides are called by the ids of their posts. */
export type SlidesAnswer =
  | { readonly key: number; readonly faults: ReadonlyMap<string, readonly SlideFault[]> }
  | { readonly key: number; readonly post: string; readonly mends: readonly SlideMend[] }
  | { readonly key: number; readonly failed: string }

let newest = 0
self.addEventListener('message', async ({ data: { key, slides } }: MessageEvent<SlidesQuestion>) => {
  newest = key
  const answer = (one: SlidesAnswer) => self.postMessage(one)
  try {
    const faults = new Map(slides.map((slide) => [slide.post.id, faultsOf(slide)]))
    answer({ key, faults })
    for (const slide of slides) {
      const { id } = slide.post
      if (faults.get(id)!.length === 0) continue
      await letIn()
      if (newest !== key) return
      answer({ key, post: id, mends: mendsOf(slide) })
    }
  } catch (error) {
    answer({ key, failed: String(error) })
  }
})
