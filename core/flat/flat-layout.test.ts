import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { captionType, STARTING_STYLE } from '../house/house-style.ts'
import { libraryOf } from '../place/library.ts'
import type { RowNode } from '../post/body.ts'
import { pictureSize, row as anyRow } from '../testing/arbitraries.ts'
import { libraryWith, picture, rowOf, tall, wide } from '../testing/builders.ts'
import { flatLayout, flatTexts } from './flat-layout.ts'
import { type FlatPreset, STARTING_PRESETS } from './preset.ts'

const house = STARTING_STYLE
const preset = (more: Partial<FlatPreset> = {}): FlatPreset => ({ ...STARTING_PRESETS[0]!, ...more })
const rowWith = (...args: Parameters<typeof rowOf>) => (rowOf(...args) as RowNode).attrs

describe('a flat picture', () => {
  const library = libraryWith(wide('aaaa'), wide('bbbb'), tall('cccc'))
  it('is as long as its longest edge, border included, and every gap and border is whole and equal', () => {
    const row = rowWith(['aaaa', 'bbbb', 'cccc'], { kind: 'side-by-side' })
    const { width, height, tiles } = flatLayout(row, library, house, preset({ border: 20, gap: 11 }))!
    expect(width).toBe(1600)
    // 1600 − 40 − 2 · 11 for shapes of 1.5, 1.5 and 2/3: 419.45 high.
    expect(height).toBe(419 + 40)
    expect(tiles.map(({ x }) => x)).toEqual([20, 20 + tiles[0]!.w + 11, 20 + tiles[0]!.w + tiles[1]!.w + 22])
    expect(tiles[2]!.x + tiles[2]!.w).toBe(1580)
  })
  it('is a tall one where its height is the longer', () => {
    const { width, height } = flatLayout(rowWith(['cccc']), library, house, preset({ border: 10 }))!
    expect([width, height]).toEqual([1073, 1600])
  })
  it('says which picture would be enlarged', () => {
    const small = libraryOf([picture('aaaa', 600, 400), wide('bbbb')])
    const { tiles } = flatLayout(rowWith(['aaaa', 'bbbb'], { kind: 'side-by-side' }), small, house, preset())!
    expect(tiles.map(({ enlarged }) => enlarged)).toEqual([true, false])
  })
  it('says where border and gaps leave no room', () => {
    const row = rowWith(['aaaa', 'bbbb', 'cccc'], { kind: 'side-by-side' })
    const at = (more: Partial<FlatPreset>) => flatLayout(row, library, house, preset(more))!.fits
    expect(at({ longestEdge: 100, border: 33, gap: 18 })).toBe(false)
    expect(at({ longestEdge: 100, border: 33, gap: 8 })).toBe(true)
  })
  it('has caption and credit below, as large as the pictures are on the page', () => {
    const row = rowWith([{ id: 'aaaa', caption: 'The first of the day', credit: 'Orla Venn' }], { kind: 'one' })
    const flat = flatLayout(row, library, house, preset({ words: true, longestEdge: 2 * house.measure, border: 0 }))!
    expect(flat.words!.lines).toEqual(['The first of the day Picture: Orla Venn'])
    const { size, line, above } = captionType(house)
    expect([flat.words!.size, flat.words!.line]).toEqual([2 * size, 2 * line])
    expect(flat.height).toBe(Math.round((2 * house.measure) / 1.5) + 2 * (line + above))
    const without = rowWith([{ id: 'aaaa', caption: '', credit: '' }], { kind: 'one' })
    expect(flatLayout(without, library, house, preset({ words: true }))!.words).toBeNull()
  })
  it('puts the texts of its pictures together, each once', () => {
    const row = rowWith([
      { id: 'aaaa', alt: 'A kite' },
      { id: 'bbbb', alt: 'A reel' },
      { id: 'cccc', alt: 'A kite' },
    ])
    expect(flatTexts(row, library).alt).toBe('A kite; A reel')
  })
  it('has every tile inside it, none on another, lines filled to the px, whatever row and preset are', () => {
    fc.assert(
      fc.property(
        anyRow,
        fc.array(pictureSize, { minLength: 12, maxLength: 12 }),
        fc.record({
          longestEdge: fc.integer({ min: 100, max: 6000 }),
          border: fc.integer({ min: 0, max: 40 }),
          gap: fc.integer({ min: 0, max: 40 }),
          words: fc.boolean(),
        }),
        (row, sizes, more) => {
          const own = { ...row, pictures: row.pictures.map((one, i) => ({ ...one, id: `pic-${i}` })) }
          const here = libraryOf(own.pictures.map(({ id }, i) => picture(id, sizes[i]!.width, sizes[i]!.height)))
          const { width, height, fits, tiles, words } = flatLayout(own, here, house, preset(more))!
          expect(tiles).toHaveLength(own.pictures.length)
          if (!fits) return
          for (const { x, y, w, h } of tiles) {
            for (const value of [x, y, w, h]) expect(Number.isInteger(value)).toBe(true)
            expect(Math.min(w, h)).toBeGreaterThanOrEqual(1)
            expect(x).toBeGreaterThanOrEqual(more.border)
            expect(y).toBeGreaterThanOrEqual(more.border)
            expect(x + w).toBeLessThanOrEqual(width - more.border + 1)
            expect(y + h).toBeLessThanOrEqual(height - more.border)
          }
          if (words) {
            expect(more.words).toBe(true)
            for (const { y, h } of tiles) expect(words.y).toBeGreaterThanOrEqual(y + h)
            expect(words.y + words.line * words.lines.length).toBeLessThanOrEqual(height - more.border + 1)
            expect(words.x + words.width).toBeLessThanOrEqual(width - more.border)
          }
          expect(Math.max(width, height)).toBeLessThanOrEqual(
            Math.max(more.longestEdge + tiles.length, 2 * more.border + 2),
          )
        },
      ),
      { numRuns: 300 },
    )
  })
})
