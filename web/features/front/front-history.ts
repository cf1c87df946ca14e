import { z } from 'zod'
import { type Front, parseFront } from '../../../core/front/front.ts'
import { ListStyle } from '../../../core/wire/front.ts'

/** What is arranged of the front page at one moment. */
export interface Arranged {
  readonly front: Front
  readonly list: ListStyle
}

/** What was arranged and is not on the blog yet, step by step, and the version that it was made from. */
export interface FrontHistory {
  readonly base: number
  readonly states: readonly Arranged[]
  readonly at: number
  /** what the last step changed: the next of the same is one step with it */
  readonly key: string | null
}

/** Steps that can be gone back. */
const STEPS = 100

export const stateNow = ({ states, at }: FrontHistory): Arranged => states[at]!
export const canStep = ({ states, at }: FrontHistory, by: -1 | 1): boolean => states[at + by] !== undefined

/** The history with one more state; what was undone is gone. */
export function withState(history: FrontHistory, next: Arranged, key: string | null): FrontHistory {
  const { states, at } = history
  // Letters that are typed into one field are one step.
  const past = states.slice(0, key !== null && key === history.key && at > 0 ? at : at + 1)
  const kept = [...past.slice(-STEPS), next]
  return { ...history, states: kept, at: kept.length - 1, key }
}

/** One step back or forth, where there is one. */
export const stepped = (history: FrontHistory, by: -1 | 1): FrontHistory =>
  canStep(history, by) ? { ...history, at: history.at + by, key: null } : history

/** What a browser keeps of it: the state of now, without the way there. */
export const keptText = (history: FrontHistory): string => JSON.stringify({ base: history.base, ...stateNow(history) })

/** What was kept; null where it can't be read. */
export function fromKept(text: string | null): FrontHistory | null {
  if (text === null) return null
  try {
    const { base, front, list } = JSON.parse(text) as Record<string, unknown>
    const state = { front: parseFront(front), list: ListStyle.parse(list) }
    return { base: z.number().int().parse(base), states: [state], at: 0, key: null }
  } catch {
    return null
  }
}
