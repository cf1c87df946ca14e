import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aspect, gap } from '../testing/arbitraries.ts'
import { cameraShapes } from '../testing/camera-shapes.ts'
import { breakRows, breakRowsGreedily, lineCost, longestLine } from './break-rows.ts'
import { rowHeight } from './side-by-side.ts'

const heights = (list: readonly number[], counts: readonly number[], w: number, g: number): number[] => {
  let next = 0
  return counts.map((count) => {
    const line = list.slice(next, next + count)
    next += count
    return rowHeight(line, w, g)
  })
}
const sums = (list: readonly number[], counts: readonly number[]): number[] => {
  let next = 0
  return counts.map((count) => list.slice(next, (next += count)).reduce((sum, aspect) => sum + aspect, 0))
}
const costOf = (list: readonly number[], counts: readonly number[], w: number, g: number, wanted: number) =>
  heights(list, counts, w, g).reduce((sum, height) => sum + lineCost(height, wanted), 0)

/** The slow obvious way: every partition into lines that are not far too long. */
function cheapest(list: readonly number[], w: number, g: number, wanted: number): number {
  let best = Infinity
  for (let cuts = 0; cuts < 2 ** (list.length - 1); cuts++) {
    const counts = [1]
    for (let i = 0; i < list.length - 1; i++) {
      if (cuts & (1 << i)) counts.push(1)
      else counts[counts.length - 1]!++
    }
    const longest = longestLine(w / wanted, Math.max(...list))
    if (heights(list, counts, w, g).every((height) => height > 0) && sums(list, counts).every((sum) => sum <= longest))
      best = Math.min(best, costOf(list, counts, w, g, wanted))
  }
  return best
}

describe('breaking pictures into lines', () => {
  it('pairs four alike when pairs are what fits', () => {
    expect(breakRows([1.5, 1.5, 1.5, 1.5], 1000, 10, { height: 330 })).toEqual({ counts: [2, 2], ragged: false })
  })
  it('knows the logarithm of a ratio to nine digits', () => {
    for (const ratio of [0.2, 0.5, 0.50001, 0.9, 1, 1.1, 1.99, 2, 7])
      expect(lineCost(ratio * 300, 300)).toBeCloseTo(Math.log(ratio) ** 2, 9)
  })
  it('is as good as trying everything', () => {
    fc.assert(
      fc.property(
        fc.array(aspect, { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 600, max: 1400 }),
        gap,
        fc.integer({ min: 120, max: 400 }),
        (list, w, g, wanted) => {
          expect(costOf(list, breakRows(list, w, g, { height: wanted }).counts, w, g, wanted)).toBeCloseTo(
            cheapest(list, w, g, wanted),
            6,
          )
        },
      ),
      { numRuns: 60 },
    )
  })
  it('makes no line of very wide pictures far longer than one of them', () => {
    const list = Array.from({ length: 40 }, () => 15)
    const { counts } = breakRows(list, 600, 0, { height: 399 })
    expect(Math.max(...counts)).toBe(1)
  })
  it('leaves a last line ragged rather than blow it up', () => {
    const { counts, ragged } = breakRows([1.5, 1.5, 1.5, 1.5], 1000, 10, { height: 215, ragged: true, most: 3 })
    expect(counts.reduce((sum, count) => sum + count, 0)).toBe(4)
    expect(breakRows([1.5, 1.5, 1.5, 0.7], 1000, 10, { height: 217, ragged: true, most: 3 })).toEqual({
      counts: [3, 1],
      ragged: true,
    })
    expect(ragged || counts.at(-1)! > 1).toBe(true)
  })
  it('leaves a picture alone in the last line at most once in ten, where filling greedily does in three', () => {
    const lone = { optimal: 0, greedy: 0 }
    for (let seed = 0; seed < 200; seed++) {
      const list = cameraShapes(40, seed)
      if (breakRows(list, 1000, 8, { height: 220 }).counts.at(-1) === 1) lone.optimal++
      if (breakRowsGreedily(list, 1000, 8, 220).at(-1) === 1) lone.greedy++
    }
    expect(lone.optimal).toBeLessThanOrEqual(20)
    expect(lone.greedy).toBeGreaterThan(40)
  })
})
