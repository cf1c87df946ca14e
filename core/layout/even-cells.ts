import { cropWindow, type FocusPoint } from '../geometry/crop-window.ts'
import { FULL, GAP, type Line, minus, plus, times } from '../geometry/line.ts'
import { type AcrossOptions, acrossRanges } from './fit-across.ts'
import type { LinearBox } from './join-tree.ts'
import type { RowLayout } from './row-layout.ts'

/** Under this width (px) cells become fewer across, unless fewer would show them no larger than was chosen. */
const LEAST_CELL = 96

export interface EvenCellsOptions extends AcrossOptions {
  readonly pictures: readonly { readonly aspect: number; readonly focus: FocusPoint }[]
  /** shape of a cell, width / height */
  readonly cell: number
}

/** The width of one of `columns` equal columns with a gap between. */
export const columnWidth = (columns: number): Line => times(minus(FULL, times(GAP, columns - 1)), 1 / columns)

/** A gallery of even cells, each filled by the part of its picture that holds the focus. O(n · columns). */
export function layoutEvenCells({ pictures, across, cell, gap, fullWidth }: EvenCellsOptions): RowLayout {
  return {
    gap,
    crops: pictures.map(({ aspect, focus }) => cropWindow(aspect, cell, focus)),
    variants: withoutLone(
      acrossRanges(Math.min(across, pictures.length), fullWidth, gap, LEAST_CELL),
      pictures.length,
    ).map(({ columns, from }) => {
      const w = columnWidth(columns)
      const h = times(w, 1 / cell)
      const step = { x: plus(w, GAP), y: plus(h, GAP) }
      const boxes = pictures.map(
        (_, i): LinearBox => ({ x: times(step.x, i % columns), y: times(step.y, Math.floor(i / columns)), w, h }),
      )
      const lines = Math.ceil(pictures.length / columns)
      return { from, boxes, height: minus(times(step.y, lines), GAP), form: { type: 'cells', columns, cell } }
    }),
  }
}

/**
 * Without the numbers of columns that leave one picture alone in the last line, where a smaller number of several
 * columns does not; the widest is as it was chosen.
 */
function withoutLone(ranges: readonly { columns: number; from: number }[], pictures: number): typeof ranges {
  const leavesOne = (columns: number) => columns > 1 && pictures > columns && pictures % columns === 1
  return ranges.filter(
    ({ columns }, i) =>
      i === 0 ||
      !leavesOne(columns) ||
      !ranges.some((other) => other.columns > 1 && other.columns < columns && !leavesOne(other.columns)),
  )
}
