import { useEffect, useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { HouseEffect } from '../../../core/wire/house.ts'
import { api } from '../../api/client.ts'

/** Typing and dragging come to rest before the server is asked, ms. */
const REST_MS = 250

export interface Effects {
  /** what was found so far; of the style before until the first of this one is there */
  readonly effects: readonly HouseEffect[] | undefined
  readonly done: number
  /** posts in all; null while it is not known */
  readonly total: number | null
  readonly busy: boolean
  readonly error: Error | null
}

const NONE: Effects = { effects: undefined, done: 0, total: null, busy: false, error: null }

/** What a style would change in the posts that are here, as it is found. A newer style ends the work on an older one. */
export function useHouseEffect(style: HouseStyle, wanted: boolean): Effects {
  const [known, setKnown] = useState<Effects>(NONE)
  useEffect(() => {
    if (!wanted) return setKnown(NONE)
    const given = new AbortController()
    const found: HouseEffect[] = []
    setKnown((before) => ({ ...before, done: 0, total: null, busy: true, error: null }))
    const timer = setTimeout(() => {
      api.house
        .effect(
          style,
          ({ done, total, effects }) => {
            found.push(...effects)
            setKnown({ effects: [...found], done, total, busy: done < total, error: null })
          },
          given.signal,
        )
        .catch((error: Error) => {
          if (!given.signal.aborted) setKnown((before) => ({ ...before, busy: false, error }))
        })
    }, REST_MS)
    return () => {
      clearTimeout(timer)
      given.abort()
    }
  }, [style, wanted])
  return known
}
