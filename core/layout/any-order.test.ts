import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { composition } from '../testing/arbitraries.ts'
import { mixedShapes, seededRandom } from '../testing/camera-shapes.ts'
import { shuffled } from '../testing/shuffled.ts'
import { sizeOf } from '../post/composition.ts'
import { searchAnyOrder } from './any-order.ts'
import { searchCompositions } from './patchwork.ts'
import { LEAD_WEIGHT } from './patchwork-score.ts'
import { costOf } from './proposals.ts'
import { WeighedTree } from './weighed-tree.ts'

const WIDE = 560
const GAP = 8
const container = { width: WIDE, gap: GAP }

/** What the best composition of the pictures costs in this order. */
function costInOrder(order: readonly number[], aspects: readonly number[], leads: readonly number[]): number {
  const ordered = { aspects: order.map((i) => aspects[i]!), leads: leads.map((lead) => order.indexOf(lead)) }
  return searchCompositions(ordered, WIDE, GAP, 1)[0]?.cost ?? Infinity
}

/** Every order of so many. */
function orders(n: number): number[][] {
  if (n === 0) return [[]]
  return orders(n - 1).flatMap((order) =>
    Array.from({ length: n }, (_, at) => [...order.slice(0, at), n - 1, ...order.slice(at)]),
  )
}
const shape = fc.double({ min: Math.log(1 / 4), max: Math.log(4), noNaN: true }).map(Math.exp)
/** Shapes of which some are alike, as cameras make them, and some are all their own. */
const shapes = (minLength: number, maxLength: number) =>
  fc.oneof(
    fc.array(fc.constantFrom(3 / 2, 2 / 3, 1, 3, 1 / 2.6), { minLength, maxLength }),
    fc.array(shape, { minLength, maxLength }),
  )
const withLead = (minLength: number, maxLength: number) =>
  shapes(minLength, maxLength).chain((aspects) =>
    fc.record({
      aspects: fc.constant(aspects),
      leads: fc.oneof(
        fc.constant<number[]>([]),
        fc.nat(aspects.length - 1).map((lead) => [lead]),
      ),
    }),
  )

describe('a patchwork in any order', () => {
  it('is the best of all orders of all compositions, as the slow way finds it', () => {
    fc.assert(
      fc.property(withLead(2, 5), ({ aspects, leads }) => {
        const slow = Math.min(...orders(aspects.length).map((order) => costInOrder(order, aspects, leads)))
        expect(searchAnyOrder({ aspects, leads }, container, 8)[0]!.cost).toBeCloseTo(slow, 4)
      }),
      { numRuns: 40 },
    )
  })
  it('is the best where the best is so uneven that nobody would take it: a lead between two strips', () => {
    const [strip, tower] = [4, 1 / 4]
    const aspects = [2.62, tower, strip]
    const slow = Math.min(...orders(3).map((order) => costInOrder(order, aspects, [1])))
    expect(slow).toBeGreaterThan(2.9)
    expect(searchAnyOrder({ aspects, leads: [1] }, container, 8)[0]!.cost).toBeCloseTo(slow, 4)
  })
  it('costs what it is said to cost, has each picture once, and keeps the first picture first', () => {
    fc.assert(
      fc.property(withLead(2, 16), ({ aspects, leads }) => {
        for (const { composition: made, order, cost } of searchAnyOrder({ aspects, leads }, container, 6)) {
          expect(order[0]).toBe(0)
          expect([...order].sort((a, b) => a - b)).toEqual([...aspects.keys()])
          const pictures = { aspects: order.map((i) => aspects[i]!), leads: leads.map((lead) => order.indexOf(lead)) }
          expect(costOf(made, pictures, WIDE, GAP)).toBeCloseTo(cost, 6)
        }
      }),
      { numRuns: 40 },
    )
  })
  it.each([
    [9, 120],
    [12, 200],
    [16, 200],
  ])('of %i pictures is as good as the best of %i random orders', (n, count) => {
    for (const seed of [1, 2, 3]) {
      const aspects = mixedShapes(n, seed)
      const leads = seed === 3 ? [5] : []
      const random = seededRandom(seed)
      const tried = Array.from({ length: count }, () => costInOrder(shuffled(n, random), aspects, leads))
      expect(searchAnyOrder({ aspects, leads }, container, 6)[0]!.cost).toBeLessThan(Math.min(...tried) + 1e-5)
    }
  })
  it('is weighed for thousands of orders as it is from the outside', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 12 }).chain(composition), fc.infiniteStream(shape), (made, stream) => {
        const aspects = [...stream.take(sizeOf(made))]
        const leads = [0]
        const weights = aspects.map((_, i) => (i === 0 ? LEAD_WEIGHT : 1))
        const cost = new WeighedTree(made).cost([...aspects.keys()], { aspects, weights }, container)
        const outside = costOf(made, { aspects, leads }, WIDE, GAP)
        if (Number.isFinite(outside)) expect(cost).toBeCloseTo(outside, 8)
        else expect(cost).toBe(outside)
      }),
      { numRuns: 200 },
    )
  })
})
