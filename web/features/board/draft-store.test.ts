import 'fake-indexeddb/auto'
import { createStore, keys } from 'idb-keyval'
import { describe, expect, it } from 'vitest'
import { type History, record, startHistory, undo } from '../../../core/post/history/history.ts'
import { EMPTY_POST, type PostContent } from '../../../core/post/post.ts'
import { post, text } from '../../../core/testing/builders.ts'
import { createDraftStore, type KeptDraft, readable } from './draft-store.ts'

const titled = (title: string): PostContent => ({ ...EMPTY_POST, title })
const kept = (history: History): KeptDraft => ({ baseVersion: 4, history, unsaved: true, unanswered: titled('sent') })
let stores = 0
const newStore = () => createStore(`drafts-${++stores}`, 'steps')

describe('what a browser keeps of a post', () => {
  it('comes back with every step of undo, after each of a thousand changes', async () => {
    const place = newStore()
    const store = createDraftStore(place, 'one window')
    let history = startHistory(titled('0'))
    for (let i = 1; i <= 1000; i++) {
      history = i % 7 === 0 ? undo(history) : record(history, titled(String(i)), { did: 'step', group: null, at: i })
      await store.put('post', kept(history))
      if (i % 100 === 0) expect(await createDraftStore(place).get('post')).toEqual(kept(history))
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
    const store = createDraftStore(counting, 'one window')
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
  it('is whole where another window has written in between', async () => {
    const place = newStore()
    const [one, two] = [createDraftStore(place, 'one'), createDraftStore(place, 'two')]
    const first = record(startHistory(titled('a')), titled('ab'), { did: 'step', group: null, at: 1 })
    const second = record(startHistory(titled('x')), titled('xy'), { did: 'step', group: null, at: 1 })
    await one.put('post', kept(first))
    await two.put('post', kept(second))
    expect(await one.get('post')).toEqual(kept(second))
    await one.put('post', kept(record(first, titled('abc'), { did: 'step', group: null, at: 9 })))
    expect((await two.get('post'))?.history.present.title).toBe('abc')
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
