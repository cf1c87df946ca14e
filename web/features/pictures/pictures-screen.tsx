import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import {
  COUNTED_MATCHES,
  PICTURE_FILTERS,
  PICTURE_SORTS,
  type PictureFilter,
  type PictureSort,
} from '../../../core/wire/picture-search.ts'
import { useFoundPictures, useLibrary, usePictureCounts } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import { ArrivalsPlace } from '../intake/arrivals-place.tsx'
import { useIntake } from '../intake/intake.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { nameOf, PictureImage } from './picture-image.tsx'
import { PictureTicket } from './picture-ticket.tsx'
import { PictureWall } from './picture-wall.tsx'

const FILTER_LABELS: Record<PictureFilter, string> = { all: 'All', unused: 'Not used yet', silent: 'No alt text' }
const SORT_LABELS: Record<PictureSort, string> = { added: 'Newest first', taken: 'By date taken', title: 'By title' }
const LINE = 124
const WIDEST = 330
const NOBODY: readonly string[] = []

const counted = (n: number, searched: boolean): string =>
  searched && n >= COUNTED_MATCHES ? `${COUNTED_MATCHES} and more` : String(n)

/** Every picture that was ever brought in: found by words, kept to by filters, newest first. */
export function PicturesScreen() {
  const { choose, otherWays } = useIntake()
  const [words, setWords] = useState('')
  const [filter, setFilter] = useState<PictureFilter>('all')
  const [sort, setSort] = useState<PictureSort>('added')
  const [opened, setOpened] = useState<readonly string[]>(NOBODY)
  useEffect(() => {
    document.title = 'Pictures · Set Row'
  }, [])
  const found = useFoundPictures({ words, filter, sort })
  const counts = usePictureCounts(words)
  const all = usePictureCounts('')?.all
  const { library } = useLibrary(opened)
  const [openId] = opened
  const open = openId === undefined ? undefined : library.picture(openId)
  if (found.error) return <Unavailable error={found.error} />

  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="flex-1 text-[#c9c1b4]">{all !== undefined && count(all, 'picture')}</span>
        <Button look="on-ink" onClick={otherWays} title="A folder, a web address, the picture bank">
          Other ways in…
        </Button>
        <button
          type="button"
          className="rounded-sm bg-paper px-3 py-1.5 font-medium text-ink hover:bg-white"
          onClick={choose}
        >
          Bring in pictures
        </button>
      </TopBar>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_320px]">
        <main className="board-grid flex min-h-0 flex-col">
          <div className="flex flex-wrap items-center gap-3 border-b border-hairline bg-board px-5 py-2.5">
            <input
              aria-label="Search the pictures"
              placeholder="Search titles, texts, tags, file names"
              className="w-72 rounded-sm border border-edge bg-paper px-2 py-1"
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
            {PICTURE_FILTERS.map((key) => (
              <button
                key={key}
                type="button"
                aria-pressed={filter === key}
                className={`rounded-sm border px-2 py-1 ${filter === key ? 'border-ink bg-ink text-paper' : 'border-edge bg-paper'}`}
                onClick={() => setFilter(key)}
              >
                {FILTER_LABELS[key]}{' '}
                <span className="font-mono text-[0.85em]">{counts && counted(counts[key], words.trim() !== '')}</span>
              </button>
            ))}
            <span className="flex-1" />
            <Link
              className="rounded-sm border border-edge bg-paper px-2 py-1 font-medium hover:border-ink"
              to={`/pictures/sheet?${new URLSearchParams({ words, filter, sort })}`}
            >
              Describe as a sheet
            </Link>
            <select
              aria-label="Order of the pictures"
              className="rounded-sm bg-transparent py-1"
              value={sort}
              onChange={(event) => setSort(event.target.value as PictureSort)}
            >
              {PICTURE_SORTS.map((key) => (
                <option key={key} value={key}>
                  {SORT_LABELS[key]}
                </option>
              ))}
            </select>
          </div>
          <div className="flex min-h-0 flex-1 flex-col py-5 pr-1 pl-5">
            <PictureWall
              pictures={found.pictures}
              height={LINE + 6}
              widest={WIDEST}
              more={found.more}
              label="Pictures"
              empty={
                found.ready && (
                  <p className="py-16 text-center text-soft">
                    {all === 0
                      ? 'No pictures yet. Drop some anywhere in this window.'
                      : 'No picture fits. Try fewer words or another filter.'}
                  </p>
                )
              }
            >
              {({ picture, width }, tabbable) => (
                <button
                  type="button"
                  tabIndex={tabbable ? 0 : -1}
                  aria-pressed={openId === picture.id}
                  title={nameOf(picture)}
                  className={`block bg-paper p-[3px] ${openId === picture.id ? 'outline-2 -outline-offset-2 outline-ink' : ''}`}
                  onClick={() => setOpened([picture.id])}
                >
                  <PictureImage picture={picture} width={width - 6} aspect={(width - 6) / LINE} />
                </button>
              )}
            </PictureWall>
          </div>
        </main>
        <aside aria-label="About the picture" className="overflow-y-auto border-l border-hairline bg-card p-4">
          {open ? (
            <PictureTicket key={open.id} picture={open} onGone={() => setOpened(NOBODY)} />
          ) : (
            <p className="text-soft">Press a picture to read and change its texts.</p>
          )}
        </aside>
      </div>
      <ArrivalsPlace />
    </div>
  )
}
