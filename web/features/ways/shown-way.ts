import type { Way } from '../../../core/layout/ways.ts'
import { convertRow } from '../../../core/post/changes/convert-row.ts'
import type { Row } from '../../../core/post/row.ts'

/** A way that is shown before anything is set: as which row, by which name, with which number. */
export interface ShownWay {
  readonly row: Row
  readonly name: string
  /** counted from 0 */
  readonly tile: number
}

const made = new WeakMap<Way, { readonly of: Row; readonly row: Row }>()

/** The row as it would be in this way: the same object as long as both are, so that it is laid out once. */
export function rowInWay(way: Way, of: Row): Row {
  const known = made.get(way)
  if (known?.of === of) return known.row
  const row = convertRow(of, way.shape)
  made.set(way, { of, row })
  return row
}
