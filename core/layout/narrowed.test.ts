import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { at } from '../geometry/line.ts'
import { STARTING_STYLE } from '../house/house-style.ts'
import { containerRanges, containerWidth, SEATS } from '../house/seats.ts'
import { makeRow } from '../post/changes/make-row.ts'
import { widthIn } from './container.ts'
import { narrowed } from './narrowed.ts'

const house = STARTING_STYLE
const widthAt = (ranges: ReturnType<typeof narrowed>, window: number) =>
  at(ranges.find(({ from }) => window >= from)!.width, window, 0)

describe('a row of several that is narrower than its seat', () => {
  it('is so many px, and all of a seat that is narrower', () => {
    const measure = narrowed(containerRanges('measure', house), 400)
    expect([1280, 600, 440, 430].map((window) => widthAt(measure, window))).toEqual([400, 400, 400, 390])
    const outset = narrowed(containerRanges('outset', house), 700)
    expect([1280, 800, 600].map((window) => widthAt(outset, window))).toEqual([700, 700, 560])
    expect(widthAt(narrowed(containerRanges('measure', house), 900), 1280)).toBe(560)
  })
  it('is what the plain arithmetic gives, at every width of the window', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 160, max: 4000 }),
        fc.constantFrom(...SEATS),
        fc.integer({ min: 240, max: 5000 }),
        (chosen, seat, window) => {
          const ranges = narrowed(containerRanges(seat, house), chosen)
          expect(widthAt(ranges, window)).toBe(Math.min(chosen, containerWidth(seat, house, window)))
          const froms = ranges.map(({ from }) => from)
          expect(froms).toEqual([...new Set(froms)].sort((a, b) => b - a))
          expect(froms.at(-1)).toBe(0)
        },
      ),
    )
  })
  it('bleeds as wide as the window all the same, and one picture has a width of its own', () => {
    const row = { ...makeRow('row-1', ['aaaa', 'bbbb']), width: 300 }
    expect(widthIn({ row, within: 'page' }, house, 1280)).toBe(300)
    expect(widthIn({ row: { ...row, sits: 'bleed' }, within: 'page' }, house, 1280)).toBe(1280)
    expect(widthIn({ row: { ...row, kind: 'one' }, within: 'page' }, house, 1280)).toBe(560)
  })
})
