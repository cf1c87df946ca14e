import { PHONE } from '../house/screens.ts'
import type { Seat } from '../house/seats.ts'
import { lineWidth, READABLE_CHARACTERS } from '../layout/beside-text.ts'
import { optionOf, type Room } from './option-figures.ts'
import type { Option } from './request.ts'

/** px that a picture alone is high at most: a portrait that fills the measure leaves the screen. */
const TALLEST = 500
/** px that a picture beside text is high at most, and the share of the measure under which it is a stamp. */
const TALLEST_BESIDE = 420
const LEAST_SHARE = 20
/** Width over height from which a picture may reach past the measure; from which it need no reason to; twice that to both edges. */
const [LONG, VERY_LONG] = [1.4, 2.2]

/** How one picture can stand: `has` px of its own across. O(1). */
export function aloneOptions(aspect: number, has: number, { house, phone, widths, seats }: Room): Option[] {
  const alone = (sits: Seat, width: number, onPhone: number): Option => {
    const w = Math.min(width, has)
    const narrow = width < widths[sits]
    return optionOf(
      'one',
      { kind: 'one', sits, one: { side: null, width: narrow ? { unit: 'px', value: width } : null } },
      {
        ...single(aspect, w, has),
        phone: Math.min(onPhone, has) / aspect,
        seatChosen: aspect >= (sits === 'bleed' ? 2 * VERY_LONG : VERY_LONG),
      },
    )
  }
  const beside = (side: 'left' | 'right'): Option =>
    optionOf(
      'beside',
      { kind: 'one', sits: 'measure', one: { side, width: { unit: '%', value: share } } },
      {
        ...single(aspect, Math.min((widths.measure * share) / 100, has), has),
        phone: Math.min(phone, has) / aspect,
        side,
      },
    )
  const widest = widths.measure - house.space - lineWidth(READABLE_CHARACTERS, house)
  const share = Math.min(50, Math.floor((100 * Math.min(widest, TALLEST_BESIDE * aspect)) / widths.measure))
  const narrow = Math.max(40, Math.min(widths.measure, Math.round(TALLEST * aspect)))
  const own = alone('measure', narrow, Math.min(narrow, phone))
  if (seats.length === 1) return [own]
  return [
    own,
    ...(aspect >= LONG ? [alone('outset', widths.outset, phone)] : []),
    ...(aspect >= VERY_LONG ? [alone('bleed', widths.bleed, PHONE.width)] : []),
    ...(share >= LEAST_SHARE ? [beside('left'), beside('right')] : []),
  ]
}

const single = (aspect: number, w: number, has: number) =>
  ({
    family: 'one',
    pictures: 1,
    height: w / aspect,
    lowest: w / aspect,
    least: Math.min(w, w / aspect),
    area: (w * w) / aspect,
    density: has / w,
  }) as const
