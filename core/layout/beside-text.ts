import type { HouseStyle } from '../house/house-style.ts'
import { PARAGRAPH_SPACE } from '../house/text-type.ts'
import { countLines } from '../type/count-lines.ts'
import { FACES, meanCharacter } from '../type/typeface.ts'

/** Characters in a line under which text can no longer be read comfortably beside a picture. */
export const READABLE_CHARACTERS = 35
/** Characters in a line under which the picture should stand alone. */
export const LEAST_CHARACTERS = 20

export interface BesideText {
  /** px left for text */
  readonly textWidth: number
  readonly charactersPerLine: number
  /** lines of text that stand beside the picture */
  readonly lines: number
  /** lines that the text which follows fills */
  readonly filled: number
  readonly readable: boolean
  /** the text that follows is long enough to fill the space beside the picture */
  readonly longEnough: boolean
  /** the widest picture in px that still leaves a readable line */
  readonly widestPicture: number
}

const MEAN = meanCharacter(FACES.upright)

/** Width in px of a line of so many characters of the house's running text. */
export const lineWidth = (characters: number, house: HouseStyle): number => characters * MEAN * house.type.fontSize

/** What leaves a text its room, in px: the column, and a picture with the space beside and below it. */
export interface BesidePicture {
  readonly column: number
  readonly picture: { readonly w: number; readonly h: number }
  readonly space: number
}

/**
 * What text does beside a picture of `picture` px (its caption included) in a column of `column` px.
 * O(characters that follow). `following` are the paragraphs up to the next heading or row.
 *
 * A 240 px picture in a 560 px column with 24 px of space, in Source Serif 4 at 18.5 px: 296 px are left,
 * 34 characters a line.
 */
export function besideText(
  { column, picture, space }: BesidePicture,
  following: readonly string[],
  house: HouseStyle,
): BesideText {
  const { fontSize, lineHeight } = house.type
  const left = Math.max(0, column - picture.w - space)
  const charactersPerLine = Math.floor(left / lineWidth(1, house))
  const line = fontSize * lineHeight
  const height = picture.h + space
  let filledHeight = 0
  for (const paragraph of following) {
    if (filledHeight >= height) break
    filledHeight += countLines(paragraph, left, fontSize, FACES.upright) * line + PARAGRAPH_SPACE * fontSize
  }
  return {
    textWidth: left,
    charactersPerLine,
    lines: Math.ceil(height / line),
    filled: Math.floor(filledHeight / line),
    readable: charactersPerLine >= READABLE_CHARACTERS,
    longEnough: filledHeight >= height,
    widestPicture: Math.max(0, column - space - lineWidth(READABLE_CHARACTERS, house)),
  }
}
