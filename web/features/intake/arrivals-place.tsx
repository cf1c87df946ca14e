import { useSyncExternalStore } from 'react'

/** Where the list of arriving pictures has a place of its own on a screen; null where it floats. */
let place: HTMLElement | null = null
const listeners = new Set<() => void>()
function setPlace(element: HTMLElement | null): void {
  place = element
  for (const tell of listeners) tell()
}

/** A place in which the list of arriving pictures stands, so that it lies over nothing. */
export const ArrivalsPlace = () => <div ref={setPlace} data-arrivals />

export const useArrivalsPlace = (): HTMLElement | null =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell)
      return () => void listeners.delete(tell)
    },
    () => place,
  )
