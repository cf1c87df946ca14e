import { Told, useTold } from '../../ui/told.ts'

/** Where the list of arriving pictures has a place of its own on a screen; null where it floats. */
const place = new Told<HTMLElement | null>(null)

/** A place in which the list of arriving pictures stands, so that it lies over nothing. */
export const ArrivalsPlace = () => <div ref={place.set} data-arrivals />

export const useArrivalsPlace = (): HTMLElement | null => useTold(place)
