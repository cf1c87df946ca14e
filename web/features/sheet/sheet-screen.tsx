import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useLocation, useSearchParams } from 'react-router'
import { saidAlike } from '../../../core/facts/alt-advice.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { titleOf } from '../../../core/post/post.ts'
import { PictureSearch } from '../../../core/wire/picture-search.ts'
import { api, Away } from '../../api/client.ts'
import { picturesChanged, pictureStore, useFoundPictures, useLibrary } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { useTold } from '../../ui/told.ts'
import { count } from '../../ui/words.ts'
import { ArrivalsPlace } from '../intake/arrivals-place.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { placeAt, type Place } from './cells.ts'
import { ALT } from './columns.ts'
import { CsvDoors } from './csv-doors.tsx'
import { Grid } from './grid.tsx'
import { Preview } from './preview.tsx'
import { SheetChanges } from './sheet-changes.ts'
import type { SheetState } from './sheet-state.ts'

const PICTURES = ['/pictures', 'Pictures'] as const

/** The texts of many pictures, as a sheet with a large preview: of a post, of what was searched for, or of what was chosen. */
export function SheetScreen() {
  const [query] = useSearchParams()
  const chosen = useLocation().state as SheetState | null
  const post = query.get('post')
  useEffect(() => {
    document.title = 'Describe · Set Row'
  }, [])
  if (chosen) {
    const back = chosen.post ? ([`/posts/${chosen.post}`, chosen.title ?? 'The post'] as const) : PICTURES
    return <Sheet ids={chosen.ids} more={null} ready back={back} />
  }
  if (post !== null) return <PostSheet id={post} />
  const { data } = PictureSearch.safeParse(Object.fromEntries(query))
  return <FoundSheet {...(data ?? PictureSearch.parse({}))} />
}

function FoundSheet({ after: _, ...question }: PictureSearch) {
  const found = useFoundPictures(question)
  // Who is described stays, though the question may no longer be about it.
  const [ids, setIds] = useState<readonly string[]>([])
  useEffect(() => {
    setIds((before) => [...new Set([...before, ...found.pictures.map(({ id }) => id)])])
  }, [found.pictures])
  if (found.error) return <Unavailable error={found.error} />
  return <Sheet ids={ids} more={found.more} ready={found.ready} back={PICTURES} />
}

function PostSheet({ id }: { id: string }) {
  const [post, setPost] = useState<{ readonly ids: readonly string[]; readonly title: string } | null>(null)
  const [error, setError] = useState<unknown>(null)
  useEffect(() => {
    api.posts
      .get(id)
      .then(({ content, arrived }) => {
        const set = rowsOf(content.body).flatMap((row) => row.pictures.map((one) => one.id))
        // What has come meanwhile stands in no saved tray yet.
        setPost({ ids: [...new Set([...set, ...content.tray, ...arrived])], title: titleOf(content) })
      })
      .catch(setError)
  }, [id])
  if (error) return <Unavailable error={error} />
  return (
    <Sheet ids={post?.ids ?? []} more={null} ready={post !== null} back={[`/posts/${id}`, post?.title ?? 'The post']} />
  )
}

interface SheetProps {
  readonly ids: readonly string[]
  readonly more: (() => void) | null
  readonly ready: boolean
  /** where one came from */
  readonly back: readonly [address: string, name: string]
}

function Sheet({ ids, more, ready, back }: SheetProps) {
  const client = useQueryClient()
  const { library } = useLibrary(ids)
  const pictures = useMemo(() => ids.flatMap((id) => library.picture(id) ?? []), [ids, library])
  const [place, setPlace] = useState<Place>(placeAt({ row: 0, column: ALT }))
  const [changes] = useState(
    () =>
      new SheetChanges({
        get: pictureStore.get,
        show: pictureStore.put,
        save: api.pictures.changeMany,
        isAway: (error) => error instanceof Away,
      }),
  )
  const saving = useTold(changes.saving)
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      void changes.flush()
      if (!changes.isSaved) event.preventDefault()
    }
    window.addEventListener('beforeunload', leave)
    return () => {
      window.removeEventListener('beforeunload', leave)
      void changes.flush().then(() => picturesChanged(client))
    }
  }, [changes, client])

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
      <div className="flex items-center gap-4 border-b border-hairline bg-board px-4 py-2">
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
        <CsvDoors pictures={pictures} more={more} changes={changes} />
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(300px,30%)]">
        <Grid
          ref={grid}
          pictures={pictures}
          alike={alike}
          place={place}
          onPlace={setPlace}
          changes={changes}
          more={more}
          onNext={toNext}
          empty={ready && pictures.length === 0}
        />
        <Preview picture={here} alike={alike} onTake={(id, change) => changes.change([{ id, change }])} />
      </div>
      <ArrivalsPlace />
    </div>
  )
}
