import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { PageWeight, ScreenWeight } from '../../../core/wire/page-weight.ts'

/** What a page weighs on one screen, bytes, and whether that is more than the house allows. */
export interface ScreenTotal {
  readonly screen: ScreenWeight['screen']
  /** all that is not a picture of the post */
  readonly around: number
  readonly first: number
  readonly later: number
  readonly atOnce: number
  readonly inAll: number
  readonly tooMuchAtOnce: boolean
  readonly tooMuchInAll: boolean
}

export const againstBudget = (
  { text, fonts, script, screens }: PageWeight,
  budget: HouseStyle['budget'],
): ScreenTotal[] =>
  screens.map(({ screen, first, later }) => {
    const around = text + fonts + script
    const [atOnce, inAll] = [around + first, around + first + later]
    return {
      screen,
      around,
      first,
      later,
      atOnce,
      inAll,
      tooMuchAtOnce: atOnce > budget.first * 1000,
      tooMuchInAll: inAll > budget.whole * 1000,
    }
  })

/** The rows that weigh most on a phone, numbered as in the post, with their share of all pictures. */
export function heaviestRows({ screens }: PageWeight, most = 3): { number: number; bytes: number; share: number }[] {
  const phone = screens.find(({ screen }) => screen === 'phone')
  const all = phone?.rows.reduce((sum, { bytes }) => sum + bytes, 0) ?? 0
  if (!phone || all === 0) return []
  return phone.rows
    .map(({ bytes }, i) => ({ number: i + 1, bytes, share: bytes / all }))
    .sort((a, b) => b.bytes - a.bytes)
    .slice(0, most)
}
