import { useCallback } from 'react'
import { Away } from '../api/client.ts'
import { useNotices } from './notices.tsx'

/** What takes less than this says nothing of how far it is, ms. */
const SAID_AFTER_MS = 400

export interface Lots<T> {
  /** so many at once */
  readonly lot?: number
  /** "Deleting 12 of 2,000", told while it goes on */
  readonly says: (done: number, all: number) => string
  readonly each: (some: readonly T[]) => Promise<unknown>
  /** one that is refused keeps no other from it */
  readonly goOn?: boolean
}

/** What came of it: those that were done, why others were not, whether somebody stopped it. */
export interface Done<T> {
  readonly done: readonly T[]
  readonly refused: unknown
  readonly stopped: boolean
}

/** Does something to many, lot by lot: how far it has come is told, and it can be stopped between two. */
export function useLots() {
  const { working } = useNotices()
  return useCallback(
    async <T>(all: readonly T[], { lot = 1, says, each, goOn = false }: Lots<T>): Promise<Done<T>> => {
      const done: T[] = []
      let refused: unknown
      const halt = { stopped: false }
      const since = performance.now()
      let said: ReturnType<typeof working> | undefined
      for (let at = 0; at < all.length && !halt.stopped; at += lot) {
        const some = all.slice(at, at + lot)
        if (all.length > lot && performance.now() - since > SAID_AFTER_MS)
          (said ??= working('', () => void (halt.stopped = true))).tell(says(at, all.length))
        try {
          await each(some)
          done.push(...some)
        } catch (error) {
          refused = error
          if (!goOn || error instanceof Away) break
        }
      }
      said?.over()
      return { done, refused, stopped: halt.stopped }
    },
    [working],
  )
}
