import '../../zod-without-eval.ts'
import { STARTING_STYLE } from '../../../core/house/house-style.ts'
import { CENTRE } from '../../../core/geometry/crop-window.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { proposeWays, type Way, type WaysRequest } from '../../../core/layout/ways.ts'
import { letIn } from '../../ui/let-in.ts'

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

/** A picture of which nothing is known but its shape. */
const blank = (id: string, aspect: number): Picture => ({
  id,
  width: Math.round(1000 * aspect),
  height: 1000,
  bytes: 0,
  fileName: '',
  cameAs: '',
  format: '',
  colour: '',
  addedAt: '',
  takenAt: null,
  title: '',
  alt: '',
  caption: '',
  credit: '',
  licence: '',
  source: '',
  link: '',
  tags: [],
  focus: CENTRE,
  focusSuggested: false,
  frames: 1,
  flaws: [],
  alike: null,
  aside: false,
  renditions: [],
  video: null,
  flatOf: null,
  ownWidth: 0,
  ownHeight: 0,
  recipe: null,
})

// The first question of a worker takes five times as long as the next, until its code is compiled: it is asked beforehand,
// and given up as soon as somebody has a real one.
setTimeout(async () => {
  const pictures = Array.from({ length: 16 }, (_, i) => blank(`warm-${i}`, 0.5 * 1.1 ** i))
  const row = makeRow(
    'warm-up',
    pictures.map(({ id }) => id),
  )
  const following = { paragraphs: [], heading: false }
  for (const reorder of [true, false]) {
    const steps = proposeWays({ row, pictures, following, within: 'page', house: STARTING_STYLE, reorder })
    for (;;) {
      if (newest !== NONE_YET || steps.next().done) break
      await letIn()
    }
  }
}, WARM_UP_AFTER_MS)
