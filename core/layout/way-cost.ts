import type { Seat } from '../house/seats.ts'
import { comfortable, type Family, FAMILY_COST, longOnPhone, WAY_WEIGHTS } from './way-weights.ts'

/** What one way of setting pictures does, in figures. Lengths in px. */
export interface WayFigures {
  readonly family: Family
  readonly pictures: number
  /** on a wide screen: of the row, and of its lowest picture */
  readonly height: number
  readonly lowest: number
  /** of the row on a phone */
  readonly phone: number
  /** one picture is left over below the others on a phone */
  readonly leavesOne: boolean
  /** standard deviation of the log areas */
  readonly spread: number
  /** mean and largest share of a picture that is cut away */
  readonly lost: { readonly mean: number; readonly most: number }
  /** device px that the least sharp picture has for each px */
  readonly density: number
  /** of the last line, or of the uneven feet, 0 to 1 */
  readonly holes: number
  readonly sits: Seat
  /** the seat was chosen */
  readonly seatChosen: boolean
  readonly poorText: boolean
  /** see `faultsOf` */
  readonly faults: number
}

/** What has no height at all is as bad as can be, and still a number. */
const NOTHING = 1e-6
const something = (value: number): number => (value > NOTHING ? value : NOTHING)
const over = (value: number, limit: number): number => Math.max(0, Math.log(something(value) / something(limit)))

/** What is to be said against a way, by the one table of weights: lower is better. O(1). */
export function wayCost(way: WayFigures): number {
  const { family, pictures, sits } = way
  const { least, most } = comfortable(pictures)
  return (
    FAMILY_COST[family] +
    way.faults +
    WAY_WEIGHTS.leftOver * (way.leavesOne ? 1 : 0) +
    WAY_WEIGHTS.uneven * way.spread +
    WAY_WEIGHTS.tall * over(way.height, most) +
    WAY_WEIGHTS.flat * over(least, way.lowest) +
    WAY_WEIGHTS.crop * (way.lost.mean + way.lost.most / 2) +
    WAY_WEIGHTS.hidden * (family === 'slideshow' ? 1 - 1 / pictures : 0) +
    WAY_WEIGHTS.phone * over(way.phone, longOnPhone(pictures)) +
    WAY_WEIGHTS.soft * over(1, way.density) +
    WAY_WEIGHTS.holes * way.holes +
    WAY_WEIGHTS.wide * (sits === 'measure' || way.seatChosen ? 0 : sits === 'outset' ? 1 : 1.5) +
    WAY_WEIGHTS.poorText * (way.poorText ? 1 : 0)
  )
}
