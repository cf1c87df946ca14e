import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blockOf, moved, placeAt, putIn, stepped } from './cells.ts'
import { COLUMNS, tagsIn } from './columns.ts'
import { textsOf, tableOf } from './table-text.ts'

const size = { rows: 4, columns: 3 }
const at = (row: number, column: number) => placeAt({ row, column })

describe('the cells of a sheet', () => {
  it('are gone through by arrows to the edge, and by Tab from row to row', () => {
    expect(moved(at(0, 0), { row: -1, column: 0 }, size)).toEqual(at(0, 0))
    expect(moved(at(1, 1), { row: 9, column: 9 }, size)).toEqual(at(3, 2))
    expect(stepped(at(1, 2), 1, size)).toEqual(at(2, 0))
    expect(stepped(at(0, 0), -1, size)).toEqual(at(0, 0))
    const place = moved(moved(at(2, 2), { row: -1, column: 0 }, size, true), { row: 0, column: -1 }, size, true)
    expect(blockOf(place)).toEqual({ top: 1, bottom: 2, left: 1, right: 2 })
  })
  it('take a block as it is, one text everywhere, and nothing beyond the edge', () => {
    const block = { top: 2, bottom: 3, left: 1, right: 2 }
    const cells = (texts: string[][]) =>
      putIn(texts, block, size).map(({ cell, text }) => `${cell.row}${cell.column}${text}`)
    expect(cells([['a']])).toEqual(['21a', '22a', '31a', '32a'])
    expect(cells([['a', 'b']])).toEqual(['21a', '22b', '31a', '32b'])
    expect(cells([['a'], ['b'], ['c']])).toEqual(['21a', '31b'])
    expect(cells([['a', 'b', 'c']])).toEqual(['21a', '22b'])
  })
})

describe('a block of cells as text', () => {
  it('is read back as it was written, whatever stands in it', () => {
    const text = fc.string({ unit: 'binary', maxLength: 12 }).map((one) => one.replace(/[\r\ufeff]/g, ''))
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 4 })
          .chain((wide) =>
            fc.array(fc.array(text, { minLength: wide, maxLength: wide }), { minLength: 1, maxLength: 5 }),
          ),
        (table) => {
          expect(tableOf(textsOf(table))).toEqual(table)
        },
      ),
    )
  })
  it('is read as spreadsheet programs write it', () => {
    expect(tableOf('a\tb\r\n"with\ttab"\t"with ""marks"""\r\n')).toEqual([
      ['a', 'b'],
      ['with\ttab', 'with "marks"'],
    ])
    expect(tableOf('one line')).toEqual([['one line']])
  })
})

describe('the columns', () => {
  const column = (key: string) => COLUMNS.find((one) => one.key === key)!
  it('take days of the calendar and no others', () => {
    const { change } = column('takenAt')
    expect(change('2026-03-14 06:31')).toEqual({ takenAt: '2026-03-14T06:31:00' })
    expect(change('2024-02-29')).toEqual({ takenAt: '2024-02-29T00:00:00' })
    expect(change('')).toEqual({ takenAt: null })
    expect(['2026-02-30', '14.3.2026', '2026-03-14 25:00'].map(change)).toEqual([undefined, undefined, undefined])
  })
  it('take addresses that readers can be sent to, and no others', () => {
    const { change } = column('link')
    expect(change(' HTTPS://Example.org/kites ')).toEqual({ link: 'https://example.org/kites' })
    expect(change('')).toEqual({ link: '' })
    expect(change('javascript:alert(1)')).toBeUndefined()
  })
  it('take tags with commas between, each once', () => {
    expect(tagsIn(' launch, Pell Slip,launch,, ')).toEqual(['launch', 'Pell Slip'])
  })
})
