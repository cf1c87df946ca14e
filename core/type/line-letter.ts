/**
 * A picture in a line of text stands for one letter, as wide as it says and as high as letters are: for lines to be
 * counted, it is a letter of its own, from a range for private use that no text is left in.
 */

/** A letter of this range is as many steps wide as it stands after the first. */
const FIRST = 0x10_0000
/** Steps of a font size. */
const STEPS = 100
/** How wide a picture in a line may be, in font sizes. */
export const LINE_PICTURE = { least: 0.1, most: 8 } as const

/** The width that such a picture has, in font sizes: as its own shape has it, within bounds, to the step. */
export const lineWidth = ({ width, height }: { readonly width: number; readonly height: number }): number =>
  withinLine(width / height)

export const withinLine = (wide: number): number =>
  Math.round(Math.min(LINE_PICTURE.most, Math.max(LINE_PICTURE.least, wide)) * STEPS) / STEPS

export const lineLetter = (wide: number): string => String.fromCodePoint(FIRST + Math.round(wide * STEPS))

/** How wide the letter is, where it stands for a picture. */
export function letterWidth(letter: string): number | undefined {
  const code = letter.codePointAt(0) ?? 0
  return code >= FIRST && code <= FIRST + LINE_PICTURE.most * STEPS ? (code - FIRST) / STEPS : undefined
}

const RANGE = new RegExp(`[\\u{${FIRST.toString(16)}}-\\u{${(FIRST + LINE_PICTURE.most * STEPS).toString(16)}}]`, 'gu')
/** A text in which none of them stands for a picture: another private letter, of which no font knows either. */
export const withoutLineLetters = (text: string): string => text.replace(RANGE, '\ue000')
/** As rules for the ends of lines know a thing that stands for a letter. */
export const OBJECT = '\ufffc'
