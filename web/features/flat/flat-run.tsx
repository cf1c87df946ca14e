import { useMemo, useRef, useState } from 'react'
import {
  beginRun,
  type FlatRun as Run,
  leftOf,
  setAside,
  swapInGroup,
  takeInHand,
  toggleInGroup,
} from '../../../core/flat/flat-run.ts'
import { flatLayout } from '../../../core/flat/flat-layout.ts'
import { intoTray } from '../../../core/post/changes/into-tray.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { followingPlace } from '../../../core/post/following.ts'
import { MOST_PICTURES_IN_ROW } from '../../../core/post/limits.ts'
import { slug, titleOf } from '../../../core/post/post.ts'
import type { Row } from '../../../core/post/row.ts'
import { MOST_FLAT } from '../../../core/wire/flat.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { waitingIn } from '../arrange/arranging.ts'
import { useBoard } from '../board/board-context.tsx'
import { nameOf, PictureImage } from '../pictures/picture-image.tsx'
import { rowInWay } from '../ways/shown-way.ts'
import { useWays } from '../ways/use-ways.ts'
import { FlatSheet } from './flat-sheet.tsx'
import { PresetFields } from './preset-fields.tsx'
import { useFlatFiles } from './use-flat-files.ts'

/** What was set aside and not saved yet stays while the window is open, for each post. */
const unsaved = new Map<string, readonly Row[]>()

/** px that the print has here. */
const ROOM = { w: 500, h: 290 }

/** Groups from the tray into flat pictures, one after another: choose, look, swap, set aside as made, go on. */
export function FlatRun({ chosen, onClose }: { chosen: readonly string[]; onClose: () => void }) {
  const { draft, house, library, place } = useBoard()
  const { say } = useNotices()
  const files = useFlatFiles(house)
  const { preset, doing } = files
  const [run, setRun] = useState<Run>(() => {
    const waiting = waitingIn(draft.content, library.picture).map(({ id }) => id)
    return beginRun(waiting, chosen, unsaved.get(draft.id))
  })
  const [picked, setPicked] = useState<number | null>(null)
  const [way, setWay] = useState(0)
  const change = (next: Run) => {
    unsaved.set(draft.id, next.made)
    setRun(next)
    setPicked(null)
    setWay(0)
  }

  const { group, made } = run
  const left = leftOf(run)
  const key = group.join()
  const plain = useMemo(() => (key ? makeRow(`flat-${made.length}`, key.split(',')) : null), [key, made.length])
  const request = useMemo(() => {
    const pictures = plain?.pictures.flatMap(({ id }) => library.picture(id) ?? []) ?? []
    if (!plain || pictures.length < plain.pictures.length) return null
    const following = followingPlace(draft.content.body, place)
    return { row: plain, pictures, following, within: 'page' as const, house, reorder: false }
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- the text around it has nothing to say of a file
  }, [plain, library, house])
  const { ways: all, row: answered } = useWays(request)
  // Side by side or beneath each other: what a file shows at once.
  const ways = useMemo(() => all.filter(({ family }) => family !== 'slideshow'), [all])
  const shown = ways[Math.min(way, ways.length - 1)]
  const row = shown && answered && answered === plain ? rowInWay(shown, answered) : plain
  const layout = useMemo(() => row && flatLayout(row, library, house, preset), [row, library, house, preset])

  const name = slug(titleOf(draft.content)) || 'flat'
  const list = useRef<HTMLUListElement>(null)
  const busy = doing !== null
  const full = made.length >= MOST_FLAT
  const over = () => {
    unsaved.delete(draft.id)
    onClose()
  }

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Flat pictures, one after another"
      about="Choose some of the pictures that wait, look, set them aside as made, and go on with those that are left. What is made stays here until it is saved."
      width={1000}
      head={
        <div className="flex flex-wrap items-center gap-2">
          <Button
            look="ink"
            disabled={busy || !row || !layout?.fits || full}
            onClick={() => {
              change(setAside(run, row!))
              list.current?.querySelector<HTMLElement>('button')?.focus()
            }}
          >
            Set aside as made
          </Button>
          <Button small disabled={ways.length < 2} onClick={() => setWay((way - 1 + ways.length) % ways.length)}>
            ‹ Before
          </Button>
          <Button small disabled={ways.length < 2} onClick={() => setWay((way + 1) % ways.length)}>
            Next way ›
          </Button>
          <span role="status" className="min-w-0 flex-1 truncate text-soft">
            {doing ?? (shown ? `${shown.name}, ${way + 1} of ${count(ways.length, 'way')}` : '')}
          </span>
          {files.stop && (
            <Button small onClick={files.stop}>
              Stop
            </Button>
          )}
          <Button
            disabled={busy || made.length === 0}
            onClick={() => void files.save(made, `${name}-flat`).then((done) => done && over())}
          >
            {made.length > 1 ? `Save ${made.length} files as a ZIP` : 'Save the file'}
          </Button>
          <Button
            disabled={busy || made.length === 0}
            onClick={() =>
              void files
                .keep(made, (at) => `${name}-flat-${at + 1}`)
                .then((kept) => {
                  if (kept.length === 0) return
                  draft.change(`keep ${count(kept.length, 'flat picture')}`, (post) =>
                    intoTray(
                      post,
                      kept.map(({ id }) => id),
                    ),
                  )
                  say(`${count(kept.length, 'flat picture')} in the tray, and among the pictures.`, draft.undo)
                  if (kept.length === made.length) over()
                  else change({ ...run, made: made.slice(kept.length) })
                })
            }
          >
            Keep as {made.length > 1 ? 'pictures' : 'a picture'}
          </Button>
        </div>
      }
    >
      <p className="label-narrow text-soft">
        {count(left.length, 'picture')} left{group.length > 0 && `, ${group.length} in hand`}
      </p>
      <ul ref={list} aria-label="Pictures that are left" className="mt-1 flex gap-1.5 overflow-x-auto p-1">
        {left.map((id) => {
          const picture = library.picture(id)
          const number = group.indexOf(id) + 1
          return (
            picture && (
              <li key={id} className="shrink-0">
                <button
                  type="button"
                  aria-pressed={number > 0}
                  aria-label={`${nameOf(picture)}${number ? `, number ${number} of the group` : ''}`}
                  disabled={number === 0 && group.length >= MOST_PICTURES_IN_ROW}
                  className={`relative block ${number ? 'outline-2 outline-ink' : 'opacity-75 hover:opacity-100'}`}
                  onClick={() => change(toggleInGroup(run, id))}
                >
                  <PictureImage picture={picture} width={64} aspect={1.2} className="block" />
                  {number > 0 && (
                    <span className="figures absolute right-0 bottom-0 bg-ink px-1 text-paper!">{number}</span>
                  )}
                </button>
              </li>
            )
          )
        })}
      </ul>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)_240px] gap-5">
        <div>
          {layout ? (
            <FlatSheet
              layout={layout}
              preset={preset}
              room={ROOM}
              picking={{
                picked,
                onPress: (index) => {
                  if (picked === null) setPicked(index)
                  else if (picked === index) setPicked(null)
                  else change(swapInGroup(run, picked, index))
                },
              }}
            />
          ) : (
            <p className="board-grid flex h-[340px] items-center justify-center text-soft">
              {left.length ? 'Choose some of the pictures above.' : 'All of them are made.'}
            </p>
          )}
          {made.length > 0 && (
            <section aria-label="Made" className="mt-3 border-t border-hairline pt-2">
              <h3 className="label-narrow text-soft">{made.length} made, not saved yet</h3>
              <ol className="mt-1 flex flex-wrap gap-2">
                {made.map((one, i) => (
                  <li key={one.id} className="flex items-center gap-1.5 bg-board-deep px-1.5 py-1">
                    <span className="figures">{i + 1}</span>
                    {one.pictures.slice(0, 4).map(({ id }) => {
                      const picture = library.picture(id)
                      return picture && <PictureImage key={id} picture={picture} width={30} aspect={1.2} />
                    })}
                    {one.pictures.length > 4 && <span className="figures">+{one.pictures.length - 4}</span>}
                    <Button small look="plain" onClick={() => change(takeInHand(run, i))}>
                      Take back
                    </Button>
                  </li>
                ))}
              </ol>
            </section>
          )}
        </div>
        <div className="flex flex-col gap-2">
          <PresetFields files={files} />
        </div>
      </div>
    </Dialog>
  )
}
