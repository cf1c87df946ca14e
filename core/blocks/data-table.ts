import { z } from 'zod'
import { PARAGRAPH_SPACE, partSize, TABLE_TYPE } from '../house/text-type.ts'
import { MOST_COLUMNS, MOST_TABLE_ROWS } from '../post/limits.ts'
import { countLines } from '../type/count-lines.ts'
import { FACES, textWidth } from '../type/typeface.ts'
import type { BlockKind, Setting } from './block-kind.ts'
import { Inline, inlineHtml, inlineLetters, inlineText } from './inline.ts'

const TableCell = z.object({ type: z.literal('tableCell'), content: z.array(Inline).optional() })
const TableRow = z.object({ type: z.literal('tableRow'), content: z.array(TableCell).min(1).max(MOST_COLUMNS) })

export const DataTable = z.object({
  type: z.literal('table'),
  attrs: z.object({
    /** the first row says what stands in the columns */
    heads: z.boolean(),
  }),
  content: z
    .array(TableRow)
    .min(1)
    .max(MOST_TABLE_ROWS)
    .refine(
      (rows) => rows.every(({ content }) => content.length === rows[0]!.content.length),
      'expected as many cells in every row as in the first',
    ),
})
export type DataTable = z.infer<typeof DataTable>
export type TableRow = z.infer<typeof TableRow>

/** Words in rows and columns. One that is wider than its column scrolls by itself. */
export const dataTable: BlockKind<DataTable> = {
  schema: () => DataTable,
  text: ({ content }) => content.flatMap((row) => row.content.map((cell) => inlineText(cell.content))).join('\n'),
  html({ content, attrs: { heads } }) {
    const row = ({ content: cells }: TableRow, element: string) =>
      `<tr>${cells.map((cell) => `<${element}>${inlineHtml(cell.content)}</${element.split(' ')[0]}>`).join('')}</tr>`
    const [first, rest] = heads ? [content.slice(0, 1), content.slice(1)] : [[], content]
    const head = first.map((one) => `<thead>${row(one, 'th scope="col"')}</thead>`).join('')
    const body = rest.length ? `<tbody>${rest.map((one) => row(one, 'td')).join('')}</tbody>` : ''
    return `<div class="scrolls" tabindex="0"><table>${head}${body}</table></div>`
  },
  flow(block, at, set) {
    const { fontSize } = set.house.type
    const size = partSize(TABLE_TYPE, fontSize)
    const widths = columnWidths(block, set, size)
    const top = Math.max(at.y + at.below, at.beside?.until ?? 0)
    const height = block.content.reduce((sum, { content }, row) => {
      const lines = content.map((cell, i) =>
        countLines(inlineLetters(cell.content), widths[i]!, size, faceOf(block, row)),
      )
      return sum + Math.max(1, ...lines) * TABLE_TYPE.line * size + 2 * TABLE_TYPE.down * size + TABLE_TYPE.rule
    }, 0)
    return { ...at, y: top + height, below: PARAGRAPH_SPACE * fontSize, beside: null }
  },
  miniature: 'text',
}

const faceOf = ({ attrs: { heads } }: DataTable, row: number) => (heads && row === 0 ? FACES.bold : FACES.upright)

/**
 * px of each column's words: as browsers share a width out, each column has at least its longest word and, where there is
 * room, all of its longest line; in between the room is shared by what each still wants (CSS 2.2, 17.5.2.2).
 */
function columnWidths(block: DataTable, { width }: Setting, size: number): number[] {
  const count = block.content[0]!.content.length
  const columns = Array.from({ length: count }, (_, column) => {
    const widest = (split: RegExp) =>
      Math.max(
        0,
        ...block.content.flatMap(({ content }, row) =>
          inlineLetters(content[column]!.content)
            .split(split)
            .map((part) => textWidth(part, faceOf(block, row)) * size),
        ),
      )
    return { least: widest(/\s+/), most: widest(/\n/) }
  })
  const room = width - count * 2 * TABLE_TYPE.across * size
  const least = columns.reduce((sum, column) => sum + column.least, 0)
  const wish = columns.reduce((sum, column) => sum + column.most - column.least, 0)
  const share = wish > 0 ? Math.min(1, Math.max(0, room - least) / wish) : 0
  return columns.map((column) => column.least + share * (column.most - column.least) + 0.1)
}
