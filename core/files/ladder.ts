/**
 * Widths in px in which pictures are offered. A phone's column of 350 px takes 720, half
 * of it 480; a measure of 560 to 720 takes 720, and 1280 or 1440 at density 2; tablets, outset and bleed what lies
 * between and above.
 */
export const LADDER = [320, 480, 720, 1080, 1280, 1440, 1920, 2560] as const

/** No file is longer than this on either side, px. */
export const LONGEST_EDGE = 2560

/** Width of the JPEG for feeds and share cards, px; less where it would be higher than any file is. */
const JPEG_WIDTH = 1200

interface PictureShape {
  readonly width: number
  readonly height: number
}

/** Height of a picture of this size where it is made so wide, px: its shape to the px, and never nothing. */
export const heightAt = ({ width, height }: PictureShape, wide: number): number =>
  Math.max(1, Math.round((height * wide) / width))

/** The same of a file. What is thinner than any file can be is squeezed into it, and its box stretches it again. */
export const heightOfFile = (picture: PictureShape, wide: number): number =>
  Math.min(LONGEST_EDGE, heightAt(picture, wide))

/**
 * The widths of the WebP files wanted for a picture of this size: rungs up to its own width, and its own
 * width on top where it lies under the highest rung. Nothing is enlarged.
 * `ladderFor(1500, 1000)` is [320, 480, 720, 1080, 1280, 1440, 1500].
 */
export function ladderFor(width: number, height: number): number[] {
  // However thin a picture is, there is a file of it.
  const most = Math.max(1, Math.floor(Math.min(width, LONGEST_EDGE, (LONGEST_EDGE * width) / height)))
  const rungs = LADDER.filter((rung) => rung < most)
  return [...rungs, most]
}

/** The width of a picture's JPEG. `jpegWidthFor(1000, 3000)` is 853. */
export const jpegWidthFor = (width: number, height: number): number =>
  Math.min(JPEG_WIDTH, ladderFor(width, height).at(-1)!)

/** The file a browser takes for a box of `wanted` device px: the narrowest that is wide enough, else the widest. */
export function pickWidth(offered: readonly number[], wanted: number): number {
  const sorted = [...offered].sort((a, b) => a - b)
  return sorted.find((width) => width >= wanted) ?? sorted.at(-1)!
}
