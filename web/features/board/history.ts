import type { PostContent } from '../../../core/post/post.ts'

/** Every state of a post that undo and redo can reach. The newest past state is last, the next future one first. */
export interface History {
  readonly past: readonly Step[]
  readonly present: PostContent
  readonly future: readonly Step[]
}

export interface Step {
  readonly content: PostContent
  /** what was done to leave this state, for the undo button */
  readonly did: string
  /** changes of one group that follow closely are one step */
  readonly group: string | null
  readonly at: number
}

const STEPS_KEPT = 300
/** Typing that pauses for longer than this starts a new step, ms. */
const PAUSE_MS = 900

export const startHistory = (present: PostContent): History => ({ past: [], present, future: [] })

/** Records a change. O(1) but for trimming. */
export function record(history: History, next: PostContent, did: string, group: string | null, at: number): History {
  const last = history.past.at(-1)
  const joins = group !== null && last?.group === group && at - last.at < PAUSE_MS && history.future.length === 0
  const past = joins
    ? [...history.past.slice(0, -1), { ...last, at }]
    : [...history.past, { content: history.present, did, group, at }].slice(-STEPS_KEPT)
  return { past, present: next, future: [] }
}

export function undo(history: History): History {
  const step = history.past.at(-1)
  if (!step) return history
  return {
    past: history.past.slice(0, -1),
    present: step.content,
    future: [{ ...step, content: history.present, group: null }, ...history.future],
  }
}

export function redo(history: History): History {
  const step = history.future[0]
  if (!step) return history
  return {
    past: [...history.past, { ...step, content: history.present, group: null }],
    present: step.content,
    future: history.future.slice(1),
  }
}

/** Changes what no undo may take back, such as pictures that have arrived: in every state alike. */
export const everywhere = (history: History, change: (content: PostContent) => PostContent): History => ({
  past: history.past.map((step) => ({ ...step, content: change(step.content) })),
  present: change(history.present),
  future: history.future.map((step) => ({ ...step, content: change(step.content) })),
})
