import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../../../core/house/house-style.ts'
import { allWays } from '../../../core/layout/ways.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { tall, wide } from '../../../core/testing/builders.ts'
import { besides, NOT_STEPPED, shownBy, stepped, tilesOf } from './stepping.ts'

const pictures = ['aaaa', 'bbbb', 'cccc', 'dddd', 'eeee'].map((id, i) => (i % 2 ? tall(id) : wide(id)))
const ways = allWays({
  row: makeRow(
    'row-1',
    pictures.map(({ id }) => id),
  ),
  pictures,
  following: { paragraphs: [], heading: false },
  within: 'page',
  house: STARTING_STYLE,
  reorder: false,
})
const tiles = tilesOf(ways, 7)

describe('stepping through ways', () => {
  it('goes from tile to tile, round at both ends; the first press shows where the focus is', () => {
    expect(besides(tiles, NOT_STEPPED, 3, 1)).toBe(3)
    expect(besides(tiles, { at: 6, steps: {} }, 0, 1)).toBe(0)
    expect(besides(tiles, { at: 0, steps: {} }, 0, -1)).toBe(tiles.proposals.length - 1)
  })
  it('meets every proposal of a kind once and comes back, and shows none in two tiles', () => {
    for (const [tile, list] of tiles.proposals.entries()) {
      const met: number[] = []
      let state = stepped(tiles, NOT_STEPPED, tile)
      for (const _ of list) {
        met.push(shownBy(tiles, state, tile)!)
        state = stepped(tiles, state, tile, 1)
      }
      expect(met).toEqual(list)
      expect(shownBy(tiles, state, tile)).toBe(list[0])
      expect(shownBy(tiles, stepped(tiles, state, tile, -1), tile)).toBe(list.at(-1))
      expect(new Set(list.map((i) => ways[i]!.family)).size).toBe(1)
    }
    const firsts = tiles.proposals.map(([first]) => first)
    for (const list of tiles.proposals) expect(list.slice(1).some((i) => firsts.includes(i))).toBe(false)
  })
  it('keeps how far the others were stepped', () => {
    const many = tiles.proposals.findIndex((list) => list.length > 1)
    const state = stepped(tiles, stepped(tiles, NOT_STEPPED, many, 1), (many + 1) % tiles.proposals.length)
    expect(shownBy(tiles, state, many)).toBe(tiles.proposals[many]![1])
    expect(shownBy(tiles, state, 99)).toBeUndefined()
  })
})
