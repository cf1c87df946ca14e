import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import type { LookAlike } from '../../../core/wire/picture.ts'
import { cropMarks, CropMarks } from '../board/guide-marks.tsx'
import { nameOf, PictureImage } from '../pictures/picture-image.tsx'
import { figuresThatDiffer } from './figures.ts'

const GAP = 20
/** Of a print that lies under the next so much stays to be seen if there is room, and what stands under it has: px. */
const FIGURES = 104
/** px that prints are high at least side by side; lower, they are fanned out; and never lower than the last. */
const [LOW, LOWEST] = [240, 110]
/** For what stands under a print, px. */
const UNDER = 190
/** Around all prints, for crop marks, px. */
const AROUND = 14

interface Props {
  readonly group: readonly LookAlike[]
  /** the one in hand */
  readonly hand: number
  readonly keeping: ReadonlySet<string>
  readonly proposed: { readonly id: string; readonly why: string }
  /** all in one place, the one in hand on top: what differs jumps to the eye as one goes from one to the next */
  readonly stacked: boolean
  readonly onHand: (index: number) => void
  readonly onKeepToo: (id: string) => void
}

/** The prints of a group at one height, as large as they have room; too many lie over each other, fanned out. */
export function Prints({ group, hand, keeping, proposed, stacked, onHand, onKeepToo }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState({ width: 0, height: 0 })
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect
      setRoom({ width: width - 2 * AROUND, height: height - AROUND })
    })
    observer.observe(box.current!)
    return () => observer.disconnect()
  }, [])
  const aspects = group.map(({ picture }) => Math.max(0.2, Math.min(3, picture.width / picture.height)))
  const { height, places, seen } = fannedOut(aspects, room, stacked)
  const there = height > 0
  useEffect(
    () => (there ? box.current!.querySelector<HTMLElement>(`[data-print="${hand}"]`)?.focus() : undefined),
    [there, hand, stacked],
  )
  // Why one is proposed is said beside that.
  const figures = figuresThatDiffer(group).map((lines, i) =>
    group[i]!.picture.id === proposed.id ? lines.filter((line) => line !== proposed.why) : lines,
  )

  return (
    <div ref={box} className="relative min-h-0 flex-1 overflow-hidden">
      {there && (
        <ul aria-label="Look-alikes" className="contents">
          {group.map(({ picture }, index) => {
            const on = index === hand
            const width = aspects[index]! * height
            return (
              <li
                key={picture.id}
                // Prints lie over each other; beside what is seen of one, the next is pressed.
                className="pointer-events-none absolute transition-[left] duration-150"
                style={{
                  top: AROUND,
                  left: AROUND + places[index]!,
                  width,
                  zIndex: on ? 2 : stacked ? 0 : 1,
                  visibility: stacked && !on ? 'hidden' : undefined,
                }}
              >
                <button
                  type="button"
                  data-print={index}
                  tabIndex={on ? 0 : -1}
                  aria-label={`${nameOf(picture)}, ${index + 1} of ${group.length}`}
                  aria-current={on}
                  className="pointer-events-auto relative block bg-paper p-[5px] shadow-[0_2px_10px_rgb(29_27_24/0.22)] focus-visible:outline-none"
                  onFocus={() => onHand(index)}
                  onClick={() => onHand(index)}
                >
                  <PictureImage picture={picture} width={width - 10} aspect={(width - 10) / (height - 10)} />
                  {on && (
                    <svg aria-hidden className="pointer-events-none absolute inset-0 overflow-visible">
                      <CropMarks path={cropMarks({ x: 0, y: 0, w: width, h: height })} />
                    </svg>
                  )}
                </button>
                <div
                  className="mt-2 overflow-hidden"
                  // Of many prints a strip each is seen: then only the one in hand has words under it.
                  hidden={seen < FIGURES && !on}
                  style={{ maxWidth: Math.min(Math.max(width, FIGURES), Math.max(seen, FIGURES)) - 8 }}
                >
                  <p className="truncate font-medium" title={picture.fileName}>
                    {picture.fileName}
                  </p>
                  {figures[index]!.map((figure) => (
                    <p key={figure} className="figures">
                      {figure}
                    </p>
                  ))}
                  {picture.id === proposed.id && (
                    <p>
                      <span className="border border-ink px-1">Proposed</span> {proposed.why}
                    </p>
                  )}
                  <label className="pointer-events-auto mt-1 flex items-center gap-1.5">
                    <input
                      type="checkbox"
                      tabIndex={-1}
                      checked={keeping.has(picture.id)}
                      onChange={() => onKeepToo(picture.id)}
                    />
                    Keep too
                  </label>
                </div>
              </li>
            )
          })}
        </ul>
      )}
    </div>
  )
}

/** Where each print begins, px, and how high all are. */
function fannedOut(
  aspects: readonly number[],
  room: { readonly width: number; readonly height: number },
  stacked: boolean,
) {
  const most = Math.max(120, room.height - UNDER)
  if (room.width <= 0) return { height: 0, places: [], seen: 0 }
  if (stacked) {
    const height = Math.min(most, room.width / Math.max(...aspects))
    return { height, places: aspects.map((aspect) => (room.width - aspect * height) / 2), seen: Infinity }
  }
  const all = aspects.reduce((sum, aspect) => sum + aspect, 0)
  const between = (aspects.length - 1) * GAP
  // All side by side; where that would make them too low, fanned out: of each enough for what stands under it.
  const beside = (room.width - between) / all
  const fanned = (room.width - FIGURES * (aspects.length - 1)) / Math.max(...aspects)
  const height = Math.max(LOWEST, Math.min(most, beside >= LOW ? beside : Math.max(beside, Math.min(fanned, LOW))))
  const step = (room.width - aspects.at(-1)! * height) / Math.max(1, aspects.length - 1)
  const fits = all * height + between <= room.width
  let at = fits ? (room.width - all * height - between) / 2 : 0
  const places = aspects.map((aspect, i) => {
    const place = fits ? at : i * step
    at += aspect * height + GAP
    return place
  })
  return { height, places, seen: fits ? Infinity : step }
}
