import 'fake-indexeddb/auto'
import { createStore, keys, set } from 'idb-keyval'
import { describe, expect, it } from 'vitest'
import { type History, record, startHistory, undo } from '../../../core/post/history/history.ts'
import { EMPTY_POST, type PostContent } from '../../../core/post/post.ts'
import { post, text } from '../../../core/testing/builders.ts'
import { createDraftStore, type KeptDraft, readable } from './draft-store.ts'
import type { DraftWindows } from './draft-windows.ts'
import { markOf } from './last-sent.ts'

const titled = (title: string): PostContent => ({ ...EMPTY_POST, title })
const kept = (history: History): KeptDraft => ({
  baseVersion: 4,
  history,
  unsaved: true,
  unanswered: titled('sent'),
  aside: [titled('aside')],
})
/** Windows of which these are open; the first asks. */
const windows = (...open: string[]): DraftWindows => ({ own: async () => open[0]!, open: async () => new Set(open) })
let stores = 0
const newStore = () => createStore(`drafts-${++stores}`, 'steps')

describe('what a browser keeps of a post', () => {
  it('comes back with every step of undo, after each of a thousand changes', async () => {
    const place = newStore()
    const store = createDraftStore(windows('one'), place)
    let history = startHistory(titled('0'))
    for (let i = 1; i <= 1000; i++) {
      history = i % 7 === 0 ? undo(history) : record(history, titled(String(i)), { did: 'step', group: null, at: i })
      await store.put('post', kept(history))
      if (i % 100 === 0) expect(await createDraftStore(windows('one'), place).get('post')).toEqual(kept(history))
    }
    // Steps that are out of reach are not kept.
    expect((await keys(place)).length).toBe(history.past.length + history.future.length + 2)
    expect(await store.get('another post')).toBeUndefined()
  })
  it('writes a step and no more for a change, however long the post is', async () => {
    const place = newStore()
    const sizes: number[] = []
    const counting: typeof place = (mode, callback) =>
      place(mode, (records) =>
        callback(
          new Proxy(records, {
            get: (target, name) => {
              const value = Reflect.get(target, name) as unknown
              if (typeof value !== 'function') return value
              return (...asked: unknown[]) => {
                if (name === 'put') sizes.push(JSON.stringify(asked[0]).length)
                return (value as (...all: unknown[]) => unknown).apply(target, asked)
              }
            },
          }),
        ),
      )
    const store = createDraftStore(windows('one'), counting)
    const long = post(...Array.from({ length: 500 }, (_, i) => text(`paragraph ${i} `.repeat(20))))
    const history = startHistory(long)
    await store.put('post', kept(history))
    sizes.length = 0
    await store.put(
      'post',
      kept(record(history, { ...long, title: 'One letter more' }, { did: 'typing', group: 'typing', at: 1 })),
    )
    expect(Math.max(...sizes)).toBeLessThan(2000)
  })
  it('is each window’s own; what a closed one left is found, and forgotten when it is somewhere else', async () => {
    const place = newStore()
    let clock = 0
    const store = (...open: string[]) => createDraftStore(windows(...open), place, { now: () => ++clock })
    const [one, two] = [store('one', 'two'), store('two', 'one')]
    const first = record(startHistory(titled('a')), titled('ab'), { did: 'step', group: null, at: 1 })
    const second = record(startHistory(titled('x')), titled('xy'), { did: 'step', group: null, at: 1 })
    await one.put('post', kept(first))
    await two.put('post', kept(second))
    await one.put('post', kept(record(first, titled('abc'), { did: 'step', group: null, at: 9 })))
    expect((await one.get('post'))?.history.present.title).toBe('abc')
    expect(await two.get('post')).toEqual(kept(second))
    expect(await one.left('post')).toEqual([])
    expect((await store('three', 'two').elsewhere('post'))?.history.present.title).toBe('abc')
    const three = store('three', 'two')
    expect((await three.left('post')).map(({ window, draft }) => [window, draft.history.present.title])).toEqual([
      ['one', 'abc'],
    ])
    expect((await store('three').left('post')).map(({ window }) => window)).toEqual(['one', 'two'])
    await three.forget('post', 'one')
    expect(await three.left('post')).toEqual([])
    expect(await two.get('post')).toEqual(kept(second))
    expect(await three.left('another post')).toEqual([])
  })
  it('is known to be overtaken by what its window sent when it could keep nothing more', async () => {
    const [place, noted] = [newStore(), new Map<string, string>()]
    const notes = {
      getItem: (name: string) => noted.get(name) ?? null,
      setItem: (name: string, value: string) => void noted.set(name, value),
      removeItem: (name: string) => void noted.delete(name),
    }
    const store = (...open: string[]) => createDraftStore(windows(...open), place, { notes })
    const one = store('one')
    await one.get('post')
    await one.put('post', kept(startHistory(titled('a'))))
    one.sending('post', titled('ab'))
    expect(await store('one').get('post')).toEqual({
      ...kept(startHistory(titled('a'))),
      sentSince: markOf(titled('ab')),
    })
    expect((await store('two').left('post'))[0]!.draft.sentSince).toBe(markOf(titled('ab')))
    // What is kept after the sending has all that was sent, and perhaps more.
    await one.put('post', kept(startHistory(titled('abc'))))
    expect(await store('one').get('post')).toEqual(kept(startHistory(titled('abc'))))
    await store('two').forget('post', 'one')
    expect(noted.size).toBe(0)
  })
  it('is found where a program kept it that told no windows apart, and then forgotten', async () => {
    const place = newStore()
    const [base, next] = [titled('a'), titled('ab')]
    const { past } = record(startHistory(base), next, { did: 'step', group: null, at: 1 })
    const head = { owner: 'x', baseVersion: 4, unsaved: true, unanswered: null, first: 0, done: 1, steps: 1 }
    await set(['post', 'head'], head, place)
    await set(['post', 'base'], base, place)
    await set(['post', 'step', 0], past[0], place)
    const store = createDraftStore(windows('one'), place)
    const [left, ...more] = await store.left('post')
    expect(left).toMatchObject({
      window: 'before',
      draft: { baseVersion: 4, unsaved: true, history: { present: next } },
    })
    expect(more).toEqual([])
    await store.put('post', left!.draft)
    await store.forget('post', 'before')
    expect([await store.left('post'), (await store.get('post'))?.history.present]).toEqual([[], next])
  })
  it('gives back every word of a post that is not valid any more', () => {
    const broken = {
      ...post(text('One')),
      body: { type: 'doc', content: [text('One'), { type: 'marquee', content: [{ type: 'text', text: 'Two' }] }] },
    }
    const { history } = readable(broken, [], { baseVersion: 1, unsaved: true, unanswered: null, done: 0 })
    expect(history.present.body.content).toEqual([text('One'), text('Two')])
  })
})
