import { STEP_TYPE } from '../house/text-type.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { lineWidth } from '../layout/beside-text.ts'

/**
 * The room that steps have: the measure for words and rows, the margin for numbers where it is wide enough, and two
 * columns for words and pictures beside each other where a house or a list wants them so.
 */

/** px that the number of a step takes at the side of the measure. */
export const numberRoom = ({ type }: HouseStyle): number => Math.round(STEP_TYPE.hang * type.fontSize)

/** The window width in px from which numbers stand in the margin; narrower they stand above their step, and pictures above their words. */
export const stepsWideFrom = (house: HouseStyle): number =>
  house.measure + 2 * Math.max(house.margin, numberRoom(house))

/** Words and pictures of a step beside each other, px. */
export interface StepColumns {
  /** of the words, from the measure's own edge */
  readonly words: number
  /** of the pictures, out to where outset rows end */
  readonly pictures: number
  /** the window width from which they stand so */
  readonly from: number
}

/** Characters in a line of words beside pictures, where the measure has room for them. */
const CHARACTERS = 36
/** Share of the measure that words take at most. */
const MOST_WORDS = 0.6
/** px under which pictures beside words would be mere stamps. */
const LEAST_PICTURES = 180

/** null where the house leaves pictures no room beside words. With a measure of 560, an outset of 160 and the usual type: 307 and 387 px from 920 on. */
export function stepColumns(house: HouseStyle): StepColumns | null {
  const words = Math.round(Math.min(MOST_WORDS * house.measure, lineWidth(CHARACTERS, house)))
  const between = Math.max(house.space, house.type.fontSize)
  const pictures = Math.floor(house.measure + house.outset - words - between)
  if (pictures < LEAST_PICTURES) return null
  const from = Math.max(house.measure + 2 * house.outset + 2 * house.margin, stepsWideFrom(house))
  return { words, pictures, from }
}
