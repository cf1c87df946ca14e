import { breakPlaces } from './break-places.ts'
import { SOFT_HYPHEN, type Typeface } from './typeface.ts'

/** A text is broken where it just fits: browsers lay out on a grid, and so may find a hair less room, px. */
const SLACK = 0.02

/** What is between two places at which a line may end. */
interface Piece {
  readonly letters: readonly string[]
  /** spaces at its end hang over the edge, and take no room there */
  readonly spaces: number
  /** what shows only where a line ends after it */
  readonly hyphen: boolean
}

/**
 * Lines that the text takes in a column of `width` px, or where each line has a width of its own, as browsers break it:
 * white space runs together, and only `\n` ends a line. A word wider than its line is broken inside. 0 for an empty
 * text. O(characters), about 10 µs for a caption.
 */
export function countLines(
  text: string,
  width: number | ((line: number) => number),
  fontSize: number,
  face: Typeface,
): number {
  const roomOf =
    typeof width === 'number' ? () => (width - SLACK) / fontSize : (line: number) => (width(line) - SLACK) / fontSize
  let lines = 0
  for (const paragraph of text.split('\n')) {
    const words = paragraph.replace(/[ \t\r\f\v]+/g, ' ').trim()
    if (words !== '') lines += linesOf(piecesOf(words), (line) => roomOf(lines + line), face)
  }
  return lines
}

const known = new Map<string, readonly Piece[]>()
/** The same few texts are counted at many widths. */
const REMEMBERED = 400

function piecesOf(words: string): readonly Piece[] {
  const before = known.get(words)
  if (before) return before
  const text = words.normalize('NFC')
  const places = [...breakPlaces(text), text.length]
  let from = 0
  const pieces = places.map((to): Piece => {
    const letters = Array.from(text.slice(from, to))
    from = to
    let spaces = 0
    while (letters.at(-1 - spaces) === ' ') spaces++
    return { letters, spaces, hyphen: letters.at(-1) === SOFT_HYPHEN }
  })
  if (known.size >= REMEMBERED) known.clear()
  known.set(words, pieces)
  return pieces
}

function linesOf(pieces: readonly Piece[], roomOf: (line: number) => number, face: Typeface): number {
  const hyphen = face.alone('-')
  let lines = 1
  let pen = new Pen(face)
  let empty = true
  for (const [at, { letters, spaces, hyphen: soft }] of pieces.entries()) {
    const shown = letters.length - spaces
    const joined = pen.copy()
    for (let i = 0; i < shown; i++) joined.put(letters[i]!)
    const room = roomOf(lines - 1)
    // A hyphen that only just has no room is not needed where the rest of its word stands in the line as well.
    const fits = joined.width <= room && (!soft || joined.width + hyphen <= room || wordEnd(pieces, at, joined) <= room)
    if (!empty && !fits) {
      lines++
      pen = new Pen(face)
      for (let i = 0; i < shown; i++) pen.put(letters[i]!)
    } else pen = joined
    if (pen.width > roomOf(lines - 1) && shown > 1) {
      // A word wider than its line, at whose beginning it stands, is broken between any two letters.
      pen = new Pen(face)
      for (const letter of letters.slice(0, shown)) {
        const longer = pen.copy()
        longer.put(letter)
        if (longer.width > roomOf(lines - 1) && pen.width > 0) {
          lines++
          pen = new Pen(face)
          pen.put(letter)
        } else pen = longer
      }
    }
    for (let i = shown; i < letters.length; i++) pen.put(letters[i]!)
    empty = false
  }
  return lines
}

/** How far a word goes that is joined by soft hyphens, of which the piece at `at` has been put already. */
function wordEnd(pieces: readonly Piece[], at: number, put: Pen): number {
  const pen = put.copy()
  for (let i = at; pieces[i]?.hyphen; i++) {
    const next = pieces[i + 1]
    if (next) for (const letter of next.letters.slice(0, next.letters.length - next.spaces)) pen.put(letter)
  }
  return pen.width
}

/** How far a line has come, in font sizes, and its last letters, beside which the next one stands. */
class Pen {
  width = 0
  private before = ''
  private last = ''
  constructor(private readonly face: Typeface) {}

  put(letter: string): void {
    if (letter === SOFT_HYPHEN) return
    const { face, before, last } = this
    this.width += face.alone(letter)
    if (last) this.width += face.pair(last, letter)
    if (before) this.width += face.chain(before, last, letter)
    this.before = last
    this.last = letter
  }

  copy(): Pen {
    const other = new Pen(this.face)
    other.width = this.width
    other.before = this.before
    other.last = this.last
    return other
  }
}
