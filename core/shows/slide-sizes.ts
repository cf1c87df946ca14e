import type { WindowRange } from '../files/sizes.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { containerRanges } from '../house/seats.ts'
import type { PostShow } from './show.ts'
import { BESIDE_FROM, type SlideSetting } from './slide-setting.ts'
import { besideFrom } from './slide-widths.ts'

/** How wide a slide is in which window, widest first. */
function slideInWindow({ sits, across }: Pick<PostShow, 'sits' | 'across'>, house: HouseStyle): WindowRange[] {
  const ranges: WindowRange[] = []
  let upper = Infinity
  for (const { from: start, width } of containerRanges(sits, house))
    for (let n = across; n >= 1; n--) {
      const needs = n === 1 ? 0 : besideFrom(n, house.gap)
      // So many have room from this window on.
      const room = width.p > 0 ? (needs - width.c) / width.p : width.c >= needs ? 0 : Infinity
      const from = Math.max(start, room)
      if (from >= upper) continue
      ranges.push({ from, p: width.p / n, c: (width.c - (n - 1) * house.gap) / n })
      upper = from
    }
  return ranges
}

/** How wide the picture of a slide is drawn in which window, with what the frame crops at its sides; widest first. */
export function slidePictureRanges(
  show: PostShow,
  setting: SlideSetting,
  aspect: number,
  house: HouseStyle,
): WindowRange[] {
  const drawn = (share: number, { from, p, c }: WindowRange): WindowRange => {
    const more = Math.max(share, aspect / show.frame)
    return { from, p: p * more, c: c * more }
  }
  const slides = slideInWindow(show, house)
  if (show.stands !== 'beside') return slides.map((range) => drawn(1, range))
  const share = 1 - setting.width / 100
  return slides.flatMap((range, i) => {
    // Narrower slides have their words below the picture.
    const wide = range.p > 0 ? (BESIDE_FROM - range.c) / range.p : range.c >= BESIDE_FROM ? 0 : Infinity
    const upper = slides[i - 1]?.from ?? Infinity
    if (wide <= range.from) return [drawn(share, range)]
    return wide < upper ? [drawn(share, { ...range, from: wide }), drawn(1, range)] : [drawn(1, range)]
  })
}
