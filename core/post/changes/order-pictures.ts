import type { PlacedPicture, Row } from '../row.ts'

/** A kind that fits the number of pictures: one alone, more side by side. Options stay for the way back. */
const withPictures = (row: Row, pictures: PlacedPicture[]): Row => ({
  ...row,
  pictures,
  kind: pictures.length === 1 ? 'one' : row.kind === 'one' ? 'side-by-side' : row.kind,
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

export const turnRound = (row: Row): Row => ({ ...row, pictures: [...row.pictures].reverse() })
