import '../../zod-without-eval.ts'
import { STARTING_STYLE } from '../../../core/house/house-style.ts'
import { searchAnyOrder } from '../../../core/layout/any-order.ts'
import { proposeWays, type Way, type WaysRequest } from '../../../core/layout/ways.ts'

/** Works out the ways off the main thread. A newer request ends the work on an older one. */

export interface WaysQuestion {
  readonly key: number
  readonly request: WaysRequest
}
export interface WaysAnswer {
  readonly key: number
  readonly ways: readonly Way[]
}

const NONE_YET = 0
let newest = NONE_YET
/** After so many ms the worker looks whether a newer request has come. */
const LOOK_EVERY_MS = 6
/** When the page has come, ms. */
const WARM_UP_AFTER_MS = 1_500

/** Lets messages that wait come in: faster than a timer, which browsers hold back. */
const letIn = (): Promise<void> =>
  new Promise((resolve) => {
    const channel = new MessageChannel()
    channel.port1.onmessage = () => resolve()
    channel.port2.postMessage(null)
  })

self.addEventListener('message', async ({ data }: MessageEvent<WaysQuestion>) => {
  newest = data.key
  const steps = proposeWays(data.request)
  let looked = performance.now()
  for (;;) {
    const { done, value } = steps.next()
    if (done) {
      self.postMessage({ key: data.key, ways: value } satisfies WaysAnswer)
      return
    }
    if (performance.now() - looked < LOOK_EVERY_MS) continue
    await letIn()
    if (newest !== data.key) return
    looked = performance.now()
  }
})

// The first search of a worker takes five times as long as the next, until its code is compiled: it is done beforehand.
setTimeout(() => {
  const aspects = Array.from({ length: 16 }, (_, i) => 0.5 * 1.1 ** i)
  if (newest === NONE_YET) searchAnyOrder({ aspects }, { width: STARTING_STYLE.measure, gap: STARTING_STYLE.gap }, 1)
}, WARM_UP_AFTER_MS)
