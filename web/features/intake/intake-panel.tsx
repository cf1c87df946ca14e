import { useQuery } from '@tanstack/react-query'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useMemo, useRef, useState } from 'react'
import { createPortal } from 'react-dom'
import { Link } from 'react-router'
import type { Picture } from '../../../core/wire/picture.ts'
import { PICTURES_AT_ONCE } from '../../../core/wire/picture-search.ts'
import { api } from '../../api/client.ts'
import { pictureStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { useTold } from '../../ui/told.ts'
import { count } from '../../ui/words.ts'
import { RenameDialog } from '../pictures/rename-dialog.tsx'
import { type Arrivals, type Arriving } from './arrivals.ts'
import { useArrivalsPlace } from './arrivals-place.tsx'
import { type Acts, OneFile } from './one-file.tsx'

/** What went well is told for so long. */
const TOLD_FOR_MS = 4000
const LINE = 33

/** "33 pictures brought in, 2 were here already, 1 not taken". */
export function outcome(fresh: number, already: number, refused: number): string {
  const parts = [
    fresh > 0 || (already === 0 && refused === 0) ? `${count(fresh, 'picture')} brought in` : '',
    already > 0 ? `${already} ${already === 1 ? 'was' : 'were'} here already` : '',
    refused > 0 ? `${refused} not taken` : '',
  ]
  return parts.filter(Boolean).join(', ')
}

/** How far each file and all of them are; what was refused and why. */
export function IntakePanel({ arrivals, ...acts }: Acts & { readonly arrivals: Arrivals }) {
  const now = useTold(arrivals.now)
  const [open, setOpen] = useState(true)
  const { list, notes, going, fresh, already, refused, remarks } = now
  // When all went well the panel has nothing more to say; what is worth reading stays until it was read.
  const groups = useLookAlikesAmong(list, going === 0)
  const silent = !remarks && notes.length === 0 && groups === 0
  const [naming, setNaming] = useState(false)
  const quiet = refused === 0 && already === 0 && silent && !naming
  const over = going === 0 && refused === 0 && silent
  const { onClear } = acts
  const there = list.length + notes.length
  useEffect(() => setOpen(!over), [over])
  useEffect(() => {
    if (there === 0 || going > 0 || !quiet) return
    const timer = setTimeout(onClear, TOLD_FOR_MS)
    return () => clearTimeout(timer)
  }, [there, going, quiet, onClear])
  const place = useArrivalsPlace()
  if (there === 0) return null

  const panel = (
    <section
      aria-label="Pictures arriving"
      className={
        place
          ? `flex flex-col border-t border-ink bg-paper ${open ? 'max-h-[30vh]' : ''}`
          : 'fixed right-3 bottom-3 z-30 flex max-h-[52vh] w-[360px] flex-col border border-ink bg-paper shadow-[0_8px_28px_rgb(29_27_24/0.28)]'
      }
    >
      <header className="flex items-center gap-2 border-b border-hairline px-3 py-2">
        <p role="status" className="flex-1 font-semibold">
          {going > 0
            ? `${list.length - going - refused} of ${count(list.length, 'picture')} ${list.length - going - refused === 1 ? 'is' : 'are'} here`
            : list.length > 0
              ? outcome(fresh, already, refused)
              : 'Not everything was sent'}
        </p>
        {going > 0 && (
          <Button small look="plain" onClick={acts.onCancelAll}>
            Stop all
          </Button>
        )}
        <Button small look="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Fold' : 'Unfold'}
        </Button>
        {going === 0 && fresh > 0 && (
          <Button small look="plain" onClick={() => setNaming(true)}>
            Name them…
          </Button>
        )}
        {going === 0 && (
          <Button small look="plain" onClick={onClear}>
            Close
          </Button>
        )}
      </header>
      <div
        role="progressbar"
        aria-label="All pictures"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * now.share)}
        className="h-1 bg-board-deep"
      >
        <div className="h-full bg-blueink transition-[width]" style={{ width: `${100 * now.share}%` }} />
      </div>
      {open && (
        <>
          {notes.map(({ key, words, poor }) => (
            <p key={key} className={`border-b border-hairline px-3 py-1.5 ${poor ? 'text-ruby' : 'text-soft'}`}>
              {words}
            </p>
          ))}
          {groups > 0 && (
            <p className="flex items-center gap-2 border-b border-hairline px-3 py-1.5">
              <span className="flex-1">
                {count(groups, 'group')} of look-alikes {groups === 1 ? 'is' : 'are'} among them: one of each may be
                enough.
              </span>
              <Link className="font-medium whitespace-nowrap underline underline-offset-4" to="/pictures/look-alikes">
                Weed look-alikes
              </Link>
            </p>
          )}
          <Files list={list} {...acts} />
        </>
      )}
    </section>
  )
  return (
    <>
      {place ? createPortal(panel, place) : panel}
      {naming && <RenameDialog pictures={picturesOf(list)} onClose={() => setNaming(false)} />}
    </>
  )
}

/** Those of a list that have come. */
const picturesOf = (list: readonly Arriving[]): Picture[] =>
  list.flatMap(({ state, picture }) => (state === 'here' && picture && pictureStore.get(picture)) || [])

/** How many groups of look-alikes those that have come are in, once all have. */
function useLookAlikesAmong(list: readonly Arriving[], over: boolean): number {
  const ids = useMemo(
    () => (over ? list.flatMap(({ state, picture }) => (state === 'here' && picture ? [picture] : [])) : []),
    [list, over],
  )
  const { data } = useQuery({
    queryKey: ['look-alikes', ids],
    // Of very many it is told how many wait in all.
    queryFn: () => api.pictures.lookAlikes(ids.length > PICTURES_AT_ONCE ? undefined : ids),
    enabled: ids.length > 1,
  })
  return ids.length > 1 ? (data?.total ?? 0) : 0
}

/** What was refused first, then what is worth knowing, then the newest. Thousands may arrive: those in sight are drawn. */
function Files({ list, ...acts }: Acts & { readonly list: readonly Arriving[] }) {
  const shown = useMemo(() => {
    const rank = ({ state }: Arriving) => (state === 'refused' ? 0 : state === 'already' ? 1 : 2)
    return [...list.entries()]
      .sort(([i, a], [j, b]) => rank(a) - rank(b) || (rank(a) === 2 ? j - i : i - j))
      .map(([, one]) => one)
  }, [list])
  const box = useRef<HTMLDivElement>(null)
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => LINE,
    getItemKey: (index) => shown[index]!.key,
    overscan: 6,
  })
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-y-auto" style={{ height: virtual.getTotalSize() }}>
      <ul className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, key, start }) => (
          <li
            key={key}
            ref={virtual.measureElement}
            data-index={index}
            className="absolute inset-x-0 top-0 border-b border-hairline px-3 py-1.5"
            style={{ transform: `translateY(${start}px)` }}
          >
            <OneFile one={shown[index]!} {...acts} />
          </li>
        ))}
      </ul>
    </div>
  )
}
