import { useCallback, useEffect, useRef, useState } from 'react'
import { roomOfWindow } from '../../ui/room-of-window.ts'
import { type Told, useTold } from '../../ui/told.ts'
import type { Spot } from './drop-target.ts'

/**
 * Whether the tray is folded to a line: while one writes. It unfolds when pictures arrive, are
 * dragged to it, or are asked for.
 */
export function useTrayFold(tray: readonly string[], spot: Told<Spot | null>) {
  // On a phone the page needs the room more.
  const [folded, setFolded] = useState(() => roomOfWindow() === 'phone')
  const count = useRef(tray.length)
  useEffect(() => {
    if (tray.length > count.current) setFolded(false)
    count.current = tray.length
  }, [tray.length])
  const overTray = useTold(spot, (now) => now?.target.type === 'tray')
  useEffect(() => {
    if (overTray) setFolded(false)
  }, [overTray])
  const onWriting = useCallback(() => setFolded(true), [])
  return { folded, setFolded, onWriting }
}
