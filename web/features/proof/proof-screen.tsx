import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useParams } from 'react-router'
import { PHONE, READER_SCREENS } from '../../../core/house/screens.ts'
import { titleOf } from '../../../core/post/post.ts'
import { api } from '../../api/client.ts'
import { nothingFor, useHouse } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { useRoomOfWindow } from '../../ui/room-of-window.ts'
import { useRoom } from '../../ui/use-room.ts'
import { capital } from '../../ui/words.ts'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { WaitingScreen } from '../shell/waiting.tsx'
import { WeightSheet } from './weight-sheet.tsx'
import { againstBudget } from './weights.ts'

/** px of a screen as shown, under which there is no room to say all of its width */
const NARROW = 150
const GAP = 20

/** The published page itself, at three screen widths side by side. */
export function ProofScreen() {
  const { id = '' } = useParams()
  const post = useQuery({ queryKey: ['post', id], queryFn: () => api.posts.get(id), staleTime: 0 })
  const house = useHouse()
  // Not before the post is there: what the page weighs may wait for files of its pictures.
  const weight = useQuery({
    queryKey: ['weight', id, post.data?.version, house],
    queryFn: () => api.posts.weight(id),
    enabled: post.data !== undefined,
    staleTime: 0,
  })
  const [weighing, setWeighing] = useState(false)
  const [chosen, setChosen] = useState<number | null>(null)
  // Where there is no room for them beside each other, one is seen at a time.
  const oneByOne = useRoomOfWindow() === 'phone'
  const alone = chosen ?? (oneByOne ? PHONE.width : null)
  const [room, size] = useRoom({ w: 1200, h: 600 })
  useEffect(() => {
    document.title = `Proof: ${titleOf(post.data?.content)} · Set Row`
  }, [post.data])
  const fault = nothingFor(post)
  if (fault) return <Unavailable error={fault} />
  if (!post.data) return <WaitingScreen what="the post" />

  const shown = alone === null ? READER_SCREENS : READER_SCREENS.filter(({ width }) => width === alone)
  const wanted = shown.reduce((sum, { width }) => sum + width, 0)
  // One scale for all, so that the screens can be compared; true size where there is room.
  const scale = Math.min(1, (size.w - GAP * (shown.length + 1)) / wanted)
  const height = size.h - 56

  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="max-w-80 truncate font-semibold">Proof of {titleOf(post.data?.content)}</span>
        <span className="min-w-0 flex-1 truncate text-[#c9c1b4]">The page as readers get it</span>
        {weight.isPending && (
          <span role="status" className="seen-late text-[#c9c1b4]">
            weighing…
          </span>
        )}
        {weight.data && (
          <Button
            look="on-ink"
            small
            onClick={() => setWeighing(true)}
            title="What a phone fetches at once; press for every screen"
          >
            Weight{' '}
            <span className="figures ml-1 text-inherit!">
              phone {bytesInWords(againstBudget(weight.data, house.budget)[0]!.atOnce)}
            </span>
          </Button>
        )}
        <Link to={`/posts/${id}`} className="rounded-sm border border-paper px-3 py-1.5 font-medium">
          Back to the board
        </Link>
      </TopBar>
      {oneByOne && (
        <div className="bg-card px-4 py-1">
          <Choice
            label="Screen that is seen"
            value={String(alone)}
            options={READER_SCREENS.map(({ name, width }) => ({ value: String(width), label: capital(name) }))}
            onChange={(width) => setChosen(Number(width))}
          />
        </div>
      )}
      <main
        ref={room}
        className="board-grid flex min-h-0 flex-1 justify-center overflow-x-auto"
        style={{ gap: GAP, padding: `0 ${GAP}px` }}
      >
        {post.isSuccess &&
          shown.map(({ name, width }) => (
            <section
              key={width}
              aria-label={`${capital(name)}, ${width} px wide`}
              className="flex shrink-0 flex-col pt-2"
              style={{ width: width * scale }}
            >
              <header className="flex h-9 items-center gap-2">
                <h2 className="font-semibold">{capital(name)}</h2>
                <span
                  className="figures flex-1 truncate"
                  title={
                    scale < 1
                      ? `${width} px, shown at ${Math.round(scale * 100)} per cent`
                      : `${width} px, shown at true size`
                  }
                >
                  {/* Where there is no room for all of it, what it says is in the title alone. */}
                  {width * scale >= NARROW && `${width} px${scale < 1 ? ` at ${Math.round(scale * 100)} %` : ''}`}
                </span>
                {!oneByOne && (
                  <button
                    type="button"
                    className="label-narrow underline underline-offset-4"
                    onClick={() => setChosen(alone === null ? width : null)}
                  >
                    {alone === null ? 'Alone' : 'All three'}
                  </button>
                )}
              </header>
              <div
                className="relative overflow-hidden bg-paper shadow-[0_2px_14px_rgb(29_27_24/0.18)]"
                style={{ height }}
              >
                {/* Lies under the page, and is seen until that is there. */}
                <p aria-hidden className="seen-late absolute inset-x-0 top-8 text-center text-soft">
                  Fetching the page…
                </p>
                <iframe
                  title={`${capital(name)}, ${width} px`}
                  src={`/proof/posts/${id}/?v=${post.data.version}`}
                  // oxlint-disable-next-line react/iframe-missing-sandbox -- our own page, whose policy admits only our own script; it must run to be proofed
                  sandbox="allow-same-origin allow-scripts allow-popups allow-downloads"
                  className="absolute top-0 left-0 origin-top-left border-0"
                  style={{ width, height: height / scale, transform: `scale(${scale})` }}
                />
              </div>
            </section>
          ))}
      </main>
      {weight.data && (
        <WeightSheet open={weighing} onOpenChange={setWeighing} weight={weight.data} budget={house.budget} />
      )}
    </div>
  )
}
