import { useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import {
  ALL_PICTURES,
  PICTURE_SORTS,
  type PictureFilters,
  type PictureSort,
  searchValues,
} from '../../../core/wire/picture-search.ts'
import { useFoundPictures, useLibrary, usePictureCounts } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { BESIDE_SHEET, SideSheet } from '../../ui/side-sheet.tsx'
import { SearchField } from '../../ui/search-field.tsx'
import { count } from '../../ui/words.ts'
import { ArrivalsPlace } from '../intake/arrivals-place.tsx'
import { useIntake } from '../intake/intake.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { Waiting } from '../shell/waiting.tsx'
import { useChosenPictures } from './chosen-pictures.ts'
import { ManyTicket } from './many-ticket.tsx'
import { PictureFilterBar } from './picture-filters.tsx'
import { PictureTicket } from './picture-ticket.tsx'
import { nameOf } from './picture-image.tsx'
import { PictureWall } from './picture-wall.tsx'
import { PRINT, WallPrint } from './wall-print.tsx'

const SORT_LABELS: Record<PictureSort, string> = { added: 'Newest first', taken: 'By date taken', title: 'By title' }

/** Every picture that was ever brought in: found by words, kept to by filters, newest first; one or many are worked on. */
export function PicturesScreen() {
  const { choose, otherWays } = useIntake()
  const [filters, setFilters] = useState<PictureFilters>(ALL_PICTURES)
  const [sort, setSort] = useState<PictureSort>('added')
  useEffect(() => {
    document.title = 'Pictures · Set Row'
  }, [])
  const found = useFoundPictures({ ...filters, sort })
  const counts = usePictureCounts(filters)
  const ids = useMemo(() => found.pictures.map(({ id }) => id), [found.pictures])
  const chosen = useChosenPictures(ids)
  const { library } = useLibrary(chosen.chosen)
  const opened = chosen.chosen.flatMap((id) => library.picture(id) ?? [])
  if (found.error) return <Unavailable error={found.error} />

  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span role="status" className="flex-1 text-[#c9c1b4]">
          {counts && count(counts.all, 'picture')}
          {!found.ready && <span className="seen-late"> Looking…</span>}
        </span>
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
      <div className={BESIDE_SHEET}>
        <main className="board-grid flex min-h-0 flex-col">
          <div className="flex flex-col gap-2 border-b border-hairline bg-board px-5 py-2.5">
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
              <SearchField
                label="Search the pictures"
                hint="Search titles, texts, tags, file names"
                value={filters.words}
                onChange={(words) => setFilters({ ...filters, words })}
              />
              <span className="flex-1" />
              {counts && counts.keeps.alike > 0 && (
                <Link className={LINK} to="/pictures/look-alikes">
                  Weed look-alikes
                </Link>
              )}
              <Link className={LINK} to="/pictures/bin">
                Bin
              </Link>
              <Link className={LINK} to={`/pictures/sheet?${new URLSearchParams(searchValues({ ...filters, sort }))}`}>
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
            <PictureFilterBar filters={filters} counts={counts} onChange={setFilters} />
          </div>
          <div className="flex min-h-0 flex-1 flex-col py-5 pr-1 pl-5">
            <PictureWall
              pictures={found.pictures}
              height={PRINT.height + 6}
              widest={PRINT.widest}
              more={found.more}
              onExtend={chosen.extend}
              onAcross={chosen.across}
              onAll={chosen.all}
              onNone={chosen.none}
              label="Pictures"
              empty={
                !found.ready ? (
                  <Waiting what="the pictures" />
                ) : counts?.all === 0 && !filters.aside ? (
                  <div className="py-16 text-center">
                    <p className="text-[1.1rem]">
                      Every picture that is brought in stands here, whatever post it is in.
                    </p>
                    <p className="mt-1 mb-5 text-soft">
                      Drop some anywhere in this window: files, folders, ZIP archives.
                    </p>
                    <Button onClick={choose}>Choose pictures…</Button>
                  </div>
                ) : (
                  <p className="py-16 text-center text-soft">No picture fits. Try fewer words or fewer filters.</p>
                )
              }
            >
              {({ picture, width }, tabbable) => (
                <WallPrint
                  picture={picture}
                  width={width}
                  tabbable={tabbable}
                  chosen={chosen.chosen.includes(picture.id)}
                  onPress={(event) => chosen.press(picture.id, event)}
                />
              )}
            </PictureWall>
          </div>
        </main>
        <SideSheet
          label="About the picture"
          name={
            opened.length > 1 ? `${count(opened.length, 'picture')} chosen` : opened[0] ? nameOf(opened[0]) : 'Choosing'
          }
          className="border-l border-hairline"
        >
          {opened.length > 1 ? (
            <ManyTicket pictures={opened} onGone={chosen.without} />
          ) : opened[0] ? (
            <PictureTicket key={opened[0].id} picture={opened[0]} onGone={chosen.none} />
          ) : (
            <Hints />
          )}
        </SideSheet>
      </div>
      <ArrivalsPlace />
    </div>
  )
}

const LINK = 'rounded-sm border border-edge bg-paper px-2 py-1 font-medium whitespace-nowrap hover:border-ink'

const HINTS = [
  ['Press', 'a picture to read and change its texts'],
  ['Shift', 'and a press, or an arrow, chooses up to there'],
  ['Ctrl', 'and a press adds one or takes it out'],
  ['Ctrl A', 'chooses all that are loaded'],
] as const

const BY_FINGER = [
  ['Press', 'a picture to read and change its texts'],
  ['Hold', 'a picture and draw across others to choose them all'],
] as const

function Hints() {
  const hints = matchMedia('(pointer: coarse)').matches ? BY_FINGER : HINTS
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1.5 text-soft">
      {hints.map(([key, does]) => (
        <div key={key} className="contents">
          <dt className="figures">{key}</dt>
          <dd>{does}</dd>
        </div>
      ))}
    </dl>
  )
}
