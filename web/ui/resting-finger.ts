/** ms that a finger rests on a thing before it has it in hand; px that it may tremble meanwhile. Any other touch scrolls. */
const [RESTS, TREMBLES] = [320, 9]

/** One finger at a time on an element. */
export interface RestingFinger {
  /** Follows the finger of this press: `rested` once it rests, `lost` where it moves on before, or another one comes. */
  readonly follow: (press: PointerEvent, rested: () => void, lost: () => void) => void
  /** Whether the finger that is followed has rested long enough; undefined while there is none. */
  readonly rests: () => boolean | undefined
  readonly letGo: () => void
  /** No press is listened for any more. */
  readonly stop: () => void
}

/** Tells a finger that takes something in hand from one that scrolls, on `root`. While it rests there, nothing scrolls. */
export function restingFinger(root: HTMLElement): RestingFinger {
  let rests: boolean | undefined
  let over = () => {}
  const letGo = () => {
    over()
    rests = undefined
  }
  const follow: RestingFinger['follow'] = (press, rested, lost) => {
    letGo()
    rests = false
    const listening = new AbortController()
    const { signal } = listening
    const timer = setTimeout(() => {
      rests = true
      navigator.vibrate?.(8)
      rested()
    }, RESTS)
    over = () => {
      clearTimeout(timer)
      listening.abort()
    }
    const lose = () => {
      letGo()
      lost()
    }
    window.addEventListener(
      'pointermove',
      ({ isPrimary, clientX, clientY }) => {
        const far = Math.hypot(clientX - press.clientX, clientY - press.clientY) > TREMBLES
        if (isPrimary && !rests && far) lose()
      },
      { signal },
    )
    window.addEventListener('pointerdown', (another) => another !== press && lose(), { signal, capture: true })
    // What a long press brings up elsewhere would lie over what is in hand.
    window.addEventListener('contextmenu', (menu) => menu.preventDefault(), { signal })
  }
  // Listened for from the start: browsers ask before the first move.
  const noScroll = (move: TouchEvent) => {
    if (rests) move.preventDefault()
  }
  root.addEventListener('touchmove', noScroll, { passive: false })
  return {
    follow,
    rests: () => rests,
    letGo,
    stop: () => {
      letGo()
      root.removeEventListener('touchmove', noScroll)
    },
  }
}
