import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { DAYS_IN_BIN } from '../../../core/wire/picture-search.ts'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { nothingFor } from '../../api/queries.ts'
import { count } from '../../ui/words.ts'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { Waiting } from '../shell/waiting.tsx'
import { useChosenPictures } from './chosen-pictures.ts'
import { nameOf } from './picture-image.tsx'
import { PictureWall } from './picture-wall.tsx'
import { useManyPictures } from './use-many-pictures.ts'
import { PRINT, WallPrint } from './wall-print.tsx'

/** px under a print for its days */
const DAYS = 20
const DAY_MS = 24 * 3600 * 1000

/** Pictures that were deleted, the last first, until their days are over. */
export function BinScreen() {
  const many = useManyPictures()
  const { say, refuse } = useNotices()
  const { data, error } = useQuery({ queryKey: ['pictures', 'bin'], queryFn: api.pictures.bin })
  const fault = nothingFor({ data, error })
  const [working, setWorking] = useState(false)
  useEffect(() => {
    document.title = 'Bin · Set Row'
  }, [])
  const pictures = useMemo(() => data?.map(({ picture }) => picture) ?? [], [data])
  const ids = useMemo(() => pictures.map(({ id }) => id), [pictures])
  const { chosen, ...choice } = useChosenPictures(ids)
  const days = new Map(data?.map(({ picture, deletedAt }) => [picture.id, daysLeft(deletedAt)]))
  if (fault) return <Unavailable error={fault} />
  async function bringBack() {
    setWorking(true)
    const { done, refused } = await many.bringBack(chosen)
    choice.without(done)
    if (done.length > 0)
      say(`${count(done.length, 'picture')} ${done.length === 1 ? 'is' : 'are'} back, with texts and places.`)
    if (refused) refuse(refused)
    setWorking(false)
  }
  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="flex-1 text-[#c9c1b4]">
          {data && (data.length === 0 ? 'The bin is empty' : `${count(data.length, 'picture')} in the bin`)}
        </span>
        <Button look="on-ink" disabled={chosen.length === 0 || working} onClick={() => void bringBack()}>
          {chosen.length > 0 ? `Bring ${count(chosen.length, 'picture')} back` : 'Bring back'}
        </Button>
      </TopBar>
      <main className="board-grid flex min-h-0 flex-1 flex-col py-4 pr-1 pl-5">
        <p className="mb-3 text-soft">
          A deleted picture comes back with its texts and to its places for {DAYS_IN_BIN} days; one that a post still
          names is kept as long as that. Press those that should come back.{' '}
          <Link className="underline underline-offset-4" to="/pictures">
            To the pictures
          </Link>
        </p>
        <PictureWall
          pictures={pictures}
          height={PRINT.height + 6 + DAYS}
          widest={PRINT.widest}
          more={null}
          onExtend={choice.extend}
          onAll={choice.all}
          onNone={choice.none}
          label="Deleted pictures"
          empty={
            data ? (
              <p className="py-16 text-center text-soft">Nothing was deleted in the last {DAYS_IN_BIN} days.</p>
            ) : (
              <Waiting what="the bin" />
            )
          }
        >
          {({ picture, width }, tabbable) => (
            <WallPrint
              picture={picture}
              width={width}
              tabbable={tabbable}
              chosen={chosen.includes(picture.id)}
              label={`${nameOf(picture)}, ${days.get(picture.id)}`}
              // Each press adds one or takes it out: nothing else is done with them here.
              onPress={({ shiftKey }) => choice.press(picture.id, { shiftKey, ctrlKey: true, metaKey: false })}
            >
              <span className="figures block px-1">{days.get(picture.id)}</span>
            </WallPrint>
          )}
        </PictureWall>
      </main>
    </div>
  )
}

function daysLeft(deletedAt: string): string {
  const left = Math.max(0, Math.ceil((Date.parse(deletedAt) + DAYS_IN_BIN * DAY_MS - Date.now()) / DAY_MS))
  return left === 0 ? 'last day' : `${left} ${left === 1 ? 'day' : 'days'} left`
}
