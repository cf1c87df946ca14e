import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react'

/** True scale, and the smallest at which a page is still a page. */
const [TRUE, LEAST] = [1, 0.06]
/** px around what is to be seen whole. */
const AROUND = 40
/** How much a notch of the wheel, or a pinch, changes the scale. */
const PER_PX = 0.0035
/** Nearer than this it is true; and what is asked for by a press is always less. */
const [NEARLY_TRUE, LESS] = [0.97, 0.96]

interface Point {
  readonly x: number
  readonly y: number
}

/** A point of the page that keeps its place on the screen while the scale changes: px of the page, px of the board. */
interface Held {
  readonly page: Point
  readonly at: Point
}

export interface StandBack {
  /** 1 is true */
  readonly scale: number
  /** Back as far as the selected row, or the whole post, is seen; or near again. */
  readonly toggle: () => void
}

const scrollerOf = (): HTMLElement | null => document.querySelector<HTMLElement>('[data-scroller]')
const sheetOf = (): HTMLElement | null => document.querySelector<HTMLElement>('[data-region=page]')

/** Where the caret is, if it is in the page. */
function caretIn(sheet: HTMLElement): DOMRect | null {
  const selection = document.getSelection()
  const node = selection?.focusNode
  if (!selection?.rangeCount || !node || !sheet.contains(node)) return null
  const rect = selection.getRangeAt(0).getBoundingClientRect()
  // In an empty paragraph a caret has no box.
  return rect.height > 0 ? rect : (node instanceof Element ? node : node.parentElement!).getBoundingClientRect()
}

/**
 * How small the page on the board is drawn. By a key or a press: so that what is selected is seen whole, and true
 * again; by wheel with Ctrl and by two fingers: freely. The caret stays where it is.
 */
export function useStandBack(rowId: string | null): StandBack {
  const [scale, setScale] = useState(TRUE)
  const latest = useRef(scale)
  latest.current = scale
  const held = useRef<Held | null>(null)

  /** To another scale; the point of the window `from` is found at `at` of the board afterwards. */
  const change = useCallback((next: number, at: Point, from?: Point) => {
    const [scroller, sheet] = [scrollerOf(), sheetOf()]
    if (!scroller || !sheet) return
    const now = latest.current
    const to = next > NEARLY_TRUE ? TRUE : Math.max(LEAST, next)
    if (to === now) return
    const [board, page] = [scroller.getBoundingClientRect(), sheet.getBoundingClientRect()]
    const { x, y } = from ?? { x: board.left + at.x, y: board.top + at.y }
    held.current = { page: { x: (x - page.left) / now, y: (y - page.top) / now }, at }
    setScale(to)
  }, [])

  // Once the page is drawn at the new scale, what was held is brought back to its place.
  useLayoutEffect(() => {
    const [scroller, sheet, keep] = [scrollerOf(), sheetOf(), held.current]
    if (!scroller || !sheet || !keep) return
    held.current = null
    const [board, page] = [scroller.getBoundingClientRect(), sheet.getBoundingClientRect()]
    scroller.scrollTop += page.top + keep.page.y * scale - board.top - keep.at.y
    scroller.scrollLeft += page.left + keep.page.x * scale - board.left - keep.at.x
  }, [scale])

  const toggle = useCallback(() => {
    const [scroller, sheet] = [scrollerOf(), sheetOf()]
    if (!scroller || !sheet) return
    const [board, page] = [scroller.getBoundingClientRect(), sheet.getBoundingClientRect()]
    const middle = { x: board.width / 2, y: board.height / 2 }
    const seat = rowId === null ? null : document.getElementById(`row-${rowId}`)?.getBoundingClientRect()
    // What is looked at goes to the middle: the row, or the caret; else the page stays where it is.
    const looked = seat ?? caretIn(sheet)
    const from = looked ? { x: page.left + page.width / 2, y: looked.top + looked.height / 2 } : undefined
    if (latest.current < TRUE) return change(TRUE, middle, from)
    const whole = Math.min((board.width - AROUND) / page.width, (board.height - 2 * AROUND) / (seat ?? page).height)
    change(Math.min(LESS, whole), middle, from)
  }, [change, rowId])

  useWheelAndPinch(change, latest)
  return { scale, toggle }
}

/** Wheel with Ctrl, which is also how a trackpad tells a pinch, and two fingers on the glass. */
function useWheelAndPinch(change: (scale: number, at: Point) => void, scale: RefObject<number>): void {
  useEffect(() => {
    const scroller = scrollerOf()
    if (!scroller) return
    const place = (x: number, y: number) => {
      const board = scroller.getBoundingClientRect()
      return { x: x - board.left, y: y - board.top }
    }
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey) return
      event.preventDefault()
      change(scale.current * Math.exp(-event.deltaY * PER_PX), place(event.clientX, event.clientY))
    }
    let apart: { readonly px: number; readonly scale: number } | null = null
    const between = ({ touches: [a, b] }: TouchEvent) => Math.hypot(a!.clientX - b!.clientX, a!.clientY - b!.clientY)
    const onTouchStart = (event: TouchEvent) => {
      apart = event.touches.length === 2 ? { px: between(event), scale: scale.current } : null
    }
    const onTouchMove = (event: TouchEvent) => {
      if (!apart || event.touches.length !== 2) return
      event.preventDefault()
      const [a, b] = event.touches as unknown as [Touch, Touch]
      change((apart.scale * between(event)) / apart.px, place((a.clientX + b.clientX) / 2, (a.clientY + b.clientY) / 2))
    }
    const onTouchEnd = () => {
      apart = null
    }
    const still = { passive: false }
    scroller.addEventListener('wheel', onWheel, still)
    scroller.addEventListener('touchstart', onTouchStart)
    scroller.addEventListener('touchmove', onTouchMove, still)
    scroller.addEventListener('touchend', onTouchEnd)
    return () => {
      scroller.removeEventListener('wheel', onWheel)
      scroller.removeEventListener('touchstart', onTouchStart)
      scroller.removeEventListener('touchmove', onTouchMove)
      scroller.removeEventListener('touchend', onTouchEnd)
    }
  }, [change, scale])
}
