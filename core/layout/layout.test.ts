import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { at } from '../geometry/line.ts'
import { aspect, gap, joinTree } from '../testing/arbitraries.ts'
import { checkLayout } from '../testing/check-layout.ts'
import { LEAST_SIDE } from './fold.ts'
import { type JoinTree, partWidths, placeTree, treeSize } from './join-tree.ts'
import { boxAt, placeRow, usableFrom } from './row-layout.ts'
import { layoutSideBySide, rowHeight } from './side-by-side.ts'
import { layoutCaptionedBeside } from './captioned-beside.ts'
import { layoutSingle } from './single.ts'

const aspects = fc.array(aspect, { minLength: 1, maxLength: 9 })
const width = fc.double({ min: 200, max: 1600, noNaN: true })
const leaves = (tree: JoinTree): number[] => (tree.type === 'picture' ? [tree.aspect] : tree.parts.flatMap(leaves))

describe('pictures side by side', () => {
  it('have the one height that fills the width', () => {
    expect(rowHeight([1.5, 1.5, 0.75], 1000, 10)).toBeCloseTo(261.3333, 4)
  })
  it('are placed where a hand would place them', () => {
    const { boxes, height } = placeRow(layoutSideBySide([1.5, 0.5], 20), 420)
    expect(height).toBeCloseTo(200)
    expect(boxes[0]).toMatchObject({ x: 0, y: 0, w: expect.closeTo(300), h: expect.closeTo(200) })
    expect(boxes[1]).toMatchObject({ x: expect.closeTo(320), w: expect.closeTo(100) })
  })
  it('fold where the narrowest would become too small, at a width that is solved', () => {
    const layout = layoutSideBySide([1.5, 1.5, 2 / 3], 8)
    const [row, folded] = layout.variants
    // The tall one is 80 wide when the row is 120 high: 120 · (1.5 + 0.667 + 1.5) + 16.
    expect(row!.from).toBeCloseTo(456)
    // Alone in a line the tall one would fill a phone screen, so it gets company.
    expect(folded!.form).toEqual({ type: 'lines', counts: [1, 2], ragged: false })
  })
  it('keep gaps, shapes and order at every width', () => {
    fc.assert(fc.property(aspects, gap, width, (list, g, w) => checkLayout(layoutSideBySide(list, g), list, w)))
  })
  it('never show a picture under the least side while folding could show it larger', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 2, noNaN: true }), { minLength: 2, maxLength: 7 }),
        gap,
        fc.double({ min: 280, max: 1600, noNaN: true }),
        (list, g, w) => {
          const { boxes } = placeRow(layoutSideBySide(list, g), w)
          for (const box of boxes) expect(Math.min(box.w, box.h)).toBeGreaterThanOrEqual(LEAST_SIDE - 0.02)
        },
      ),
    )
  })
})

describe('a tree of joins', () => {
  it('keeps every gap, crops nothing and fills the width', () => {
    fc.assert(
      fc.property(joinTree(), gap, (tree, g) => {
        const { boxes, height } = placeTree(tree)
        const form = { type: 'tree' as const, tree }
        const from = Math.ceil(usableFrom(boxes, 1, g)) + 1
        if (!Number.isFinite(from)) return
        checkLayout({ gap: g, variants: [{ from: 0, boxes, height, form }] }, leaves(tree), from + 700)
        const right = Math.max(
          ...boxes.map((box) => {
            const b = boxAt(box, from + 700, g)
            return b.x + b.w
          }),
        )
        expect(right).toBeCloseTo(from + 700, 6)
      }),
    )
  })
  it('says outright how wide each part is, all together exactly as wide as the box around, bands included', () => {
    fc.assert(
      fc.property(joinTree(2), gap, (tree, g) => {
        if (tree.type !== 'beside') return
        const { boxes, height } = placeTree(tree)
        const from = usableFrom(boxes, 1, g)
        if (!Number.isFinite(from)) return
        const total = from + 300
        const widths = partWidths(tree.parts).map((width) => at(width, total, g))
        tree.parts.forEach((part, i) => {
          const size = treeSize(part)
          expect(widths[i]).toBeCloseTo(size.a * at(height, total, g) + size.b * g + size.k, 5)
        })
        expect(widths.reduce((sum, one) => sum + one, 0) + (widths.length - 1) * g).toBeCloseTo(total, 5)
      }),
    )
  })
})

describe('one picture', () => {
  const options = {
    aspect: 1.5,
    width: { unit: 'px', value: 240 },
    beside: 'left',
    space: 24,
    leastText: 160,
    gap: 8,
    most: Infinity,
    fullWidth: 560,
  } as const
  it('has its caption beside it while that can be read, and below where it can’t', () => {
    const alone = { ...options, beside: null } as const
    const room = { space: 15, least: 120, widest: 560 }
    const layout = layoutCaptionedBeside(alone, room)
    // 240 + 15 + 120: from 375 on. Narrower the picture stands in the middle, as wide as was chosen, and then fills.
    expect(layout.variants.map(({ from }) => from)).toEqual([375, 240, 0])
    expect(placeRow(layout, 560).boxes[0]).toEqual({ x: 0, y: 0, w: 240, h: 160 })
    expect(placeRow(layout, 300).boxes[0]!.x).toBe(30)
    // Of its own accord it takes 68 %: (120 + 15) / .32.
    const usual = layoutCaptionedBeside({ ...alone, width: null }, room)
    expect(usual.variants[0]!.from).toBeCloseTo(421.875, 2)
    expect(placeRow(usual, 500).boxes[0]!.w).toBeCloseTo(340)
    expect(usual.variants[0]!.form).toEqual({ type: 'single', beside: null, caption: 15 })
    // No larger than itself; and with no room at all the caption is below at every width.
    expect(placeRow(layoutCaptionedBeside({ ...alone, width: null, most: 200 }, room), 560).boxes[0]!.w).toBe(200)
    const bleeds = layoutCaptionedBeside({ ...alone, width: null, most: 450 }, { ...room, widest: 2000 })
    expect(placeRow(bleeds, 2000).boxes[0]!.w).toBe(450)
    const whole = { ...alone, width: { unit: '%', value: 100 } } as const
    expect(layoutCaptionedBeside(whole, room)).toEqual(layoutSingle(whole))
  })
  it('stands beside the text while a readable line is left, at a width that is solved', () => {
    const layout = layoutSingle(options)
    expect(layout.variants[0]!.from).toBe(424)
    expect(placeRow(layout, 560).boxes[0]).toEqual({ x: 0, y: 0, w: 240, h: 160 })
    expect(placeRow(layout, 400).boxes[0]).toMatchObject({ x: 0, y: 0, w: 400, h: expect.closeTo(400 / 1.5) })
  })
  it('stands at the right by its own width', () => {
    expect(
      placeRow(layoutSingle({ ...options, beside: 'right', width: { unit: '%', value: 40 } }), 600).boxes[0],
    ).toMatchObject({ x: 360, w: 240 })
  })
  it('is centred alone, and never outgrows its container', () => {
    const layout = layoutSingle({ ...options, beside: null })
    expect(placeRow(layout, 600).boxes[0]).toMatchObject({ x: 180, w: 240 })
    expect(placeRow(layout, 200).boxes[0]).toMatchObject({ x: 0, w: 200 })
  })
  it('is no larger than itself unless its width was chosen', () => {
    const small = { ...options, most: 300, width: null, beside: null }
    expect(placeRow(layoutSingle(small), 560).boxes[0]).toMatchObject({ x: 130, w: 300 })
    expect(placeRow(layoutSingle(small), 280).boxes[0]).toMatchObject({ x: 0, w: 280 })
    const beside = { ...small, width: { unit: 'px' as const, value: 240 }, beside: 'left' as const }
    expect(placeRow(layoutSingle(beside), 560).boxes[0]).toMatchObject({ w: 240 })
    // Too narrow for text beside it: alone, and still no larger than itself.
    expect(placeRow(layoutSingle(beside), 400).boxes[0]).toMatchObject({ x: 50, w: 300 })
    expect(placeRow(layoutSingle({ ...options, beside: null }), 560).boxes[0]!.w).toBe(240)
  })
  it('keeps what a layout promises', () => {
    const pictureWidth = fc.oneof(
      fc.constant(null),
      fc.record({ unit: fc.constant('px' as const), value: fc.integer({ min: 40, max: 900 }) }),
      fc.record({ unit: fc.constant('%' as const), value: fc.integer({ min: 5, max: 99 }) }),
    )
    fc.assert(
      fc.property(
        aspect,
        pictureWidth,
        fc.constantFrom(null, 'left' as const, 'right' as const),
        width,
        (shape, own, beside, w) => {
          if (own === null && beside !== null) return
          checkLayout(layoutSingle({ ...options, aspect: shape, width: own, beside }), [shape], w)
        },
      ),
    )
  })
})
