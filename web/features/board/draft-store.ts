import { createStore, get, set } from 'idb-keyval'
import { parsePost, type PostContent } from '../../../core/post/post.ts'
import type { History } from './history.ts'

/** What this browser keeps of a post: the text as last typed, and the steps of undo, across reloads. */
export interface KeptDraft {
  readonly baseVersion: number
  readonly history: History
  /** the server has not confirmed the present state */
  readonly unsaved: boolean
  /** what was sent to the server without an answer so far */
  readonly unanswered?: PostContent | null
}

const store = createStore('set-row', 'drafts')

export const draftStore = {
  /** A draft kept by an older program that can no longer be read counts as none. */
  async get(post: string): Promise<KeptDraft | undefined> {
    const kept = await get<KeptDraft>(post, store).catch(() => undefined)
    return kept && readable(kept)
  },
  put: (post: string, draft: KeptDraft): Promise<void> => set(post, draft, store),
}

/** The draft with everything in it in today's shape. */
function readable(kept: KeptDraft): KeptDraft | undefined {
  const steps = (list: History['past']) => list.map((step) => ({ ...step, content: parsePost(step.content) }))
  try {
    return {
      ...kept,
      history: {
        past: steps(kept.history.past),
        present: parsePost(kept.history.present),
        future: steps(kept.history.future),
      },
      unanswered: kept.unanswered ? parsePost(kept.unanswered) : null,
    }
  } catch {
    return undefined
  }
}
