import type { Inline } from '../../blocks/inline.ts'
import type { Block } from '../../post/body.ts'
import { MOST_COLUMNS, MOST_TABLE_ROWS } from '../../post/limits.ts'
import { type BlockReading, readBlocks } from './blocks.ts'
import { lineOf } from './figures.ts'
import { groupRow, oneRow } from './rows.ts'
import { styleOf } from './styles.ts'
import { isSign, widthOf } from './image.ts'
import type { Around } from './tokens.ts'
import { type Element, elementsIn, filled, has, isElement, type Node, textIn } from './tree.ts'
import { captionOf, imagesIn, type Unit, unitOf } from './units.ts'

const NOT_DATA = new Set([
  'table',
  'ul',
  'ol',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'figure',
  'blockquote',
  'pre',
  'hr',
  'iframe',
  'video',
])

/** A table: of words in rows and columns, of pictures, or one that only lays out a page. */
export function readTable(table: Element, reading: BlockReading, around: Around): Block[] {
  const rows = rowsIn(table)
  const caption = table.children.filter(isElement).find(({ tag }) => tag === 'caption')
  const above = caption ? readBlocks(caption.children, reading, around) : []
  const cells = rows.flat()
  if (cells.some((cell) => imagesIn(cell, reading, around).some((image) => !isSign(image))))
    return pictured(rows, { caption, above }, reading, around)
  const said = table.attrs.role === 'table' || table.children.some((part) => isElement(part) && part.tag === 'thead')
  const data =
    rows.length > 0 &&
    table.attrs.role !== 'presentation' &&
    (said || (rows.length > 1 && rows.some((row) => row.length > 1))) &&
    !cells.some((cell) => cell.children.some((child) => has(child, ({ tag }) => NOT_DATA.has(tag))))
  const columns = Math.max(0, ...rows.map(spanned))
  if (!data || columns > MOST_COLUMNS || rows.length > MOST_TABLE_ROWS)
    return [...above, ...cells.flatMap((cell) => readBlocks(cell.children, reading, around))]
  const head = has(table, ({ tag }) => tag === 'thead') || rows[0]!.every(({ tag }) => tag === 'th')
  // A table that has to begin with a row of heads, and has nothing to say there, has none.
  const none =
    head && rows.length > 1 && rows[0]!.every((cell) => textIn(cell) === '' && !has(cell, ({ tag }) => tag === 'img'))
  const heads = head && !none
  return [
    ...above,
    {
      type: 'table',
      attrs: { heads },
      content: rows.slice(none ? 1 : 0).map((row, at) => ({
        type: 'tableRow',
        content: padded(row, columns).map((cell) => {
          const content = cell ? cellWords(cell, reading, around, cell.tag === 'th' && !(heads && at === 0)) : []
          return { type: 'tableCell' as const, ...(content.length ? { content } : {}) }
        }),
      })),
    },
  ]
}

function rowsIn(table: Element): Element[][] {
  const rows: Element[][] = []
  const walk = (nodes: readonly Node[]) => {
    for (const node of nodes) {
      if (!isElement(node)) continue
      if (node.tag === 'tr')
        rows.push(node.children.filter(isElement).filter(({ tag }) => tag === 'td' || tag === 'th'))
      else if (/^(thead|tbody|tfoot)$/.test(node.tag)) walk(node.children)
    }
  }
  walk(table.children)
  return rows.filter((row) => row.length > 0)
}

const spanOf = ({ attrs }: Element): number =>
  Math.min(MOST_COLUMNS, Math.max(1, Math.trunc(Number(attrs.colspan ?? 1)) || 1))
const spanned = (row: readonly Element[]): number => row.reduce((sum, cell) => sum + spanOf(cell), 0)

/** Cells that span several leave empty ones. */
function padded(row: readonly Element[], columns: number): (Element | undefined)[] {
  const cells = row.flatMap((cell) => [cell, ...Array<undefined>(spanOf(cell) - 1).fill(undefined)])
  return Array.from({ length: columns }, (_, i) => cells[i])
}

/** Paragraphs in a cell become lines of it; heads of rows are bold. */
function cellWords(cell: Element, reading: BlockReading, around: Around, bold: boolean): Inline[] {
  const boxes = cell.children.filter(isElement).filter(({ tag }) => tag === 'p' || tag === 'div')
  const lines =
    boxes.length > 0 && filled(cell).length === boxes.length
      ? boxes.map((box) => lineOf(box, reading, around)).filter((line) => line.length > 0)
      : [lineOf(cell, reading, around)]
  const words = lines.flatMap((line, i): Inline[] => (i > 0 ? [{ type: 'hardBreak' }, ...line] : line))
  return bold
    ? words.map((part) =>
        part.type === 'text' && !part.marks?.some(({ type }) => type === 'bold')
          ? { ...part, marks: [...(part.marks ?? []), { type: 'bold' as const }] }
          : part,
      )
    : words
}

interface Above {
  readonly caption: Element | undefined
  readonly above: readonly Block[]
}

/** Pictures in cells: so many across, their words below them in the same cell or in the row below. */
function pictured(
  rows: readonly Element[][],
  { caption, above }: Above,
  reading: BlockReading,
  around: Around,
): Block[] {
  const full = rows.filter((row) => row.some((cell) => filled(cell).length > 0))
  const plain = !caption || imagesIn(caption, reading, around).length === 0
  const grid = plain ? gridUnits(full, reading, around) : undefined
  if (grid)
    return groupRow(
      grid.units,
      { across: grid.across, loose: false },
      caption ? captionOf(caption.children) : '',
      reading,
    )
  const [only] = full
  if (full.length === 1 && only!.length === 2) {
    const beside = besideWords(only as [Element, Element], reading, around)
    if (beside) return [...above, ...beside]
  }
  return [...above, ...full.flat().flatMap((cell) => readBlocks(cell.children, reading, around))]
}

function gridUnits(
  rows: readonly Element[][],
  reading: BlockReading,
  around: Around,
): { units: Unit[]; across: number } | undefined {
  const units: Unit[] = []
  let across = 0
  // Words above the first pictures say what they are, as heads do.
  const [first, second] = rows
  const over =
    first && second && first.length === second.length && wordsAlone(first, reading, around) ? first : undefined
  for (let at = over ? 1 : 0; at < rows.length; at++) {
    const row = rows[at]!
    const cells = row.map((cell) => ({ cell, unit: unitOf(cell, reading, around), empty: filled(cell).length === 0 }))
    if (!cells.every(({ unit, empty }) => unit || empty)) return undefined
    const below = rows[at + 1]
    // A row of words alone below a row of pictures says what they are.
    const captions =
      below && below.length === row.length && below.every((cell) => imagesIn(cell, reading, around).length === 0)
        ? below
        : undefined
    if (captions && !wordsAlone(captions, reading, around)) return undefined
    cells.forEach(({ unit }, i) => {
      if (!unit) return
      const above = over && at === 1 ? captionOf(over[i]!.children) : ''
      const words = captions ? captionOf(captions[i]!.children) : ''
      units.push({ ...unit, caption: [above, unit.caption, words].filter(Boolean).join('\n') })
    })
    across = Math.max(across, cells.filter(({ unit }) => unit).length)
    if (captions) at++
  }
  return units.length > 1 || (units.length === 1 && rows.length === 2) ? { units, across } : undefined
}

/** Cells with a few words each, and no picture. */
const wordsAlone = (cells: readonly Element[], reading: BlockReading, around: Around): boolean =>
  cells.every(
    (cell) =>
      imagesIn(cell, reading, around).length === 0 &&
      textIn(cell).length <= 320 &&
      !has(cell, ({ tag }) => NOT_DATA.has(tag)),
  )

/** Two cells, a picture in one and words in the other: the picture beside the words. */
function besideWords(cells: readonly [Element, Element], reading: BlockReading, around: Around): Block[] | undefined {
  const units = cells.map((cell) => unitOf(cell, reading, around))
  const at = units[0] ? 0 : 1
  if (Boolean(units[0]) === Boolean(units[1]) || [...elementsIn(cells[1 - at]!)].some(({ tag }) => tag === 'img'))
    return undefined
  const unit = units[at]!
  const cell = cells[at]
  const image = {
    ...unit.image,
    side: at === 0 ? ('left' as const) : ('right' as const),
    width: unit.image.width ?? widthOf(cell, styleOf(cell, reading.sheet)),
  }
  return [...oneRow({ ...unit, image }, reading), ...readBlocks(cells[1 - at]!.children, reading, around)]
}
