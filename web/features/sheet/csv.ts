import Papa from 'papaparse'
import type { Picture, PictureChanges } from '../../../core/wire/picture.ts'
import { COLUMNS, type Column } from './columns.ts'

/** The sheet as a CSV file, and what such a file would change. */

const [ID, FILE] = ['id', 'file']
/** What spreadsheet programs would work out instead of showing it. */
const FORMULA = /^'*[=+\-@\t\r]/
const HARMLESS = /^'+[=+\-@\t\r]/

const headerOf = ({ key, label }: Column): string => (key === 'takenAt' ? 'taken' : label.toLowerCase())
/** Cells that begin like formulas get an apostrophe before them, which is taken off again on the way in. */
const madeHarmless = (text: string): string => (FORMULA.test(text) ? `'${text}` : text)
const restored = (text: string): string => (HARMLESS.test(text) ? text.slice(1) : text)

/** UTF-8 with a mark that says so, which spreadsheet programs need; commas, lines as they are used everywhere. */
export function csvOf(pictures: readonly Picture[]): string {
  const lines = pictures.map((picture) => [picture.id, picture.fileName, ...COLUMNS.map(({ text }) => text(picture))])
  const table = [[ID, FILE, ...COLUMNS.map(headerOf)], ...lines.map((line) => line.map(madeHarmless))]
  return `\ufeff${Papa.unparse(table, { newline: '\r\n' })}\r\n`
}

/** The text of a file that a spreadsheet program has written: UTF-8, UTF-16 by its mark, else the code page of Western systems. */
export function textOfBytes(bytes: Uint8Array): string {
  const [a, b] = bytes
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

export interface CsvChange {
  readonly picture: Picture
  readonly label: string
  readonly before: string
  readonly after: string
}

/** What a file would change, told before anything is. */
export interface CsvPlan {
  readonly changes: PictureChanges['changes']
  readonly told: readonly CsvChange[]
  /** lines that fit no picture here, counted from 1 with the header, and why */
  readonly unmatched: readonly { readonly line: number; readonly name: string; readonly why: string }[]
  /** cells that can't be what they say */
  readonly wrong: readonly string[]
  /** columns that mean nothing here */
  readonly unknown: readonly string[]
  readonly matched: number
}

/** Reads a CSV file against the pictures of the sheet: lines are matched by id, else by file name. */
export function planCsv(text: string, pictures: readonly Picture[]): CsvPlan {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    delimitersToGuess: [',', ';', '\t'],
    skipEmptyLines: 'greedy',
  })
  const [header = [], ...lines] = data
  const names = header.map((name) => restored(name).trim().toLowerCase())
  const columns = names.map((name) =>
    COLUMNS.find((column) => headerOf(column) === name || column.key.toLowerCase() === name),
  )
  const unknown = header.filter((name, i) => !columns[i] && ![ID, FILE].includes(names[i]!) && name.trim() !== '')
  const byId = new Map(pictures.map((picture) => [picture.id, picture]))
  const byName = new Map<string, Picture[]>()
  for (const picture of pictures) {
    const name = picture.fileName.toLowerCase()
    byName.set(name, [...(byName.get(name) ?? []), picture])
  }

  const unmatched: { line: number; name: string; why: string }[] = []
  const told: CsvChange[] = []
  const wrong: string[] = []
  const changes = new Map<string, PictureChanges['changes'][number]>()
  let matched = 0
  lines.forEach((cells, i) => {
    const cell = (name: string) => restored(cells[names.indexOf(name)] ?? '').trim()
    const called = byName.get(cell(FILE).toLowerCase()) ?? []
    const picture = byId.get(cell(ID)) ?? (called.length === 1 ? called[0] : undefined)
    if (!picture) {
      const why = called.length > 1 ? 'several pictures here are called that' : 'no picture here is called that'
      unmatched.push({ line: i + 2, name: cell(FILE) || cell(ID) || 'no name', why })
      return
    }
    matched++
    columns.forEach((column, at) => {
      // A line that is shorter than the header says nothing of what it leaves out.
      if (!column || cells[at] === undefined) return
      const after = restored(cells[at])
      const before = column.text(picture)
      if (after.trim() === before.trim()) return
      const change = column.change(after)
      if (!change) return void wrong.push(`Line ${i + 2}, ${column.label}: expected ${column.wanted}, got “${after}”.`)
      changes.set(picture.id, { id: picture.id, change: { ...changes.get(picture.id)?.change, ...change } })
      told.push({ picture, label: column.label, before, after })
    })
  })
  return { changes: [...changes.values()], told, unmatched, wrong, unknown, matched }
}
