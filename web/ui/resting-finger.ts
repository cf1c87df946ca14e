/** ms that a finger rests on a thing before it has it in hand; px that it may tremble meanwhile. Any other touch scrolls. */
const [RESTS, TREMBLES] = [320, 9]

/** What follows from a finger on the glass, from its `pointerdown` on. */
export interface RestingFinger {
  /** Whether it has rested long enough: from then on what it does is not scrolling. */
  readonly rested: () => boolean
  readonly end: () => void
}

/**
 * Waits until the finger of this press rests; `rested` is called then, and `ended` where it moves on before, or
 * another finger comes.
 */
export function restingFinger(press: PointerEvent, rested: () => void, ended: () => void): RestingFinger {
  let ready = false
  const listening = new AbortController()
  const { signal } = listening
  const timer = setTimeout(() => {
    ready = true
    navigator.vibrate?.(8)
    rested()
  }, RESTS)
  const end = () => {
    clearTimeout(timer)
    listening.abort()
  }
  const giveUp = () => {
    end()
    ended()
  }
  window.addEventListener(
    'pointermove',
    ({ isPrimary, clientX, clientY }) => {
      if (isPrimary && !ready && Math.hypot(clientX - press.clientX, clientY - press.clientY) > TREMBLES) giveUp()
    },
    { signal },
  )
  window.addEventListener('pointerdown', (another) => another !== press && giveUp(), { signal, capture: true })
  // What a long press brings up elsewhere would lie over what is in hand.
  window.addEventListener('contextmenu', (menu) => menu.preventDefault(), { signal })
  return { rested: () => ready, end }
}

/** While `held` says so, fingers on `root` do not scroll. Listened for from the start: browsers ask before the first move. */
export function noScrollWhile(root: HTMLElement, held: () => boolean): () => void {
  const onMove = (event: TouchEvent) => {
    if (held()) event.preventDefault()
  }
  root.addEventListener('touchmove', onMove, { passive: false })
  return () => root.removeEventListener('touchmove', onMove)
}
