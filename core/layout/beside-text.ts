/** Characters in a line under which text can no longer be read comfortably beside a picture. */
export const READABLE_CHARACTERS = 35
/** Characters in a line under which the picture should stand alone. */
export const LEAST_CHARACTERS = 20

/** The house type as the engine needs it. */
export interface TextMetrics {
  /** px */
  readonly fontSize: number
  /** line height over font size */
  readonly lineHeight: number
  /** mean width of a character of running text over font size, measured from the real font */
  readonly characterWidth: number
}

export interface BesideText {
  /** px left for text */
  readonly textWidth: number
  readonly charactersPerLine: number
  /** lines of text that stand beside the picture */
  readonly lines: number
  /** characters wanted to fill the space beside the picture */
  readonly charactersWanted: number
  readonly readable: boolean
  /** the text that follows is long enough to fill the space beside the picture */
  readonly longEnough: boolean
  /** the widest picture in px that still leaves a readable line */
  readonly widestPicture: number
}

/** Width in px of a line of `characters` characters. */
export const textWidth = (characters: number, metrics: TextMetrics): number =>
  characters * metrics.characterWidth * metrics.fontSize

/**
 * What text does beside a picture of `picture` px in a column of `column` px. O(1).
 * A 240 px picture in a 560 px column with 24 px of space, type of 18.5 px and 0.45: 296 px, 35 characters a line.
 */
export function besideText(
  column: number,
  picture: { readonly w: number; readonly h: number },
  space: number,
  followingCharacters: number,
  metrics: TextMetrics,
): BesideText {
  const left = Math.max(0, column - picture.w - space)
  const charactersPerLine = Math.floor(left / textWidth(1, metrics))
  const lines = Math.ceil((picture.h + space) / (metrics.fontSize * metrics.lineHeight))
  const charactersWanted = charactersPerLine * lines
  return {
    textWidth: left,
    charactersPerLine,
    lines,
    charactersWanted,
    readable: charactersPerLine >= READABLE_CHARACTERS,
    longEnough: followingCharacters >= charactersWanted,
    widestPicture: Math.max(0, column - space - textWidth(READABLE_CHARACTERS, metrics)),
  }
}
