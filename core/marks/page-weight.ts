import { bytesInWords } from '../files/bytes-in-words.ts'
import { PHONE } from '../house/screens.ts'

import { pageHeights } from '../page/page-heights.ts'
import { picturesWeigh } from '../page/page-weight.ts'
import { rowsOf } from '../post/body.ts'
import type { Check, Mark } from './mark.ts'

/** Pictures that weigh more on a phone than the house allows, and the row that weighs most. */
export const pageWeight: Check = (post) => {
  const { content, house } = post
  const { first, later, rows } = picturesWeigh(post, pageHeights(post, null, PHONE.width).tops, PHONE)
  const heaviest = rows.reduce((most, row) => (row.bytes > (most?.bytes ?? 0) ? row : most), rows[0])
  if (!heaviest) return []
  const number = rowsOf(content.body).findIndex(({ id }) => id === heaviest.row) + 1
  const mark = (key: string, what: string, bytes: number, budget: number): Mark[] =>
    bytes <= budget * 1000
      ? []
      : [
          {
            key: `weight-${key}`,
            weight: 'worth a look',
            words: `On a phone the pictures ${what} weigh ${bytesInWords(bytes)}; the house allows ${bytesInWords(budget * 1000)}. Row ${number} weighs most, ${bytesInWords(heaviest.bytes)}.`,
            place: { at: 'row', row: heaviest.row, picture: 0 },
          },
        ]
  return [
    ...mark('first', 'seen at once', first, house.budget.first),
    ...mark('whole', 'of the whole post', first + later, house.budget.whole),
  ]
}
