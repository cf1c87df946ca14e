import type { Block, Body } from '../body.ts'
import type { Row } from '../row.ts'

/** A row and the place to which it goes, between blocks as they are before. */
export interface PlacedRow {
  readonly place: number
  readonly row: Row
}

/** Sets all of these rows at once, those of one place in the order given. A body of nothing but an empty paragraph keeps it at its end. */
export function withRows(body: Body, rows: readonly PlacedRow[]): Body {
  const { content } = body
  const alone = content.length === 1 && content[0]!.type === 'paragraph' && !content[0]!.content?.length
  const at = (place: number): Block[] =>
    rows.filter((one) => (alone ? 0 : one.place) === place).map(({ row }) => ({ type: 'row', attrs: row }))
  return {
    type: 'doc',
    content: [...content.flatMap((block, i) => [...at(i), block]), ...at(content.length)],
  }
}
