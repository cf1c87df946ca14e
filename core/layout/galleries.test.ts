import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shareLost } from '../geometry/crop-window.ts'
import { aspect, gap } from '../testing/arbitraries.ts'
import { checkLayout } from '../testing/check-layout.ts'
import { layoutEvenCells } from './even-cells.ts'
import { acrossRanges, cellWidth, fitAcross } from './fit-across.ts'
import { layoutLevelRows } from './level-rows.ts'
import { fillColumns, layoutLooseColumns } from './loose-columns.ts'
import { placeRow, variantAt } from './row-layout.ts'
import { bestFrame, layoutStrip, shareEmpty } from './strip.ts'

const aspects = fc.array(aspect, { minLength: 1, maxLength: 24 })
const across = fc.integer({ min: 1, max: 8 })
const width = fc.integer({ min: 280, max: 1500 })
const CENTRE = { x: 0.5, y: 0.5 }

describe('how many fit', () => {
  it('is worked out by hand', () => {
    expect(fitAcross(100, 560, 8)).toEqual({ columns: 5, left: 28, exact: 105.6 })
    expect(fitAcross(110, 560, 8)).toMatchObject({ columns: 4, exact: 105.6 })
    // Seven gaps of 25 are wider than the row: three columns of 36.67 are left of eight.
    expect(acrossRanges(8, 160, 25, 130)[0]).toEqual({ columns: 3, from: 160 })
    expect(acrossRanges(3, 560, 8, 96)).toEqual([
      { columns: 3, from: 304 },
      { columns: 2, from: 200 },
      { columns: 1, from: 0 },
    ])
  })
  it('fills the width exactly at the width it names', () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 400 }), fc.integer({ min: 400, max: 1400 }), gap, (wanted, w, g) => {
        const { exact, left, columns } = fitAcross(wanted, w, g)
        const n = Math.round((w + g) / (exact + g))
        expect(cellWidth(n, w, g)).toBeCloseTo(exact, 9)
        expect(columns * wanted + (columns - 1) * g + left).toBeCloseTo(w, 6)
        expect(left).toBeLessThan(wanted + g)
      }),
    )
  })
})

describe('even cells', () => {
  it('are worked out by hand: three across in 560 px', () => {
    const pictures = [1.5, 1.5, 0.75, 1].map((own) => ({ aspect: own, focus: { x: 1, y: 0 } }))
    const layout = layoutEvenCells({ pictures, across: 3, cell: 1, gap: 8, fullWidth: 560 })
    const { boxes, height } = placeRow(layout, 560)
    expect(boxes[3]).toMatchObject({ x: 0, y: expect.closeTo(189.333, 3), w: expect.closeTo(181.333, 3) })
    expect(height).toBeCloseTo(370.667, 3)
    expect(layout.crops!.map(shareLost)).toEqual([
      expect.closeTo(1 / 3),
      expect.closeTo(1 / 3),
      expect.closeTo(0.25),
      0,
    ])
    // The focus at the right edge keeps the right two thirds, at the top edge the top.
    expect(layout.crops![0]!.x).toBeCloseTo(1 / 3)
    expect(layout.crops![2]!.y).toBe(0)
  })
  it('keep gaps, shapes and order', () => {
    fc.assert(
      fc.property(aspects, across, fc.constantFrom(1, 1.5, 0.75), gap, width, (list, n, cell, g, w) => {
        checkLayout(
          layoutEvenCells({
            pictures: list.map((own) => ({ aspect: own, focus: CENTRE })),
            across: n,
            cell,
            gap: g,
            fullWidth: 560,
          }),
          list,
          w,
        )
      }),
    )
  })
})

describe('level rows', () => {
  it('fill each line, crop nothing and keep the order', () => {
    fc.assert(
      fc.property(aspects, across, gap, width, (list, n, g, w) => {
        const layout = layoutLevelRows({ aspects: list, across: n, gap: g, fullWidth: 560 })
        checkLayout(layout, list, w)
        const { boxes } = placeRow(layout, w)
        const { form } = variantAt(layout, w)
        if (form.type !== 'lines') throw new Error(`expected lines, got ${form.type}`)
        let next = 0
        form.counts.forEach((count, i) => {
          const last = boxes[next + count - 1]!
          const ragged = form.ragged && i === form.counts.length - 1
          const alone = count === 1 && !ragged && list[next]! < 2 / 3
          // A tower alone stands in the middle, half as high again as the row is wide.
          const filled = alone ? last.w + 2 * last.x : last.x + last.w
          if (alone) expect(last.h).toBeCloseTo(1.5 * w, 6)
          if (ragged) expect(filled).toBeLessThanOrEqual(w + 1e-6)
          else expect(filled).toBeCloseTo(w, 6)
          next += count
        })
      }),
    )
  })
  it('put fewer in a line where there is less room', () => {
    const layout = layoutLevelRows({
      aspects: Array.from({ length: 12 }, () => 1.5),
      across: 4,
      gap: 8,
      fullWidth: 560,
    })
    const first = (w: number) => (variantAt(layout, w).form as { counts: readonly number[] }).counts[0]!
    expect([first(560), first(350)]).toEqual([4, 2])
  })
})

describe('loose columns', () => {
  it('put each picture where the eye expects it', () => {
    expect(fillColumns([1, 2, 1, 1], 2)).toEqual([0, 1, 0, 0])
  })
  it('start no picture above the one before it, but for the play', () => {
    fc.assert(
      fc.property(aspects, fc.integer({ min: 1, max: 5 }), gap, width, (list, n, g, w) => {
        const layout = layoutLooseColumns({ aspects: list, across: n, gap: g, fullWidth: 560 })
        checkLayout(layout, list, w)
        const { boxes, height } = placeRow(layout, w)
        expect(Math.max(...boxes.map((box) => box.y + box.h))).toBeCloseTo(height, 4)
        // The columns are filled for the full width: there the play is what was promised.
        const planned = placeRow(layout, 560).boxes
        planned.forEach(
          (box, i) => i > 0 && expect(box.y).toBeGreaterThanOrEqual(planned[i - 1]!.y - 0.35 * box.w - 1e-6),
        )
      }),
      { numRuns: 200 },
    )
  })
  it('end more evenly than by the shortest column alone', () => {
    let [ours, plain] = [0, 0]
    for (let seed = 1; seed <= 60; seed++) {
      const heights = Array.from({ length: 14 }, (_, i) => 0.55 + ((Math.sin(seed * 91.7 + i * 37.1) + 1) / 2) * 1.1)
      const feet = (chosen: readonly number[]) =>
        [0, 1, 2].map((column) => heights.reduce((sum, height, i) => (chosen[i] === column ? sum + height : sum), 0))
      const shortest: number[] = []
      const tops = [0, 0, 0]
      for (const height of heights) {
        const column = tops.indexOf(Math.min(...tops))
        shortest.push(column)
        tops[column]! += height
      }
      const spread = (list: number[]) => Math.max(...list) - Math.min(...list)
      ours += spread(feet(fillColumns(heights, 3, 0.35)))
      plain += spread(feet(shortest))
    }
    expect(ours).toBeLessThan(0.6 * plain)
  })
})

describe('a strip', () => {
  it('takes the frame that leaves least empty', () => {
    expect(bestFrame([1.5, 1.5, 0.667], 560)).toBe(1.5)
    // All tall: a frame of their shape would be higher than the screen.
    expect(bestFrame([0.667, 0.667], 880)).toBeCloseTo(880 / 720)
  })
  it('shows several across where each has room, fewer where not', () => {
    const layout = layoutStrip({
      pictures: [1.5, 1.5, 1.5, 1.5].map((one) => ({ aspect: one, focus: CENTRE })),
      frame: 1.5,
      across: 3,
      fill: false,
      gap: 10,
      fullWidth: 560,
    })
    expect(layout.variants.map(({ from, form }) => [from, form])).toEqual([
      [470, { type: 'strip', frame: 1.5, across: 3 }],
      [310, { type: 'strip', frame: 1.5, across: 2 }],
      [0, { type: 'strip', frame: 1.5, across: 1 }],
    ])
    // (560 - 2 · 10) / 3 = 180 wide, 120 high; the second begins at 190.
    expect(placeRow(layout, 560)).toMatchObject({
      height: 120,
      boxes: [{ x: 0, w: 180 }, { x: 190, w: 180 }, { x: 380 }, { x: 570 }],
    })
  })
  it('fills its frames by leaving out the same share that would else stay empty', () => {
    const { crops } = layoutStrip({
      pictures: [{ aspect: 2, focus: { x: 1, y: 0.5 } }],
      frame: 1,
      across: 1,
      fill: true,
      gap: 0,
      fullWidth: 400,
    })
    expect(crops![0]).toEqual({ x: 0.5, y: 0, width: 0.5, height: 1 })
    expect(shareLost(crops![0]!)).toBeCloseTo(shareEmpty(2, 1))
  })
  it('shows every picture whole in the middle of its frame, or fills it', () => {
    fc.assert(
      fc.property(aspects, gap, width, fc.option(fc.constantFrom(1, 1.5)), (list, g, w, frame) => {
        for (const n of [1, 3])
          for (const fill of [false, true])
            checkLayout(
              layoutStrip({
                pictures: list.map((one) => ({ aspect: one, focus: CENTRE })),
                frame,
                across: n,
                fill,
                gap: g,
                fullWidth: 560,
              }),
              list,
              w,
            )
      }),
    )
  })
})
