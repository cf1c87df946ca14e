import '../../zod-without-eval.ts'
import { faultsOf, mendsOf, type ShowSlide, type SlideMend } from '../../../core/shows/slide-mends.ts'
import type { SlideFault } from '../../../core/shows/slide-faults.ts'
import { letIn } from '../../ui/let-in.ts'

/** Judges slides off the main thread, all of them first, then works out what mends each that needs it. */

export interface SlidesQuestion {
  readonly key: number
  readonly slides: readonly ShowSlide[]
}
export type SlidesAnswer =
  | { readonly key: number; readonly faults: readonly (readonly SlideFault[])[] }
  | { readonly key: number; readonly at: number; readonly mends: readonly SlideMend[] }
  | { readonly key: number; readonly failed: string }

let newest = 0
self.addEventListener('message', async ({ data: { key, slides } }: MessageEvent<SlidesQuestion>) => {
  newest = key
  const answer = (one: SlidesAnswer) => self.postMessage(one)
  try {
    const faults = slides.map((slide) => faultsOf(slide))
    answer({ key, faults })
    for (const [at, slide] of slides.entries()) {
      if (faults[at]!.length === 0) continue
      await letIn()
      if (newest !== key) return
      answer({ key, at, mends: mendsOf(slide) })
    }
  } catch (error) {
    answer({ key, failed: String(error) })
  }
})
