import { admitted } from './admitted.ts'
import { breakPlaces } from './break-places.ts'
import { letterWidth, OBJECT } from './line-letter.ts'
import { SOFT_HYPHEN, type Typeface } from './typeface.ts'

/** A text is broken where it just fits: browsers lay out on a grid, and so may find a hair less room, px. */
const SLACK = 0.02

/**
 * Lines that the text takes in a column of `width` px, or where each line has a width of its own, as browsers break it:
 * white space runs together, and only `\n` ends a line. A word wider than its line is broken inside. 0 for an empty
 * text. O(characters) the first time, then O(places where it may be broken): some 2 µs for a caption.
 */
export function countLines(
  text: string,
  width: number | ((line: number) => number),
  fontSize: number,
  face: Typeface,
): number {
  const roomOf =
    typeof width === 'number' ? () => (width - SLACK) / fontSize : (line: number) => (width(line) - SLACK) / fontSize
  return measured(text, face).reduce(
    (lines, paragraph) => lines + linesOf(paragraph, (line) => roomOf(lines + line)),
    0,
  )
}

/** The lines themselves, as they are read: without the spaces at their ends, with the hyphens that show there. */
export function brokenLines(text: string, width: number, fontSize: number, face: Typeface): string[] {
  const room = (width - SLACK) / fontSize
  return measured(text, face).flatMap((paragraph) => {
    const begins: number[] = []
    linesOf(paragraph, () => room, begins)
    const letters = Array.from(paragraph.words)
    return begins.map((from, i) => {
      const line = letters
        .slice(from, begins[i + 1])
        .join('')
        .trimEnd()
      const hyphened = i + 1 < begins.length && line.endsWith(SOFT_HYPHEN)
      return line.replaceAll(SOFT_HYPHEN, '') + (hyphened ? '-' : '')
    })
  })
}

/** A text in one line, and where it may be broken. Widths in font sizes. */
interface Measured {
  readonly words: string
  /** how far the line has come before each letter, and at its end */
  readonly at: Float64Array
  /** what the letter at this place is wider by for the letters before it, so not where it begins a line */
  readonly joined: Float64Array
  /** by how much the letter after this one is wider for the one before it, so not where this one begins a line */
  readonly joinedNext: Float64Array
  /** the letters before which a line may begin, and the end */
  readonly ends: readonly number[]
  /** where what stands before each of them ends without its spaces, which hang over the edge */
  readonly shown: readonly number[]
  /** whether a hyphen shows where a line ends there */
  readonly soft: readonly boolean[]
  /** the width of that hyphen */
  readonly hyphen: number
}

const known = new WeakMap<Typeface, Map<string, readonly Measured[]>>()
/** The same texts are counted at many widths; of one face so many are remembered. */
const REMEMBERED = 3000

/** The paragraphs of a text. */
function measured(text: string, face: Typeface): readonly Measured[] {
  let texts = known.get(face)
  if (!texts || texts.size > REMEMBERED) known.set(face, (texts = new Map()))
  let found = texts.get(text)
  if (!found) {
    found = admitted(text)
      .split('\n')
      .map((paragraph) => paragraph.replace(/[ \t\r\f\v]+/g, ' ').trim())
      .filter((words) => words !== '')
      .map((words) => measure(words.normalize('NFC'), face))
    texts.set(text, found)
  }
  return found
}

function measure(text: string, face: Typeface): Measured {
  const letters = Array.from(text)
  const at = new Float64Array(letters.length + 1)
  const joined = new Float64Array(letters.length)
  const joinedNext = new Float64Array(letters.length)
  let [before, last, lastAt] = ['', '', 0]
  letters.forEach((letter, i) => {
    at[i + 1] = at[i]!
    if (letter === SOFT_HYPHEN) return
    if (last) joined[i] = face.pair(last, letter)
    if (before) {
      const chain = face.chain(before, last, letter)
      joined[i]! += chain
      joinedNext[lastAt] = chain
    }
    at[i + 1]! += face.alone(letter) + joined[i]!
    ;[before, last, lastAt] = [last, letter, i]
  })
  // Places are told in UTF-16 units, of which a letter may have two.
  const known = letters.map((letter) => (letterWidth(letter) === undefined ? letter : OBJECT))
  const places = new Set(breakPlaces(known.join('')))
  const ends: number[] = []
  let unit = 0
  known.forEach((letter, i) => {
    // Around a picture a line may end whatever stands there, as Chromium has it: before a full stop too.
    const beside = i > 0 && letter !== ' ' && (letter === OBJECT || known[i - 1] === OBJECT)
    if (beside || places.has(unit)) ends.push(i)
    unit += letter.length
  })
  ends.push(letters.length)
  const shown = ends.map((end) => {
    let to = end
    while (letters[to - 1] === ' ') to--
    return to
  })
  const soft = ends.map((end) => end < letters.length && letters[end - 1] === SOFT_HYPHEN)
  return { words: text, at, joined, joinedNext, ends, shown, soft, hyphen: face.alone('-') }
}

/** The width from one letter up to another, where a line begins with the first. */
const widthOf = ({ at, joined, joinedNext }: Measured, from: number, to: number): number =>
  to <= from ? 0 : at[to]! - at[from]! - joined[from]! - (to > from + 1 ? joinedNext[from]! : 0)

/** `begins` is told the letter with which each line begins. */
function linesOf(text: Measured, roomOf: (line: number) => number, begins: number[] = []): number {
  const { ends, shown, soft, hyphen } = text
  let [line, from, empty] = [0, 0, true]
  begins.push(0)
  const next = (letter: number) => {
    line++
    from = letter
    begins.push(letter)
  }
  for (let piece = 0; piece < ends.length; piece++) {
    const to = shown[piece]!
    if (!empty && !fits(piece)) next(piece === 0 ? 0 : ends[piece - 1]!)
    // A word wider than its line, at whose beginning it stands, is broken between any two letters.
    for (let letter = from + 1; letter < to && widthOf(text, from, to) > roomOf(line); letter++) {
      // As browsers look for the break in the word as it stood whole: where the next letter would have stood further off.
      const apart = letter + 1 < to ? Math.max(0, text.joined[letter + 1]!) : 0
      if (widthOf(text, from, letter + 1) + apart <= roomOf(line)) continue
      next(letter)
    }
    empty = false
  }
  return line + 1

  /** A hyphen that only just has no room is not needed where the rest of its word stands in the line as well. */
  function fits(piece: number): boolean {
    const room = roomOf(line)
    const width = widthOf(text, from, shown[piece]!)
    if (width > room) return false
    if (!soft[piece] || width + hyphen <= room) return true
    let last = piece
    while (soft[last]) last++
    return widthOf(text, from, shown[last]!) <= room
  }
}
