import { type RefObject, useEffect, useRef } from 'react'
import { restingFinger } from './resting-finger.ts'
import { swallowClick } from './swallow-click.ts'

/** px that a finger goes before it says which way; share of the length next to an edge where what scrolls goes on; px a frame. */
const [SAYS, NEAR_EDGE, ROLLS] = [6, 0.08, 9]

interface Across {
  /** where the finger is in the order of the things; null where none is */
  readonly indexAt: (x: number, y: number) => number | null
  /** all from the one to the other are chosen */
  readonly choose: (from: number, to: number) => void
}

/**
 * By finger: held on one of several things and drawn across others, it chooses all of them. In a strip only sideways:
 * out of it, things are carried.
 */
export function useDragAcross(
  scroller: RefObject<HTMLElement | null>,
  lies: 'strip' | 'wall',
  /** whether it is there now */
  there: boolean,
  across: Across,
): void {
  const latest = useRef(across)
  useEffect(() => {
    latest.current = across
  })
  useEffect(() => {
    const root = scroller.current
    if (!root || !there) return
    const finger = restingFinger(root)
    let drawing = false
    const onPress = (press: PointerEvent) => {
      if (press.pointerType !== 'touch' || !press.isPrimary) return
      const from = latest.current.indexAt(press.clientX, press.clientY)
      if (from === null) return
      let at = { x: press.clientX, y: press.clientY }
      let last = -1
      let frame = 0
      const listening = new AbortController()
      const { signal } = listening
      const end = () => {
        listening.abort()
        cancelAnimationFrame(frame)
        finger.letGo()
        if (drawing) swallowClick()
        drawing = false
      }
      const choose = () => {
        const to = latest.current.indexAt(at.x, at.y)
        if (to === null || to === last) return
        last = to
        latest.current.choose(from, to)
      }
      const roll = () => {
        frame = requestAnimationFrame(roll)
        if (rolled(root, lies, at)) choose()
      }
      finger.follow(press, () => {}, end)
      window.addEventListener(
        'pointermove',
        (move) => {
          if (!move.isPrimary || !finger.rests()) return
          at = { x: move.clientX, y: move.clientY }
          if (!drawing) {
            const [dx, dy] = [Math.abs(at.x - press.clientX), Math.abs(at.y - press.clientY)]
            if (Math.hypot(dx, dy) < SAYS) return
            if (lies === 'strip' && dy > dx) return end()
            drawing = true
            frame = requestAnimationFrame(roll)
          }
          choose()
        },
        { signal },
      )
      window.addEventListener('pointerup', end, { signal })
      window.addEventListener('pointercancel', end, { signal })
    }
    root.addEventListener('pointerdown', onPress)
    return () => {
      root.removeEventListener('pointerdown', onPress)
      finger.stop()
    }
  }, [scroller, lies, there])
}

/** Near an edge it goes on; true where it did. */
function rolled(root: HTMLElement, lies: 'strip' | 'wall', at: { x: number; y: number }): boolean {
  const box = root.getBoundingClientRect()
  const [where, start, end] = lies === 'strip' ? [at.x, box.left, box.right] : [at.y, box.top, box.bottom]
  const edge = NEAR_EDGE * (end - start)
  const by = where > end - edge ? ROLLS : where < start + edge ? -ROLLS : 0
  const key = lies === 'strip' ? 'scrollLeft' : 'scrollTop'
  const before = root[key]
  root[key] += by
  return root[key] !== before
}
