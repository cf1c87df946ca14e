import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { bestOf } from '../../../core/looks/best-of.ts'
import type { LookAlike, Weeding } from '../../../core/wire/picture.ts'
import { BEST_REASONS } from '../../../core/words/looks.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import { ArrivalsPlace } from '../intake/arrivals-place.tsx'
import { PictureImage } from '../pictures/picture-image.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { Waiting } from '../shell/waiting.tsx'
import { Prints } from './prints.tsx'
import { idsOf, keyOf, useDecisions } from './use-decisions.ts'

/** Pictures so near to each other that one is enough: group after group, the whole of it side by side. */
export function LookAlikesScreen() {
  const navigate = useNavigate()
  const { groups, wait, error, decide, takeBackLast } = useDecisions()
  const [at, setAt] = useState(0)
  useEffect(() => {
    document.title = 'Look-alikes · Set Row'
  }, [])
  const here = Math.min(at, groups.length - 1)
  const group = groups[here]

  // The print that had the focus may be gone: keys are heard wherever it is.
  useKeys((event) => {
    if (event.key === 'z' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault()
      void takeBackLast()
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault()
      setAt(Math.max(0, Math.min(groups.length - 1, here + (event.key === 'ArrowDown' ? 1 : -1))))
    }
  })
  if (error) return <Unavailable error={error} />

  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="flex-1 text-[#c9c1b4]">
          {wait !== undefined &&
            (wait === 0
              ? 'No look-alikes wait'
              : `${count(wait, 'group')} of look-alikes ${wait === 1 ? 'waits' : 'wait'}`)}
        </span>
        <Button look="on-ink" onClick={() => void navigate(-1)}>
          Back
        </Button>
      </TopBar>
      <main className="board-grid flex min-h-0 flex-1 flex-col">
        {group ? (
          <Group key={keyOf(idsOf(group))} group={group} onDecide={(weeding, words) => void decide(weeding, words)} />
        ) : wait !== 0 ? (
          <Waiting what="the look-alikes" />
        ) : (
          <p className="m-auto max-w-md text-center text-soft">
            Nothing to weed. Pictures that are nearly the same are found as they come in, and wait here until one is
            kept.{' '}
            <Link className="underline underline-offset-4" to="/pictures">
              Go to the pictures
            </Link>
          </p>
        )}
      </main>
      {groups.length > 1 && (
        <nav aria-label="Groups" className="flex gap-4 overflow-x-auto border-t border-hairline bg-card px-4 py-2">
          {groups.map((one, index) => (
            <button
              key={keyOf(idsOf(one))}
              type="button"
              aria-current={index === here}
              aria-label={`Group ${index + 1}: ${count(one.length, 'picture')}`}
              className={`flex shrink-0 items-end gap-1 p-1 ${index === here ? 'outline-2 -outline-offset-1 outline-ink' : ''}`}
              onClick={() => setAt(index)}
            >
              <PictureImage picture={one[0]!.picture} width={72} aspect={1.4} />
              <span className="figures">{one.length}</span>
            </button>
          ))}
        </nav>
      )}
      <ArrivalsPlace />
    </div>
  )
}

function useKeys(hear: (event: KeyboardEvent) => void): void {
  const latest = useRef(hear)
  latest.current = hear
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => latest.current(event)
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [])
}

const KEYS = [
  ['← →', 'from one to the next'],
  ['Space', 'one over another'],
  ['↑ ↓', 'to another group'],
  ['Ctrl Z', 'takes back'],
] as const

/** One group: what is kept, and what goes aside. */
function Group({
  group,
  onDecide,
}: {
  group: readonly LookAlike[]
  onDecide: (weeding: Weeding, words: string) => void
}) {
  const best = useMemo(
    () =>
      bestOf(
        group.map(({ picture: { id, width, height, bytes, flaws }, sharpness, shown }) => ({
          id,
          width,
          height,
          bytes,
          flaws,
          sharpness,
          shown,
        })),
      ),
    [group],
  )
  const [hand, setHand] = useState(() => group.findIndex(({ picture }) => picture.id === best.id))
  const [keeping, setKeeping] = useState<ReadonlySet<string>>(new Set())
  const [stacked, setStacked] = useState(false)
  const ids = idsOf(group)
  const kept = new Set([...keeping, ids[hand]!])
  const others = ids.filter((id) => !kept.has(id))

  const keep = () =>
    onDecide(
      { aside: others, back: [], settled: ids, unsettled: [] },
      `${count(kept.size, 'picture')} kept, ${count(others.length, 'look-alike')} set aside.`,
    )
  const keepAll = () =>
    onDecide({ aside: [], back: [], settled: ids, unsettled: [] }, `All ${count(ids.length, 'picture')} kept.`)
  const keepToo = (id: string) => {
    const next = new Set(keeping)
    if (!next.delete(id)) next.add(id)
    setKeeping(next)
  }
  useKeys((event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target instanceof HTMLInputElement) return
    // Enter and Space on a button are that button's.
    const elsewhere = event.target instanceof HTMLElement && event.target.closest('button:not([data-print]), a')
    const acts: Record<string, (() => void) | undefined> = {
      ArrowRight: () => setHand((hand + 1) % group.length),
      ArrowLeft: () => setHand((hand + group.length - 1) % group.length),
      Enter: elsewhere ? undefined : keep,
      ' ': elsewhere ? undefined : () => setStacked(!stacked),
      k: () => keepToo(ids[hand]!),
      a: keepAll,
    }
    const act = acts[event.key]
    if (!act) return
    event.preventDefault()
    act()
  })
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 px-4 py-3">
      <Prints
        group={group}
        hand={hand}
        keeping={keeping}
        proposed={{ id: best.id, why: BEST_REASONS[best.why] }}
        stacked={stacked}
        onHand={setHand}
        onKeepToo={keepToo}
      />
      <div className="flex flex-wrap items-center gap-2">
        <Button look="ink" onClick={keep}>
          {kept.size === 1 ? 'Keep this one' : `Keep these ${kept.size}`}, the others aside{' '}
          <span className="font-mono text-[0.85em]">Enter</span>
        </Button>
        <Button onClick={keepAll}>
          Keep all <span className="font-mono text-[0.85em]">A</span>
        </Button>
        <Button aria-pressed={stacked} onClick={() => setStacked(!stacked)}>
          {stacked ? 'Side by side' : 'One over another'} <span className="font-mono text-[0.85em]">Space</span>
        </Button>
        <span className="flex-1" />
        <p className="figures flex flex-wrap gap-x-4">
          {KEYS.map(([key, does]) => (
            <span key={key}>
              {key} {does}
            </span>
          ))}
          <span>K keeps too</span>
        </p>
      </div>
    </div>
  )
}
