import { restingFinger } from '../../ui/resting-finger.ts'
import { swallowClick } from '../../ui/swallow-click.ts'

/** Carrying something over the board with the pointer: taken up, moved, let go or given up. No React: a quick hand is done before anything is drawn. */
export interface Carrying<T> {
  /** what a press there would take up; undefined: nothing */
  readonly pick: (pressed: Element, at: Point) => T | undefined
  readonly takenUp: (what: T, at: Point) => void
  /** moved on to, or the page moved under it */
  readonly moved: (what: T, at: Point) => void
  readonly letGo: (what: T, at: Point) => void
  readonly givenUp: () => void
}

export interface Point {
  readonly x: number
  readonly y: number
}

/** px that a press must move to take something up: less is a press. */
const TAKES_UP = 6
/** Only close to its edge is the page set moving, and the faster the closer: share of its height, px a frame. */
const [NEAR_EDGE, FASTEST] = [0.08, 22]

/**
 * Listens on `root` for presses that carry something; a finger has to rest on it first. `scrolled` finds what scrolls
 * under a carried thing. Within `[data-across]` a finger that goes sideways chooses instead.
 */
export function startCarrying<T>(root: HTMLElement, scrolled: () => HTMLElement | null, acts: Carrying<T>): () => void {
  let over: (() => void) | null = null
  const finger = restingFinger(root)

  function press(event: PointerEvent): void {
    if (!event.isPrimary || event.button !== 0 || over) return
    const from = { x: event.clientX, y: event.clientY }
    const what = acts.pick(event.target as Element, from)
    if (what === undefined) return
    let at = from
    /** which way the hand went last: 1 down, −1 up */
    let way = 0
    let carried = false
    let frame = 0

    const roll = () => {
      frame = requestAnimationFrame(roll)
      const box = scrolled()
      if (!box) return
      const { top, bottom, left, right } = box.getBoundingClientRect()
      if (at.x < left || at.x > right || at.y < top || at.y > bottom) return
      const edge = NEAR_EDGE * (bottom - top)
      const into = Math.max(0, at.y - (bottom - edge)) - Math.max(0, top + edge - at.y)
      // A hand that comes from the tray and goes up means the page as it stands.
      if (into === 0 || Math.sign(into) !== way) return
      const before = box.scrollTop
      box.scrollTop += (FASTEST * into) / edge
      if (box.scrollTop !== before) acts.moved(what, at)
    }
    const takeUp = () => {
      carried = true
      document.getSelection()?.removeAllRanges()
      frame = requestAnimationFrame(roll)
      acts.takenUp(what, at)
    }
    const strip = event.pointerType === 'touch' && (event.target as Element).closest('[data-across]') !== null
    const move = (next: PointerEvent) => {
      if (!next.isPrimary || finger.rests() === false) return
      way = Math.sign(next.clientY - at.y) || way
      at = { x: next.clientX, y: next.clientY }
      if (!carried && Math.hypot(at.x - from.x, at.y - from.y) >= TAKES_UP) {
        if (strip && Math.abs(at.x - from.x) > Math.abs(at.y - from.y)) return end()
        takeUp()
      }
      if (carried) acts.moved(what, at)
    }
    const up = (last: PointerEvent) => {
      if (!last.isPrimary) return
      at = { x: last.clientX, y: last.clientY }
      end()
      if (carried) acts.letGo(what, at)
    }
    const giveUp = () => {
      end()
      if (carried) acts.givenUp()
    }
    const key = (pressed: KeyboardEvent) => {
      if (pressed.key !== 'Escape' || !carried) return
      // It gives up what is carried, and nothing else.
      pressed.preventDefault()
      pressed.stopPropagation()
      giveUp()
    }
    const noSelection = () => carried && document.getSelection()?.removeAllRanges()
    const prevent = (unwanted: Event) => unwanted.preventDefault()

    const listening = new AbortController()
    const { signal } = listening
    const end = () => {
      listening.abort()
      cancelAnimationFrame(frame)
      finger.letGo()
      over = null
      if (carried) swallowClick()
    }
    over = giveUp
    if (event.pointerType === 'touch') finger.follow(event, () => strip || takeUp(), giveUp)
    window.addEventListener('pointermove', move, { signal })
    window.addEventListener('pointerup', up, { signal })
    window.addEventListener('pointercancel', giveUp, { signal })
    window.addEventListener('blur', giveUp, { signal })
    window.addEventListener('keydown', key, { signal, capture: true })
    document.addEventListener('selectionchange', noSelection, { signal })
    // Pictures and links are not dragged out of the window.
    window.addEventListener('dragstart', prevent, { signal })
  }

  root.addEventListener('pointerdown', press)
  return () => {
    root.removeEventListener('pointerdown', press)
    over?.()
    finger.stop()
  }
}
