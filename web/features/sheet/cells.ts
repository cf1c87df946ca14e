/** Where one is in the sheet, and what is chosen: cells by row and column, counted from 0. */
export interface Cell {
  readonly row: number
  readonly column: number
}

export interface Place {
  /** the cell that keys go to */
  readonly at: Cell
  /** the other corner of what is chosen */
  readonly from: Cell
}

export interface Block {
  readonly top: number
  readonly bottom: number
  readonly left: number
  readonly right: number
}

export interface Size {
  readonly rows: number
  readonly columns: number
}

export const blockOf = ({ at, from }: Place): Block => ({
  top: Math.min(at.row, from.row),
  bottom: Math.max(at.row, from.row),
  left: Math.min(at.column, from.column),
  right: Math.max(at.column, from.column),
})

export const isIn = (block: Block, { row, column }: Cell): boolean =>
  row >= block.top && row <= block.bottom && column >= block.left && column <= block.right

export const placeAt = (at: Cell): Place => ({ at, from: at })

const within = (value: number, end: number): number => Math.max(0, Math.min(end - 1, value))

/** Some cells on, and no further than the edge; with `choosing` the choice is stretched. */
export function moved(place: Place, by: Cell, size: Size, choosing = false): Place {
  const at = {
    row: within(place.at.row + by.row, size.rows),
    column: within(place.at.column + by.column, size.columns),
  }
  return choosing ? { at, from: place.from } : placeAt(at)
}

/** On to the next cell, or the one before, and on in the next row. */
export function stepped({ at }: Place, by: 1 | -1, { rows, columns }: Size): Place {
  const next = within(at.row * columns + at.column + by, rows * columns)
  return placeAt({ row: Math.floor(next / columns), column: next % columns })
}

/**
 * Texts that are put in from a cell on: a block as it is, cut off at the edges; a single text into every chosen cell,
 * and a block again and again where what is chosen is so many times as large.
 */
export function putIn(
  texts: readonly (readonly string[])[],
  block: Block,
  size: Size,
): { readonly cell: Cell; readonly text: string }[] {
  const high = texts.length
  const wide = Math.max(0, ...texts.map((line) => line.length))
  if (high === 0 || wide === 0) return []
  const rows = block.bottom - block.top + 1
  const columns = block.right - block.left + 1
  const again = rows % high === 0 && columns % wide === 0
  const [down, across] = again ? [rows, columns] : [high, wide]
  const found: { cell: Cell; text: string }[] = []
  for (let i = 0; i < down && block.top + i < size.rows; i++)
    for (let j = 0; j < across && block.left + j < size.columns; j++)
      found.push({ cell: { row: block.top + i, column: block.left + j }, text: texts[i % high]![j % wide] ?? '' })
  return found
}
