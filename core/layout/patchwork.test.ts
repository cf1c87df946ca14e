import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { captionHeight, STARTING_STYLE } from '../house/house-style.ts'
import { partsOf, type Composition, sizeOf } from '../post/composition.ts'
import { aspect, composition, gap } from '../testing/arbitraries.ts'
import { cameraShapes } from '../testing/camera-shapes.ts'
import { checkLayout } from '../testing/check-layout.ts'
import { compose } from './compose.ts'
import { LEAST_SIDE } from './fold.ts'
import { placeTree } from './join-tree.ts'
import { searchCompositions } from './patchwork.ts'
import { captionLines } from './caption-bands.ts'
import { layoutPatchwork } from './patchwork-row.ts'
import { costOf, lookAlike, proposeCompositions } from './proposals.ts'
import { boxAt, placeRow, variantAt } from './row-layout.ts'

const house = STARTING_STYLE
const WIDE = 560
const GAP = 8
const boxesOf = (made: Composition, aspects: readonly number[], width = WIDE) =>
  placeTree(compose(made, aspects)).boxes.map((box) => boxAt(box, width, GAP))
/** Every composition of n pictures, by the slow obvious way. */
function all(n: number): Composition[] {
  if (n === 1) return ['.']
  const found = new Map<string, Composition>()
  for (let cut = 1; cut < n; cut++)
    for (const left of all(cut))
      for (const right of all(n - cut))
        for (const key of ['beside', 'stacked'] as const) {
          const flat = (part: Composition): readonly Composition[] =>
            part !== '.' && key in part ? partsOf(part) : [part]
          const made = { [key]: [...flat(left), ...flat(right)] } as unknown as Composition
          found.set(JSON.stringify(made), made)
        }
  return [...found.values()]
}

describe('the search for compositions', () => {
  it.each([
    [2, 2],
    [3, 6],
    [4, 22],
    [5, 90],
    [6, 394],
  ])('meets every composition of %i pictures once: %i', (n, count) => {
    const found = [...searchCompositions({ aspects: Array.from({ length: n }, () => 1.2) }, WIDE, GAP, 1000)]
    expect(new Set(found.map((one) => JSON.stringify(one.composition))).size).toBe(count)
    expect(found).toHaveLength(count)
    expect(all(n)).toHaveLength(count)
  })
  it('weighs as it goes what weighing from the outside gives', () => {
    fc.assert(
      fc.property(fc.array(aspect, { minLength: 2, maxLength: 7 }), fc.nat(), (aspects, at) => {
        const leads = [at % aspects.length]
        for (const { composition: made, cost } of searchCompositions({ aspects, leads }, WIDE, GAP, 5))
          expect(cost).toBeCloseTo(costOf(made, { aspects, leads }, WIDE, GAP), 3)
      }),
      { numRuns: 40 },
    )
  })
  it('finds the best of all of them up to eight pictures', () => {
    for (let n = 2; n <= 6; n++) {
      for (let seed = 0; seed < 8; seed++) {
        const aspects = cameraShapes(n, 100 * n + seed)
        const best = Math.min(...all(n).map((made) => costOf(made, { aspects }, WIDE, GAP)))
        expect([...searchCompositions({ aspects }, WIDE, GAP, 1)][0]!.cost).toBeCloseTo(best, 3)
      }
    }
    expect([...searchCompositions({ aspects: cameraShapes(8, 1) }, WIDE, GAP, 9000)]).toHaveLength(8558)
  })
  it('comes within a hundredth of the best where it keeps only the most even parts', () => {
    for (let seed = 0; seed < 25; seed++) {
      const aspects = cameraShapes(8, seed)
      const [bounded, exhaustive] = [false, true].map(
        (everything) => [...searchCompositions({ aspects }, WIDE, GAP, 1, everything)][0]!.cost,
      )
      expect(bounded!).toBeLessThanOrEqual(exhaustive! + 0.01)
    }
  })
  it('gives the same for the same, and for shapes that differ by less than a px', () => {
    const aspects = cameraShapes(9, 5)
    const first = [...searchCompositions({ aspects }, WIDE, GAP, 3)].map((one) => one.composition)
    expect([...searchCompositions({ aspects }, WIDE, GAP, 3)].map((one) => one.composition)).toEqual(first)
    expect(
      [...searchCompositions({ aspects: aspects.map((one) => one * 1.0001) }, WIDE, GAP, 1)][0]!.composition,
    ).toEqual(first[0])
  })
  it('gives a lead more room than the others', () => {
    const aspects = [1.5, 1.5, 1.5, 1.5]
    const led = [...searchCompositions({ aspects, leads: [0] }, WIDE, GAP, 1)][0]!.composition
    const [lead, ...others] = boxesOf(led, aspects).map((box) => box.w * box.h)
    for (const other of others) expect(lead! / other).toBeGreaterThan(2)
  })
})

describe('proposals', () => {
  it('never look the same, keep the order, and begin with the best', () => {
    fc.assert(
      fc.property(fc.array(aspect, { minLength: 2, maxLength: 10 }), (aspects) => {
        const proposals = proposeCompositions({ aspects }, WIDE, GAP, 12)
        proposals.forEach((one, i) => {
          expect(one.order).toEqual(aspects.map((_, k) => k))
          expect(sizeOf(one.composition)).toBe(aspects.length)
          for (const other of proposals.slice(0, i))
            expect(lookAlike(boxesOf(one.composition, aspects), boxesOf(other.composition, aspects), 0.05 * WIDE)).toBe(
              false,
            )
          if (i > 0) expect(one.cost).toBeGreaterThanOrEqual(proposals[i - 1]!.cost)
        })
      }),
      { numRuns: 30 },
    )
  })
  it('leave a pinned picture where it is and vary the rest', () => {
    for (const n of [4, 6, 9, 12]) {
      const aspects = cameraShapes(n, n)
      const now = proposeCompositions({ aspects }, WIDE, GAP, 1)[0]!.composition
      const proposals = proposeCompositions({ aspects, pinned: [0], now }, WIDE, GAP, 8)
      expect(proposals.length).toBeGreaterThan(1)
      const place = boxesOf(now, aspects)[0]!
      for (const one of proposals) {
        const box = boxesOf(one.composition, aspects)[0]!
        const common = Math.min(box.w, place.w) * Math.min(box.h, place.h)
        expect(common / (box.w * box.h + place.w * place.h - common)).toBeGreaterThan(0.69)
      }
    }
  })
  it('try other orders when asked to, each picture once', () => {
    const aspects = [1.5, 1.5, 0.667, 1.5, 0.667]
    const proposals = proposeCompositions({ aspects, reorder: true }, WIDE, GAP, 12)
    expect(proposals.some((one) => one.order.some((index, place) => index !== place))).toBe(true)
    for (const { order } of proposals) expect([...order].sort()).toEqual([0, 1, 2, 3, 4])
    expect(proposals[0]!.cost).toBeLessThanOrEqual(proposeCompositions({ aspects }, WIDE, GAP, 1)[0]!.cost)
  })
})

describe('a patchwork', () => {
  it('is worked out by hand: one 3:2 beside two stacked ones', () => {
    const layout = layoutPatchwork(
      {
        aspects: [1.5, 1.5, 1.5],
        leads: [],
        composition: { beside: ['.', { stacked: ['.', '.'] }] },
        captions: ['', '', ''],
        inset: 0,
        gap: 10,
        fullWidth: 1000,
        phone: 350,
      },
      house,
    )
    // Widths 1.5·h and 0.75·h − 7.5 with a gap of 10 make 1000: h = 997.5 / 2.25.
    const { boxes, height } = placeRow(layout, 1000)
    expect(height).toBeCloseTo(443.333, 3)
    expect(boxes[0]).toMatchObject({ x: 0, y: 0, w: expect.closeTo(665, 3) })
    expect(boxes[2]).toMatchObject({
      x: expect.closeTo(675, 3),
      y: expect.closeTo(226.667, 3),
      w: expect.closeTo(325, 3),
      h: expect.closeTo(216.667, 3),
    })
  })
  const made = fc
    .integer({ min: 2, max: 9 })
    .chain((n) => fc.tuple(fc.array(aspect, { minLength: n, maxLength: n }), fc.option(composition(n))))
  it('crops nothing and keeps every gap at every width', () => {
    fc.assert(
      fc.property(made, gap, fc.integer({ min: 260, max: 1400 }), ([aspects, own], g, width) => {
        checkLayout(
          layoutPatchwork(
            {
              aspects,
              leads: [],
              composition: own,
              captions: aspects.map(() => ''),
              inset: 0,
              gap: g,
              fullWidth: 880,
              phone: 350,
            },
            house,
          ),
          aspects,
          width,
        )
      }),
      { numRuns: 80 },
    )
  })
  it('ends where the gaps leave no room for any caption', { timeout: 5000 }, () => {
    // 175 px, of which 37 between all of them: some pictures have no height, whatever their captions are.
    const aspects = [0.666, 1, 1114, 4, 4, 0.667, 1.778, 1.11, 1.266, 1.501]
    const captions = aspects.map((_, i) => (i % 3 === 2 ? '' : 'The first of the day'))
    const made = { beside: aspects.map(() => '.' as const) }
    for (const gap of [37, 200]) {
      const options = { aspects, leads: [], captions, inset: 0, gap, fullWidth: 175, phone: 175, composition: made }
      const { variants } = layoutPatchwork(options as never, house)
      expect(variants.length).toBeGreaterThan(0)
    }
  })
  it('recomposes before a picture becomes too small', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(1.5, 2 / 3, 4 / 3, 1), { minLength: 3, maxLength: 9 }),
        fc.integer({ min: 280, max: 1200 }),
        (aspects, width) => {
          const { boxes } = placeRow(
            layoutPatchwork(
              {
                aspects,
                leads: [],
                composition: null,
                captions: aspects.map(() => ''),
                inset: 0,
                gap: GAP,
                fullWidth: 560,
                phone: 350,
              },
              house,
            ),
            width,
          )
          for (const box of boxes) expect(Math.min(box.w, box.h)).toBeGreaterThanOrEqual(LEAST_SIDE - 0.02)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('leaves nothing empty but its gaps, whatever stands under which picture', () => {
    const caption =
      'Roll each spar on the bench; a bent one shows at once, and a straight one goes on rolling until it meets the vice.'
    const captions = [caption, '', 'Up']
    const layout = layoutPatchwork(
      {
        aspects: [1.5, 1.5, 1.5],
        leads: [],
        composition: { beside: ['.', { stacked: ['.', '.'] }] },
        captions,
        inset: 0,
        gap: 10,
        fullWidth: 880,
        phone: 350,
      },
      house,
    )
    expect(variantAt(layout, 880).lines![0]).toBeLessThan(variantAt(layout, 500).lines![0]!)
    for (let width = 880; width > 460; width -= 7.3) {
      checkLayout(layout, [1.5, 1.5, 1.5], width)
      const { boxes, height } = placeRow(layout, width)
      const { lines } = variantAt(layout, width)
      boxes.forEach((box, i) =>
        expect(captions[i] ? captionLines(captions[i], box.w, house) : 0, `${i} at ${width}`).toBe(lines![i]),
      )
      // Each picture has room for its own caption, and both columns end at the same foot.
      const [first, second, third] = lines!.map((count) => captionHeight(count, house))
      expect(boxes[0]!.h + first!).toBeCloseTo(height, 6)
      expect(boxes[2]!.y).toBeCloseTo(boxes[1]!.h + second! + 10, 6)
      expect(boxes[2]!.y + boxes[2]!.h + third!).toBeCloseTo(height, 6)
    }
  })
})
