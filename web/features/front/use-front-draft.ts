import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { type Front, parseFront } from '../../../core/front/front.ts'
import { FrontAnswer, type ListStyle } from '../../../core/wire/front.ts'
import { api, Refused } from '../../api/client.ts'
import { putKnown, useHouse } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'
import { Told, useTold } from '../../ui/told.ts'
import {
  type Arranged,
  canStep,
  type FrontHistory,
  fromKept,
  keptText,
  stateNow,
  stepped,
  withState,
} from './front-history.ts'

const KEPT = 'set-row-front-draft'
/** ms between two looks at whether the blog has it. */
const LOOK_AGAIN = 1000

export interface FrontDraft extends Arranged {
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
const held = new Told<FrontHistory | null>(fromKept(localStorage.getItem(KEPT)))
function hold(next: FrontHistory | null): void {
  held.set(next)
  if (next) localStorage.setItem(KEPT, keptText(next))
  else localStorage.removeItem(KEPT)
}
/** Goes by what is held when it is called: a notice offers the way back long after it was drawn. */
const step = (by: -1 | 1) => {
  const history = held.get()
  if (history) hold(stepped(history, by))
}

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
  const history = useTold(held)
  const [stale, setStale] = useState(false)
  const saved = query.data
  const { listShape, postsPerPage, fallbackFeatured } = house
  const asSaved: Arranged | undefined = saved && {
    front: saved.front,
    list: { listShape, postsPerPage, fallbackFeatured },
  }
  const now = history ? stateNow(history) : asSaved
  const changed = history !== null && asSaved !== undefined && JSON.stringify(now) !== JSON.stringify(asSaved)

  const push = (next: (now: Arranged) => Arranged, key: string | null) => {
    if (!saved || !asSaved) return
    const before = held.get() ?? { base: saved.version, states: [asSaved], at: 0, key: null }
    hold(withState(before, next(stateNow(before)), key))
  }
  async function send(base: number): Promise<void> {
    try {
      const answer = await api.front.save({ baseVersion: base, ...now! })
      // What was changed while it was on its way is made from what is saved now.
      const later = held.get()
      hold(later && stateNow(later) !== now ? { ...later, base: answer.version } : null)
      putKnown(client, ['front'], answer)
      await client.invalidateQueries({ queryKey: ['house'] })
      setStale(false)
      say('The front page is on its way to the blog.')
    } catch (error) {
      if (error instanceof Refused && error.problem.code === 'stale-front') {
        putKnown(client, ['front'], FrontAnswer.parse(error.problem.detail))
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
    canUndo: history !== null && canStep(history, -1),
    canRedo: history !== null && canStep(history, 1),
    change: (change, key) => push((before) => ({ ...before, front: change(before.front) }), key ?? null),
    changeList: (change) =>
      push((before) => ({ ...before, list: { ...before.list, ...change } }), Object.keys(change).join()),
    undo: () => step(-1),
    redo: () => step(1),
    putBack() {
      const before = history
      hold(null)
      say('The changes are put back.', () => hold(before))
    },
    save: () => send(history?.base ?? saved!.version),
    conflict:
      stale && changed
        ? {
            take() {
              const before = history
              setStale(false)
              hold(null)
              say('What the other window saved is taken.', () => hold(before))
            },
            putOver: () => send(saved!.version),
          }
        : null,
  }
}
