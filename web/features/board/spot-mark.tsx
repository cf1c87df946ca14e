import { useSyncExternalStore } from 'react'
import type { Spot } from './drop-target.ts'

/** Where a drag would land now: told only to what draws it, for it changes with every move of the hand. */
export class SpotNow {
  private spot: Spot | null = null
  private readonly listeners = new Set<() => void>()
  readonly get = (): Spot | null => this.spot
  readonly listen = (tell: () => void): (() => void) => {
    this.listeners.add(tell)
    return () => void this.listeners.delete(tell)
  }
  set(next: Spot | null): void {
    if (JSON.stringify(next) === JSON.stringify(this.spot)) return
    this.spot = next
    for (const tell of this.listeners) tell()
  }
}

/** The ruby line where it would land, or the ruby box of what it would change places with, or go back into. */
export function SpotMark({ now, swaps }: { now: SpotNow; swaps: (spot: Spot) => boolean }) {
  const spot = useSyncExternalStore(now.listen, now.get)
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
