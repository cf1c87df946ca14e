import { useEffect, useRef } from 'react'
import { createKeybindingsHandler } from 'tinykeys'

export interface AdjustKeys {
  readonly undo: () => void
  readonly redo: () => void
  readonly keep: () => void
  readonly turn: (by: 1 | -1) => void
  readonly mirror: () => void
  readonly level: () => void
  readonly film: () => void
  /** the sheet is lifted, or lies again */
  readonly before: (lifted: boolean) => void
  readonly crop: (by: { readonly x: number; readonly y: number; readonly grow: number }) => void
  readonly leave: () => void
  readonly next: (by: 1 | -1) => void
}

/** Shares of the picture that a key moves a crop by, alone and with Shift. */
const [STEP, LARGE] = [0.01, 0.05]

const writes = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.matches('input:not([type=range]), textarea, select')
const slides = (target: EventTarget | null): boolean => target instanceof HTMLElement && target.matches('[type=range]')

/** Keys of the adjusting screen, wherever the focus is; letters are for who writes. */
export function useAdjustKeys(keys: AdjustKeys): void {
  const latest = useRef(keys)
  latest.current = keys
  useEffect(() => {
    const alone = (act: (keys: AdjustKeys) => void) => (event: KeyboardEvent) => {
      if (writes(event.target)) return
      event.preventDefault()
      act(latest.current)
    }
    const arrow = (x: number, y: number) => (event: KeyboardEvent) => {
      if (writes(event.target) || slides(event.target)) return
      event.preventDefault()
      const step = event.shiftKey ? LARGE : STEP
      latest.current.crop({ x: x * step, y: y * step, grow: 0 })
    }
    const both = (key: string, act: (event: KeyboardEvent) => void) => ({ [key]: act, [`Shift+${key}`]: act })
    const down = createKeybindingsHandler({
      '$mod+z': alone((it) => it.undo()),
      '$mod+Shift+z': alone((it) => it.redo()),
      '$mod+y': alone((it) => it.redo()),
      '$mod+Enter': (event) => {
        event.preventDefault()
        latest.current.keep()
      },
      t: alone((it) => it.turn(1)),
      'Shift+t': alone((it) => it.turn(-1)),
      m: alone((it) => it.mirror()),
      h: alone((it) => it.level()),
      f: alone((it) => it.film()),
      b: alone((it) => it.before(true)),
      '+': alone((it) => it.crop({ x: 0, y: 0, grow: STEP })),
      '-': alone((it) => it.crop({ x: 0, y: 0, grow: -STEP })),
      Escape: alone((it) => it.leave()),
      PageDown: alone((it) => it.next(1)),
      PageUp: alone((it) => it.next(-1)),
      ...both('ArrowLeft', arrow(-1, 0)),
      ...both('ArrowRight', arrow(1, 0)),
      ...both('ArrowUp', arrow(0, -1)),
      ...both('ArrowDown', arrow(0, 1)),
    })
    const up = ({ key }: KeyboardEvent) => key.toLowerCase() === 'b' && latest.current.before(false)
    window.addEventListener('keydown', down)
    window.addEventListener('keyup', up)
    return () => {
      window.removeEventListener('keydown', down)
      window.removeEventListener('keyup', up)
    }
  }, [])
}
