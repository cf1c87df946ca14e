import { useCallback, useState } from 'react'

/** How large an element is inside, CSS px. */
interface Room {
  readonly w: number
  readonly h: number
}

/** The room that an element has, and the ref by which it is watched; before it is there, what is guessed. */
export function useRoom(guess: Room): readonly [ref: (element: HTMLElement | null) => (() => void) | void, room: Room] {
  const [room, setRoom] = useState(guess)
  const ref = useCallback((element: HTMLElement | null) => {
    if (!element) return
    const observer = new ResizeObserver(([entry]) =>
      setRoom({ w: entry!.contentRect.width, h: entry!.contentRect.height }),
    )
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  return [ref, room]
}
