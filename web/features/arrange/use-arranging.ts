import { useCallback, useMemo, useRef, useState } from 'react'
import type { Arrangement, ArrangedRow } from '../../../core/arrange/request.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { Library } from '../../../core/place/library.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import type { PostDraft } from '../board/draft-sides.ts'
import { newRowId } from '../board/new-row-id.ts'
import {
  type Arranging,
  arrangedContent,
  leading,
  picturesFor,
  pinned,
  requestFor,
  startArranging,
  waitingIn,
} from './arranging.ts'
import { type Proposal, useArrangements } from './use-arrangements.ts'

/** Everything that can be seen and done while the whole post is arranged. */
export interface OpenArranging {
  readonly asked: Arranging
  /** asks for something else: the proposals are made anew, near to the one that is shown */
  readonly ask: (change: Partial<Arranging>) => void
  readonly waiting: readonly Picture[]
  /** those that are arranged */
  readonly pictures: readonly Picture[]
  readonly proposals: readonly Proposal[]
  readonly at: number
  readonly shown: Proposal | undefined
  readonly working: boolean
  readonly coming: number
  readonly failed: string | null
  /** by its number, counted from 0; one more than there are asks for another */
  readonly show: (at: number) => void
  /** the row of the proposal that is looked at */
  readonly row: number | null
  readonly look: (row: number | null) => void
  readonly isPinned: (row: ArrangedRow) => boolean
  readonly pin: (row: ArrangedRow) => void
  /** whether a picture is to be larger than the others, and that it is, or is no more */
  readonly leads: (id: string) => boolean
  readonly lead: (id: string) => void
  readonly take: () => void
  readonly leave: () => void
}

interface Parts {
  readonly draft: PostDraft
  readonly house: HouseStyle
  readonly library: Library
  readonly chosen: readonly string[]
  /** told the first of the rows that are now set */
  readonly onTaken: (first: string | undefined) => void
}

export function useArranging({ draft, house, library, chosen, onTaken }: Parts): {
  readonly open: OpenArranging | null
  readonly start: () => void
} {
  const { say } = useNotices()
  const [asked, setAsked] = useState<Arranging | null>(null)
  const [at, setAt] = useState(0)
  const [row, look] = useState<number | null>(null)
  const { content } = draft
  const { body } = content
  const latest = useRef(content)
  latest.current = content
  const picture = useCallback((id: string) => library.picture(id), [library])
  const waiting = useMemo(() => (asked ? waitingIn(content, picture) : []), [asked, content, picture])
  const pictures = useMemo(() => (asked ? picturesFor(asked, waiting) : []), [asked, waiting])
  const before = useRef<Arrangement | null>(null)
  const request = useMemo(
    () => (asked && pictures.length ? requestFor(asked, pictures, { body, house, before: before.current }) : null),
    [asked, pictures, body, house],
  )
  const { proposals, working, coming, failed, more } = useArrangements(request, content, picture)
  const shown = proposals[Math.min(at, proposals.length - 1)]

  const ask = useCallback(
    (change: Partial<Arranging>) => {
      before.current = shown?.arrangement ?? null
      setAsked((now) => now && { ...now, ...change })
      setAt(0)
    },
    [shown],
  )
  const leave = useCallback(() => {
    before.current = null
    setAsked(null)
    // Back to the tray, where it was asked for.
    requestAnimationFrame(() => document.querySelector<HTMLElement>('[data-tray-toggle]')?.focus())
  }, [])
  const start = useCallback(() => {
    before.current = null
    setAt(0)
    look(null)
    setAsked(startArranging(chosen, latest.current))
  }, [chosen])

  if (!asked) return { open: null, start }
  const take = () => {
    if (!shown || working) return
    const { arrangement } = shown
    const set = arrangement.rows.reduce((sum, one) => sum + one.pictures.length, 0)
    const ids = arrangement.rows.map(() => newRowId())
    draft.change(`arrange ${count(set, 'picture')}`, (post) => arrangedContent(post, arrangement, ids))
    say(`${count(set, 'picture')} set in ${count(arrangement.rows.length, 'row')}.`, draft.undo)
    setAsked(null)
    onTaken(ids[0])
  }
  const open: OpenArranging = {
    asked,
    ask,
    waiting,
    pictures,
    proposals,
    at: Math.min(at, Math.max(0, proposals.length - 1)),
    shown,
    working,
    coming,
    failed,
    show: (next) => {
      if (next < 0) return
      look(null)
      if (next >= proposals.length && coming === 0) more()
      setAt(Math.min(next, proposals.length))
    },
    row,
    look,
    isPinned: ({ pictures: own }) => asked.pins.some((pin) => pin.pictures.join() === own.join()),
    pin: (one) => ask({ pins: pinned(asked.pins, one) }),
    leads: (id) => asked.leads.includes(id),
    lead: (id) => ask({ leads: leading(asked.leads, id) }),
    take,
    leave,
  }
  return { open, start }
}
