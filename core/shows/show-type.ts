import type { HouseStyle } from '../house/house-style.ts'
import { FACES, type Typeface } from '../type/typeface.ts'

/** The house's steps of type, in shares of the size of its text, and what bloggers choose them by. */
export const STEPS_OF_TYPE = [
  { share: 0.72, name: 'Smallest' },
  { share: 0.85, name: 'Small' },
  { share: 1, name: 'As text' },
  { share: 1.2, name: 'Larger' },
  { share: 1.45, name: 'Large' },
  { share: 1.75, name: 'Larger still' },
  { share: 2.1, name: 'As titles' },
  { share: 2.6, name: 'Huge' },
  { share: 3.2, name: 'Largest' },
] as const

/** Slides narrower than so many px have large type a step or two smaller. */
export const NARROW_SLIDE = 480
/** No smaller than this, px. */
const LEAST_SIZE = 12
/** From this size on, px, text is large and 3 : 1 can be read; bold text from the second (WCAG 2, "large-scale": 18 and 14 pt). */
const LARGE = { regular: 24, bold: 18.67 } as const
const CONTRAST = { text: 4.5, large: 3 } as const

export interface SetLine {
  /** whole px, where a reader's browser sets text at its usual size: others are cut down at some densities of screen */
  readonly size: number
  /** height of a line, px */
  readonly high: number
  readonly face: Typeface
  /** the contrast that it needs to be read */
  readonly needs: number
}

/** The step that a line has on a slide: smaller by so many, and smaller again on a narrow one. */
export function stepOn(step: number, smaller: number, narrow: boolean): number {
  const own = Math.max(0, step - smaller)
  return narrow ? own - (own > 4 ? 2 : own > 2 ? 1 : 0) : own
}

export function setLine(step: number, bold: boolean, house: HouseStyle): SetLine {
  const { share } = STEPS_OF_TYPE[step]!
  const size = Math.max(LEAST_SIZE, Math.round(share * house.type.fontSize))
  return {
    size,
    high: Math.round(size * (share < 1.3 ? 1.35 : 1.16)),
    face: bold ? FACES.bold : FACES.upright,
    needs: size >= (bold ? LARGE.bold : LARGE.regular) ? CONTRAST.large : CONTRAST.text,
  }
}

/** Space between lines, px. */
export const lineSpace = (house: HouseStyle): number => Math.round(0.35 * house.type.fontSize)

/** Space between the words and the edges of the slide: a share of its width, within px. */
export const INSET = { least: 12, share: 0.04, most: 32 } as const
export const insetAt = (width: number): number => Math.min(INSET.most, Math.max(INSET.least, INSET.share * width))
