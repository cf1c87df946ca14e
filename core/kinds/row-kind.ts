import type { RowFact } from '../facts/row-fact.ts'
import type { FocusPoint } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Seat } from '../house/seats.ts'
import type { Box, RowLayout } from '../layout/row-layout.ts'
import type { LaidRow } from '../place/lay-row.ts'
import type { RowShape } from '../post/changes/convert-row.ts'
import type { FollowingText } from '../post/following.ts'
import type { Row } from '../post/row.ts'

/** What the layout needs to know of a picture, in the order in which the row shows them. */
export interface ShownPicture {
  /** width / height */
  readonly aspect: number
  /** px that it has across */
  readonly px: number
  readonly focus: FocusPoint
  /** what stands below the picture; '' where nothing does */
  readonly caption: string
  readonly lead: boolean
}

/** What a row shows, and in how much room. */
export interface Shown {
  readonly row: Row
  readonly pictures: readonly ShownPicture[]
  /** px between pictures */
  readonly gap: number
  /** px of the row's container: on a screen that is wide enough, on a phone, and at most */
  readonly fullWidth: number
  readonly phoneWidth: number
  readonly widest: number
  readonly house: HouseStyle
}

/** For what ways of setting are asked. */
export interface Asked {
  /** the row as it would be, or is */
  readonly row: Row
  /** width / height of each of its pictures */
  readonly aspects: readonly number[]
  /** how it can sit there */
  readonly seats: readonly Seat[]
  /** whether text can run beside it */
  readonly beside: boolean
  /** px of its container on a wide screen where it sits so */
  readonly wide: (sits: Seat) => number
  readonly house: HouseStyle
  /** other orders of the pictures may be proposed */
  readonly reorder: boolean
}

/**
 * What a kind of row is: a folder here, a line in the table of kinds and one in that of options. `options.ts` says
 * what of a row is its own and how a fresh row has it.
 */
export interface RowKindRoom {
  /** lays the pictures out, at least one */
  lay(shown: Shown): RowLayout
  /** the shapes in which exactly these pictures could be set; none where it does not suit their number */
  offers(asked: Asked): Iterable<RowShape>
  /** what a blogger would call the arrangement, whose boxes these are on a wide screen; where it sits is said with its size */
  name(shape: RowShape, boxes: readonly Box[]): string
  /** what is told of such rows alone */
  facts?(laid: LaidRow, house: HouseStyle): readonly RowFact[]
  /** what is told of how it stands with the text that follows, in a window of `window` px */
  factsWithText?(laid: LaidRow, following: FollowingText, house: HouseStyle, window: number): readonly RowFact[]
}
