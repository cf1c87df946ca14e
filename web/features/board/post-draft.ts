import { intoTray } from '../../../core/post/changes/into-tray.ts'
import { everywhere, type History, record, redo, undo } from '../../../core/post/history/history.ts'
import { bodyFollowing, bodyKeptFollowing } from '../../../core/sets/follow.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { isTriedAgain } from '../../api/client.ts'
import {
  failedState,
  leftAside,
  leftTaken,
  lookedAgain,
  mineKept,
  openedState,
  otherTaken,
  savedState,
  type State,
} from './draft-state.ts'
import type { Actions, DraftSides, DraftView, OpenDraft, PostDraft } from './draft-sides.ts'
import type { LeftDraft } from './draft-store.ts'

/**
 * The post being worked on: what it is, what undo can reach, and how far the server has it. Changes are kept in
 * this browser at once and on the server within a second; an absent server is asked again. Knows no screen.
 */

/** The group of changes that the editor makes while someone types. */
export const TYPING = 'typing'
export const SAVE_AFTER_MS = 600
/** While someone goes on typing, what is there is saved this often. */
export const SAVE_EVERY_MS = 2000
export const KEEP_AFTER_MS = 150
/** Pauses between tries double from the first to the last. */
export const RETRY_MS = 3000
export const LONGEST_RETRY_MS = 24_000
/** A browser takes a moment to let go of a window that was closed. */
const LOOK_AGAIN_MS = 2500
/** Typing may go on while a flush saves; it is followed this often. */
const FLUSH_TURNS = 5

/** The content with this body; the same object where it has it. */
const withBody = (content: PostContent, body: PostContent['body']): PostContent =>
  body === content.body ? content : { ...content, body }

export function createPostDraft(id: string, { server, store, now, setOf = () => undefined }: DraftSides): OpenDraft {
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
  let tries = 0
  /** what this browser is known to have */
  let inBrowser: History | undefined
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

  function shown({ history, unanswered: _, aside: __, known: ___, ...rest }: State): PostDraft {
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
    if (!state) return
    const { version: baseVersion, history, saving, unanswered, aside } = state
    const draft = { baseVersion, history, unsaved: saving !== 'saved', unanswered, aside }
    // A browser that keeps nothing still saves to the server.
    const kept = await store.put(id, draft).then(
      () => true,
      () => false,
    )
    if (kept) inBrowser = history
    if (state && state.kept !== kept) put({ ...state, kept }, true)
  }

  function saveIn(ms: number): void {
    clearTimeout(saveTimer)
    saveTimer = setTimeout(() => void save(), ms)
  }

  /** One request after another. True once the server has the state that is there when its turn comes. */
  function save(): Promise<boolean> {
    clearTimeout(saveTimer)
    saveTimer = undefined
    const turn = line.then(async () => {
      if (!state || state.saving === 'saved') return true
      if (state.saving !== 'conflict') return send(state)
      // What is to be chosen waits; what was put aside need not.
      await sendAsides().catch(tryLater)
      return false
    })
    line = turn.catch(() => false)
    return turn
  }

  function tryLater(): void {
    saveIn(Math.min(LONGEST_RETRY_MS, RETRY_MS * 2 ** tries++))
  }

  async function sendAsides(): Promise<void> {
    for (const text of state!.aside) {
      await server.setAside(id, text)
      put({ ...state!, aside: state!.aside.filter((one) => one !== text) }, true)
    }
  }

  async function send(before: State): Promise<boolean> {
    // What may have arrived though its answer was lost goes first, word for word: the server knows it again
    // by that, and does not take it for another window's.
    const content = before.unanswered ?? before.history.present
    unsavedSince = undefined
    // Noted first: all that is kept from here on may have more in it.
    if (content === before.history.present && content !== before.known) store.sending(id, content)
    put({ ...before, saving: 'saving', unanswered: content === before.known ? null : content }, true)
    void keep()
    try {
      await sendAsides()
      const answer = content === before.known ? before : await server.save(id, before.version, content)
      tries = 0
      const next = savedState(state!, content, answer)
      const more = next.saving !== 'saved'
      put(next, true)
      void keep()
      if (more) saveIn(before.unanswered ? 0 : SAVE_AFTER_MS)
      return !more
    } catch (error) {
      put(failedState(state!, error as Error))
      const { saving } = state!
      if (saving === 'away' || saving === 'failing') tryLater()
      void keep()
      return false
    }
  }

  /** Puts a state whose content the server does not have yet, and sees to it that it gets there. */
  function putUnsaved(next: State, soon = false): void {
    const { saving } = next
    const tried = saving === 'away' || saving === 'failing'
    put({ ...next, saving: saving === 'conflict' || tried ? saving : 'unsaved' }, soon)
    clearTimeout(keepTimer)
    keepTimer = setTimeout(() => void keep(), KEEP_AFTER_MS)
    unsavedSince ??= now()
    // What is tried again has its own pauses.
    if ((saving === 'conflict' && next.aside.length === 0) || (tried && saveTimer !== undefined)) return
    saveIn(Math.min(SAVE_AFTER_MS, Math.max(0, unsavedSince + SAVE_EVERY_MS - now())))
  }

  async function load(): Promise<void> {
    const [answer, own, left] = await Promise.all([
      server.get(id).catch((error: unknown) => ({ failed: error })),
      store.get(id).catch(() => undefined),
      store.left(id).catch(() => []),
    ])
    const away = 'failed' in answer && isTriedAgain(answer.failed)
    const elsewhere = away ? await store.elsewhere(id).catch(() => undefined) : undefined
    const opened =
      (away || !('failed' in answer)) &&
      openedState({ answer: 'failed' in answer ? null : answer, own, left, elsewhere })
    if (!opened) {
      failed = answer as { failed: unknown }
      return put(undefined)
    }
    if (opened.unsaved) putUnsaved(opened.state)
    else {
      put(opened.state)
      // What is kept is behind: without a server, the next reload would go on from that.
      if (own && (own.unsaved || own.history !== opened.state.history)) void keep()
    }
    for (const window of opened.done) void forget(window)
    setTimeout(() => void lookAgain(), LOOK_AGAIN_MS)
  }

  /** A window that was just closing counted as open. */
  async function lookAgain(): Promise<void> {
    const left = await store.left(id).catch(() => [])
    if (!state) return
    const next = lookedAgain(state, left)
    if (next !== state) put(next)
  }

  /** What a window left is forgotten once all that is here is kept. */
  async function forget(window: string): Promise<void> {
    await keep()
    if (state?.kept) await store.forget(id, window).catch(() => undefined)
  }

  /** What becomes of a text that a closed window left; it is kept before that is forgotten. */
  function dealWith(window: string, next: (state: State, left: LeftDraft) => State): void {
    const left = state?.left.find((one) => one.window === window)
    if (!state || !left) return
    putUnsaved(next(state, left))
    void forget(window)
  }

  const step = (next: (history: History) => History, soon = false): void => {
    if (!state) return
    const history = next(state.history)
    if (history !== state.history) putUnsaved({ ...state, history }, soon)
  }

  /** In every state that undo can reach: it takes back what was done to the post, never what was done to a set. */
  const followed = (history: History): History =>
    everywhere(history, (content) => withBody(content, bodyFollowing(content.body, setOf)))

  const actions: Actions = {
    change: (did, next, group) =>
      step(
        (history) => {
          const { present } = history
          const written = next(present)
          const content = withBody(written, bodyKeptFollowing(present.body, written.body, setOf))
          return content === history.present
            ? history
            : record(history, content, { did, group: group ?? null, at: now() })
        },
        // The editor shows what is typed as it is typed.
        group === TYPING,
      ),
    receive: (pictures, later) =>
      step((history) => everywhere(history, (content) => intoTray(content, pictures, later))),
    undo: () => step((history) => followed(undo(history))),
    redo: () => step((history) => followed(redo(history))),
    async flush() {
      for (let turn = 0; turn < FLUSH_TURNS; turn++) {
        if (await save()) return state?.version ?? null
        if (state?.saving !== 'unsaved') return null
      }
      return null
    },
    keepMine() {
      if (!state?.other) return
      put(mineKept(state, state.other))
      void save()
    },
    takeOther() {
      if (!state?.other) return
      put(otherTaken(state, state.other, now()))
      void save()
    },
    takeLeft: (window) => dealWith(window, (here, left) => leftTaken(here, left, now())),
    putLeftAside: (window) => dealWith(window, leftAside),
    setPublication: (publication) => state && put({ ...state, publication }),
    latest: () => state!.history.present,
    followSets() {
      if (!state) return
      const history = followed(state.history)
      if (history !== state.history) put({ ...state, history })
    },
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
      // What is kept here goes on by itself the next time; a choice that is open is only the writer's.
      const tried = state?.saving === 'away' || state?.saving === 'failing'
      return !state || state.saving === 'saved' || (tried && state.kept && inBrowser === state.history)
    },
    online: () => void ((state?.saving === 'away' || state?.saving === 'failing') && save()),
  }
}
