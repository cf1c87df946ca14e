import { against, arrange, programmeOf } from '../core/arrange/arrange.ts'
import { solve } from '../core/arrange/programme.ts'
import type { ArrangeRequest } from '../core/arrange/request.ts'
import type { Programme } from '../core/arrange/steps.ts'
import type { Group } from '../core/arrange/terms.ts'
import { breakRows } from '../core/layout/break-rows.ts'
import { cameraShapes } from '../core/testing/camera-shapes.ts'
import { madeUpDay } from '../core/testing/arrange-request.ts'
import type { Line } from './line.ts'

const SEEDS = 10
const ACROSS = 4

/** Fills in order, four to a row, evenly spread over the text. */
function greedy(programme: Programme): Group[] {
  const { pictures, options, places } = programme
  const rows = Math.ceil(pictures / ACROSS)
  return Array.from({ length: rows }, (_, i) => {
    const start = i * ACROSS
    const length = Math.min(ACROSS, pictures - start)
    const option =
      options.page.of(start, length).find(({ kind }) => kind === 'side-by-side') ?? options.page.of(start, length)[0]!
    return { start, length, option, place: Math.round(((i + 1) / rows) * places.last) }
  })
}

const costOf = (programme: Programme, groups: readonly Group[]): number =>
  against(programme, groups, 0).reduce((sum, one) => sum + one.cost, 0)

/** Median and slowest ms, after a few to warm up. */
function timed(requests: readonly ArrangeRequest[]): [number, number] {
  for (const request of requests.slice(0, 3)) arrange(request)
  const times = requests.map((request) => {
    const from = performance.now()
    arrange(request)
    return performance.now() - from
  })
  times.sort((a, b) => a - b)
  return [times[times.length >> 1]!, times.at(-1)!]
}

/** A whole post arranged: its cost beside that of four to a row, and how long that takes. */
export function arrangeBench(print: Line): void {
  const posts = Array.from({ length: SEEDS }, (_, seed) => programmeOf(madeUpDay(20 + 6 * seed, 8 + 3 * seed, seed)))
  const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length
  const best = posts.map((programme) => solve(programme).cost)
  const plain = posts.map((programme) => costOf(programme, greedy(programme)))
  print(
    `Arranged posts: cost, and of four to a row`,
    mean(best).toFixed(2),
    mean(plain).toFixed(2),
    `ratio ${(mean(plain) / mean(best)).toFixed(2)}`,
    `each ${posts.map((_, i) => (plain[i]! / best[i]!).toFixed(1)).join(' ')}`,
  )
  // Beside work whose time is known: breaking ten thousand pictures into lines.
  const shapes = cameraShapes(10_000, 1)
  const from = performance.now()
  for (let i = 0; i < 10; i++) breakRows(shapes, 1000, 8, { height: 220 })
  const unit = (performance.now() - from) / 10
  for (const [pictures, paragraphs] of [
    [30, 10],
    [100, 40],
    [300, 60],
  ] as const) {
    const [median, slowest] = timed(Array.from({ length: 12 }, (_, seed) => madeUpDay(pictures, paragraphs, seed)))
    print(
      `Arranging ${pictures} pictures in ${paragraphs} paragraphs`,
      `${median.toFixed(0)} ms, slowest ${slowest.toFixed(0)}`,
      `${(median / unit).toFixed(1)} times 10,000 pictures in lines`,
    )
  }
}
