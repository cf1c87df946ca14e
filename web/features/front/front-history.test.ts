import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EMPTY_FRONT } from '../../../core/front/front.ts'
import {
  type Arranged,
  canStep,
  type FrontHistory,
  fromKept,
  keptText,
  stateNow,
  stepped,
  withState,
} from './front-history.ts'

const LIST = { listShape: 'rows', postsPerPage: 12, fallbackFeatured: null } as const
/** A state that is told from others by the post it leaves out. */
const state = (name: string): Arranged => ({ front: { ...EMPTY_FRONT, leftOut: [name] }, list: LIST })
const nameOf = (history: FrontHistory) => stateNow(history).front.leftOut[0]
const start: FrontHistory = { base: 3, states: [state('start')], at: 0, key: null }

describe('the steps of the front page', () => {
  it('go back and forth one by one; what was undone is gone with the next change', () => {
    const two = withState(withState(start, state('one1'), null), state('two2'), null)
    expect(nameOf(stepped(two, -1))).toBe('one1')
    expect(nameOf(stepped(stepped(two, -1), 1))).toBe('two2')
    expect(stepped(start, -1)).toBe(start)
    const other = withState(stepped(two, -1), state('three3'), null)
    expect([nameOf(other), canStep(other, 1), nameOf(stepped(other, -1))]).toEqual(['three3', false, 'one1'])
  })
  it('are one while letters are typed into one field, and not after a step back', () => {
    const typed = withState(
      withState(withState(start, state('a111'), 'line'), state('ab11'), 'line'),
      state('abc1'),
      'line',
    )
    expect([typed.states.length, nameOf(typed), nameOf(stepped(typed, -1))]).toEqual([2, 'abc1', 'start'])
    const again = withState(stepped(withState(typed, state('more'), null), -1), state('abcd'), 'line')
    expect(nameOf(stepped(again, -1))).toBe('abc1')
    // The first state is what is saved: it is never typed over.
    expect(withState({ ...start, key: 'line' }, state('a111'), 'line').states.length).toBe(2)
  })
  it('always lead back to every state of the last hundred, whatever is done', () => {
    const act = fc.oneof(fc.constantFrom(-1 as const, 1 as const), fc.stringMatching(/^[a-z]{4}$/))
    fc.assert(
      fc.property(fc.array(act, { maxLength: 250 }), (acts) => {
        let history = start
        let known = ['start']
        let at = 0
        for (const one of acts) {
          if (typeof one === 'string') {
            history = withState(history, state(one), null)
            known = [...known.slice(0, at + 1), one].slice(-101)
            at = known.length - 1
          } else {
            history = stepped(history, one)
            at = Math.min(known.length - 1, Math.max(0, at + one))
          }
          expect(nameOf(history)).toBe(known[at])
          expect([canStep(history, -1), canStep(history, 1)]).toEqual([at > 0, at < known.length - 1])
          expect(history.base).toBe(3)
        }
      }),
    )
  })
  it('are kept as the state of now, and what can’t be read is no draft', () => {
    const kept = fromKept(keptText(withState(start, state('one1'), null)))!
    expect([nameOf(kept), kept.base, canStep(kept, -1)]).toEqual(['one1', 3, false])
    for (const text of [null, '', '{', '{"base":1}', '{"base":"x","front":{},"list":{}}'])
      expect(fromKept(text)).toBeNull()
  })
})
