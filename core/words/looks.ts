import type { BestReason } from '../looks/best-of.ts'
import type { Flaw } from '../looks/flaws.ts'

/** Flaws as filters are named by them. */
export const FLAW_NAMES: Record<Flaw, string> = {
  dark: 'Very dark',
  burnt: 'Burnt out',
  blurred: 'Blurred',
  small: 'Small',
}

/** Why one of several look-alikes is proposed. */
export const BEST_REASONS: Record<BestReason, string> = {
  shown: 'a post shows it',
  unflawed: 'fewer flaws',
  larger: 'more px',
  sharper: 'sharper',
  'more-bytes': 'less compressed',
  first: 'the first of them',
}
