import { onLayoutGrid } from '../geometry/line.ts'

/** Columns of equal width in a container. Lengths in px. */

/** What every form of gallery is laid out from. */
export interface AcrossOptions {
  /** how many across where there is room; of level rows, about so many */
  readonly across: number
  readonly gap: number
  /** px of the container on a wide screen */
  readonly fullWidth: number
}

/** The width of one of `columns` columns. `cellWidth(4, 560, 8)` is 134. */
export const cellWidth = (columns: number, width: number, gap: number): number =>
  (width - (columns - 1) * gap) / columns

export interface Fit {
  /** how many fit */
  readonly columns: number
  /** px that stay over */
  readonly left: number
  /** the width near the wanted one at which this many, or one more, fit exactly */
  readonly exact: number
}

/**
 * How many thumbnails `wanted` px wide fit in `width` with `gap` between, what stays over, and the nearest
 * width at which they fit exactly. O(1).
 * `fitAcross(100, 560, 8)`: 5 fit, 28 px stay over, and at 105.6 px five fit exactly.
 */
export function fitAcross(wanted: number, width: number, gap: number): Fit {
  if (!(wanted > 0)) throw new RangeError(`wanted: expected a width over 0, got ${wanted}`)
  const columns = Math.max(1, Math.floor((width + gap) / (wanted + gap) + 1e-9))
  const [few, many] = [cellWidth(columns, width, gap), cellWidth(columns + 1, width, gap)]
  return {
    columns,
    left: Math.max(0, width - columns * wanted - (columns - 1) * gap),
    exact: many > 0 && Math.abs(many - wanted) < Math.abs(few - wanted) ? many : few,
  }
}

/** px under which a column shows nothing. */
const LEAST_SHOWN = 24

/**
 * How many columns to use from which container width on, widest range first. On a wide screen it is what was
 * chosen; narrower, columns go before they get smaller than `least`, or than the choice made them. O(across).
 * `acrossRanges(3, 560, 8, 96)`: 3 from 304 px on, 2 from 200, else 1.
 */
export function acrossRanges(
  across: number,
  fullWidth: number,
  gap: number,
  least: number,
): { columns: number; from: number }[] {
  // Of a narrow row with wide gaps the gaps alone may take all of the width: then there are fewer, however many were chosen.
  let most = across
  while (most > 1 && cellWidth(most, fullWidth, gap) < LEAST_SHOWN) most--
  const cell = Math.min(least, cellWidth(most, fullWidth, gap))
  return Array.from({ length: most }, (_, i) => {
    const columns = most - i
    return { columns, from: columns === 1 ? 0 : onLayoutGrid(columns * cell + (columns - 1) * gap) }
  })
}
