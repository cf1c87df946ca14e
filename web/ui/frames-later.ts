import { useEffect, useState } from 'react'

/** The value as it was so many frames ago: what may come a little later does not hold up what comes first. */
export function useFramesLater<T>(value: T, frames: number): T {
  const [later, setLater] = useState(value)
  useEffect(() => {
    let left = frames
    const step = () => {
      if (--left > 0) frame = requestAnimationFrame(step)
      else setLater(() => value)
    }
    let frame = requestAnimationFrame(step)
    return () => cancelAnimationFrame(frame)
  }, [value, frames])
  return later
}
