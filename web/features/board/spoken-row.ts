import type { HouseStyle } from '../../../core/house/house-style.ts'
import { type LaidRow, layRow } from '../../../core/place/lay-row.ts'
import { rowsOf } from '../../../core/post/body.ts'
import type { Row } from '../../../core/post/row.ts'
import { rowInShort } from '../../../core/words/row-in-short.ts'
import { count } from '../../ui/words.ts'
import { CLICK_WORDS, KIND_WORDS } from '../ticket/choice-words.ts'
import type { Board } from './board-context.tsx'

/** What a row is called: "Gallery, 6 pictures". */
export const nameOfRow = ({ kind, pictures }: Row): string =>
  kind === 'one' ? KIND_WORDS.one : `${KIND_WORDS[kind]}, ${count(pictures.length, 'picture')}`

/** What a row is, and how it stands: "Gallery, 6 pictures: 181 × 181, crops 33 %, phone 2 across". */
export function rowInWords(laid: LaidRow, house: HouseStyle, window: number): string {
  const { size, crop, fold } = rowInShort(laid, house, window)
  return `${nameOfRow(laid.row)}: ${size}, ${crop}, ${fold}`
}

/** What is said of a row when it is selected: which it is, its kind, its pictures, its size and what a click does. */
export function spokenRow(row: Row, { draft, library, house, within, window }: Board): string {
  const rows = rowsOf(draft.content.body)
  const at = `Row ${rows.findIndex((one) => one.id === row.id) + 1} of ${rows.length} selected`
  const laid = layRow(row, library, house, within(row.id))
  if (!laid) return `${at}: ${nameOfRow(row)}, of which none is here`
  const click = new Map(CLICK_WORDS).get(row.onClick?.do ?? house.onClick)!
  return `${at}. ${rowInWords(laid, house, window)}. On click: ${click.toLowerCase()}`
}
