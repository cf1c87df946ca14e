import { FULL, GAP, type Line, minus, onLayoutGrid, plus, times, widthWhere, ZERO } from '../geometry/line.ts'
import { WORDS_SHARE } from '../post/placed-words.ts'
import { LEAST_SIDE } from './fold.ts'
import type { LinearBox } from './join-tree.ts'
import { shareAlone } from './lines.ts'
import { type RowLayout, usableFrom, type Variant } from './row-layout.ts'

/** A place for words: before the picture at this position, with so much of the row's width. */
export interface WordsPlace {
  readonly at: number
  readonly share: number
}

/** The shares, made smaller together where they would leave pictures too little. */
export function sharesOf(words: readonly WordsPlace[]): number[] {
  const sum = words.reduce((all, { share }) => all + share, 0)
  const scale = Math.min(1, WORDS_SHARE.together / sum)
  return words.map(({ share }) => share * scale)
}

/**
 * Pictures at one height with words between them: words have their share of the width, pictures fill the rest. It folds
 * where a picture would be too small, or a column of words narrower than `leastWords` px, whichever comes first: the width
 * is solved. O(pictures).
 *
 * Two pictures of 3:2 and words of .4 in 1000 px with gaps of 10: words 400, pictures 290 wide and 193.33 high.
 */
export function layoutWorded(
  aspects: readonly number[],
  words: readonly WordsPlace[],
  gap: number,
  leastWords: number,
): RowLayout {
  const joined = sideBySide(aspects, words)
  const narrowest = Math.max(...joined.words!.map(({ w }) => widthWhere(w, leastWords, gap)))
  const from = Math.max(usableFrom(joined.boxes, LEAST_SIDE, gap), onLayoutGrid(narrowest))
  return { gap, followsText: true, variants: [{ ...joined, from }, oneBelowAnother(aspects)] }
}

function sideBySide(aspects: readonly number[], words: readonly WordsPlace[]): Omit<Variant, 'from'> {
  const shares = sharesOf(words)
  const gaps = aspects.length + words.length - 1
  const across = aspects.reduce((sum, aspect) => sum + aspect, 0)
  const left = minus(times(FULL, 1 - shares.reduce((sum, share) => sum + share, 0)), times(GAP, gaps))
  const h = times(left, 1 / across)
  const boxes: LinearBox[] = []
  const columns: LinearBox[] = []
  let x: Line = ZERO
  const put = (list: LinearBox[], at: number, w: Line) => {
    list[at] = { x, y: ZERO, w, h }
    x = plus(plus(x, w), GAP)
  }
  for (let i = 0; i <= aspects.length; i++) {
    words.forEach((place, j) => {
      if (Math.min(place.at, aspects.length) === i) put(columns, j, times(FULL, shares[j]!))
    })
    if (i < aspects.length) put(boxes, i, times(h, aspects[i]!))
  }
  return { boxes, words: columns, height: h, form: { type: 'worded', folded: false } }
}

/** The words come to it where the row is placed: how high they are is no straight line. */
function oneBelowAnother(aspects: readonly number[]): Variant {
  let height = ZERO
  const boxes = aspects.map((aspect, i): LinearBox => {
    const w = times(FULL, shareAlone(aspect))
    const y = i === 0 ? ZERO : plus(height, GAP)
    const box = { x: times(minus(FULL, w), 0.5), y, w, h: times(w, 1 / aspect) }
    height = plus(y, box.h)
    return box
  })
  return { from: 0, boxes, height, form: { type: 'worded', folded: true } }
}

/** The picture after which words stand where the row is folded: in reading order, but never before the first. */
export const afterPicture = ({ at }: WordsPlace, pictures: number): number => Math.min(Math.max(at, 1), pictures) - 1
