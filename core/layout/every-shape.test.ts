import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { PHONE, WIDE } from '../house/screens.ts'
import { containerWidth } from '../house/seats.ts'
import { layRow } from '../place/lay-row.ts'
import { pictureSize, row as anyRow } from '../testing/arbitraries.ts'
import { libraryWith, picture, rowOf } from '../testing/builders.ts'
import { checkLayout } from '../testing/check-layout.ts'
import type { Row } from '../post/row.ts'
import { rowFacts } from '../facts/row-facts.ts'
import { seatOf } from './row-lengths.ts'
import { rowInWindow } from './row-in-window.ts'
import { placeRow } from './row-layout.ts'
import { allWays } from './ways.ts'

const house = STARTING_STYLE
const NOTHING_FOLLOWS = { paragraphs: [], heading: false }

/** A row over pictures of any size that can be brought in; now and then of very many. */
const placed = fc
  .tuple(
    anyRow,
    fc.array(pictureSize, { minLength: 1, maxLength: 16 }),
    fc.oneof({ weight: 9, arbitrary: fc.constant(1) }, { weight: 1, arbitrary: fc.constant(12) }),
  )
  .map(([row, sizes, times]) => {
    const all = Array.from({ length: times }, () => sizes)
      .flat()
      .slice(0, 200)
    const pictures = all.map(({ width, height }, i) => picture(`picture-${i}`, width, height))
    const own: Row = {
      ...row,
      kind: all.length === 1 ? 'one' : row.kind === 'one' ? 'patchwork' : row.kind,
      pictures: pictures.map(({ id }, i) => ({ ...row.pictures[i], id })),
    }
    return { row: own, library: libraryWith(...pictures), pictures }
  })

describe('rows of pictures of every shape that can be brought in', () => {
  it('are laid out at every width with nothing cropped unasked, cut off or on top of another', () => {
    fc.assert(
      fc.property(placed, fc.integer({ min: 280, max: 2000 }), ({ row, library }, width) => {
        const laid = layRow(row, library, house)!
        checkLayout(
          laid.layout,
          laid.pictures.map(({ picture: { width: w, height: h } }) => w / h),
          width,
        )
      }),
      { numRuns: 400 },
    )
  })
  it('show no single picture larger than its own px, unless its width was chosen', () => {
    fc.assert(
      fc.property(placed, fc.integer({ min: 280, max: 2560 }), ({ row, library, pictures: [own] }, window) => {
        const one: Row = {
          ...row,
          kind: 'one',
          words: [],
          pictures: row.pictures.slice(0, 1),
          one: { ...row.one, width: null },
        }
        const laid = layRow(one, library, house)!
        const [box] = placeRow(laid.layout, containerWidth(seatOf(one), house, window)).boxes
        expect(box!.w).toBeLessThanOrEqual(own!.width + 0.01)
      }),
    )
  })
  it('never show one picture higher than two screens without its being told as what must be mended', () => {
    fc.assert(
      fc.property(placed, ({ row, library }) => {
        const laid = layRow(row, library, house)!
        const facts = rowFacts(laid, NOTHING_FOLLOWS, house, WIDE.width)
        for (const screen of [WIDE, PHONE]) {
          const { boxes } = rowInWindow(laid, house, screen.width)
          if (boxes.some((box) => box.h > 2 * screen.height)) expect(facts.some(({ grave }) => grave)).toBe(true)
        }
      }),
      { numRuns: 300 },
    )
  })
  it('can be set in some way, whatever they are', () => {
    fc.assert(
      fc.property(placed, fc.boolean(), ({ row, pictures }, reorder) => {
        const few = pictures.slice(0, 12)
        const own = {
          ...row,
          kind: few.length === 1 ? ('one' as const) : ('side-by-side' as const),
          pictures: few.map(({ id }) => ({ id })),
        }
        const ways = allWays({
          row: own,
          pictures: few,
          following: NOTHING_FOLLOWS,
          within: 'page',
          house,
          reorder,
        })
        expect(ways.length).toBeGreaterThan(0)
        for (const { cost } of ways) expect(cost).not.toBeNaN()
      }),
      { numRuns: 60 },
    )
  })
  it.each([32, 33, 200])('have a cost that is a number where gaps of %i px take all of the width', (between) => {
    const pictures = Array.from({ length: 6 }, (_, i) => picture(`pic-${i}`, 1, 1))
    const { attrs } = rowOf(
      pictures.map(({ id }) => id),
      { kind: 'side-by-side', between, width: 160 },
    ) as { attrs: Row }
    const following = NOTHING_FOLLOWS
    const ways = allWays({ row: attrs, pictures, following, within: 'page', house, reorder: false })
    expect(ways.length).toBeGreaterThan(0)
    for (const { cost } of ways) expect(Number.isFinite(cost)).toBe(true)
  })
  it('of 2 × 2000, 1 × 1 and 13:1 beside 1:7 have sizes that can be told', () => {
    const height = (width: number, high: number) => {
      const laid = layRow((rowOf(['thin']) as { attrs: Row }).attrs, libraryWith(picture('thin', width, high)), house)!
      return rowInWindow(laid, house, WIDE.width)
    }
    expect(height(2, 2000)).toMatchObject({ height: 2000, boxes: [{ w: 2, h: 2000 }] })
    expect(height(1, 1).boxes[0]).toMatchObject({ w: 1, h: 1 })
    const odd = Array.from({ length: 12 }, (_, i) => picture(`odd-${i}`, i % 2 ? 700 : 1300, i % 2 ? 4900 : 100))
    const laid = layRow(
      (
        rowOf(
          odd.map(({ id }) => id),
          { kind: 'patchwork' },
        ) as { attrs: Row }
      ).attrs,
      libraryWith(...odd),
      house,
    )!
    expect(rowInWindow(laid, house, WIDE.width).height).toBeGreaterThan(0)
  })
})
