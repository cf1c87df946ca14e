import type { BestReason } from '../looks/best-of.ts'
import type { FeaturedReason, FeaturedWarning } from '../looks/featured.ts'
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

/** What speaks for a picture as the featured image. */
export const FEATURED_REASON_WORDS: Record<FeaturedReason, string> = {
  whole: 'whole in every list',
  'whole-here': 'whole in the blog’s list',
  lead: 'leads its row',
  first: 'in the first row',
  large: 'plenty of px',
}

/** And what against it. */
export const FEATURED_WARNING_WORDS: Record<FeaturedWarning, string> = {
  twin: 'like its neighbour in the list',
  cut: 'the list cuts into it',
  faint: 'hardly to be made out when small',
  'few-px': 'few px for a banner',
  dark: 'very dark',
  burnt: 'burnt out',
  blurred: 'blurred',
  small: 'small',
}
