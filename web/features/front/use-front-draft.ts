import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { z } from 'zod'
import { type Front, parseFront } from '../../../core/front/front.ts'
import { HouseStyle } from '../../../core/house/house-style.ts'
import { FrontAnswer } from '../../../core/wire/front.ts'
import { api, Refused } from '../../api/client.ts'
import { useHouse } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'
import { Told, useTold } from '../../ui/told.ts'

const KEPT = 'set-row-front-draft'
/** Steps that can be gone back. */
const STEPS = 100
/** ms between two looks at whether the blog has it. */
const LOOK_AGAIN = 1000

/** What of the house style lists are set by. */
const ListStyle = HouseStyle.pick({ listShape: true, postsPerPage: true, fallbackFeatured: true })
export type ListStyle = z.infer<typeof ListStyle>

interface State {
  readonly front: Front
  readonly list: ListStyle
}
/** What was arranged and is not on the blog yet, and the version that it was made from. */
interface Draft {
  readonly base: number
  readonly states: readonly State[]
  readonly at: number
}

function kept(): Draft | null {
  try {
    const text = localStorage.getItem(KEPT)
    if (!text) return null
    const { base, front, list } = JSON.parse(text) as { base: number; front: unknown; list: unknown }
    return { base: z.number().parse(base), states: [{ front: parseFront(front), list: ListStyle.parse(list) }], at: 0 }
  } catch {
    return null
  }
}

function keep({ base, states, at }: Draft): void {
  localStorage.setItem(KEPT, JSON.stringify({ base, ...states[at] }))
}

export interface FrontDraft extends State {
  /** as readers have it, or are about to; undefined until it is known */
  readonly saved: FrontAnswer | undefined
  readonly error: Error | null
  readonly changed: boolean
  readonly canUndo: boolean
  readonly canRedo: boolean
  /** `key`: changes of one key in a row are one step */
  readonly change: (change: (front: Front) => Front, key?: string) => void
  readonly changeList: (change: Partial<ListStyle>) => void
  readonly undo: () => void
  readonly redo: () => void
  readonly putBack: () => void
  /** keeps it and sends it to the blog */
  readonly save: () => Promise<void>
  /** another window has saved since: `take` what it has, or put this one over it */
  readonly conflict: { readonly take: () => void; readonly putOver: () => Promise<void> } | null
}

/** Both screens of the front work on it, and undo goes through both. */
const held = new Told<Draft | null>(kept())
let lastKey: string | undefined

/** The front page while it is being arranged: nothing reaches readers before it is sent, and nothing is lost before that. */
export function useFrontDraft(): FrontDraft {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const house = useHouse()
  const query = useQuery({
    queryKey: ['front'],
    queryFn: api.front.get,
    refetchInterval: ({ state }) => (state.data?.wanted ? LOOK_AGAIN : false),
  })
  const draft = useTold(held)
  const [stale, setStale] = useState(false)
  const saved = query.data
  const { listShape, postsPerPage, fallbackFeatured } = house
  const asSaved: State | undefined = saved && {
    front: saved.front,
    list: { listShape, postsPerPage, fallbackFeatured },
  }
  const now = draft ? draft.states[draft.at]! : asSaved
  const changed = draft !== null && asSaved !== undefined && JSON.stringify(now) !== JSON.stringify(asSaved)

  const hold = (next: Draft | null) => {
    held.set(next)
    if (next) keep(next)
    else localStorage.removeItem(KEPT)
  }
  const push = (next: State, key?: string) => {
    const before = draft ?? { base: saved!.version, states: [asSaved!], at: 0 }
    const one = key !== undefined && key === lastKey && before.at > 0
    lastKey = key
    const states = [...before.states.slice(one ? 0 : -STEPS, before.at + (one ? 0 : 1)), next]
    hold({ ...before, states, at: states.length - 1 })
  }
  const step = (by: -1 | 1) => {
    lastKey = undefined
    if (draft?.states[draft.at + by]) hold({ ...draft, at: draft.at + by })
  }
  async function send(base: number): Promise<void> {
    try {
      const { front, list } = now!
      if (Object.entries(list).some(([key, value]) => house[key as keyof ListStyle] !== value))
        client.setQueryData(['house'], await api.house.put({ ...(await api.house.get()), ...list }))
      client.setQueryData(['front'], await api.front.save(base, front))
      setStale(false)
      hold(null)
      lastKey = undefined
      say('The front page is on its way to the blog.')
    } catch (error) {
      if (error instanceof Refused && error.problem.code === 'stale-front') {
        client.setQueryData(['front'], FrontAnswer.parse(error.problem.detail))
        setStale(true)
      } else refuse(error)
    }
  }
  return {
    front: now?.front ?? parseFront({}),
    list: now?.list ?? { listShape, postsPerPage, fallbackFeatured },
    saved,
    error: query.error,
    changed,
    canUndo: draft !== null && draft.at > 0,
    canRedo: draft !== null && draft.at < draft.states.length - 1,
    change: (change, key) => now && push({ ...now, front: change(now.front) }, key),
    changeList: (change) => now && push({ ...now, list: { ...now.list, ...change } }, Object.keys(change).join()),
    undo: () => step(-1),
    redo: () => step(1),
    putBack() {
      const before = draft
      hold(null)
      say('The changes are put back.', () => hold(before))
    },
    save: () => send(draft?.base ?? saved!.version),
    conflict:
      stale && changed
        ? {
            take() {
              const before = draft
              setStale(false)
              hold(null)
              say('What the other window saved is taken.', () => hold(before))
            },
            putOver: () => send(saved!.version),
          }
        : null,
  }
}
