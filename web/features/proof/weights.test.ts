import { describe, expect, it } from 'vitest'
import type { PageWeight } from '../../../core/wire/page-weight.ts'
import { againstBudget, heaviestRows } from './weights.ts'

const WEIGHT: PageWeight = {
  text: 10_000,
  fonts: 60_000,
  script: 5_000,
  screens: [
    {
      screen: 'phone',
      first: 325_000,
      later: 600_000,
      rows: [
        { row: 'a', bytes: 325_000 },
        { row: 'b', bytes: 100_000 },
        { row: 'c', bytes: 500_000 },
        { row: 'd', bytes: 0 },
      ],
    },
    { screen: 'wide', first: 325_001, later: 600_000, rows: [] },
  ],
}

describe('a page’s weight', () => {
  it('is held against what the house allows: as much is allowed, a byte more is too much', () => {
    const totals = againstBudget(WEIGHT, { first: 400, whole: 1000 })
    expect(
      totals.map(({ screen, around, atOnce, inAll, tooMuchAtOnce, tooMuchInAll }) => [
        screen,
        around,
        atOnce,
        inAll,
        tooMuchAtOnce,
        tooMuchInAll,
      ]),
    ).toEqual([
      ['phone', 75_000, 400_000, 1_000_000, false, false],
      ['wide', 75_000, 400_001, 1_000_001, true, true],
    ])
  })
  it('names the heaviest rows of a phone by their number, with their share', () => {
    expect(heaviestRows(WEIGHT, 2)).toEqual([
      { number: 3, bytes: 500_000, share: 500 / 925 },
      { number: 1, bytes: 325_000, share: 325 / 925 },
    ])
    expect(heaviestRows({ ...WEIGHT, screens: [{ screen: 'phone', first: 0, later: 0, rows: [] }] })).toEqual([])
  })
})
