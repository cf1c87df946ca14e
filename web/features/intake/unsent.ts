import { z } from 'zod'
import { ownWindows } from '../board/draft-windows.ts'

/**
 * The names of files that a window has not sent yet. A closed window can send nothing more, and the browser does not
 * give its files to another: what is left is said by name, so that they can be chosen again.
 */
const PLACE = 'set-row-unsent:'
const Unsent = z.object({ names: z.array(z.string()), all: z.number() })
export type Unsent = z.infer<typeof Unsent>

export interface LeftUnsent extends Unsent {
  readonly window: string
}

export async function keepUnsent(unsent: Unsent): Promise<void> {
  const place = PLACE + (await ownWindows.own())
  try {
    if (unsent.names.length === 0) localStorage.removeItem(place)
    else localStorage.setItem(place, JSON.stringify(unsent))
  } catch {
    // A browser that keeps nothing: then nothing can be said.
  }
}

/** What windows that are closed by now had not sent, this one before its reload included. */
export async function leftUnsent(): Promise<LeftUnsent[]> {
  const own = await ownWindows.own()
  const open = await ownWindows.open()
  return Object.keys(localStorage).flatMap((place) => {
    const window = place.startsWith(PLACE) ? place.slice(PLACE.length) : undefined
    if (window === undefined || (window !== own && open.has(window))) return []
    const read = Unsent.safeParse(JSON.parse(localStorage.getItem(place) ?? 'null'))
    return read.success ? [{ ...read.data, window }] : []
  })
}

export const forgetUnsent = (window: string): void => localStorage.removeItem(PLACE + window)
