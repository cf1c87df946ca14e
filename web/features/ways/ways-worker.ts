import '../../zod-without-eval.ts'
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

let newest = 0
/** After so many ms the worker looks whether a newer request has come. */
const LOOK_EVERY_MS = 6

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
