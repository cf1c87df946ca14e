import type { HouseStyle } from '../house/house-style.ts'
import type { Seat } from '../house/seats.ts'
import type { Body } from '../post/body.ts'
import type { Row } from '../post/row.ts'
import type { RowShape } from '../post/changes/convert-row.ts'
import type { Picture } from '../wire/picture.ts'
import type { ARRANGE_COSTS } from './costs.ts'

/** What rows an arrangement may be made of, by what one calls them. */
export const ARRANGED_KINDS = ['one', 'beside', 'side-by-side', 'patchwork', 'gallery', 'slideshow'] as const
export type ArrangedKind = (typeof ARRANGED_KINDS)[number]

/** So many pictures are arranged at once. */
export const MOST_ARRANGED = 300

/** Steps of a wish, from much less to much more. */
export const WISH_STEPS = [-2, -1, 0, 1, 2] as const
export type WishStep = (typeof WISH_STEPS)[number]

/** What somebody wants of an arrangement. */
export interface ArrangeWishes {
  /** fewer, or more, rows */
  readonly rows: WishStep
  /** smaller, or larger, pictures */
  readonly size: WishStep
  readonly kinds: readonly ArrangedKind[]
  /** look-alikes may be left out; they wait on in the tray */
  readonly leaveOut: boolean
}

/** A run of pictures as one row at a place. */
export interface Pin {
  /** ids of the pictures, next to each other in the order asked for */
  readonly pictures: readonly string[]
  readonly look: string
  readonly place: number
}

export interface ArrangeRequest {
  /** the text, with the rows that stand already */
  readonly body: Body
  /** in the order in which they are to stand, at most `MOST_ARRANGED` */
  readonly pictures: readonly Picture[]
  readonly house: HouseStyle
  readonly wishes: ArrangeWishes
  /** ids of pictures that are to be seen larger than the others */
  readonly leads: readonly string[]
  /** rows that stay as they were proposed */
  readonly pins: readonly Pin[]
  /** rows of proposals seen before: others are wanted */
  readonly seen: readonly Pick<Pin, 'pictures' | 'look'>[]
  /** rows of the arrangement before: what need not change stays */
  readonly before: readonly Pick<Pin, 'pictures' | 'look'>[]
}

/** One way in which a run of pictures can stand, without a place. Lengths in px. */
export interface Option {
  readonly kind: ArrangedKind
  /** what tells it from others of the same run: kind, seat, side and form */
  readonly look: string
  readonly shape: RowShape
  readonly sits: Seat
  readonly side: 'left' | 'right' | null
  /** on a wide screen, and on a phone */
  readonly height: number
  readonly phone: number
  /** mean area of its pictures on a wide screen */
  readonly area: number
  /** what is to be said against it by itself, see `wayCost` */
  readonly way: number
}

export type CostName = keyof typeof ARRANGE_COSTS | 'way'

/** One thing to be said against an arrangement. */
export interface Against {
  readonly what: CostName
  readonly cost: number
  /** position of the row among those that are new; null where it is about all */
  readonly row: number | null
}

/** A row of an arrangement: it goes to a place between blocks as they are now. */
export interface ArrangedRow extends Pin {
  readonly row: Row
  readonly option: Option
  /** how sure it is that the text beside it speaks of its pictures, and by which stems */
  readonly spoken: { readonly sure: number; readonly stems: readonly string[] }
}

/** A whole post, arranged. */
export interface Arrangement {
  readonly rows: readonly ArrangedRow[]
  /** ids of look-alikes that were left out */
  readonly leftOut: readonly string[]
  readonly cost: number
  /** dearest first */
  readonly against: readonly Against[]
}
