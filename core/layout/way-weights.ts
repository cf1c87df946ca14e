import { PHONE, WIDE } from '../house/screens.ts'

/**
 * What makes one way better than another, in one table. Each is a cost: 0 where there is nothing to say
 * against it, 1 for something that most people would mend. The sum ranks.
 */
export const WAY_WEIGHTS = {
  /** Sizes that differ for no reason look like a mistake. Of the spread of log areas. */
  uneven: 0.3,
  /** What does not fit on a screen can't be seen at once. Of ln(height / comfortable). */
  tall: 0.9,
  /** A row this low shows nothing. Of ln(comfortable / height). */
  flat: 0.9,
  /** A crop may cut off the very thing. Of the mean share lost, and half as much of the largest. */
  crop: 1.1,
  /** What only shows after a swipe many never see. Of the share of pictures not in sight. */
  hidden: 0.55,
  /** Rows that get longer than a phone's screen push the text away. Of ln(height / screen). */
  phone: 0.25,
  /** Soft pictures look careless. Of ln(1 / density), under one device px a px. */
  soft: 0.8,
  /** Holes at the end of a grid look unfinished. Of the empty share of the last line, or of the uneven feet. */
  holes: 0.35,
  /** Wider than the text interrupts it: a good reason is wanted. For an outset; half as much again for a bleed. */
  wide: 0.12,
  /** Text that can't be read comfortably beside the picture, or ends too soon. */
  poorText: 0.6,
  /** A picture on which nothing can be made out, on a wide screen or a phone, is no picture. Of ln(least side / side). */
  illegible: 3,
  /** A picture that dwarfs another, and was not marked to lead, takes it for a stamp. Of ln(areas / eight times). */
  dwarfing: 3,
  /** Further down a phone than two screens nobody sees how it belongs together. Of ln(height / `endlessOnPhone`). */
  endless: 3,
  /** More than half of a picture cut away is another picture. For the first share over half, and as much again for all. */
  cutAway: 3,
  /** One picture left over below the others on a phone looks like a mistake. */
  leftOver: 1,
} as const

/** The largest picture may have so many times the area of the smallest. */
export const DWARFED = 8

/** Of equals the simpler arrangement: a blogger can foresee it, and it survives a change of pictures best. */
export const FAMILY_COST = {
  one: 0,
  'side-by-side': 0,
  patchwork: 0.06,
  level: 0.12,
  loose: 0.22,
  cells: 0.14,
  slideshow: 0.2,
} as const

export type Family = keyof typeof FAMILY_COST

/** Between these heights (px) a row of n pictures sits comfortably: ten fit on a screen, forty take four. */
export const comfortable = (n: number): { least: number; most: number } => ({
  least: n === 1 ? 160 : 120,
  most: 0.85 * WIDE.height * Math.max(1, n / 10),
})

/** The height (px) on a phone beyond which a row of n pictures is endless: two screens, and more only for more than sixteen. */
export const endlessOnPhone = (n: number): number => 2 * PHONE.height * Math.max(1, n / 16)

/** The height (px) on a phone from which a row of n pictures is long. */
export const longOnPhone = (n: number): number => PHONE.height * Math.max(1, n / 6)
