import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { EMPTY_POST, type PostContent } from '../../../core/post/post.ts'
import { NOT_PUBLISHED, type Post } from '../../../core/wire/post.ts'
import { Away, Refused } from '../../api/client.ts'
import type { LeftDraft } from './draft-store.ts'
import { lastSent } from './last-sent.ts'
import {
  createPostDraft,
  LONGEST_RETRY_MS,
  RETRY_MS,
  KEEP_AFTER_MS,
  SAVE_AFTER_MS,
  SAVE_EVERY_MS,
} from './post-draft.ts'
import type { DraftView, OpenDraft, PostDraft } from './draft-sides.ts'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

const titled = (title: string): PostContent => ({ ...EMPTY_POST, title })

/** A server with the real one's rule, whose line can be cut before it hears or before its answer comes. */
function serverOf(first: PostContent) {
  let post: Post = {
    id: 'p',
    version: 1,
    savedAt: '',
    createdAt: '',
    content: first,
    publication: NOT_PUBLISHED,
    arrived: [],
  }
  const server = {
    up: true,
    losesAnswer: false,
    fault: null as string | null,
    /** status of answers that say it could not be done */
    ill: 0,
    requests: 0,
    underWay: 0,
    mostUnderWay: 0,
    aside: [] as PostContent[],
    past: [] as PostContent[],
    post: () => post,
    arrive: (id: string) => (post = { ...post, arrived: [...post.arrived, id] }),
    async get(): Promise<Post> {
      await new Promise((resolve) => setTimeout(resolve, 20))
      if (!server.up) throw new Away()
      if (server.ill) throw new Refused(server.ill, { code: 'internal', message: 'It could not be done.' })
      return post
    },
    async setAside(_id: string, content: PostContent) {
      await new Promise((resolve) => setTimeout(resolve, 20))
      if (!server.up) throw new Away()
      if (server.ill) throw new Refused(server.ill, { code: 'disk-full', message: 'The disk is full.' })
      server.aside.push(content)
    },
    async save(_id: string, baseVersion: number, content: PostContent) {
      server.requests++
      server.mostUnderWay = Math.max(server.mostUnderWay, ++server.underWay)
      await new Promise((resolve) => setTimeout(resolve, 20))
      server.underWay--
      if (!server.up) throw new Away()
      if (server.ill) throw new Refused(server.ill, { code: 'disk-full', message: 'The disk is full.' })
      if (server.fault) throw new Refused(400, { code: 'bad-request', message: server.fault })
      if (baseVersion === post.version) {
        server.past.push(post.content)
        post = { ...post, version: baseVersion + 1, content, savedAt: `save ${baseVersion}` }
      } else if (JSON.stringify(content) !== JSON.stringify(post.content)) {
        // What was saved over that version before, word for word.
        if (JSON.stringify(content) === JSON.stringify(server.past[baseVersion]))
          return { version: baseVersion + 1, savedAt: `save ${baseVersion}`, newer: true }
        server.aside.push(content)
        throw new Refused(409, { code: 'stale-save', message: 'Saved elsewhere.', detail: post })
      }
      if (server.losesAnswer) {
        server.losesAnswer = false
        throw new Away()
      }
      return { version: post.version, savedAt: post.savedAt }
    },
  }
  return server
}

/** A browser that keeps a draft for each window, and windows of it. One that has crashed neither keeps nor asks any more. */
function browser(server: ReturnType<typeof serverOf>) {
  const kept = new Map<string, string>()
  const open = new Set<string>()
  const noted = new Map<string, string>()
  const sent = lastSent({
    getItem: (name) => noted.get(name) ?? null,
    setItem: (name, value) => void noted.set(name, value),
    removeItem: (name) => void noted.delete(name),
  })
  const read = (window: string): LeftDraft | undefined => {
    const text = kept.get(window)
    if (text === undefined) return undefined
    const { turn, ...left } = JSON.parse(text) as LeftDraft & { turn: number }
    const sentSince = sent.since('p', window, turn)
    return sentSince === undefined ? left : { ...left, draft: { ...left.draft, sentSince } }
  }
  const all = () => [...kept.keys()].map((window) => read(window)!).sort((a, b) => b.at - a.at)
  let names = 0
  const state = {
    /** nothing can be written down here any more */
    full: false,
    kept: (window = 'window 1') => read(window)?.draft,
    left: () => all().filter(({ window }) => !open.has(window)),
    /** a new window, or one that is there again after a reload */
    async window(name = `window ${++names}`) {
      let alive = true
      open.add(name)
      const lost = new Promise<never>(() => {})
      const asked =
        <A extends unknown[], R>(ask: (...all: A) => Promise<R>) =>
        async (...given: A): Promise<R> =>
          alive
            ? ask(...given).then(
                (answer) => (alive ? answer : lost),
                (error: unknown) => (alive ? Promise.reject(error as Error) : lost),
              )
            : lost
      const draft = createPostDraft('p', {
        server: { get: asked(server.get), save: asked(server.save), setAside: asked(server.setAside) },
        store: {
          get: async () => read(name)?.draft,
          put: async (_id, draft) => {
            if (state.full) throw new Error('QuotaExceededError')
            const left: LeftDraft = { window: name, at: Date.now(), draft }
            if (alive) kept.set(name, JSON.stringify({ ...left, turn: sent.turn('p', name) }))
          },
          sending: (_id, content) => void (alive && sent.note('p', name, content)),
          left: async () => state.left(),
          elsewhere: async () => all().find(({ window }) => window !== name)?.draft,
          forget: async (_id, window) => {
            if (!alive) return
            kept.delete(window)
            sent.forget('p', window)
          },
        },
        now: Date.now,
      })
      draft.open()
      await pass(40)
      const crash = () => {
        alive = false
        open.delete(name)
      }
      return { name, draft, crash }
    },
  }
  return state
}

const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms)
const there = (draft: OpenDraft): PostDraft => {
  const view: DraftView = draft.view()
  if (!view || 'failed' in view) throw new Error('the draft is not there')
  return view
}
const write = (draft: OpenDraft, more: string) =>
  there(draft).change('write', (content) => ({ ...content, title: content.title + more }), 'typing')

/** A window whose first save has reached the server, and whose answer has not come back. */
async function savedUnheard() {
  const server = serverOf(titled('A'))
  const here = browser(server)
  const window = await here.window()
  server.losesAnswer = true
  write(window.draft, 'b')
  await pass(SAVE_AFTER_MS + 50)
  return { server, here, ...window }
}

describe('a draft', () => {
  it('is saved within a second, one request at a time, with what is typed meanwhile', async () => {
    const server = serverOf(titled('A'))
    const { draft } = await browser(server).window()
    write(draft, 'b')
    expect(there(draft).saving).toBe('unsaved')
    await pass(SAVE_AFTER_MS + 10)
    expect(there(draft).saving).toBe('saving')
    write(draft, 'c')
    // Several who want it saved at once do not send it several times.
    const answers = Promise.all([there(draft).flush(), there(draft).flush(), there(draft).flush()])
    await pass(1000)
    expect(await answers).toEqual([3, 3, 3])
    expect([server.post().content.title, server.requests, server.mostUnderWay]).toEqual(['Abc', 2, 1])
    expect(there(draft)).toMatchObject({ saving: 'saved', version: 3, savedAt: 'save 2' })
  })
  it('asks an absent server again, and at once when the line is back', async () => {
    const server = serverOf(titled('A'))
    const { draft } = await browser(server).window()
    server.up = false
    write(draft, 'b')
    await pass(SAVE_AFTER_MS + 50)
    expect(there(draft).saving).toBe('away')
    expect(draft.leave()).toBe(true)
    server.up = true
    await pass(RETRY_MS + 50)
    expect([there(draft).saving, server.post().content.title]).toEqual(['saved', 'Ab'])
    server.up = false
    write(draft, 'c')
    await pass(SAVE_AFTER_MS + 50)
    server.up = true
    draft.online()
    await pass(50)
    expect(there(draft).saving).toBe('saved')
  })
  it('whose answer was lost is not taken for another window’s, whatever is typed meanwhile', async () => {
    const server = serverOf(titled('A'))
    const { draft } = await browser(server).window()
    server.losesAnswer = true
    write(draft, 'b')
    await pass(SAVE_AFTER_MS + 50)
    expect([there(draft).saving, server.post().version]).toEqual(['away', 2])
    write(draft, 'c')
    await pass(2 * RETRY_MS)
    expect(there(draft)).toMatchObject({ saving: 'saved', other: null, version: 3 })
    expect([server.post().content.title, server.aside]).toEqual(['Abc', []])
  })
  it('whose answer was lost is not taken for another window’s after a reload either', async () => {
    const { server, here, draft, crash } = await savedUnheard()
    write(draft, 'c')
    await pass(200)
    crash()
    const next = await here.window('window 1')
    await pass(2000)
    expect(there(next.draft)).toMatchObject({ saving: 'saved', other: null, content: titled('Abc') })
    expect(server.aside).toEqual([])
  })
  it('saved just as its window went away is known to be, whatever is typed at once after a reload', async () => {
    const server = serverOf(titled('A'))
    const here = browser(server)
    const { name, draft, crash } = await here.window()
    write(draft, 'b')
    await pass(KEEP_AFTER_MS + 20)
    // The window goes away with its last request, and nothing of it is kept: neither that it was sent nor its answer.
    crash()
    const sent = server.save('p', 1, { ...there(draft).content })
    await pass(30)
    await sent
    expect(here.kept()).toMatchObject({ baseVersion: 1, unsaved: true, unanswered: null })
    const again = await here.window(name)
    write(again.draft, 'c')
    await pass(SAVE_AFTER_MS + 100)
    expect(there(again.draft)).toMatchObject({ saving: 'saved', other: null, version: 3 })
    expect([server.post().content.title, server.aside]).toEqual(['Abc', []])
  })
  it('saved twice in the moment of a reload is not taken for another window’s', async () => {
    const { server, here, draft, crash } = await savedUnheard()
    write(draft, 'c')
    await pass(200)
    // From here on nothing is written down any more, and both texts still reach the server.
    here.full = true
    draft.online()
    await pass(100)
    expect([server.post().content.title, server.post().version]).toEqual(['Abc', 3])
    crash()
    here.full = false
    const next = await here.window('window 1')
    await pass(2000)
    expect(there(next.draft)).toMatchObject({ saving: 'saved', other: null, version: 3, content: titled('Abc') })
    expect(server.aside).toEqual([])
  })
  it.each(['the same window', 'another, and it is closed'])(
    'saved as its window went away, in a later state than could be kept, is not held against itself: %s',
    async (which) => {
      const server = serverOf(titled('A'))
      const here = browser(server)
      const { name, draft, crash } = await here.window()
      write(draft, 'b')
      await pass(KEEP_AFTER_MS + 20)
      // From here on nothing is written down any more.
      here.full = true
      write(draft, 'c')
      draft.leave()
      await pass(10)
      crash()
      here.full = false
      await pass(100)
      expect([here.kept()!.history.present.title, server.post().content.title]).toEqual(['Ab', 'Abc'])
      const again = await here.window(which === 'the same window' ? name : undefined)
      expect(there(again.draft)).toMatchObject({ saving: 'saved', other: null, left: [], content: titled('Abc') })
      if (which === 'the same window') expect(there(again.draft).undoes).toBe('change the post')
      write(again.draft, 'd')
      await pass(SAVE_AFTER_MS + 3000)
      expect(there(again.draft)).toMatchObject({ saving: 'saved', other: null, left: [], version: 3 })
      expect([server.post().content.title, server.aside]).toEqual(['Abcd', []])
    },
  )
  it('with more in it than was sent is not taken for saved, though the same was sent again', async () => {
    const { server, here, draft, crash } = await savedUnheard()
    write(draft, 'c')
    await pass(KEEP_AFTER_MS + 20)
    here.full = true
    draft.online()
    await pass(10)
    crash()
    here.full = false
    expect([here.kept()!.history.present.title, server.post().content.title]).toEqual(['Abc', 'Ab'])
    const next = await here.window('window 1')
    expect(there(next.draft).content.title).toBe('Abc')
  })
  it('is held against a newer text of another window all the same', async () => {
    const { server, here, crash } = await savedUnheard()
    crash()
    const theirs = server.save('p', 2, titled('Theirs'))
    await pass(30)
    await theirs
    const next = await here.window('window 1')
    await pass(2000)
    expect(there(next.draft)).toMatchObject({ saving: 'conflict', other: { version: 3, content: titled('Theirs') } })
  })
  it('keeps both texts where another window was first, and goes on with the one that is chosen', async () => {
    for (const choice of ['keepMine', 'takeOther'] as const) {
      const server = serverOf(titled('A'))
      const { draft } = await browser(server).window()
      const theirs = server.save('p', 1, titled('Theirs'))
      await pass(30)
      await theirs
      write(draft, ' mine')
      await pass(SAVE_AFTER_MS + 50)
      expect(there(draft)).toMatchObject({ saving: 'conflict', other: { version: 2, content: titled('Theirs') } })
      expect(server.aside).toEqual([titled('A mine')])
      // Nothing is sent, and nothing given up, until it is chosen.
      write(draft, '!')
      await pass(5000)
      expect([server.requests, await there(draft).flush(), there(draft).content.title]).toEqual([2, null, 'A mine!'])
      there(draft)[choice]()
      await pass(1000)
      expect(there(draft)).toMatchObject({ saving: 'saved', other: null })
      expect(server.post().content.title).toBe(choice === 'keepMine' ? 'A mine!' : 'Theirs')
      there(draft).undo()
      expect(there(draft).content.title).toBe(choice === 'keepMine' ? 'A' : 'A mine!')
    }
  })
  it('says why the server refuses it, and is sent again when it is changed', async () => {
    const server = serverOf(titled('A'))
    const { draft } = await browser(server).window()
    server.fault = 'title: too long'
    write(draft, 'b')
    await pass(SAVE_AFTER_MS + 50)
    expect(there(draft)).toMatchObject({ saving: 'refused', fault: 'title: too long' })
    expect(draft.leave()).toBe(false)
    await pass(50)
    server.fault = null
    there(draft).undo()
    await pass(SAVE_AFTER_MS + 50)
    expect(there(draft)).toMatchObject({ saving: 'saved', fault: null })
  })
  it('is worked on from what the browser kept while the server is away, with its steps of undo', async () => {
    const server = serverOf(titled('A'))
    const here = browser(server)
    const first = await here.window()
    server.up = false
    write(first.draft, 'b')
    await pass(200)
    first.crash()
    const { draft } = await here.window()
    expect(there(draft)).toMatchObject({ saving: 'away', content: titled('Ab'), undoes: 'write' })
    there(draft).undo()
    expect(there(draft).content).toEqual(titled('A'))
    there(draft).redo()
    server.up = true
    await pass(RETRY_MS)
    expect(server.post().content).toEqual(titled('Ab'))
  })
  it('of a post that is not there says so, and can be asked for again', async () => {
    const server = serverOf(titled('A'))
    server.up = false
    const { draft } = await browser(server).window()
    expect(draft.view()).toMatchObject({ failed: expect.any(Away) })
    server.up = true
    draft.open()
    await pass(50)
    expect(there(draft).content).toEqual(titled('A'))
  })
  it('takes in pictures that arrived for it, for good', async () => {
    const server = serverOf(titled('A'))
    server.arrive('aaaa')
    const { draft } = await browser(server).window()
    expect(there(draft).content.tray).toEqual(['aaaa'])
    write(draft, 'b')
    there(draft).receive(['bbbb', 'aaaa'])
    there(draft).undo()
    expect(there(draft).content).toMatchObject({ title: 'A', tray: ['aaaa', 'bbbb'] })
    await pass(1000)
    expect(server.post().content.tray).toEqual(['aaaa', 'bbbb'])
  })
  it('goes on saving when it is closed, and as it is when it is opened again', async () => {
    const server = serverOf(titled('A'))
    const { draft } = await browser(server).window()
    const idle = vi.fn()
    server.up = false
    write(draft, 'b')
    void draft.close(idle)
    await pass(1000)
    expect(idle).not.toHaveBeenCalled()
    draft.open()
    expect(there(draft).content.title).toBe('Ab')
    void draft.close(idle)
    server.up = true
    await pass(RETRY_MS + 100)
    expect([idle.mock.calls.length > 0, server.post().content.title]).toEqual([true, 'Ab'])
  })
})

describe('a server that can’t', () => {
  it('is asked again with growing pauses, and at once when the window comes back', async () => {
    for (const ill of [500, 502, 507, 429, 401]) {
      const server = serverOf(titled('A'))
      const { draft } = await browser(server).window()
      server.ill = ill
      write(draft, 'b')
      await pass(SAVE_AFTER_MS + 50)
      expect(there(draft)).toMatchObject({ saving: 'failing', fault: 'The disk is full.', kept: true })
      expect(draft.leave()).toBe(true)
      await pass(300_000)
      // Neither given up nor pressed: every pause doubles, up to the longest.
      expect(server.requests).toBeGreaterThan(300_000 / LONGEST_RETRY_MS)
      expect(server.requests).toBeLessThan(300_000 / LONGEST_RETRY_MS + 6)
      const before = server.requests
      for (let i = 0; i < 50; i++) {
        write(draft, 'c')
        await pass(20)
      }
      expect(server.requests - before).toBeLessThanOrEqual(1)
      server.ill = 0
      draft.online()
      await pass(100)
      expect([there(draft).saving, server.post().content.title]).toEqual(['saved', `Ab${'c'.repeat(50)}`])
    }
  })
  it('keeps the window open by a warning where this browser keeps nothing either', async () => {
    const server = serverOf(titled('A'))
    const here = browser(server)
    const { draft } = await here.window()
    here.full = true
    server.up = false
    write(draft, 'b')
    await pass(SAVE_AFTER_MS + 50)
    expect([there(draft).kept, draft.leave()]).toEqual([false, false])
    here.full = false
    await pass(RETRY_MS + 50)
    expect([there(draft).kept, draft.leave()]).toEqual([true, true])
  })
  it('has what is typed without a pause at least every two seconds', async () => {
    const server = serverOf(titled('A'))
    const { draft } = await browser(server).window()
    for (let i = 0; i < 199; i++) {
      write(draft, 'x')
      await pass(55)
      if (i % 40 === 39) expect(there(draft).content.title.length - server.post().content.title.length).toBeLessThan(50)
    }
    expect(server.requests).toBeGreaterThanOrEqual(Math.floor((199 * 55) / (SAVE_EVERY_MS + 100)))
    expect(server.requests).toBeLessThan(12)
  })
})

describe('several windows of one browser', () => {
  it('each keep what was typed in them', async () => {
    const server = serverOf(titled(''))
    const here = browser(server)
    const [one, two] = [await here.window(), await here.window()]
    server.up = false
    write(one.draft, 'first')
    write(two.draft, 'second')
    await pass(1000)
    one.crash()
    two.crash()
    server.up = true
    const again = await here.window(one.name)
    await pass(1000)
    expect(server.post().content.title).toBe('first')
    const other = await here.window(two.name)
    await pass(1000)
    expect(there(other.draft)).toMatchObject({ saving: 'conflict', content: titled('second') })
    expect(server.aside).toEqual([titled('second')])
    expect(there(again.draft).content.title).toBe('first')
  })
  it('offer what a closed one left, where the post has gone on since', async () => {
    for (const choice of ['takeLeft', 'putLeftAside', null] as const) {
      const server = serverOf(titled(''))
      const here = browser(server)
      const one = await here.window()
      server.up = false
      write(one.draft, 'left behind')
      await pass(200)
      one.crash()
      server.up = true
      void server.save('p', 1, titled('gone on'))
      await pass(50)
      const two = await here.window()
      const { left, content } = there(two.draft)
      expect([content.title, left.map(({ draft }) => draft.history.present.title)]).toEqual([
        'gone on',
        ['left behind'],
      ])
      if (choice) there(two.draft)[choice](left[0]!.window)
      await pass(1000)
      expect(there(two.draft)).toMatchObject({ saving: 'saved', left: choice ? [] : left })
      expect(server.post().content.title).toBe(choice === 'takeLeft' ? 'left behind' : 'gone on')
      expect(server.aside).toEqual(choice === 'putLeftAside' ? [titled('left behind')] : [])
      if (choice === 'takeLeft') {
        there(two.draft).undo()
        expect(there(two.draft).content.title).toBe('gone on')
      }
      // What was not decided is offered again, the next time.
      const three = await here.window()
      expect(there(three.draft).left).toHaveLength(choice ? 0 : 1)
    }
  })
  it('offer what one left that was just closing, a moment later', async () => {
    const server = serverOf(titled(''))
    const here = browser(server)
    const one = await here.window()
    server.up = false
    write(one.draft, 'left behind')
    await pass(200)
    server.up = true
    const two = await here.window()
    expect(there(two.draft).left).toEqual([])
    one.crash()
    await pass(3000)
    expect(there(two.draft).left.map(({ draft }) => draft.history.present.title)).toEqual(['left behind'])
  })
  it('say no more of what is among the saved states already', async () => {
    const server = serverOf(titled('A'))
    const here = browser(server)
    const one = await here.window()
    write(one.draft, 'b')
    await pass(1000)
    one.crash()
    const two = await here.window()
    // Its steps of undo are gone on with.
    expect(there(two.draft)).toMatchObject({ left: [], undoes: 'write', content: titled('Ab') })
    expect(here.left()).toEqual([])
  })
  it('lose nothing that is typed after a refusal, whatever is chosen, or not', async () => {
    for (const choice of ['takeOther', 'keepMine', 'close'] as const) {
      const server = serverOf(titled(''))
      const here = browser(server)
      const one = await here.window()
      void server.save('p', 1, titled('theirs'))
      await pass(50)
      write(one.draft, 'mine')
      await pass(SAVE_AFTER_MS + 10)
      write(one.draft, ' on its way')
      await pass(50)
      expect(there(one.draft).saving).toBe('conflict')
      write(one.draft, ' and after')
      await pass(200)
      if (choice === 'close') {
        one.crash()
        const next = await here.window()
        expect(there(next.draft).left.map(({ draft }) => draft.history.present.title)).toEqual([
          'mine on its way and after',
        ])
      } else {
        there(one.draft)[choice]()
        await pass(1000)
        const known = [...server.past, ...server.aside, server.post().content].map(({ title }) => title)
        expect(known).toEqual(expect.arrayContaining(['theirs', 'mine on its way and after']))
      }
    }
  })
})

describe('whatever happens to one window', () => {
  const event = fc.oneof(
    { weight: 5, arbitrary: fc.constantFrom('write', 'write', 'undo', 'redo') },
    { weight: 3, arbitrary: fc.integer({ min: 1, max: 1500 }) },
    { weight: 2, arbitrary: fc.constantFrom('down', 'up', 'lose an answer', 'reload', 'leave and come back') },
    { weight: 1, arbitrary: fc.constant('reload, and nothing is kept of it' as const) },
  )
  it('nothing that was written is lost, and it is never taken for two', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(event, { maxLength: 40 }), async (events) => {
        const server = serverOf(titled(''))
        const here = browser(server)
        let { name, draft, crash } = await here.window()
        let letter = 0
        for (const one of events) {
          if (typeof one === 'number') await pass(one)
          else if (one === 'write') write(draft, String.fromCharCode(97 + (letter++ % 26)))
          else if (one === 'undo' || one === 'redo') there(draft)[one]()
          else if (one === 'down') server.up = false
          else if (one === 'up') server.up = true
          else if (one === 'lose an answer') server.losesAnswer = true
          else {
            const { content } = there(draft)
            if (one === 'reload, and nothing is kept of it') {
              here.full = true
              draft.leave()
              await pass(100)
              here.full = false
              // Who is warned that nobody has it stays.
              if (server.post().content !== content) draft.leave()
            }
            // What was written in the last moment before a crash may go with it; what is older may not.
            if (one !== 'reload, and nothing is kept of it' || server.post().content !== content) await pass(200)
            if (one !== 'leave and come back') {
              crash()
              ;({ name, draft, crash } = await here.window(name))
            } else {
              void draft.close(() => {})
              await pass(30)
              draft.open()
              await pass(60)
            }
            if ('failed' in draft.view()!) {
              // Only where there is nothing to go on with: neither a server nor anything kept.
              expect([server.up, here.kept()]).toEqual([false, undefined])
              return
            }
            expect(there(draft).content).toEqual(content)
          }
        }
        const { content } = there(draft)
        server.up = true
        server.losesAnswer = false
        await pass(20_000)
        expect(there(draft)).toMatchObject({ saving: 'saved', other: null, content, version: server.post().version })
        expect(server.post().content).toEqual(content)
        expect(server.aside).toEqual([])
        expect(here.kept()?.unsaved ?? false).toBe(false)
      }),
      {
        numRuns: 500,
        // What was read from the server is kept: with no server the next reload would go on from what is older.
        examples: [
          [
            [
              'leave and come back',
              'write',
              'reload, and nothing is kept of it',
              'down',
              'reload, and nothing is kept of it',
            ],
          ],
        ],
      },
    )
  })
})

describe('whatever a day brings', () => {
  const does = fc.oneof(
    { weight: 8, arbitrary: fc.constant('write' as const) },
    { weight: 8, arbitrary: fc.constantFrom('wait' as const, 'a moment' as const) },
    { weight: 4, arbitrary: fc.constantFrom('keepMine' as const, 'takeOther' as const) },
    { weight: 2, arbitrary: fc.constantFrom('takeLeft' as const, 'putLeftAside' as const) },
    { weight: 4, arbitrary: fc.constantFrom('close' as const, 'reload' as const, 'open' as const, 'back' as const) },
    {
      weight: 3,
      arbitrary: fc.constantFrom(
        ...(['down', 'lose an answer', 'ill', 'refuse', 'browser full'] as const),
        ...(['up', 'well', 'take', 'browser has room'] as const),
      ),
    },
  )
  const event = fc.record({ by: fc.integer({ min: 0, max: 3 }), does })
  const day = fc.array(event, { minLength: 10, maxLength: 60, size: 'max' })
  it('every word that was typed is in the post, in a saved state, or in a kept draft that is offered', async () => {
    await fc.assert(
      fc.asyncProperty(day, async (events) => {
        const server = serverOf(titled(''))
        const here = browser(server)
        const windows = [await here.window(), await here.window()]
        const typed: string[] = []
        for (const { by, does } of events) {
          const one = windows[by % windows.length]
          if (does === 'open' && windows.length < 4) windows.push(await here.window())
          else if (does === 'wait') await pass(900)
          else if (does === 'a moment') await pass(30)
          else if (does === 'down') server.up = false
          else if (does === 'up') server.up = true
          else if (does === 'lose an answer') server.losesAnswer = true
          else if (does === 'ill') server.ill = 507
          else if (does === 'well') server.ill = 0
          else if (does === 'refuse') server.fault = 'not like this'
          else if (does === 'take') server.fault = null
          else if (does === 'browser full') here.full = true
          else if (does === 'browser has room') here.full = false
          if (!one || !one.draft.view() || 'failed' in one.draft.view()!) continue
          if (does === 'write') {
            const word = `w${typed.length};`
            typed.push(word)
            write(one.draft, word)
          } else if (does === 'keepMine' || does === 'takeOther') there(one.draft)[does]()
          else if (does === 'takeLeft' || does === 'putLeftAside') {
            const left = there(one.draft).left[0]
            if (left) there(one.draft)[does](left.window)
          } else if (does === 'back') one.draft.online()
          else if (does === 'close' || does === 'reload') {
            // A window warns before it goes with what nobody has; who is warned stays.
            const free = one.draft.leave()
            await pass(200)
            if (!free && !there(one.draft).kept) continue
            one.crash()
            if (does === 'close') windows.splice(windows.indexOf(one), 1)
            else windows[windows.indexOf(one)] = await here.window(one.name)
          }
        }
        Object.assign(server, { up: true, losesAnswer: false, ill: 0, fault: null })
        here.full = false
        for (const { draft } of windows) draft.online()
        await pass(60_000)
        const reader = await here.window()
        await pass(60_000)
        const texts = [server.post().content, ...server.past, ...server.aside]
        for (const { draft } of [...windows, reader]) {
          const view = draft.view()
          if (!view || 'failed' in view) continue
          texts.push(view.content, ...view.left.flatMap((left) => [left.draft.history.present, ...left.draft.aside]))
          // What is on the screen alone is not enough: it is with the server, or a choice or a refusal is open on it.
          if (view.saving === 'saved')
            expect(texts.slice(0, -1).map(({ title }) => title)).toContain(view.content.title)
        }
        const all = texts.map(({ title }) => title).join(' ')
        expect(typed.filter((word) => !all.includes(word))).toEqual([])
      }),
      { numRuns: 1500 },
    )
  })
})

describe('whatever two windows do', () => {
  const event = fc.record({
    by: fc.integer({ min: 0, max: 1 }),
    does: fc.constantFrom('write', 'write', 'wait', 'wait', 'keepMine', 'takeOther', 'down', 'up', 'lose an answer'),
  })
  it('every text that a window still shows is with the server, as the post or kept aside', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(event, { maxLength: 30 }), async (events) => {
        const server = serverOf(titled(''))
        // Two browsers: neither has what the other kept.
        const windows = [await browser(server).window(), await browser(server).window()]
        let letter = 0
        for (const { by, does } of events) {
          const { draft } = windows[by]!
          if (does === 'write') write(draft, String.fromCharCode(97 + (letter++ % 26)))
          else if (does === 'wait') await pass(900)
          else if (does === 'down') server.up = false
          else if (does === 'up') server.up = true
          else if (does === 'lose an answer') server.losesAnswer = true
          else there(draft)[does]()
        }
        server.up = true
        server.losesAnswer = false
        await pass(20_000)
        const known = [server.post().content, ...server.past, ...server.aside].map(({ title }) => title)
        for (const { draft } of windows) {
          const { saving, content, other } = there(draft)
          expect(['saved', 'conflict']).toContain(saving)
          // While a choice is needed the other text stands beside, and what is written on waits in this browser.
          if (saving === 'conflict') expect(other).not.toBeNull()
          else expect(known).toContain(content.title)
        }
      }),
      { numRuns: 300 },
    )
  })
})
