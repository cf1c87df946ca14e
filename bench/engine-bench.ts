import { breakRows, breakRowsGreedily, lineCost } from '../core/layout/break-rows.ts'
import { searchCompositions } from '../core/layout/patchwork.ts'
import { rowHeight } from '../core/layout/side-by-side.ts'
import { allWays } from '../core/layout/ways.ts'
import { cameraShapes, mixedShapes, seededRandom } from '../core/testing/camera-shapes.ts'
import { shuffled } from '../core/testing/shuffled.ts'
import { searchAnyOrder } from '../core/layout/any-order.ts'
import { waysRequest } from '../core/testing/ways-request.ts'

type Print = (what: string, ...figures: string[]) => void

const [WIDTH, GAP, WANTED] = [1000, 8, 220]

/** Median ms of a run, after as many to warm up. */
function timed(run: (i: number) => unknown, runs = 25): number {
  for (let i = 0; i < runs; i++) run(i)
  const times = Array.from({ length: runs }, (_, i) => {
    const from = performance.now()
    run(i)
    return performance.now() - from
  })
  return times.sort((a, b) => a - b)[runs >> 1]!
}

/** Root mean square and worst of ln(height / wanted) over many lists of n pictures. */
function deviation(
  n: number,
  counts: (aspects: readonly number[]) => readonly number[],
): { rms: number; worst: number; lone: number } {
  const lists = Math.max(20, Math.round(6000 / n))
  let [squares, lines, worst, lone] = [0, 0, 0, 0]
  for (let seed = 0; seed < lists; seed++) {
    const aspects = cameraShapes(n, seed)
    let next = 0
    const broken = counts(aspects)
    for (const count of broken) {
      const height = rowHeight(aspects.slice(next, next + count), WIDTH, GAP)
      next += count
      squares += lineCost(height, WANTED)
      worst = Math.max(worst, Math.abs(Math.log(height / WANTED)))
      lines++
    }
    if (broken.at(-1) === 1) lone++
  }
  return { rms: Math.sqrt(squares / lines), worst, lone: lone / lists }
}

const percent = (share: number) => `${Math.round(100 * share)} %`

/** The row engine's own figures. */
export function engineBench(print: Print): void {
  for (const n of [12, 40, 300]) {
    const best = deviation(n, (aspects) => breakRows(aspects, WIDTH, GAP, { height: WANTED }).counts)
    const greedy = deviation(n, (aspects) => breakRowsGreedily(aspects, WIDTH, GAP, WANTED))
    print(
      `Lines of ${n}, RMS of ln height/wanted`,
      `optimal ${best.rms.toFixed(3)}`,
      `greedy ${greedy.rms.toFixed(3)}`,
      `ratio ${(greedy.rms / best.rms).toFixed(2)}`,
    )
    print(
      `Lines of ${n}, worst; one alone at the end`,
      `optimal ${best.worst.toFixed(2)}; ${percent(best.lone)}`,
      `greedy ${greedy.worst.toFixed(2)}; ${percent(greedy.lone)}`,
    )
  }
  const lists = [300, 3000].map((n) => cameraShapes(n, 1))
  const [few, many] = lists.map((aspects) => timed(() => breakRows(aspects, WIDTH, GAP, { height: WANTED })))
  const greedy = timed(() => breakRowsGreedily(lists[1]!, WIDTH, GAP, WANTED))
  print(
    'Breaking 3,000 pictures into lines',
    `${many!.toFixed(2)} ms`,
    `${(many! / 3).toFixed(2)} µs a picture`,
    `${(many! / few!).toFixed(1)} times that of 300`,
    `${(many! / greedy).toFixed(1)} times greedy`,
  )

  const search = (n: number, exhaustive?: boolean) =>
    timed((i) => [...searchCompositions({ aspects: cameraShapes(n, i) }, 560, GAP, 24, exhaustive)], 11)
  const nine = search(9)
  print(
    'Patchwork of 9',
    `${nine.toFixed(1)} ms`,
    `${(search(9, true) / nine).toFixed(0)} times as fast as weighing all 41,586`,
  )
  print('Patchwork of 16', `${search(16).toFixed(1)} ms`)

  for (const n of [3, 6, 9, 16, 40])
    print(`The ways of ${n} pictures`, `${timed((i) => allWays(waysRequest(n, 50 + i)), 9).toFixed(1)} ms`)
  for (const n of [9, 12, 16]) {
    const gains = Array.from({ length: 8 }, (_, seed) => {
      const aspects = mixedShapes(n, seed)
      const random = seededRandom(seed)
      const tried = Array.from({ length: 200 }, () => shuffled(n, random).map((i) => aspects[i]!))
      const best = Math.min(...tried.map((own) => searchCompositions({ aspects: own }, 560, GAP, 1)[0]!.cost))
      return searchAnyOrder({ aspects }, { width: 560, gap: GAP }, 6)[0]!.cost / best
    })
    print(
      `Patchwork of ${n} in any order, cost against the best of 200 random orders`,
      `mean ${(gains.reduce((sum, gain) => sum + gain, 0) / gains.length).toFixed(2)}`,
      `worst ${Math.max(...gains).toFixed(2)}`,
    )
  }
  const reordered = timed((i) => allWays({ ...waysRequest(16, 50 + i), reorder: true }), 9)
  print('The ways of 16 pictures in any order', `${reordered.toFixed(1)} ms`)
}
