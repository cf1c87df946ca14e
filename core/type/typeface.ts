import { letterWidth } from './line-letter.ts'
import json from './font-tables.json' with { type: 'json' }

/** What is kept of one font file in one weight; see scripts/font-tables. Widths in tenths of a thousandth of the size. */
export interface PackedFace {
  readonly letters: string
  /** width of each letter by itself */
  readonly alone: readonly number[]
  /** class of each letter as the first of a pair, and as the second */
  readonly left: readonly number[]
  readonly right: readonly number[]
  /** by the classes of both: what the pair is wider than its letters */
  readonly pairs: readonly (readonly number[])[]
  /** what three letters are wider than their pairs say */
  readonly chains: Readonly<Record<string, number>>
}
export type PackedTables = Readonly<Record<'upright' | 'bold' | 'italic' | 'boldItalic', readonly PackedFace[]>>

/** How wide the letters of one face run, in font sizes. */
export interface Typeface {
  /** the font has the letter; of any other the width is a guess, made rather too wide */
  readonly has: (letter: string) => boolean
  readonly alone: (letter: string) => number
  /** what the pair is wider than its letters: kerning, or a ligature */
  readonly pair: (left: string, right: string) => number
  /** what the three are wider than their pairs say: a ligature of three */
  readonly chain: (first: string, second: string, third: string) => number
}

/** Seen only where a line ends after it; the letters around it stand as if it were not there. */
export const SOFT_HYPHEN = '\u00ad'
const UNIT = 1 / 10_000
/** Marks that stand over the letter before them, and what is not seen. */
const NO_WIDTH = /[\p{Mn}\p{Me}\p{Cf}\p{Cc}]/u
/** Letters as wide as they are high. */
const FULL_WIDTH =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}\u3000-\u303f\uff00-\uff60\p{Extended_Pictographic}]/u
/** Where nothing is known of a letter it is as wide as a wide small one: a text may rather end early than late. */
const UNKNOWN = 0.62

function typeface(files: readonly PackedFace[]): Typeface {
  const found = new Map<string, readonly [file: PackedFace, index: number]>()
  for (const file of files) [...file.letters].forEach((letter, i) => found.set(letter, [file, i]))
  return {
    has: (letter) => found.has(letter) || NO_WIDTH.test(letter),
    alone(letter) {
      const known = found.get(letter)
      if (known) return known[0].alone[known[1]]! * UNIT
      const picture = letterWidth(letter)
      if (picture !== undefined) return picture
      return NO_WIDTH.test(letter) ? 0 : FULL_WIDTH.test(letter) ? 1 : UNKNOWN
    },
    pair(left, right) {
      const [a, b] = [found.get(left), found.get(right)]
      // Letters of two files are set by themselves.
      if (!a || !b || a[0] !== b[0]) return 0
      return a[0].pairs[a[0].left[a[1]]!]![b[0].right[b[1]]!]! * UNIT
    },
    chain: (first, second, third) => (found.get(second)?.[0].chains[first + second + third] ?? 0) * UNIT,
  }
}

const tables = json as unknown as PackedTables

/** The faces in which pages are set. */
export const FACES: Readonly<Record<keyof PackedTables, Typeface>> = {
  upright: typeface(tables.upright),
  bold: typeface(tables.bold),
  italic: typeface(tables.italic),
  boldItalic: typeface(tables.boldItalic),
}

/** The same face with its letters further apart, or nearer, by so many font sizes; it joins none of them. */
export const spaced = (face: Typeface, by: number): Typeface => ({
  ...face,
  alone: (letter) => face.alone(letter) + by,
  chain: () => 0,
})

/** Width of a text in one line, in font sizes. O(characters). */
export function textWidth(text: string, face: Typeface): number {
  let [before, last, sum] = ['', '', 0]
  for (const letter of text.normalize('NFC')) {
    if (letter === SOFT_HYPHEN) continue
    sum += face.alone(letter)
    if (last) sum += face.pair(last, letter)
    if (before) sum += face.chain(before, last, letter)
    ;[before, last] = [last, letter]
  }
  return sum
}

/** A sentence as people write them: how wide letters run in the mean. */
const RUNNING_TEXT =
  'By seven the flags on the slipway had stopped twitching and started to stand. That is the sign we wait for.'

/** Mean width of a character of running text, in font sizes: 0.46 for Source Serif 4. */
export const meanCharacter = (face: Typeface): number => textWidth(RUNNING_TEXT, face) / RUNNING_TEXT.length
