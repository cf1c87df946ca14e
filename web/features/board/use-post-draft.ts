import { useQueryClient } from '@tanstack/react-query'
import { startTransition, useEffect, useMemo, useState } from 'react'
import { api } from '../../api/client.ts'
import { setOf } from '../../api/queries.ts'
import { draftStore } from './draft-store.ts'
import { createPostDraft } from './post-draft.ts'
import type { DraftView, OpenDraft } from './draft-sides.ts'

/** Drafts that are open or not wholly saved: one that is opened again meanwhile goes on as it is. */
const drafts = new Map<string, OpenDraft>()

/** Does something once after the next picture of the page, however often it is asked. A window that is not seen has none: a moment is enough. */
function afterPaint(work: () => void): { ask: () => void; stop: () => void } {
  let frame = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  const stop = () => {
    cancelAnimationFrame(frame)
    clearTimeout(timer)
    timer = undefined
  }
  const now = () => {
    stop()
    work()
  }
  const ask = () => {
    if (timer !== undefined) return
    timer = setTimeout(now, UNSEEN_MS)
    frame = requestAnimationFrame(() => {
      clearTimeout(timer)
      timer = setTimeout(now)
    })
  }
  return { ask, stop }
}
const UNSEEN_MS = 200

/** The draft of a post, open as long as the screen that shows it. */
export function usePostDraft(id: string): DraftView {
  const client = useQueryClient()
  const draft = useMemo(
    () => drafts.get(id) ?? createPostDraft(id, { server: api.posts, store: draftStore, now: Date.now, setOf }),
    [id],
  )

  useEffect(() => {
    drafts.set(id, draft)
    draft.open()
    const leave = (event: BeforeUnloadEvent) => {
      if (!draft.leave()) event.preventDefault()
    }
    const hide = () => (document.visibilityState === 'hidden' ? draft.leave() : draft.online())
    window.addEventListener('beforeunload', leave)
    window.addEventListener('online', draft.online)
    window.addEventListener('focus', draft.online)
    document.addEventListener('visibilitychange', hide)
    return () => {
      window.removeEventListener('beforeunload', leave)
      window.removeEventListener('online', draft.online)
      window.removeEventListener('focus', draft.online)
      document.removeEventListener('visibilitychange', hide)
      // Lists elsewhere show this post; they must not show it as it was.
      void draft
        .close(() => drafts.get(id) === draft && drafts.delete(id))
        .then(() => client.invalidateQueries({ queryKey: ['posts'] }))
    }
  }, [id, draft, client])

  const [view, setView] = useState<DraftView>(draft.view)
  useEffect(() => {
    setView(draft.view())
    // What is typed stands on the page already: all else is drawn after it is seen, when the hands leave time for it.
    const later = afterPaint(() => startTransition(() => setView(draft.view())))
    const unsubscribe = draft.subscribe((soon) => (soon ? later.ask() : setView(draft.view())))
    return () => {
      unsubscribe()
      later.stop()
    }
  }, [draft])
  return view
}
