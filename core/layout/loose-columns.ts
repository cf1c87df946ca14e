import { at, GAP, LAYOUT_GRID, type Line, minus, onLayoutGrid, plus, px, times, ZERO } from '../geometry/line.ts'
import { columnWidth } from './even-cells.ts'
import { type AcrossOptions, acrossRanges } from './fit-across.ts'
import type { LinearBox } from './join-tree.ts'
import { linesVariant } from './lines.ts'
import type { RowLayout, Variant } from './row-layout.ts'

/** Under this width (px) there are fewer columns. */
const LEAST_COLUMN = 130
/** How many ways of filling the columns are followed at once; of very many pictures fewer are as good. */
const FOLLOWED = { few: 40, many: 16 }
const MANY = 100
/** Starting this many column widths lower than possible, in sum, counts as much as feet one column width apart. */
const ORDERLY = 16
/** A picture may start this much (in column widths) lower than the highest place free for it. */
const PLAY = 0.35

export interface LooseColumnsOptions extends AcrossOptions {
  readonly aspects: readonly number[]
  /** lines of caption under each picture when the columns are `width` px wide */
  readonly linesAt?: (width: number) => readonly number[]
  /** px of a caption of so many lines */
  readonly band?: (lines: number) => number
}

/**
 * Which column each picture goes to: at the place nearest the top, or hardly lower where that leaves the
 * columns more even at their feet, so that the order reads across. `heights` are in any unit, gaps included.
 * Beam search: O(n · columns · followed).
 *
 * `fillColumns([1, 2, 1, 1], 2)` is [0, 1, 0, 0]: 3 and 2 high.
 */
export function fillColumns(heights: readonly number[], columns: number, play = 0): number[] {
  interface Filling {
    readonly feet: readonly number[]
    /** the column of the last picture, and the filling before it: to copy all columns for each would take n² */
    readonly column: number
    readonly before: Filling | null
    /** sum of how much lower than possible pictures start */
    readonly lower: number
    readonly score: number
  }
  const spread = (feet: readonly number[]) => Math.max(...feet) - Math.min(...feet)
  const empty = { feet: Array.from({ length: columns }, () => 0), column: 0, before: null, lower: 0, score: 0 }
  let fillings: Filling[] = [empty]
  for (const height of heights) {
    const next: Filling[] = []
    for (const before of fillings) {
      const { feet } = before
      const top = Math.min(...feet)
      let taken = -1
      feet.forEach((foot, column) => {
        // Of columns that end alike the first is meant: the others would only be its mirror.
        if (foot > top + play || feet.indexOf(foot) !== column || column === taken) return
        taken = column
        const filled = feet.map((one, i) => (i === column ? one + height : one))
        const lower = before.lower + foot - top
        next.push({ feet: filled, column, before, lower, score: spread(filled) + lower / ORDERLY })
      })
    }
    next.sort((a, b) => a.score - b.score)
    fillings = next.slice(0, heights.length > MANY ? FOLLOWED.many : FOLLOWED.few)
  }
  const chosen: number[] = []
  for (let at: Filling | null = fillings[0]!; at?.before; at = at.before) chosen.unshift(at.column)
  return chosen
}

/** A gallery in loose columns: equal widths, nothing cropped, the order across the top. */
export function layoutLooseColumns(options: LooseColumnsOptions): RowLayout {
  const { aspects, across, gap, fullWidth, linesAt, band = () => 0 } = options
  const variants: Variant[] = []
  let upper = Infinity
  const ranges = acrossRanges(Math.min(across, aspects.length), fullWidth, gap, LEAST_COLUMN)
  // At the full width, where most readers are, captions have just the room they need.
  const widest = linesAt && ranges[0]!.from < fullWidth ? [{ columns: ranges[0]!.columns, from: fullWidth }] : []
  for (const { columns, from } of [...widest, ...ranges]) {
    // One below another flows like text: it has room for captions however large they are set.
    if (columns === 1) {
      variants.push(linesVariant(aspects, { counts: aspects.map(() => 1), ragged: false }, 0))
      break
    }
    const w = columnWidth(columns)
    const column = at(w, upper === Infinity ? fullWidth : Math.max(from, 280), gap)
    // Captions take the most lines where the range is narrowest.
    const lines = linesAt?.(at(w, from, gap))
    const bands = aspects.map((_, i) => band(lines?.[i] ?? 0))
    const heights = aspects.map((aspect, i) => (column / aspect + bands[i]! + gap) / column)
    const chosen = fillColumns(heights, columns, PLAY)
    const feet: Line[] = Array.from({ length: columns }, () => ZERO)
    const boxes = aspects.map((aspect, i): LinearBox => {
      const at = chosen[i]!
      const box = { x: times(plus(w, GAP), at), y: feet[at]!, w, h: times(w, 1 / aspect) }
      feet[at] = plus(plus(plus(box.y, box.h), px(bands[i]!)), GAP)
      return box
    })
    const ends = feet.map((foot) => minus(foot, GAP))
    for (const piece of tallest(ends, from, upper, gap))
      variants.push({
        from: piece.from,
        boxes,
        height: piece.line,
        form: { type: 'placed' },
        ...(lines ? { lines } : {}),
      })
    upper = from
  }
  return { gap, ...(linesAt ? { followsText: true } : {}), variants }
}

/** Which of the lines is the highest in which part of a range of widths, widest part first. O(lines²). */
function tallest(lines: readonly Line[], from: number, to: number, gap: number): { from: number; line: Line }[] {
  const pieces: { from: number; line: Line }[] = []
  let upper = to
  while (upper > from) {
    const width = upper === Infinity ? 1e6 : upper - LAYOUT_GRID
    const line = lines.reduce((best, one) => (at(one, width, gap) > at(best, width, gap) + 1e-9 ? one : best))
    // Going narrower, the line stays the highest until another crosses it.
    const crossings = lines.map((other) => {
      const slope = other.p - line.p
      const offset = (other.g - line.g) * gap + other.c - line.c
      const crossing = slope < -1e-9 ? onLayoutGrid(-offset / slope) : -Infinity
      return crossing < upper ? crossing : -Infinity
    })
    const next = Math.max(from, ...crossings)
    pieces.push({ from: next, line })
    upper = next
  }
  return pieces
}
