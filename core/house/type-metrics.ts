import { z } from 'zod'

const FIRST = 32
const LAST = 126

/** Advance widths of the characters U+0020 to U+007E, in thousandths of the font size. */
export const Advances = z.array(z.number().min(0).max(3000)).length(LAST - FIRST + 1)

/** How wide the house's fonts run: measured from the real fonts in a browser, once for a house style. */
export const TypeMetrics = z.object({ upright: Advances, italic: Advances })
export type TypeMetrics = z.infer<typeof TypeMetrics>

/** What a browser has to measure, in the order of `Advances`. */
export const MEASURED_CHARACTERS = Array.from({ length: LAST - FIRST + 1 }, (_, i) => String.fromCharCode(FIRST + i))

/** A sentence as people write them: its mean advance stands for characters that were not measured. */
export const RUNNING_TEXT =
  'By seven the flags on the slipway had stopped twitching and started to stand. That is the sign we wait for.'

/** Width of a text in one line, in font sizes. Accents count as the letter under them. O(characters). */
export function textWidth(text: string, advances: readonly number[]): number {
  let sum = 0
  for (const letter of text.normalize('NFD')) {
    const code = letter.codePointAt(0)!
    // Combining marks stand over their letter.
    if (code >= 0x300 && code < 0x370) continue
    const measured = advances[code - FIRST]
    sum += measured ?? advances['n'.charCodeAt(0) - FIRST]!
  }
  return sum / 1000
}

/** Bold letters of the house's font are so much wider than its regular ones: measured on running text. */
const BOLD = 1.03
/** The advances of the same letters set bold. */
export const bolder = (advances: readonly number[]): number[] => advances.map((advance) => BOLD * advance)

/** Mean width of a character of running text, in font sizes: 0.458 for Source Serif 4. */
export const meanCharacter = (advances: readonly number[]): number =>
  textWidth(RUNNING_TEXT, advances) / RUNNING_TEXT.length

/**
 * How many lines the text takes in a column of `width` px, or where each line has a width of its own; broken
 * between words as browsers do. A word wider than the column is broken inside. 0 for an empty text. O(characters).
 */
export function countLines(
  text: string,
  width: number | ((line: number) => number),
  fontSize: number,
  advances: readonly number[],
): number {
  const roomOf = typeof width === 'number' ? () => width / fontSize : (line: number) => width(line) / fontSize
  const space = textWidth(' ', advances)
  let lines = 0
  for (const paragraph of text.split('\n')) {
    const words = paragraph.split(/\s+/).filter(Boolean)
    if (words.length === 0) continue
    lines++
    let used = 0
    for (const word of words) {
      let room = roomOf(lines - 1)
      const own = textWidth(word, advances)
      if (used > 0 && used + space + own > room) {
        lines++
        used = 0
        room = roomOf(lines - 1)
      } else if (used > 0) used += space
      const broken = Math.max(0, Math.ceil(own / Math.max(room, 0.01)) - 1)
      lines += broken
      used = broken ? own - broken * room : used + own
    }
  }
  return lines
}

/** Source Serif 4, measured in Chromium. */
export const SOURCE_SERIF: TypeMetrics = {
  upright: [
    237, 289, 381, 525, 518, 932, 728, 182, 362, 362, 458, 534, 302, 320, 302, 341, 529, 529, 529, 529, 529, 529, 529,
    529, 529, 529, 302, 302, 534, 534, 534, 414, 834, 712, 653, 662, 739, 638, 612, 723, 814, 376, 381, 710, 618, 935,
    768, 738, 621, 738, 690, 544, 632, 758, 709, 1005, 672, 667, 586, 335, 341, 335, 534, 514, 400, 541, 619, 520, 614,
    533, 369, 557, 641, 329, 303, 594, 329, 955, 643, 579, 622, 601, 456, 465, 359, 628, 579, 836, 569, 586, 490, 359,
    290, 359, 534,
  ],
  italic: [
    227, 305, 456, 573, 524, 928, 701, 259, 385, 385, 480, 534, 300, 314, 300, 339, 537, 537, 537, 537, 537, 537, 537,
    537, 537, 537, 300, 300, 534, 534, 534, 459, 880, 683, 622, 614, 703, 604, 572, 669, 772, 365, 361, 688, 584, 935,
    746, 674, 571, 674, 646, 505, 591, 725, 652, 917, 667, 593, 561, 345, 331, 345, 534, 512, 400, 554, 524, 434, 557,
    442, 325, 511, 580, 320, 275, 497, 298, 869, 596, 526, 543, 520, 426, 383, 354, 597, 511, 777, 564, 515, 493, 390,
    286, 390, 534,
  ],
}
