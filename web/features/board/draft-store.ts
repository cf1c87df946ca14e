import { createStore, del, get, promisifyRequest, type UseStore } from 'idb-keyval'
import type { PostContent } from '../../../core/post/post.ts'
import { type History, replay, startHistory, type Step } from '../../../core/post/history/history.ts'
import { salvageBlock, salvagePost } from '../../../core/post/salvage.ts'
import { type DraftWindows, ownWindows } from './draft-windows.ts'
import { lastSent, type Notes } from './last-sent.ts'

/** What a window keeps of a post in this browser: the text as last typed, and the steps of undo, across reloads. */
export interface KeptDraft {
  readonly baseVersion: number
  readonly history: History
  /** the server has not confirmed the present state */
  readonly unsaved: boolean
  /** what was sent to the server without an answer so far */
  readonly unanswered: PostContent | null
  /** texts that go to the saved states before anything else is saved */
  readonly aside: readonly PostContent[]
  /** mark of what this window sent after it had kept this */
  readonly sentSince?: string
}

/** What a window kept that is closed by now. */
export interface LeftDraft {
  readonly window: string
  /** ms since 1970, when it was changed last */
  readonly at: number
  readonly draft: KeptDraft
}

/** What changes with every step. */
interface Head {
  readonly at: number
  readonly baseVersion: number
  readonly unsaved: boolean
  readonly unanswered: PostContent | null
  readonly aside: readonly PostContent[]
  /** how many texts of the post this window had sent */
  readonly turn?: number
  /** number of the first step that follows the state kept in full */
  readonly first: number
  /** how many of the steps are done; those after it can be redone */
  readonly done: number
  /** how many there are */
  readonly steps: number
}

/** As which window drafts count that a program before kept, which told no windows apart. */
const BEFORE = 'before'

/**
 * Kept by changes: one record for a state in full, one for each step that follows it, and a small one that says how
 * far they go. Keeping a keystroke writes a step of a few hundred bytes, however long the post and its history are.
 */
export function createDraftStore(
  windows: DraftWindows,
  store: UseStore = createStore('set-row-drafts', 'steps'),
  { now = Date.now, notes }: { now?: () => number; notes?: Notes } = {},
) {
  const sent = lastSent(notes)
  /** this window's name, once it has one */
  let own: string | undefined
  const written = new Map<string, { base: PostContent; first: number; steps: readonly Step[] }>()
  /** The program before kept a post's one draft right under the post. */
  const key = (post: string, window: string, ...rest: (string | number)[]) =>
    window === BEFORE ? [post, ...rest] : [post, window, ...rest]
  const allOf = (post: string, window: string) => IDBKeyRange.bound(key(post, window), [...key(post, window), []])

  async function read(post: string, window: string): Promise<LeftDraft | undefined> {
    const head = (await get(key(post, window, 'head'), store).catch(() => undefined)) as Head | undefined
    if (!head) return undefined
    const base: unknown = await get(key(post, window, 'base'), store)
    const steps =
      head.steps === 0
        ? []
        : await store('readonly', (records) =>
            promisifyRequest(
              records.getAll(
                IDBKeyRange.bound(
                  key(post, window, 'step', head.first),
                  key(post, window, 'step', head.first + head.steps - 1),
                ),
              ) as IDBRequest<Step[]>,
            ),
          )
    const draft = readable(base, steps, head)
    const sentSince = sent.since(post, window, head.turn ?? 0)
    // When something was written, not when it was kept again.
    return {
      window,
      at: draft.history.past.at(-1)?.at ?? head.at ?? 0,
      draft: sentSince === undefined ? draft : { ...draft, sentSince },
    }
  }

  /** Names of the windows that have kept something of the post, but for those of the program before. */
  async function windowsOf(post: string): Promise<string[]> {
    const keys = await store('readonly', (records) =>
      promisifyRequest(records.getAllKeys(IDBKeyRange.bound([post], [post, []]))),
    ).catch(() => [])
    return keys.flatMap((one) => (Array.isArray(one) && one.length === 3 && one[2] === 'head' ? [String(one[1])] : []))
  }

  return {
    /** What this window kept. */
    async get(post: string): Promise<KeptDraft | undefined> {
      own = await windows.own()
      return (await read(post, own))?.draft
    },

    /** This window sends the post at this moment, as it is now. */
    sending(post: string, content: PostContent): void {
      if (own !== undefined) sent.note(post, own, content)
    },

    /** What windows kept that are closed, the newest first. */
    async left(post: string): Promise<LeftDraft[]> {
      const open = await windows.open()
      const closed = (await windowsOf(post)).filter((window) => !open.has(window))
      const found = await Promise.all([...closed, BEFORE].map((window) => read(post, window)))
      return [...found, await oldest(post)].filter((one) => one !== undefined).sort((a, b) => b.at - a.at)
    },

    /** What an open window keeps, to be read where the server is away. */
    async elsewhere(post: string): Promise<KeptDraft | undefined> {
      const own = await windows.own()
      const others = (await windowsOf(post)).filter((window) => window !== own)
      const found = await Promise.all(others.map((window) => read(post, window)))
      return found.filter((one) => one !== undefined).sort((a, b) => b.at - a.at)[0]?.draft
    },

    /** What a closed window left is somewhere else now. */
    async forget(post: string, window: string): Promise<void> {
      sent.forget(post, window)
      await store('readwrite', (records) => {
        if (window !== BEFORE) records.delete(allOf(post, window))
        else {
          records.delete(key(post, BEFORE, 'head'))
          records.delete(key(post, BEFORE, 'base'))
          records.delete(allOf(post, 'step'))
        }
        return promisifyRequest(records.transaction)
      })
      if (window === BEFORE) await del(post, createStore('set-row', 'drafts')).catch(() => undefined)
    },

    async put(post: string, { history, sentSince: _, ...rest }: KeptDraft): Promise<void> {
      const { base, past, future } = history
      // Of the moment in which it is asked, as the draft is.
      const turn = own === undefined ? 0 : sent.turn(post, own)
      const window = await windows.own()
      const steps = [...past, ...future]
      const before = written.get(post)
      // Steps let go of at the front move the numbers of those that stay not at all.
      const gone = before && steps[0] ? before.steps.indexOf(steps[0]) : -1
      const first = !before ? 0 : gone > 0 ? before.first + gone : before.first
      const kept = before && gone > 0 ? before.steps.slice(gone) : (before?.steps ?? [])
      let same = 0
      while (same < Math.min(kept.length, steps.length) && kept[same] === steps[same]) same++
      written.set(post, { base, first, steps })
      const head: Head = { ...rest, turn, at: now(), first, done: past.length, steps: steps.length }
      await store('readwrite', (records) => {
        if (!before) records.delete(allOf(post, window))
        if (before?.base !== base) records.put(base, key(post, window, 'base'))
        for (let n = before?.first ?? first; n < first; n++) records.delete(key(post, window, 'step', n))
        for (let n = same; n < steps.length; n++) records.put(steps[n], key(post, window, 'step', first + n))
        for (let n = steps.length; n < kept.length; n++) records.delete(key(post, window, 'step', first + n))
        records.put(head, key(post, window, 'head'))
        return promisifyRequest(records.transaction)
      }).catch((error: unknown) => {
        // Nothing of it is known to be there: the next time everything is written.
        written.delete(post)
        throw error
      })
    },
  }
}

/** The draft as the first program kept it: every state in full. Its present is what counts. */
async function oldest(post: string): Promise<LeftDraft | undefined> {
  const store = createStore('set-row', 'drafts')
  const kept = await get<{ baseVersion: number; unsaved: boolean; history: { present: unknown } }>(post, store).catch(
    () => undefined,
  )
  if (!kept) return undefined
  const { baseVersion, unsaved, history } = kept
  const present = startHistory(salvagePost(history.present))
  return {
    window: BEFORE,
    at: 0,
    draft: { baseVersion, unsaved, unanswered: null, aside: [], history: present },
  }
}

/** The draft with everything in it as a post can hold it; where its steps no longer fit, its text alone. */
export function readable(
  base: unknown,
  steps: readonly Step[],
  head: Pick<Head, 'baseVersion' | 'unsaved' | 'unanswered' | 'done'> & Partial<Pick<Head, 'aside'>>,
): KeptDraft {
  const { baseVersion, unsaved, unanswered, aside = [], done } = head
  const history = replay(base as PostContent, steps, done)
  const kept = {
    baseVersion,
    unsaved,
    unanswered: unanswered && salvagePost(unanswered),
    aside: aside.map(salvagePost),
  }
  const present = salvagePost(history.present)
  const whole = JSON.stringify(present) === JSON.stringify(history.present) && steps.every(holdsBlocks)
  return { ...kept, history: whole ? history : startHistory(present) }
}

const holdsBlocks = ({ patch }: Step): boolean =>
  [...(patch.blocks?.out ?? []), ...(patch.blocks?.in ?? [])].every((block) => {
    const [one, ...more] = salvageBlock(block)
    return more.length === 0 && one?.type === block.type
  })

export const draftStore = createDraftStore(ownWindows, undefined, { notes: globalThis.localStorage })
