import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { type HouseStyle, parseHouse } from '../../../core/house/house-style.ts'
import { api } from '../../api/client.ts'
import { putKnown } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'

const KEPT = 'set-row-house-draft'

/** A style that was being changed when the window was closed. */
function kept(): HouseStyle | null {
  try {
    const text = localStorage.getItem(KEPT)
    return text ? parseHouse(JSON.parse(text)) : null
  } catch {
    return null
  }
}

export interface HouseDraft {
  /** the style as it would be */
  readonly style: HouseStyle
  readonly changed: boolean
  readonly change: (change: Partial<HouseStyle>) => void
  readonly save: () => Promise<void>
  readonly discard: () => void
}

/** The house style while it is being changed: nothing takes effect before it is saved, and nothing is lost before that. */
export function useHouseDraft(house: HouseStyle): HouseDraft {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const [draft, setDraft] = useState(kept)
  const style = draft ?? house
  const changed = JSON.stringify(style) !== JSON.stringify(house)
  const keep = (next: HouseStyle | null) => {
    setDraft(next)
    if (next) localStorage.setItem(KEPT, JSON.stringify(next))
    else localStorage.removeItem(KEPT)
  }
  const put = async (next: HouseStyle) => putKnown(client, ['house'], await api.house.put(next))
  return {
    style,
    changed,
    change: (change) => keep({ ...style, ...change }),
    discard: () => {
      keep(null)
      say('The changes are put back.', () => keep(style))
    },
    async save() {
      try {
        await put(style)
        keep(null)
        say(
          'The house style is saved. Live posts keep theirs until they are updated.',
          () => void put(house).catch(refuse),
        )
      } catch (error) {
        refuse(error)
      }
    },
  }
}
