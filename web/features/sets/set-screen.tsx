import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { addMembers, moveMembers } from '../../../core/sets/edits.ts'
import { useLibrary } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { BESIDE_SHEET, SideSheet } from '../../ui/side-sheet.tsx'
import { count } from '../../ui/words.ts'
import { startCarrying } from '../board/carry.ts'
import { useChosenPictures } from '../pictures/chosen-pictures.ts'
import { nameOf } from '../pictures/picture-image.tsx'
import { PicturePicker } from '../pictures/picture-picker.tsx'
import { PictureWall } from '../pictures/picture-wall.tsx'
import { PRINT, WallPrint } from '../pictures/wall-print.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { WaitingScreen } from '../shell/waiting.tsx'
import { SetTicket } from './set-ticket.tsx'
import { useSet } from './use-set.ts'

/** px under a print for its position */
const POSITION = 20
const NONE: readonly string[] = []

/** One set: its pictures in order, what it says of each, where it is shown. */
export function SetScreen() {
  const { id = '' } = useParams()
  return <OpenedSet key={id} id={id} />
}

function OpenedSet({ id }: { id: string }) {
  const { open, error, change, step } = useSet(id)
  const [adding, setAdding] = useState(false)
  const ids = useMemo(() => open?.set.pictures.map((one) => one.id) ?? NONE, [open])
  const { library } = useLibrary(ids)
  const { chosen, ...choice } = useChosenPictures(ids)
  const [line, setLine] = useState<{ x: number; y: number; h: number } | null>(null)
  const main = useRef<HTMLElement>(null)
  const name = open?.set.name
  useEffect(() => {
    document.title = `${name ?? 'Set'} · Set Row`
  }, [name])

  const here = chosen.filter((one) => ids.includes(one))
  const move = (moving: readonly string[], place: number) =>
    void change(`move ${count(moving.length, 'picture')}`, { pictures: (now) => moveMembers(now, moving, place) })
  const takeOut = () => {
    if (here.length === 0) return
    const gone = new Set(here)
    void change(`take ${count(here.length, 'picture')} out`, {
      pictures: (now) => now.filter((one) => !gone.has(one.id)),
    })
    choice.without(here)
  }
  // What is not known yet is not shown: places are told by the picture that has one.
  const pictures = useMemo(() => ids.flatMap((one) => library.picture(one) ?? []), [ids, library])
  const latest = useRef({ ids, pictures, here, move })
  latest.current = { ids, pictures, here, move }
  const ready = open !== undefined
  useEffect(() => {
    if (!ready || !main.current) return
    const print = (element: Element | null) => element?.closest<HTMLElement>('[data-picture]') ?? null
    const scroller = () => main.current?.querySelector<HTMLElement>('[data-wall]') ?? null
    /** Before which picture what is let go at this point would stand, and where the line is drawn. */
    const placeAt = ({ x, y }: { x: number; y: number }) => {
      const under = print(document.elementFromPoint(x, y))
      if (!under) return null
      const box = under.getBoundingClientRect()
      const after = x > box.left + box.width / 2
      return {
        place: latest.current.ids.indexOf(latest.current.pictures[Number(under.dataset.picture)]!.id) + (after ? 1 : 0),
        line: { x: (after ? box.right + 4 : box.left - 6) - 1, y: box.top, h: box.height },
      }
    }
    return startCarrying<readonly string[]>(main.current, scroller, {
      pick: (pressed) => {
        const at = print(pressed)?.dataset.picture
        const one = at === undefined ? undefined : latest.current.pictures[Number(at)]?.id
        if (!one) return undefined
        return latest.current.here.includes(one) ? latest.current.here : [one]
      },
      takenUp: () => undefined,
      moved: (_, at) => setLine(placeAt(at)?.line ?? null),
      letGo: (moving, at) => {
        setLine(null)
        const landing = placeAt(at)
        if (landing) latest.current.move(moving, landing.place)
      },
      givenUp: () => setLine(null),
    })
  }, [ready])

  if (error) return <Unavailable error={error} />
  if (!open) return <WaitingScreen what="the set" />
  /** Moves what is chosen by one place. */
  const nudge = (by: -1 | 1) => {
    const at = here.map((one) => ids.indexOf(one)).sort((a, b) => a - b)
    if (at.length === 0) return
    const place = by < 0 ? at[0]! - 1 : at.at(-1)! + 2
    if (place >= 0 && place <= ids.length) move(here, place)
  }

  return (
    <div
      role="presentation"
      className="flex h-full flex-col"
      onKeyDown={(event) => {
        if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return
        const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
        if (event.altKey && by) nudge(by)
        else if (event.key === 'Delete') takeOut()
        else if ((event.ctrlKey || event.metaKey) && /^[zy]$/i.test(event.key))
          void step(event.key.toLowerCase() === 'y' || event.shiftKey ? 1 : -1)
        else return
        event.preventDefault()
        event.stopPropagation()
      }}
    >
      <TopBar>
        <Link className="underline decoration-[#5a544c] underline-offset-4" to="/sets">
          All sets
        </Link>
        <span className="min-w-0 flex-1 truncate font-semibold">{open.set.name}</span>
        <Button
          look="on-ink"
          disabled={open.undoes === null}
          title={open.undoes ? `Undo: ${open.undoes}` : 'Nothing to undo'}
          onClick={() => void step(-1)}
        >
          Undo
        </Button>
        <Button
          look="on-ink"
          disabled={open.redoes === null}
          title={open.redoes ? `Redo: ${open.redoes}` : 'Nothing to redo'}
          onClick={() => void step(1)}
        >
          Redo
        </Button>
        <button
          type="button"
          className="rounded-sm bg-paper px-3 py-1.5 font-medium text-ink hover:bg-white"
          onClick={() => setAdding(true)}
        >
          Add pictures…
        </button>
      </TopBar>
      <div className={BESIDE_SHEET}>
        <main ref={main} className="board-grid flex min-h-0 flex-col py-5 pr-1 pl-5 select-none">
          <PictureWall
            pictures={pictures}
            height={PRINT.height + 6 + POSITION}
            widest={PRINT.widest}
            more={null}
            onExtend={choice.extend}
            onAll={choice.all}
            onNone={choice.none}
            label="Pictures of the set, in order"
            empty={
              <p className="py-16 text-center text-soft">
                Nothing is in this set yet. Add pictures that are here, or make a set of pictures that you choose.
              </p>
            }
          >
            {({ picture, width, index }, tabbable) => (
              <WallPrint
                picture={picture}
                width={width}
                tabbable={tabbable}
                chosen={here.includes(picture.id)}
                label={`${index + 1}, ${nameOf(picture)}. Alt with the left and right arrows moves what is chosen`}
                onPress={(event) => choice.press(picture.id, event)}
              >
                <span className="figures block px-1">{index + 1}</span>
              </WallPrint>
            )}
          </PictureWall>
        </main>
        <SideSheet label="Ticket" name={open.set.name} className="border-l border-hairline">
          <SetTicket open={open} library={library} chosen={here} change={change} move={move} takeOut={takeOut} />
        </SideSheet>
      </div>
      {line && (
        <div
          className="pointer-events-none fixed top-0 left-0 z-30 w-[3px] bg-ruby"
          style={{ transform: `translate(${line.x}px, ${line.y}px)`, height: line.h }}
        />
      )}
      <PicturePicker
        open={adding}
        onOpenChange={setAdding}
        title={`Add to “${open.set.name}”`}
        exclude={ids}
        many
        onPick={(more) =>
          void change(`add ${count(more.length, 'picture')}`, { pictures: (now) => addMembers(now, more) })
        }
      />
    </div>
  )
}
