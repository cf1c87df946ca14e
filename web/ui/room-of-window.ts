import { useSyncExternalStore } from 'react'
import type { ReaderScreen } from '../../core/house/screens.ts'

/** Px of the window from which on style sheets have more beside each other: `sm` and `lg`. */
const [SEVERAL, COLUMNS] = [matchMedia('(width >= 640px)'), matchMedia('(width >= 1024px)')]

/** The reader's screen that this window is like: for one thing at a time, for several, with columns at the sides. */
export const roomOfWindow = (): ReaderScreen['name'] =>
  COLUMNS.matches ? 'wide' : SEVERAL.matches ? 'tablet' : 'phone'

function onChange(changed: () => void): () => void {
  for (const query of [SEVERAL, COLUMNS]) query.addEventListener('change', changed)
  return () => {
    for (const query of [SEVERAL, COLUMNS]) query.removeEventListener('change', changed)
  }
}

/** The same, told anew when the window is turned or made larger. */
export const useRoomOfWindow = (): ReaderScreen['name'] => useSyncExternalStore(onChange, roomOfWindow)
