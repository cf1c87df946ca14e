import { layRow } from '../../../core/place/lay-row.ts'
import { rowsOf } from '../../../core/post/body.ts'
import type { Row } from '../../../core/post/row.ts'
import { count } from '../../ui/words.ts'
import type { Board } from './board-context.tsx'

/** What is said of a row when it is selected. */
export function spokenRow(row: Row, { draft, library, house, within }: Board): string {
  const at = rowsOf(draft.content.body).findIndex((one) => one.id === row.id) + 1
  const laid = layRow(row, library, house, within(row.id))
  return `Row ${at}, ${laid ? count(laid.pictures.length, 'picture') : 'empty'} selected`
}
