import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { EMPTY_POST, type PostContent } from '../../../core/post/post.ts'
import type { Post } from '../../../core/wire/post.ts'
import { Away, Refused } from '../../api/client.ts'
import type { KeptDraft } from './draft-store.ts'
import {
  createPostDraft,
  type DraftView,
  type OpenDraft,
  type PostDraft,
  RETRY_MS,
  SAVE_AFTER_MS,
} from './post-draft.ts'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

const titled = (title: string): PostContent => ({ ...EMPTY_POST, title })

/** A server with the real one's rule, whose line can be cut before it hears or before its answer comes. */
function serverOf(first: PostContent) {
  const never = {
    state: 'none',
    version: null,
    at: null,
    firstLiveAt: null,
    url: null,
    address: null,
    unsure: false,
  } as const
  let post: Post = { id: 'p', version: 1, savedAt: '', createdAt: '', content: first, publication: never, arrived: [] }
  const server = {
    up: true,
    losesAnswer: false,
    fault: null as string | null,
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
      return post
    },
    async save(_id: string, baseVersion: number, content: PostContent) {
      server.requests++
      server.mostUnderWay = Math.max(server.mostUnderWay, ++server.underWay)
      await new Promise((resolve) => setTimeout(resolve, 20))
      server.underWay--
      if (!server.up) throw new Away()
      if (server.fault) throw new Refused(400, { code: 'bad-request', message: server.fault })
      if (baseVersion === post.version) {
        server.past.push(post.content)
        post = { ...post, version: baseVersion + 1, content, savedAt: `save ${baseVersion}` }
      } else if (JSON.stringify(content) !== JSON.stringify(post.content)) {
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

/** A browser that keeps drafts, and windows of it. A window that has crashed neither keeps nor asks any more. */
function browser(server: ReturnType<typeof serverOf>) {
  let kept: string | undefined
  return {
    kept: () => (kept === undefined ? undefined : (JSON.parse(kept) as KeptDraft)),
    async window() {
      let alive = true
      const lost = new Promise<never>(() => {})
      const draft = createPostDraft('p', {
        server: {
          get: () => (alive ? server.get() : lost),
          save: (...asked) =>
            alive
              ? server.save(...asked).then(
                  (answer) => (alive ? answer : lost),
                  (error: unknown) => (alive ? Promise.reject(error as Error) : lost),
                )
              : lost,
        },
        store: {
          get: async () => (kept === undefined ? undefined : (JSON.parse(kept) as KeptDraft)),
          put: async (_id, next) => void (alive && (kept = JSON.stringify(next))),
        },
        now: Date.now,
      })
      draft.open()
      await pass(40)
      return { draft, crash: () => (alive = false) }
    },
  }
}

const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms)
const there = (draft: OpenDraft): PostDraft => {
  const view: DraftView = draft.view()
  if (!view || 'failed' in view) throw new Error('the draft is not there')
  return view
}
const write = (draft: OpenDraft, more: string) =>
  there(draft).change('write', (content) => ({ ...content, title: content.title + more }), 'typing')

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
    const server = serverOf(titled('A'))
    const here = browser(server)
    const { draft, crash } = await here.window()
    server.losesAnswer = true
    write(draft, 'b')
    await pass(SAVE_AFTER_MS + 50)
    write(draft, 'c')
    await pass(200)
    crash()
    const next = await here.window()
    await pass(2000)
    expect(there(next.draft)).toMatchObject({ saving: 'saved', other: null, content: titled('Abc') })
    expect(server.aside).toEqual([])
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

describe('whatever happens to one window', () => {
  const event = fc.oneof(
    { weight: 5, arbitrary: fc.constantFrom('write', 'write', 'undo', 'redo') },
    { weight: 3, arbitrary: fc.integer({ min: 1, max: 1500 }) },
    { weight: 2, arbitrary: fc.constantFrom('down', 'up', 'lose an answer', 'reload', 'leave and come back') },
  )
  it('nothing that was written is lost, and it is never taken for two', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(event, { maxLength: 40 }), async (events) => {
        const server = serverOf(titled(''))
        const here = browser(server)
        let { draft, crash } = await here.window()
        let letter = 0
        for (const one of events) {
          if (typeof one === 'number') await pass(one)
          else if (one === 'write') write(draft, String.fromCharCode(97 + (letter++ % 26)))
          else if (one === 'undo' || one === 'redo') there(draft)[one]()
          else if (one === 'down') server.up = false
          else if (one === 'up') server.up = true
          else if (one === 'lose an answer') server.losesAnswer = true
          else {
            // What was written in the last moment before a crash may go with it; what is older may not.
            await pass(200)
            const { content } = there(draft)
            if (one === 'reload') {
              crash()
              ;({ draft, crash } = await here.window())
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
      { numRuns: 500 },
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
