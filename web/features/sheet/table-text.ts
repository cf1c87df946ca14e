import Papa from 'papaparse'

/** A block of cells as spreadsheet programs put it on the clipboard. */
export const textsOf = (table: readonly (readonly string[])[]): string =>
  Papa.unparse(
    // One empty cell alone would be no line at all.
    table.map((line) => [...line]),
    { delimiter: '\t', newline: '\n', quotes: (value) => /["\t\n\r]|^\s|\s$/.test(String(value)) || value === '' },
  )

/** The block that such a text stands for; the end of the last line begins no line of its own. */
export function tableOf(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.replace(/\r\n?/g, '\n').replace(/\n$/, ''), {
    delimiter: '\t',
    newline: '\n',
  })
  return data
}
