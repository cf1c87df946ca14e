import { intoTray } from '../../../core/post/changes/into-tray.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { Post, type Publication, type SaveAnswer } from '../../../core/wire/post.ts'
import { Away, Refused } from '../../api/client.ts'
import type { KeptDraft } from './draft-store.ts'
import { everywhere, type History, record, redo, startHistory, undo } from '../../../core/post/history/history.ts'

/**
 * The post being worked on: what it is, what undo can reach, and how far the server has it. Changes are kept in
 * this browser at once and on the server within a second; an absent server is asked again. Knows no screen.
 */

export type Saving = 'saved' | 'unsaved' | 'saving' | 'away' | 'conflict' | 'refused'

interface State {
  readonly history: History
  readonly version: number
  readonly savedAt: string
  readonly publication: Publication
  readonly saving: Saving
  /** what was sent and may be on the server, though no answer has come */
  readonly unanswered: PostContent | null
  /** why the server refuses this content, when it does */
  readonly fault: string | null
  /** the other window's state, while a choice is needed */
  readonly other: Post | null
}

interface Actions {
  readonly change: (did: string, next: (content: PostContent) => PostContent, group?: string) => void
  /** adds pictures to the tray for good: undo does not send them away */
  readonly receive: (pictures: readonly string[], later?: readonly string[]) => void
  readonly undo: () => void
  readonly redo: () => void
  /** saves now; gives the version once the server has everything, null when it cannot be had */
  readonly flush: () => Promise<number | null>
  readonly keepMine: () => void
  readonly takeOther: () => void
  readonly setPublication: (publication: Publication) => void
  /** the post as it is at this moment, which a screen may be about to draw */
  readonly latest: () => PostContent
  readonly subscribe: (listener: () => void) => () => void
}

export interface PostDraft extends Actions, Omit<State, 'history' | 'unanswered'> {
  readonly id: string
  readonly content: PostContent
  readonly undoes: string | null
  readonly redoes: string | null
}

/** The draft once it is there, why it cannot be, or null while it is fetched. */
export type DraftView = PostDraft | { readonly failed: unknown } | null

export interface DraftSides {
  /** throws `Away` where no answer comes, and `Refused` with the server's reason */
  readonly server: {
    get: (id: string) => Promise<Post>
    save: (id: string, baseVersion: number, content: PostContent) => Promise<SaveAnswer>
  }
  readonly store: {
    get: (id: string) => Promise<KeptDraft | undefined>
    put: (id: string, draft: KeptDraft) => Promise<void>
  }
  /** ms since 1970 */
  readonly now: () => number
}

export interface OpenDraft {
  readonly view: () => DraftView
  /** Tells of every change; `soon` where nobody waits for seeing it. */
  readonly subscribe: (listener: (soon: boolean) => void) => () => void
  readonly open: () => void
  /** Goes on saving until the server has everything; `idle` tells that it has. */
  readonly close: (idle: () => unknown) => Promise<unknown>
  /** Keeps and saves at once, as the window may go away; true where nothing would be lost if it did. */
  readonly leave: () => boolean
  /** The line may be there again: an absent server is asked at once. */
  readonly online: () => void
}

/** The group of changes that the editor makes while someone types. */
export const TYPING = 'typing'
export const SAVE_AFTER_MS = 600
/** While someone goes on typing, what is there is saved this often. */
export const SAVE_EVERY_MS = 2000
export const KEEP_AFTER_MS = 150
export const RETRY_MS = 3000
/** Typing may go on while a flush saves; it is followed this often. */
const FLUSH_TURNS = 5

const NOT_PUBLISHED: Publication = {
  state: 'none',
  version: null,
  at: null,
  firstLiveAt: null,
  url: null,
  address: null,
  unsure: false,
}

export function createPostDraft(id: string, { server, store, now }: DraftSides): OpenDraft {
  let state: State | undefined
  let failed: { readonly failed: unknown } | undefined
  let view: DraftView = null
  let users = 0
  let whenIdle: () => unknown = () => {}
  let loading: Promise<void> | undefined
  let line: Promise<unknown> = Promise.resolve()
  let saveTimer: ReturnType<typeof setTimeout> | undefined
  let unsavedSince: number | undefined
  let keepTimer: ReturnType<typeof setTimeout> | undefined
  const listeners = new Set<(soon: boolean) => void>()

  function subscribe(listener: (soon: boolean) => void): () => void {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }

  /** `soon`: nobody waits for seeing it, such as what the editor shows already. */
  function put(next: State | undefined, soon = false): void {
    state = next
    view = failed ?? (next ? shown(next) : null)
    for (const listener of listeners) listener(soon)
    if (users === 0 && next?.saving === 'saved') whenIdle()
  }

  function shown({ history, unanswered: _, ...rest }: State): PostDraft {
    return {
      id,
      ...rest,
      content: history.present,
      undoes: history.past.at(-1)?.did ?? null,
      redoes: history.future[0]?.did ?? null,
      ...actions,
    }
  }

  async function keep(): Promise<void> {
    clearTimeout(keepTimer)
    // A browser that keeps nothing still saves to the server.
    if (state)
      await store
        .put(id, {
          baseVersion: state.version,
          history: state.history,
          unsaved: state.saving !== 'saved',
          unanswered: state.unanswered,
        })
        .catch(() => undefined)
  }

  function saveIn(ms: number): void {
    clearTimeout(saveTimer)
    saveTimer = setTimeout(() => void save(), ms)
  }

  /** One request after another. True once the server has the state that is there when its turn comes. */
  function save(): Promise<boolean> {
    clearTimeout(saveTimer)
    const turn = line.then(() =>
      !state || state.saving === 'saved' ? true : state.saving === 'conflict' ? false : send(state),
    )
    line = turn.catch(() => false)
    return turn
  }

  async function send(before: State): Promise<boolean> {
    // What may have arrived though its answer was lost goes first, word for word: the server knows it again
    // by that, and does not take it for another window's.
    const content = before.unanswered ?? before.history.present
    unsavedSince = undefined
    put({ ...before, saving: 'saving', unanswered: content }, true)
    void keep()
    try {
      const { version, savedAt } = await server.save(id, before.version, content)
      const here = state!
      const more = here.history.present !== content
      put({ ...here, version, savedAt, saving: more ? 'unsaved' : 'saved', unanswered: null, fault: null }, true)
      void keep()
      if (more) saveIn(before.unanswered ? 0 : SAVE_AFTER_MS)
      return !more
    } catch (error) {
      const here = state!
      if (error instanceof Refused && error.problem.code === 'stale-save')
        put({ ...here, saving: 'conflict', unanswered: null, other: Post.parse(error.problem.detail) })
      else if (error instanceof Away) {
        put({ ...here, saving: 'away' })
        saveIn(RETRY_MS)
      } else put({ ...here, saving: 'refused', unanswered: null, fault: (error as Error).message })
      return false
    }
  }

  /** Puts a state whose content the server does not have yet, and sees to it that it gets there. */
  function putUnsaved(next: State, soon = false): void {
    put({ ...next, saving: next.saving === 'conflict' || next.saving === 'away' ? next.saving : 'unsaved' }, soon)
    clearTimeout(keepTimer)
    keepTimer = setTimeout(() => void keep(), KEEP_AFTER_MS)
    unsavedSince ??= now()
    if (next.saving !== 'conflict') saveIn(Math.min(SAVE_AFTER_MS, Math.max(0, unsavedSince + SAVE_EVERY_MS - now())))
  }

  async function load(): Promise<void> {
    const [answer, kept] = await Promise.all([
      server.get(id).catch((error: unknown) => ({ failed: error })),
      store.get(id),
    ])
    if ('failed' in answer) {
      // The server is away: what this browser kept can be worked on.
      if (answer.failed instanceof Away && kept)
        return putUnsaved({
          history: kept.history,
          version: kept.baseVersion,
          savedAt: '',
          publication: NOT_PUBLISHED,
          saving: 'away',
          unanswered: kept.unanswered ?? null,
          fault: null,
          other: null,
        })
      failed = answer
      return put(undefined)
    }
    const usable = kept && (kept.unsaved || kept.baseVersion === answer.version) ? kept : undefined
    const history = everywhere(usable ? usable.history : startHistory(answer.content), (content) =>
      intoTray(content, answer.arrived),
    )
    const next: State = {
      history,
      version: usable?.baseVersion ?? answer.version,
      savedAt: answer.savedAt,
      publication: answer.publication,
      saving: 'saved',
      unanswered: usable?.unanswered ?? null,
      fault: null,
      other: null,
    }
    if (usable?.unsaved || answer.arrived.some((arrived) => !answer.content.tray.includes(arrived))) putUnsaved(next)
    else put(next)
  }

  const step = (next: (history: History) => History, soon = false): void => {
    if (!state) return
    const history = next(state.history)
    if (history !== state.history) putUnsaved({ ...state, history }, soon)
  }

  const actions: Actions = {
    change: (did, next, group) =>
      step(
        (history) => {
          const content = next(history.present)
          return content === history.present
            ? history
            : record(history, content, { did, group: group ?? null, at: now() })
        },
        // The editor shows what is typed as it is typed.
        group === TYPING,
      ),
    receive: (pictures, later) =>
      step((history) => everywhere(history, (content) => intoTray(content, pictures, later))),
    undo: () => step(undo),
    redo: () => step(redo),
    async flush() {
      for (let turn = 0; turn < FLUSH_TURNS; turn++) {
        if (await save()) return state?.version ?? null
        if (state?.saving !== 'unsaved') return null
      }
      return null
    },
    keepMine() {
      if (!state?.other) return
      put({ ...state, version: state.other.version, other: null, saving: 'unsaved' })
      void save()
    },
    takeOther() {
      if (!state?.other) return
      const { other } = state
      put({
        ...state,
        history: record(state.history, other.content, {
          did: 'take the other window’s text',
          group: null,
          at: now(),
        }),
        version: other.version,
        savedAt: other.savedAt,
        other: null,
        saving: 'saved',
      })
      void keep()
    },
    setPublication: (publication) => state && put({ ...state, publication }),
    latest: () => state!.history.present,
    subscribe,
  }

  return {
    view: () => view,
    subscribe,
    open() {
      users++
      if (loading || (state && state.saving !== 'saved')) return
      failed = undefined
      put(undefined)
      loading = load().finally(() => (loading = undefined))
    },
    async close(idle) {
      users--
      whenIdle = idle
      await loading
      void keep()
      await save()
      if (users === 0 && (!state || state.saving === 'saved')) idle()
    },
    leave() {
      void keep()
      void save()
      return !state || state.saving === 'saved' || state.saving === 'away'
    },
    online: () => void (state?.saving === 'away' && save()),
  }
}
