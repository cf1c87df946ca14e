import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Composition, sizeOf } from '../post/composition.ts'
import { aspect, gap } from '../testing/arbitraries.ts'
import { mixedShapes } from '../testing/camera-shapes.ts'
import { waysRequestOf } from '../testing/ways-request.ts'
import { compose } from './compose.ts'
import { LEAST_SIDE } from './fold.ts'
import { placeTree } from './join-tree.ts'
import { boxAt } from './row-layout.ts'
import { stackedPatchworks } from './stacked-patchwork.ts'
import { allWays } from './ways.ts'

const WIDE = 560
const boxesOf = (made: Composition, aspects: readonly number[], between = 8) =>
  placeTree(compose(made, aspects)).boxes.map((box) => boxAt(box, WIDE, between))

describe('very many pictures as stacked patchworks', () => {
  it('hold every picture, uncropped, edge to edge and one below another, whatever shapes are', () => {
    fc.assert(
      fc.property(fc.array(aspect, { minLength: 17, maxLength: 80 }), gap, (aspects, between) => {
        for (const made of stackedPatchworks(aspects, [], WIDE, between)) {
          expect(sizeOf(made)).toBe(aspects.length)
          const boxes = boxesOf(made, aspects, between)
          boxes.forEach(({ w, h }, i) => expect(w / h / aspects[i]!).toBeCloseTo(1, 4))
          expect(Math.max(...boxes.map(({ x, w }) => x + w))).toBeCloseTo(WIDE, 4)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('are about even, and none too small to be seen, for shapes as cameras make them with others mixed in', () => {
    for (let seed = 0; seed < 20; seed++) {
      const aspects = mixedShapes(17 + 3 * seed, seed)
      const boxes = boxesOf(stackedPatchworks(aspects, [], WIDE, 8)[0]!, aspects)
      expect(Math.min(...boxes.map(({ w, h }) => Math.min(w, h)))).toBeGreaterThan(0.8 * LEAST_SIDE)
      const areas = boxes.map(({ w, h }) => w * h)
      expect(Math.max(...areas) / Math.min(...areas)).toBeLessThan(8)
    }
  })
  it('give a lead more room than the others', () => {
    const aspects = mixedShapes(20, 3)
    const areaOf = (leads: number[]) => {
      const { w, h } = boxesOf(stackedPatchworks(aspects, leads, WIDE, 8)[0]!, aspects)[7]!
      return w * h
    }
    expect(areaOf([7])).toBeGreaterThan(1.5 * areaOf([]))
  })
  it('are among the ways of twenty', () => {
    expect(allWays(waysRequestOf(mixedShapes(20, 1))).some(({ family }) => family === 'patchwork')).toBe(true)
  })
})
