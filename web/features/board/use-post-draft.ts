import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { PostContent } from '../../../core/post/post.ts'
import { Post, type Publication } from '../../../core/wire/post.ts'
import { api, Away, Refused } from '../../api/client.ts'
import { keepDraft, keptDraft } from './draft-store.ts'
import { everywhere, type History, record, redo, startHistory, undo } from './history.ts'

export type Saving = 'saved' | 'unsaved' | 'saving' | 'away' | 'conflict' | 'refused'

export interface PostDraft {
  readonly id: string
  readonly content: PostContent
  readonly saving: Saving
  readonly savedAt: string
  readonly version: number
  readonly publication: Publication
  /** why the server refuses this content, when it does */
  readonly fault: string | null
  /** the other window's state, while a choice is needed */
  readonly other: Post | null
  readonly undoes: string | null
  readonly redoes: string | null
  change: (did: string, next: (content: PostContent) => PostContent, group?: string) => void
  /** adds pictures to the tray for good: undo does not send them away */
  receive: (pictures: readonly string[]) => void
  undo: () => void
  redo: () => void
  /** saves now; gives the version once the server has everything, null when it cannot be had */
  flush: () => Promise<number | null>
  keepMine: () => void
  takeOther: () => void
  setPublication: (publication: Publication) => void
}

const SAVE_AFTER_MS = 600
const KEEP_AFTER_MS = 150
const RETRY_MS = 3000

interface State {
  readonly history: History
  readonly version: number
  readonly savedAt: string
  readonly publication: Publication
  readonly saving: Saving
  readonly fault: string | null
  readonly other: Post | null
}

const withArrivals = (content: PostContent, ids: readonly string[]): PostContent => {
  const fresh = ids.filter((id) => !content.tray.includes(id))
  return fresh.length ? { ...content, tray: [...content.tray, ...fresh] } : content
}

/**
 * The post being worked on: what it is, what undo can reach, and how far the server has it. Changes are
 * kept in this browser at once and on the server within a second; an absent server is asked again.
 */
export function usePostDraft(id: string): PostDraft | { readonly failed: unknown } | null {
  const client = useQueryClient()
  const [state, setState] = useState<State>()
  const [failed, setFailed] = useState<unknown>()
  // The newest state, for work that outlives a render.
  const latest = useRef<State>(undefined)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const saveRun = useRef<Promise<boolean>>(undefined)

  const put = useCallback((next: State) => {
    latest.current = next
    setState(next)
  }, [])

  const save = useCallback(async (): Promise<boolean> => {
    clearTimeout(timer.current)
    if (saveRun.current) await saveRun.current
    const before = latest.current
    if (!before || before.saving === 'saved') return true
    if (before.saving === 'conflict') return false
    const content = before.history.present
    const run = (async () => {
      put({ ...before, saving: 'saving' })
      try {
        const { version, savedAt } = await api.posts.save(id, before.version, content)
        const now = latest.current!
        const still = now.history.present !== content
        put({ ...now, version, savedAt, saving: still ? 'unsaved' : 'saved', fault: null })
        await keepDraft(id, { baseVersion: version, history: latest.current!.history, unsaved: still })
        if (still) timer.current = setTimeout(() => void save(), SAVE_AFTER_MS)
        return !still
      } catch (error) {
        const now = latest.current!
        if (error instanceof Refused && error.problem.code === 'stale-save') put({ ...now, saving: 'conflict', other: Post.parse(error.problem.detail) })
        else if (error instanceof Away) {
          put({ ...now, saving: 'away' })
          timer.current = setTimeout(() => void save(), RETRY_MS)
        } else put({ ...now, saving: 'refused', fault: (error as Error).message })
        return false
      } finally {
        saveRun.current = undefined
      }
    })()
    saveRun.current = run
    return run
  }, [id, put])

  const keepTimer = useRef<ReturnType<typeof setTimeout>>(undefined)
  /** Puts a state whose content the server does not have yet, and sees to it that it gets there. */
  const putUnsaved = useCallback(
    (next: State) => {
      put({ ...next, saving: next.saving === 'conflict' ? 'conflict' : next.saving === 'away' ? 'away' : 'unsaved' })
      clearTimeout(keepTimer.current)
      keepTimer.current = setTimeout(() => {
        const now = latest.current!
        void keepDraft(id, { baseVersion: now.version, history: now.history, unsaved: now.saving !== 'saved' })
      }, KEEP_AFTER_MS)
      clearTimeout(timer.current)
      if (next.saving !== 'conflict') timer.current = setTimeout(() => void save(), SAVE_AFTER_MS)
    },
    [id, put, save],
  )

  useEffect(() => {
    let current = true
    latest.current = undefined
    setState(undefined)
    setFailed(undefined)
    async function load() {
      const [answer, kept] = await Promise.all([api.posts.get(id).catch((error: unknown) => error), keptDraft(id)])
      if (!current) return
      if (!(answer !== null && typeof answer === 'object' && 'content' in answer)) {
        // The server is away: what this browser kept can be worked on.
        if (answer instanceof Away && kept)
          putUnsaved({ history: kept.history, version: kept.baseVersion, savedAt: '', publication: { state: 'none', version: null, at: null, firstLiveAt: null, url: null, address: null }, saving: 'away', fault: null, other: null })
        else setFailed(answer)
        return
      }
      const post = answer as Post
      const usable = kept && (kept.unsaved || kept.baseVersion === post.version) ? kept : undefined
      const history = usable ? usable.history : startHistory(post.content)
      const received = everywhere(history, (content) => withArrivals(content, post.arrived))
      const next: State = { history: received, version: usable?.baseVersion ?? post.version, savedAt: post.savedAt, publication: post.publication, saving: 'saved', fault: null, other: null }
      if (usable?.unsaved || post.arrived.some((arrived) => !post.content.tray.includes(arrived))) putUnsaved(next)
      else put(next)
    }
    void load()
    return () => {
      current = false
      void save()
      // Lists elsewhere show this post; they must not show it as it was.
      void client.invalidateQueries({ queryKey: ['posts'] })
    }
  }, [id, put, putUnsaved, save, client])

  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      void save()
      if (latest.current && !['saved', 'away'].includes(latest.current.saving)) event.preventDefault()
    }
    const back = () => latest.current?.saving === 'away' && void save()
    window.addEventListener('beforeunload', leave)
    window.addEventListener('online', back)
    return () => {
      window.removeEventListener('beforeunload', leave)
      window.removeEventListener('online', back)
    }
  }, [save])

  const act = useCallback((step: (history: History) => History) => {
    const now = latest.current
    if (!now) return
    const history = step(now.history)
    if (history !== now.history) putUnsaved({ ...now, history })
  }, [putUnsaved])

  const change = useCallback<PostDraft['change']>(
    (did, next, group) => act((history) => {
      const content = next(history.present)
      return content === history.present ? history : record(history, content, did, group ?? null, Date.now())
    }),
    [act],
  )
  const receive = useCallback((pictures: readonly string[]) => act((history) => everywhere(history, (content) => withArrivals(content, pictures))), [act])
  const undoStep = useCallback(() => act(undo), [act])
  const redoStep = useCallback(() => act(redo), [act])
  const keepMine = useCallback(() => {
    const now = latest.current
    if (!now?.other) return
    put({ ...now, version: now.other.version, other: null, saving: 'unsaved' })
    void save()
  }, [put, save])
  const takeOther = useCallback(() => {
    const now = latest.current
    if (!now?.other) return
    const history = record(now.history, now.other.content, 'take the other window’s text', null, Date.now())
    put({ ...now, history, version: now.other.version, savedAt: now.other.savedAt, other: null, saving: 'saved' })
    void keepDraft(id, { baseVersion: now.other.version, history, unsaved: false })
  }, [id, put])
  const flush = useCallback(async () => ((await save()) ? latest.current!.version : null), [save])
  const setPublication = useCallback((publication: Publication) => latest.current && put({ ...latest.current, publication }), [put])

  if (failed !== undefined) return { failed }
  if (!state) return null
  const { history, ...rest } = state
  return {
    id,
    ...rest,
    content: history.present,
    undoes: history.past.at(-1)?.did ?? null,
    redoes: history.future[0]?.did ?? null,
    change,
    receive,
    undo: undoStep,
    redo: redoStep,
    flush,
    keepMine,
    takeOther,
    setPublication,
  }
}
