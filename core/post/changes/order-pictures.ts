import type { PlacedPicture, Row } from '../row.ts'

/**
 * A kind that fits the number of pictures: one alone, more side by side where they were alone. Options stay
 * for the way back; a composition for another number of pictures can't.
 */
const withPictures = (row: Row, pictures: PlacedPicture[]): Row => ({
  ...row,
  pictures,
  kind: pictures.length === 1 ? 'one' : row.kind === 'one' ? 'side-by-side' : row.kind,
  patchwork: { composition: pictures.length === row.pictures.length ? row.patchwork.composition : null },
})

/** Puts pictures into the row so that the first of them has position `at` (0 to n). Wording stays with its picture. */
export function joinPictures(row: Row, joining: readonly PlacedPicture[], at: number): Row {
  if (at < 0 || at > row.pictures.length) throw new RangeError(`at: expected 0 to ${row.pictures.length}, got ${at}`)
  return withPictures(row, [...row.pictures.slice(0, at), ...joining, ...row.pictures.slice(at)])
}

/** Takes the picture at `index` out; undefined when it was the last, for a row is never empty. */
export function takeOut(row: Row, index: number): Row | undefined {
  const pictures = row.pictures.filter((_, i) => i !== index)
  return pictures.length === 0 ? undefined : withPictures(row, pictures)
}

/** Moves the picture at `from` so that it ends up at `to`. */
export function movePicture(row: Row, from: number, to: number): Row {
  const pictures = [...row.pictures]
  const [moving] = pictures.splice(from, 1)
  if (!moving) throw new RangeError(`from: expected 0 to ${row.pictures.length - 1}, got ${from}`)
  pictures.splice(to, 0, moving)
  return { ...row, pictures }
}

/** The pictures at `a` and `b` change places, each with its wording. */
export function swapPictures(row: Row, a: number, b: number): Row {
  const pictures = [...row.pictures]
  const [first, second] = [pictures[a], pictures[b]]
  if (!first || !second) throw new RangeError(`a, b: expected 0 to ${row.pictures.length - 1}, got ${a}, ${b}`)
  pictures[a] = second
  pictures[b] = first
  return { ...row, pictures }
}

/** Puts the pictures into the given order, a permutation of 0 to n − 1. */
export function reorderPictures(row: Row, order: readonly number[]): Row {
  if (new Set(order).size !== row.pictures.length || order.some((index) => !row.pictures[index]))
    throw new RangeError(`order: expected 0 to ${row.pictures.length - 1} once each, got ${order.join(', ')}`)
  return { ...row, pictures: order.map((index) => row.pictures[index]!) }
}

/** Marks the picture to lead, or lets it be one of many; the composition is chosen anew. */
export const toggleLead = (row: Row, index: number): Row => ({
  ...withMark(row, index, 'lead'),
  patchwork: { composition: null },
})

/** Holds the picture in its place while other compositions are tried, or lets it go. */
export const togglePin = (row: Row, index: number): Row => withMark(row, index, 'pinned')

const withMark = (row: Row, index: number, mark: 'lead' | 'pinned'): Row => ({
  ...row,
  pictures: row.pictures.map((placed, i) => {
    if (i !== index) return placed
    const { [mark]: marked, ...rest } = placed
    return marked ? rest : { ...rest, [mark]: true as const }
  }),
})

export const turnRound = (row: Row): Row => ({ ...row, pictures: [...row.pictures].reverse() })
