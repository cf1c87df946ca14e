import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { block, id } from '../../testing/arbitraries.ts'
import { EMPTY_POST, type PostContent } from '../post.ts'
import { everywhere, type History, record, redo, replay, startHistory, undo } from './history.ts'
import { applyPatch, inverse, patchBetween } from './patch.ts'

const at = (n: number): PostContent => ({ ...EMPTY_POST, title: String(n) })

/** A change of a post by hand: blocks come, go and change, fields change, pictures enter the tray and leave it. */
const change = fc.oneof(
  fc.record({
    do: fc.constant('blocks' as const),
    at: fc.nat(8),
    out: fc.nat(3),
    in: fc.array(block, { maxLength: 3 }),
  }),
  fc.record({ do: fc.constant('title' as const), title: fc.string() }),
  fc.record({ do: fc.constant('gather' as const), id, at: fc.nat(5) }),
  fc.record({ do: fc.constant('take out' as const), at: fc.nat(5) }),
)
type Change = typeof change extends fc.Arbitrary<infer C> ? C : never

function changed(post: PostContent, one: Change): PostContent {
  if (one.do === 'title') return { ...post, title: one.title }
  if (one.do === 'take out') return { ...post, tray: post.tray.filter((_, i) => i !== one.at) }
  if (one.do === 'gather')
    return post.tray.includes(one.id)
      ? post
      : { ...post, tray: [...post.tray.slice(0, one.at), one.id, ...post.tray.slice(one.at)] }
  const { content } = post.body
  const blocks = [...content.slice(0, one.at), ...one.in, ...content.slice(one.at + one.out)]
  return blocks.length ? { ...post, body: { type: 'doc', content: blocks } } : post
}

describe('a patch', () => {
  it('leads from one post to the other and back, and leaves untouched blocks the objects they are', () => {
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 12 }), (changes) => {
        const before = changes.slice(0, -1).reduce(changed, EMPTY_POST)
        const after = changed(before, changes.at(-1)!)
        const patch = patchBetween(before, after)
        expect(patch ? applyPatch(before, patch) : before).toEqual(after)
        if (!patch) return
        const back = applyPatch(after, inverse(patch))
        expect(back).toEqual(before)
        back.body.content.forEach((one, i) => expect(one).toBe(before.body.content[i]))
      }),
    )
  })
  it('speaks of what has changed alone', () => {
    const words = [1, 2, 3].map((n) => ({
      type: 'paragraph' as const,
      content: [{ type: 'text' as const, text: `${n}` }],
    }))
    const before: PostContent = { ...EMPTY_POST, body: { type: 'doc', content: words } }
    const other = { type: 'paragraph' as const }
    const after: PostContent = { ...before, body: { type: 'doc', content: [words[0]!, other, words[2]!] } }
    expect(patchBetween(before, after)).toEqual({ blocks: { at: 1, out: [words[1]], in: [other] } })
    expect(patchBetween(before, { ...before })).toBeUndefined()
  })
})

describe('undo', () => {
  it('goes back over every step and forth again, whatever was done, and comes back after a reload', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 30 }), (changes) => {
        let history: History = startHistory(EMPTY_POST)
        const states = [EMPTY_POST]
        for (const [i, one] of changes.entries()) {
          const next = changed(history.present, one)
          const longer = record(history, next, { did: one.do, group: null, at: i })
          if (longer !== history) states.push(next)
          history = longer
        }
        for (let i = states.length - 1; i >= 0; i--) {
          expect(history.present).toEqual(states[i])
          const { base, past, future } = JSON.parse(JSON.stringify(history)) as History
          expect(replay(base, [...past, ...future], past.length).present).toEqual(states[i])
          history = undo(history)
        }
        for (const state of states.slice(1)) {
          history = redo(history)
          expect(history.present).toEqual(state)
        }
      }),
    )
  })
  it('takes typing without a pause as one step', () => {
    let history = startHistory(at(0))
    history = record(history, at(1), { did: 'typing', group: 'typing', at: 1000 })
    history = record(history, at(2), { did: 'typing', group: 'typing', at: 1400 })
    history = record(history, at(3), { did: 'typing', group: 'typing', at: 9000 })
    expect(undo(history).present).toEqual(at(2))
    expect(undo(undo(history)).present).toEqual(at(0))
  })
  it('never sends an arrived picture away', () => {
    let history = record(startHistory(at(0)), at(1), { did: 'step', group: null, at: 1 })
    history = everywhere(history, (content) => ({ ...content, tray: ['aaaa'] }))
    expect(undo(history).present).toMatchObject({ title: '0', tray: ['aaaa'] })
  })
  it('forgets the oldest steps, and still knows the rest', () => {
    let history = startHistory(at(0))
    for (let i = 1; i <= 1000; i++) history = record(history, at(i), { did: 'step', group: null, at: i })
    expect(history.past.length).toBeLessThan(400)
    const reach = history.past.length
    for (let i = 0; i < reach; i++) history = undo(history)
    expect(history.present).toEqual(at(1000 - reach))
    expect(history.present).toEqual(history.base)
  })
})
