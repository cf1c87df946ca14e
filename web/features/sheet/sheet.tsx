import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { saidAlike } from '../../../core/facts/alt-advice.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Button } from '../../ui/button.tsx'
import { useTold } from '../../ui/told.ts'
import { count } from '../../ui/words.ts'
import { ArrivalsPlace } from '../intake/arrivals-place.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Waiting } from '../shell/waiting.tsx'
import { placeAt, type Place } from './cells.ts'
import type { Column } from './columns.ts'
import { Grid } from './grid.tsx'
import { Preview } from './preview.tsx'
import type { SheetChanges } from './sheet-changes.ts'

interface SheetProps {
  readonly pictures: readonly Picture[]
  readonly columns: readonly Column[]
  readonly inherited?: (id: string, key: Column['key']) => boolean
  readonly changes: SheetChanges
  readonly more: (() => void) | null
  readonly ready: boolean
  /** where one came from */
  readonly back: readonly [address: string, name: string]
  /** said beside what is counted */
  readonly about?: ReactNode
  /** doors for what comes in and goes out */
  readonly doors?: ReactNode
  /** what other places say of a picture can be taken over */
  readonly takes?: boolean
  /** all that was written is with the server, and one leaves */
  readonly onLeft: () => void
}

/** Texts of many pictures as a table with a large preview, worked from the keyboard; saved as one goes. */
export function Sheet(props: SheetProps) {
  const { pictures, columns, changes, more, ready, back, about, doors, takes, onLeft } = props
  const ALT = columns.findIndex(({ key }) => key === 'alt')
  const [place, setPlace] = useState<Place>(placeAt({ row: 0, column: ALT }))
  const left = useRef(onLeft)
  left.current = onLeft
  const saving = useTold(changes.saving)
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      void changes.flush()
      if (!changes.isSaved) event.preventDefault()
    }
    window.addEventListener('beforeunload', leave)
    return () => {
      window.removeEventListener('beforeunload', leave)
      const { undo, redo } = changes.saving.get()
      // Nothing was written: nobody has to look again.
      if (undo || redo || !changes.isSaved) void changes.flush().then(() => left.current())
    }
  }, [changes])

  const alike = useMemo(() => saidAlike(pictures), [pictures])
  const silent = pictures.filter(({ alt }) => alt.trim() === '').length
  const grid = useRef<HTMLDivElement>(null)
  /** On to the next picture without alt text, round again from the first. */
  const toNext = () => {
    const after = pictures.findIndex(({ alt }, row) => row > place.at.row && alt.trim() === '')
    const row = after >= 0 ? after : pictures.findIndex(({ alt }) => alt.trim() === '')
    if (row >= 0) setPlace(placeAt({ row, column: ALT }))
    grid.current?.focus()
  }
  // The cell in hand is written into by typing, from the moment it is seen.
  const there = pictures.length > 0
  useEffect(() => {
    if (there && document.activeElement === document.body) grid.current?.focus()
  }, [there])
  const here = pictures[Math.min(place.at.row, pictures.length - 1)]
  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="min-w-0 flex-1 truncate text-[#c9c1b4]">
          <Link to={back[0]} className="underline underline-offset-4 hover:text-paper">
            {back[1]}
          </Link>
          <span className="ml-4" role="status">
            {saving.state === 'saved'
              ? 'Saved'
              : saving.state === 'saving'
                ? 'Saving…'
                : saving.state === 'away'
                  ? 'Server away: what you wrote is kept in this window and sent again'
                  : `Not saved: ${saving.fault}`}
          </span>
        </span>
        <Button small look="on-ink" disabled={!saving.undo} onClick={() => changes.undo()}>
          Undo
        </Button>
        <Button small look="on-ink" disabled={!saving.redo} onClick={() => changes.redo()}>
          Redo
        </Button>
      </TopBar>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline bg-board px-4 py-2">
        <p>
          <b>{count(pictures.length, 'picture')}</b>
          {more && <span className="text-soft"> and more below</span>}
        </p>
        <p className={silent > 0 ? '' : 'text-soft'}>
          {silent > 0 ? `${silent} without alt text` : pictures.length > 0 ? 'All have alt text' : ''}
        </p>
        <Button small disabled={silent === 0} onClick={toNext} title="Ctrl J">
          On to the next without
        </Button>
        {about}
        {doors}
      </div>
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(300px,30%)] max-lg:grid-cols-1 max-lg:grid-rows-[minmax(0,1fr)_minmax(0,38vh)]">
        {there ? (
          <Grid
            ref={grid}
            pictures={pictures}
            columns={columns}
            inherited={props.inherited}
            alike={alike}
            place={place}
            onPlace={setPlace}
            changes={changes}
            more={more}
            onNext={toNext}
          />
        ) : (
          <div className="bg-paper">
            {ready ? (
              <p className="py-16 text-center text-soft">No pictures here to describe.</p>
            ) : (
              <Waiting what="the pictures" />
            )}
          </div>
        )}
        <Preview
          picture={here}
          alike={alike}
          onTake={takes ? (id, change) => changes.change([{ id, change }]) : undefined}
        />
      </main>
      <ArrivalsPlace />
    </div>
  )
}
