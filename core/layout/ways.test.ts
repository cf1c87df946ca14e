import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { WIDE } from '../house/screens.ts'
import { layRow } from '../place/lay-row.ts'
import { libraryOf } from '../place/library.ts'
import { convertRow } from '../post/changes/convert-row.ts'
import { makeRow } from '../post/changes/make-row.ts'
import { parsePost } from '../post/post.ts'
import type { Row } from '../post/row.ts'
import { row as anyRow } from '../testing/arbitraries.ts'
import { picture, post } from '../testing/builders.ts'
import { mixedShapes } from '../testing/camera-shapes.ts'
import { waysRequest, waysRequestOf } from '../testing/ways-request.ts'
import { rowInShort } from '../words/row-in-short.ts'
import { allWays, familyOf, proposeWays, type Way, type WaysRequest, waysToShow } from './ways.ts'

const request = (n: number, more: Partial<WaysRequest> = {}): WaysRequest => ({ ...waysRequest(n), ...more })

const inShort = ({ row, pictures, house }: WaysRequest, { shape }: Way) =>
  rowInShort(layRow(convertRow(row, shape), libraryOf(pictures), house)!, house, WIDE.width)

describe('the ways', () => {
  it('of one picture are where it can stand', () => {
    const ways = allWays(request(1))
    expect(ways.map((way) => way.name).sort()).toEqual([
      'Alone',
      'Alone',
      'Alone',
      'Left, text beside',
      'Right, text beside',
    ])
    expect(ways.map((way) => inShort(request(1), way).size).sort()).toEqual([
      expect.stringMatching(/^2\d\d × /),
      expect.stringMatching(/^2\d\d × /),
      expect.stringMatching(/^560 × /),
      expect.stringMatching(/^bleed 1280/),
      expect.stringMatching(/^outset 880/),
    ])
  })
  it('of one picture say so when the text beside it would be too short', () => {
    const beside = (paragraphs: string[]) =>
      allWays(request(1, { following: { paragraphs, heading: true } })).find((way) => way.name.startsWith('Left'))!
    expect(beside(['Up.']).cost).toBeGreaterThan(beside(['wind '.repeat(200)]).cost + 0.5)
  })
  it('of two wide pictures begin with side by side, and know that one may stand over the other', () => {
    const ways = allWays(request(2))
    expect(ways[0]!.name).toBe('Side by side')
    expect(inShort(request(2), ways[0]!)).toMatchObject({
      crop: 'no crop',
      size: expect.stringMatching(/^1\d\d high$/),
    })
    expect(ways.map((way) => way.name)).toContain('One over one')
  })
  it.each([6, 7, 12])('of %i pictures are of every kind, each said in figures', (n) => {
    const ways = allWays(request(n))
    expect([...new Set(ways.map((way) => way.family))].sort()).toEqual(
      expect.arrayContaining(['cells', 'level', 'loose', 'patchwork', 'slideshow']),
    )
    for (const way of ways) {
      const { size, crop, fold } = inShort(request(n), way)
      expect(size).toMatch(/\d/)
      expect(crop).toMatch(/^no crop$|^crops \d+ %$/)
      expect(fold).toMatch(/^phone /)
    }
  })
  it('leave out near-twins: three alike in even cells of their own shape are three side by side', () => {
    const pictures = ['aaaa', 'bbbb', 'cccc'].map((id) => picture(id))
    const alike = request(3, { pictures, row: makeRow('row-1', ['aaaa', 'bbbb', 'cccc']) })
    const across = allWays(alike).filter((way) => way.family === 'cells' && way.shape.gallery!.across === 3)
    expect(across.filter((way) => inShort(alike, way).crop === 'no crop')).toEqual([])
  })
  it('come in order of cost, the same for the same', () => {
    const costs = allWays(request(6)).map((way) => way.cost)
    expect(costs).toEqual([...costs].sort((a, b) => a - b))
    expect(allWays(request(6))).toEqual(allWays(request(6)))
  })
  it('can be stopped between two candidates', () => {
    const steps = proposeWays(request(9))
    let count = 0
    while (!steps.next().done) count++
    expect(count).toBeGreaterThan(10)
  })
  it('shows the best of every kind before a second of any', () => {
    for (const n of [2, 3, 4, 5, 7, 9, 12]) {
      const ways = allWays(request(n))
      const shown = waysToShow(ways, 7)
      const sound = ways.filter(({ faulty }) => !faulty)
      expect(new Set(shown.map((i) => ways[i]!.family))).toEqual(new Set(sound.map(({ family }) => family)))
      expect(shown).toEqual([...shown].sort((a, b) => a - b))
    }
  })
  it('have names that tell them apart, by what one sees', () => {
    for (const n of [3, 5, 6, 9, 12]) {
      const names = allWays(request(n)).flatMap(({ family, name }) => (family === 'patchwork' ? [name] : []))
      expect(new Set(names).size, names.join('; ')).toBe(names.length)
      for (const name of names) expect(name).toMatch(/ one (at|in) the |over|beside|^Even sizes/)
    }
  })
  it('are never shown with what nobody would leave so, where there is another', () => {
    for (let seed = 0; seed < 30; seed++) {
      const mixed = waysRequestOf(mixedShapes(2 + (seed % 15), seed))
      const ways = allWays(mixed)
      const shown = waysToShow(ways, 8).map((i) => ways[i]!)
      expect(shown.length).toBeGreaterThan(0)
      if (ways.some(({ faulty }) => !faulty)) expect(shown.filter(({ faulty }) => faulty)).toEqual([])
    }
  })
  it('show a few of each family first', () => {
    const ways = allWays(request(9))
    const shown = waysToShow(ways, 9).map((i) => ways[i]!.family)
    expect(shown.length).toBeLessThanOrEqual(9)
    expect(new Set(shown).size).toBeGreaterThanOrEqual(4)
    expect(shown[0]).toBe(ways[0]!.family)
  })
})

describe('turning a row into any other', () => {
  const several = anyRow.filter((row) => row.pictures.length > 1)
  const shape = several.map((row) => ({
    kind: row.kind,
    patchwork: row.patchwork,
    gallery: row.gallery,
    slideshow: row.slideshow,
    sits: row.sits,
  }))
  const wording = (row: Row) => row.pictures.map((placed) => JSON.stringify(placed)).sort()

  it('keeps captions, alt texts, credits, links, leads, pins and order, for every pair of kinds', () => {
    const met = new Set<string>()
    fc.assert(
      fc.property(several, shape, (row, to) => {
        const turned = convertRow(row, to)
        met.add(`${row.kind} → ${to.kind}`)
        expect(turned.pictures).toEqual(row.pictures)
        expect({
          caption: turned.caption,
          captions: turned.captions,
          onClick: turned.onClick,
          between: turned.between,
          space: turned.space,
        }).toEqual({
          caption: row.caption,
          captions: row.captions,
          onClick: row.onClick,
          between: row.between,
          space: row.space,
        })
        // And back again, as it was.
        expect(convertRow(turned, row)).toEqual(row)
        expect(parsePost(post({ type: 'row', attrs: turned }))).toBeDefined()
      }),
      { numRuns: 400 },
    )
    expect(met.size).toBe(16)
  })
  it('into any of its ways loses no picture and no wording', () => {
    fc.assert(
      fc.property(several, (row) => {
        const ids = new Map(row.pictures.map(({ id }, i) => [id, waysRequest(row.pictures.length).pictures[i]!]))
        const pictures = [...ids].map(([id, one]) => ({ ...one, id }))
        for (const way of allWays({ ...request(2), row, pictures, reorder: true })) {
          const turned = convertRow(row, way.shape)
          expect(wording(turned)).toEqual(wording(row))
          expect(familyOf(way.shape)).toBe(way.family)
        }
      }),
      { numRuns: 12 },
    )
  })
  it('refuses one picture as several, and several as one', () => {
    expect(() => convertRow(makeRow('row-1', ['aaaa']), { kind: 'gallery' })).toThrow(/1 pictures, got gallery/)
    expect(() => convertRow(makeRow('row-1', ['aaaa', 'bbbb']), { kind: 'one' })).toThrow(RangeError)
  })
})
