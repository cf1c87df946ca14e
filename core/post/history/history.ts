import type { PostContent } from '../post.ts'
import { applyPatch, inverse, type Patch, patchBetween } from './patch.ts'

/**
 * Every state of a post that undo and redo can reach, kept as the changes between them. The newest past change is
 * last, the next future one first; `present` is `base` with every past change made.
 */
export interface History {
  readonly base: PostContent
  readonly past: readonly Step[]
  readonly present: PostContent
  readonly future: readonly Step[]
}

/** One change that undo takes back at once. */
export interface Step {
  readonly patch: Patch
  /** what was done, for the undo button */
  readonly did: string
  /** changes of one group that follow closely are one step */
  readonly group: string | null
  readonly at: number
}

const STEPS_KEPT = 300
/** So many steps are let go of at once: the state that is kept in full changes seldom. */
const LET_GO = 50
/** Typing that pauses for longer than this starts a new step, ms. */
const PAUSE_MS = 900

export const startHistory = (present: PostContent): History => ({ base: present, past: [], present, future: [] })

/** Records a change; the history as it was where nothing has changed. O(change). */
export function record(history: History, next: PostContent, { did, group, at }: Omit<Step, 'patch'>): History {
  const last = history.past.at(-1)
  const joins =
    group !== null && last?.group === group && at - last.at < PAUSE_MS && history.future.length === 0 ? last : undefined
  const from = joins ? applyPatch(history.present, inverse(joins.patch)) : history.present
  const patch = patchBetween(from, next)
  const before = joins ? history.past.slice(0, -1) : history.past
  // Typed and taken back within one step: nothing is left to undo.
  if (!patch) return joins ? { ...history, past: before, present: next } : history
  const step: Step = { patch, did: joins?.did ?? did, group, at }
  return trimmed({ ...history, past: [...before, step], present: next, future: [] })
}

function trimmed(history: History): History {
  if (history.past.length < STEPS_KEPT + LET_GO) return history
  const base = history.past.slice(0, LET_GO).reduce((content, { patch }) => applyPatch(content, patch), history.base)
  return { ...history, base, past: history.past.slice(LET_GO) }
}

export function undo(history: History): History {
  const step = history.past.at(-1)
  if (!step) return history
  return {
    ...history,
    past: history.past.slice(0, -1),
    present: applyPatch(history.present, inverse(step.patch)),
    future: [ended(step), ...history.future],
  }
}

export function redo(history: History): History {
  const step = history.future[0]
  if (!step) return history
  return {
    ...history,
    past: [...history.past, ended(step)],
    present: applyPatch(history.present, step.patch),
    future: history.future.slice(1),
  }
}

/** A step that was gone over takes up nothing that follows. */
const ended = (step: Step): Step => (step.group === null ? step : { ...step, group: null })

/** Changes what no undo may take back, such as pictures that have arrived: in every state alike. */
export const everywhere = (history: History, change: (content: PostContent) => PostContent): History => {
  const present = change(history.present)
  return present === history.present ? history : { ...history, base: change(history.base), present }
}

/** The history that these steps make, of which so many are done. Used where a history is read back. */
export function replay(base: PostContent, steps: readonly Step[], done: number): History {
  const past = steps.slice(0, done)
  return {
    base,
    past,
    present: past.reduce((content, { patch }) => applyPatch(content, patch), base),
    future: steps.slice(done),
  }
}
