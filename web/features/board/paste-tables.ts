/** What no cell of a table can hold: a table that has such things lays out a page, and holds no data. */
const NOT_IN_CELLS = 'table, ul, ol, h1, h2, h3, h4, h5, h6, figure, img, blockquote, pre, hr'
const BLOCKS = 'p, div, section, article, center'

/**
 * Pasted tables as a post can hold them: words in rows and columns, each cell one piece of text. What is laid out by a
 * table only gives way to what stands in it.
 */
export function plainTables(body: HTMLElement): void {
  // From the innermost on: what gives way inside may make data of what is around it.
  for (const table of [...body.querySelectorAll('table')].reverse()) {
    for (const caption of table.querySelectorAll('caption')) {
      const line = body.ownerDocument.createElement('p')
      line.append(...caption.childNodes)
      table.before(line)
      caption.remove()
    }
    const rows = [...table.querySelectorAll('tr')].filter((row) => row.children.length > 0)
    const lays = rows.length < 2 || rows.every((row) => row.children.length < 2) || table.querySelector(NOT_IN_CELLS)
    if (lays) unwrapTable(table, rows)
    else {
      for (const cell of table.querySelectorAll('td, th')) plainCell(cell)
      const most = Math.max(...rows.map((row) => row.children.length))
      // Cells that spanned others leave empty ones.
      for (const row of rows) while (row.children.length < most) row.append(body.ownerDocument.createElement('td'))
    }
  }
}

function unwrapTable(table: HTMLTableElement, rows: readonly HTMLTableRowElement[]): void {
  const parts = rows.flatMap((row) =>
    [...row.children].map((cell) => {
      const box = table.ownerDocument.createElement('div')
      box.append(...cell.childNodes)
      return box
    }),
  )
  table.replaceWith(...parts)
}

/** Paragraphs in a cell become lines of it. */
function plainCell(cell: Element): void {
  for (const block of [...cell.querySelectorAll(BLOCKS)].reverse()) {
    if (block.nextSibling && hasWords(block.nextSibling)) block.after(cell.ownerDocument.createElement('br'))
    block.replaceWith(...block.childNodes)
  }
}

const hasWords = (node: Node): boolean => Boolean(node.textContent?.trim()) || hasNext(node)
const hasNext = (node: Node): boolean => Boolean(node.nextSibling && hasWords(node.nextSibling))
