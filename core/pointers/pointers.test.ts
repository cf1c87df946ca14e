import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pointersHtml } from '../page/pointers-html.ts'
import { PLAIN } from '../recipe/recipe.ts'
import { pointer } from '../testing/pointer-arbitrary.ts'
import { picture } from '../testing/builders.ts'
import { leastPointerWidth } from './least-width.ts'
import { inWindow, isSeen, labelWidth, placedPointers, pointerSize, POINTER_TYPE } from './placed-pointers.ts'

const kite = picture('kite', 3000, 2000)
const number = (x: number, y: number, says = '') => ({ kind: 'number' as const, at: { x, y }, says })
const least = (...pointers: Parameters<typeof placedPointers>[0]) =>
  leastPointerWidth(placedPointers(pointers, kite), 1.5)

describe('pointers', () => {
  it('are numbered in their order, and stay on what they are on when the picture is cropped or turned', () => {
    const pointers = [
      number(0.75, 0.5),
      { kind: 'word' as const, at: { x: 0.5, y: 0.5 }, says: 'Hem' },
      number(0.1, 0.1),
    ]
    const cropped = {
      ...kite,
      width: 1500,
      recipe: { ...PLAIN, crop: { middleX: 0.75, middleY: 0.5, width: 0.5, height: 1 } },
    }
    expect(placedPointers(pointers, kite).map((one) => 'text' in one && one.text)).toEqual(['1', 'Hem', '2'])
    const [one, word, two] = placedPointers(pointers, cropped)
    expect([one!.at.x, word!.at.x]).toEqual([expect.closeTo(0.5), expect.closeTo(0)])
    expect(isSeen(two!.at)).toBe(false)
    const turned = { ...kite, width: 2000, height: 3000, recipe: { ...PLAIN, turn: 1 as const } }
    expect(placedPointers([number(0, 0)], turned)[0]!.at).toEqual({ x: expect.closeTo(1), y: expect.closeTo(0) })
    const ring = { kind: 'ring' as const, at: { x: 0.75, y: 0.5 }, radius: 0.1, says: '' }
    expect(placedPointers([ring], cropped)[0]).toMatchObject({ radius: expect.closeTo(0.2) })
  })
  it('need so much room: worked out by hand', () => {
    const disc = POINTER_TYPE.high * POINTER_TYPE.least
    expect(least(number(0.5, 0.5))).toBeCloseTo(disc * 1.5)
    // A tenth of the width apart.
    expect(least(number(0.4, 0.5), number(0.5, 0.5))).toBeCloseTo(10 * disc)
    // A fiftieth: they touch however large the picture is, for they grow with it.
    expect(least(number(0.49, 0.5), number(0.51, 0.5))).toBe(Infinity)
    expect(least({ kind: 'word', at: { x: 0.5, y: 0.5 }, says: 'A word as long as that' })).toBeGreaterThan(130)
    expect(least({ kind: 'ring', at: { x: 0.5, y: 0.5 }, radius: 0.1, says: '' })).toBe(0)
  })
  it('have that room from there on, and not before: as laid out at every width', () => {
    const clear = (placed: ReturnType<typeof placedPointers>, width: number, aspect: number) => {
      const size = pointerSize(width)
      const boxes = placed.flatMap((one) => {
        if ((one.kind !== 'number' && one.kind !== 'word') || !isSeen(inWindow(one.at))) return []
        const [w, h] = [labelWidth(one) * size, POINTER_TYPE.high * size]
        const inside = (at: number, half: number, length: number) => Math.min(Math.max(at, half), length - half)
        return [
          {
            x: inside(one.at.x * width, w / 2, width),
            y: inside((one.at.y * width) / aspect, h / 2, width / aspect),
            w,
            h,
          },
        ]
      })
      return boxes.every(
        (one, i) =>
          one.w <= width + 1e-6 &&
          one.h <= width / aspect + 1e-6 &&
          boxes
            .slice(i + 1)
            .every(
              (other) =>
                Math.abs(one.x - other.x) >= (one.w + other.w) / 2 - 1e-4 ||
                Math.abs(one.y - other.y) >= (one.h + other.h) / 2 - 1e-4,
            ),
      )
    }
    const size = fc.record({ width: fc.integer({ min: 3, max: 4000 }), height: fc.integer({ min: 3, max: 4000 }) })
    fc.assert(
      fc.property(fc.array(pointer, { minLength: 1, maxLength: 5 }), size, (pointers, { width, height }) => {
        const placed = placedPointers(pointers, picture('any', width, height))
        const aspect = width / height
        const from = leastPointerWidth(placed, aspect)
        if (from === Infinity) expect(clear(placed, 5000, aspect)).toBe(false)
        else {
          for (const more of [1e-3, 1, 40, 150, 700, 3000]) expect(clear(placed, from + more, aspect)).toBe(true)
          if (from > 1) expect(clear(placed, from - 1e-2, aspect)).toBe(false)
        }
      }),
      { numRuns: 400 },
    )
  })
  it('are read in their order as a list; what is drawn is not read, what it says is', () => {
    const html = pointersHtml(
      [
        number(0.2, 0.3, 'The <bridle> point'),
        { kind: 'arrow', at: { x: 0.5, y: 0.5 }, from: { x: 0.1, y: 0.9 }, says: 'Along the hem' },
        { kind: 'ring', at: { x: 0.5, y: 0.5 }, radius: 0.1, says: '' },
        { kind: 'word', at: { x: 0.9, y: 0.9 }, says: 'Tail' },
      ],
      kite,
      { x: 0, y: 0, width: 0.5, height: 1 },
    )
    const read = html
      .replace(/<svg.*<\/svg>/s, '')
      .replace(/<[^>]+>/g, '|')
      .replace(/\|+/g, '|')
    expect(read).toBe('|1|: The &lt;bridle&gt; point|Along the hem|Tail|')
    expect(html).toContain('viewBox="0 0 500 666.6667" data-whole="0 0 1000 666.6667" aria-hidden="true"')
    // Cropped off here, and there again where the picture is enlarged.
    expect(html).toContain('class="word off"')
  })
})
