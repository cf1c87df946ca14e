import type { HouseStyle } from '../house/house-style.ts'
import { PHONE } from '../house/screens.ts'
import { containerWidth, fullWidth, type Seat } from '../house/seats.ts'
import { stepColumns } from '../steps/room.ts'
import { LEAST_SIDE } from '../layout/fold.ts'
import { wayCost } from '../layout/way-cost.ts'
import { endlessOnPhone, type Family, WAY_WEIGHTS } from '../layout/way-weights.ts'
import type { RowShape } from '../post/changes/convert-row.ts'
import type { ArrangedKind, Option } from './request.ts'

/** In what rows are priced: in the page, or in the column of pictures beside the words of a step. */
export const STANDINGS = ['page', 'column'] as const
export type Standing = (typeof STANDINGS)[number]

/** What the house leaves for rows, px. */
export interface Room {
  readonly house: HouseStyle
  /** seats of rows of several; one picture alone may bleed, and stand beside text, where there are more than one */
  readonly seats: readonly ('measure' | 'outset')[]
  readonly gap: number
  /** of the text column on a phone */
  readonly phone: number
  /** of each seat on a wide screen */
  readonly widths: Readonly<Record<Seat, number>>
}

export function roomOf(house: HouseStyle, standing: Standing = 'page'): Room {
  const column = standing === 'column' ? stepColumns(house)?.pictures : undefined
  const wide = (seat: Seat) => column ?? fullWidth(seat, house)
  return {
    house,
    seats: column === undefined ? ['measure', 'outset'] : ['measure'],
    gap: house.gap,
    phone: containerWidth('measure', house, PHONE.width),
    widths: { measure: wide('measure'), outset: wide('outset'), bleed: wide('bleed') },
  }
}

/** What an option does, in px on a wide screen; what is left out is nothing. */
interface OptionFigures {
  readonly family: Family
  readonly pictures: number
  readonly height: number
  readonly lowest: number
  /** the smallest side of any picture, on any screen */
  readonly least: number
  readonly area: number
  readonly density: number
  /** height on a phone */
  readonly phone: number
  readonly side?: 'left' | 'right' | null
  readonly leavesOne?: boolean
  readonly spread?: number
  readonly lost?: { readonly mean: number; readonly most: number }
  readonly holes?: number
  readonly seatChosen?: boolean
}

/** A shape with its seat. */
type SeatedShape = RowShape & { readonly sits: Seat }

/** An option, judged by the table that judges ways. O(1). */
export function optionOf(kind: ArrangedKind, shape: SeatedShape, own: OptionFigures): Option {
  const { height, phone, area, side = null, lost = NOTHING_LOST } = own
  const { sits } = shape
  // Every figure by its name: thousands of options are judged, and to spread an object takes longer than to judge it.
  const way = wayCost({
    family: own.family,
    pictures: own.pictures,
    height,
    lowest: own.lowest,
    phone,
    leavesOne: own.leavesOne ?? false,
    spread: own.spread ?? 0,
    lost,
    density: own.density,
    holes: own.holes ?? 0,
    sits,
    seatChosen: own.seatChosen ?? false,
    poorText: false,
    faults:
      fault(LEAST_SIDE, own.least, WAY_WEIGHTS.illegible) +
      fault(phone, endlessOnPhone(own.pictures), WAY_WEIGHTS.endless) +
      (lost.most > 0.5 ? WAY_WEIGHTS.cutAway * (1 + lost.most) : 0),
  })
  const form = shape.gallery ? `${shape.gallery.form}-${shape.gallery.across}` : ''
  return { kind, look: `${kind} ${sits} ${side ?? ''} ${form}`, shape, sits, side, height, phone, area, way }
}

const NOTHING_LOST = { mean: 0, most: 0 }
const fault = (value: number, limit: number, weight: number): number =>
  value > limit + 0.5 ? weight * (1 + Math.log(value / limit)) : 0
