import { STARTING_STYLE } from '../core/house/house-style.ts'
import { lightsOf } from '../core/looks/lights.ts'
import { newLine, newShow } from '../core/shows/show.ts'
import { laySlide } from '../core/shows/slide-layout.ts'
import { faultsOf, judgedAs, leastMend, type ShowSlide } from '../core/shows/slide-mends.ts'
import { settingOf } from '../core/shows/slide-setting.ts'
import { listed } from '../core/testing/built-lists.ts'
import { wide } from '../core/testing/builders.ts'
import type { Line } from './line.ts'

const SLIDES = 50
const WORDS =
  'By seven the flags on the slipway had stopped twitching and started to stand, and that is the sign we wait for all winter long'.split(
    ' ',
  )

/** Fifty slides of a title, an excerpt of twenty words and a date, as wide as the window, over pictures of light and dark. */
function slides(): ShowSlide[] {
  const lines = [newLine('title', { step: 5, bold: true }), newLine('excerpt'), newLine('date', { step: 1 })]
  const show = { ...newShow('show-1', 'Newest'), sits: 'bleed' as const, bandBelow: 0, lines }
  return Array.from({ length: SLIDES }, (_, i) => {
    const data = Uint8Array.from({ length: 3 * 96 * 64 }, (__, at) => {
      const [x, y] = [(at / 3) % 96, Math.floor(at / 288)]
      return 128 + 100 * Math.sin(x / 13 + i) * Math.cos(y / 11 + 2 * i)
    })
    const title = WORDS.slice(i % 8, (i % 8) + 2 + (i % 7)).join(' ')
    return {
      show,
      house: STARTING_STYLE,
      lights: lightsOf({ data, width: 96, height: 64, channels: 3 }),
      post: listed(i, {
        title,
        excerpt: `${[...WORDS.slice(i % 5), ...WORDS].join(' ')}.`,
        featured: { picture: wide('aaaa'), focus: { x: 0.2 + 0.06 * (i % 10), y: 0.25 + 0.05 * (i % 10) } },
      }),
    }
  })
}

/** ms of the fastest of several runs, once warm, and of the first. */
function timed(does: () => void, runs: number): { first: number; best: number } {
  const times = Array.from({ length: runs }, () => {
    const from = performance.now()
    does()
    return performance.now() - from
  })
  return { first: times[0]!, best: Math.min(...times.slice(1)) }
}

/** How long slideshows of posts take to be judged at every width, and to be mended. */
export function showsBench(line: Line): void {
  const all = slides()
  const judged = timed(() => all.forEach((slide) => faultsOf(slide)), 8)
  const plain = timed(() => {
    for (const slide of all) {
      const words = judgedAs(slide, {})
      const setting = settingOf(slide.show)
      // Without anything solved: laid out at every px.
      for (let { least: width } = words.widths; width <= words.widths.most; width++) laySlide(words, setting, width)
    }
  }, 2)
  line(
    '50 slides judged at every width from 320 to 2560 px',
    `${judged.best.toFixed(0)} ms (${judged.first.toFixed(0)} cold)`,
    `laid out at each px alone ${plain.best.toFixed(0)} ms`,
    `ratio ${(plain.best / judged.best).toFixed(1)}`,
  )
  const from = performance.now()
  const mended = all.filter((slide) => leastMend(slide)).length
  line(`  the least mend of all ${mended} that need one`, `${(performance.now() - from).toFixed(0)} ms`)
}
