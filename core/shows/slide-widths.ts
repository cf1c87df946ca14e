import type { HouseStyle } from '../house/house-style.ts'
import { containerWidth, fullWidth } from '../house/seats.ts'
import type { PostShow } from './show.ts'

/** The widths that a slide can have, px. */
export interface SlideWidths {
  readonly least: number
  readonly most: number
}

/** The narrowest window of a reader, and the widest that is reckoned with, px. */
const WINDOWS = { least: 320, most: 2560 } as const
/** Slides beside each other are at least so wide, px. */
export const LEAST_BESIDE = 280

/** From this width of the slideshow on, so many slides stand beside each other, px. */
export const besideFrom = (count: number, gap: number): number => count * LEAST_BESIDE + (count - 1) * gap

export function slideWidths({ sits, across }: Pick<PostShow, 'sits' | 'across'>, house: HouseStyle): SlideWidths {
  const widest = sits === 'bleed' ? WINDOWS.most : fullWidth(sits, house)
  const least = WINDOWS.least - (sits === 'bleed' ? 0 : 2 * house.margin)
  const counts = Array.from({ length: across }, (_, i) => i + 1).filter(
    (n) => n === 1 || besideFrom(n, house.gap) <= widest,
  )
  // So wide is one of n before there is room for one more.
  const most = counts.map((n) => {
    const up = n < across ? Math.min(widest, besideFrom(n + 1, house.gap)) : widest
    return (up - (n - 1) * house.gap) / n
  })
  return { least: Math.min(least, counts.length > 1 ? LEAST_BESIDE : least), most: Math.max(least, ...most) }
}

/** The width of a slide in a window so wide, px. */
export function slideWidthAt(
  { sits, across }: Pick<PostShow, 'sits' | 'across'>,
  house: HouseStyle,
  window: number,
): number {
  const all = containerWidth(sits, house, window)
  let n = across
  while (n > 1 && all < besideFrom(n, house.gap)) n--
  return (all - (n - 1) * house.gap) / n
}
