import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boardAfter, type BoardEvent, type BoardState, rangeOf, startState } from './board-state.ts'

const after = (...events: BoardEvent[]): BoardState => events.reduce(boardAfter, startState(4))
const TRAY = ['aaaa', 'bbbb', 'cccc', 'dddd', 'eeee']
const toggled = (id: string): BoardEvent => ({ type: 'picture toggled', id })
const range = (from: number, to: number): BoardEvent => ({ type: 'range chosen', ids: rangeOf(TRAY, from, to) })

describe('choosing in the tray', () => {
  it('keeps the order of choosing, and lets go at the second press', () => {
    expect(after(toggled('cccc'), toggled('aaaa'), toggled('bbbb'), toggled('aaaa')).chosen).toEqual(['cccc', 'bbbb'])
  })
  it('takes a range in the direction in which it was gone over, after what was chosen before', () => {
    expect(after(toggled('eeee'), range(0, 2)).chosen).toEqual(['eeee', 'aaaa', 'bbbb', 'cccc'])
    expect(after(toggled('bbbb'), range(3, 1)).chosen).toEqual(['dddd', 'cccc', 'bbbb'])
  })
  it('leaves what was not set: of more pictures than a row holds, the others stay chosen', () => {
    const event: BoardEvent = { type: 'row set', place: 3, pictures: ['aaaa', 'bbbb'] }
    expect(after({ type: 'only these chosen', ids: TRAY }, event)).toMatchObject({
      chosen: ['cccc', 'dddd', 'eeee'],
      place: 3,
    })
  })
})

describe('selecting', () => {
  it('forgets the picture and the open ways when another row, or the text, is gone to', () => {
    const opened = after({ type: 'ways opened', row: 'one' }, { type: 'row selected', row: 'one', picture: 2 })
    expect(opened).toMatchObject({ row: 'one', picture: 2, opened: true, chosen: [] })
    expect(boardAfter(opened, { type: 'caret moved', place: 2, row: 'one' })).toMatchObject({
      picture: 2,
      opened: true,
    })
    expect(boardAfter(opened, { type: 'caret moved', place: 2, row: 'two' })).toMatchObject({
      picture: null,
      opened: false,
    })
    expect(boardAfter(opened, { type: 'row selected', row: 'two', picture: 0 })).toMatchObject({
      picture: 0,
      opened: false,
    })
  })
  it('is the same state while the caret stays where it is', () => {
    const state = after({ type: 'caret moved', place: 2, row: null })
    expect(boardAfter(state, { type: 'caret moved', place: 2, row: null })).toBe(state)
  })
  it('closes the ways of a row, or lets go of what is chosen', () => {
    expect(after({ type: 'ways opened', row: 'one' }, { type: 'ways closed' })).toMatchObject({
      row: 'one',
      opened: false,
    })
    expect(after(toggled('aaaa'), { type: 'ways closed' }).chosen).toEqual([])
  })
})

it('whatever happens, nothing is chosen twice, the place lies in the post, and ways are open of a selected row alone', () => {
  const id = fc.constantFrom(...TRAY)
  const row = fc.constantFrom('one', 'two')
  const event: fc.Arbitrary<BoardEvent> = fc.oneof(
    id.map(toggled),
    fc.tuple(fc.nat(4), fc.nat(4)).map(([a, b]) => range(a, b)),
    fc.subarray(TRAY).map((ids): BoardEvent => ({ type: 'only these chosen', ids })),
    fc.record({ type: fc.constant('caret moved' as const), place: fc.nat(4), row: fc.option(row) }),
    fc.record({ type: fc.constant('row selected' as const), row, picture: fc.option(fc.nat(3)) }),
    fc.record({ type: fc.constant('place moved' as const), by: fc.constantFrom(-1, 1), blocks: fc.constant(4) }),
    fc.record({ type: fc.constant('row set' as const), place: fc.nat(4), pictures: fc.subarray(TRAY) }),
    row.map((one): BoardEvent => ({ type: 'ways opened', row: one })),
    fc.constantFrom<BoardEvent>({ type: 'row let go' }, { type: 'ways closed' }),
  )
  fc.assert(
    fc.property(fc.array(event, { maxLength: 40 }), (events) => {
      for (let i = 0; i <= events.length; i++) {
        const { chosen, place, row: selected, picture, opened } = after(...events.slice(0, i))
        expect(new Set(chosen).size).toBe(chosen.length)
        expect(place).toBeGreaterThanOrEqual(0)
        expect(place).toBeLessThanOrEqual(4)
        if (selected === null) expect([picture, opened]).toEqual([null, false])
      }
    }),
  )
})
