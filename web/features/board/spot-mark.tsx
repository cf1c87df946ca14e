import { type Told, useTold } from '../../ui/told.ts'
import type { Spot } from './drop-target.ts'

/** The ruby line where it would land, or the ruby box of what it would change places with, or go back into. */
export function SpotMark({ now, swaps }: { now: Told<Spot | null>; swaps: (spot: Spot) => boolean }) {
  const spot = useTold(now)
  if (!spot) return null
  const boxed = spot.box && (spot.target.type === 'tray' || swaps(spot)) ? spot.box : null
  if (spot.target.type === 'tray' && !boxed) return null
  const { x, y, w, h } = boxed ? { x: boxed.left, y: boxed.top, w: boxed.width, h: boxed.height } : spot.line
  return (
    <div
      className={`pointer-events-none fixed top-0 left-0 z-30 ${boxed ? 'border-[3px] border-ruby' : 'bg-ruby'}`}
      style={{ transform: `translate(${x}px, ${y}px)`, width: w, height: h }}
    />
  )
}
