import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { picture } from '../../../core/testing/builders.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { csvOf, planCsv, textOfBytes } from './csv.ts'

const named = (id: string, fileName: string, more: Partial<Picture> = {}): Picture => ({
  ...picture(id, 300, 200),
  fileName,
  ...more,
})
const SHEET = [
  named('a', 'KM_1.jpg', { alt: 'A kite' }),
  named('b', 'KM_2.jpg'),
  named('c', 'KM_3.jpg'),
  named('d', 'km_3.JPG'),
]

describe('a CSV file of the sheet', () => {
  it('changes nothing where it is read as it was written, whatever stands in it', () => {
    const text = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 20 }).map((one) => one.replace(/[\ufeff\ud800-\udfff]/g, '').trim()),
      fc.constantFrom('=1+1', '+49', '-3', '@home', "'=x", "''+y", '"quoted", and;', 'two\nlines', '\u51e7'),
    )
    fc.assert(
      fc.property(text, text, text, (title, alt, caption) => {
        const own = [named('a', 'KM_1.jpg', { title, alt, caption, tags: ['launch', 'Pell Slip'] })]
        const csv = csvOf(own)
        const { told, unmatched, wrong, unknown } = planCsv(textOfBytes(new TextEncoder().encode(csv)), own)
        expect({ told, unmatched, wrong, unknown }).toEqual({ told: [], unmatched: [], wrong: [], unknown: [] })
        // No program works anything out of it.
        for (const cell of csv.slice(1).split(/[,\r\n]+/)) expect(cell).not.toMatch(/^[=+@]/)
      }),
    )
  })
  it('is matched by id, else by the name of the file, and tells every change before it is made', () => {
    const plan = planCsv(
      'file,id,alt text,Taken,Mood\nother.jpg,b,A sail,2026-03-14,calm\nKM_1.JPG,,A red kite,soon,\nKM_3.jpg,,x,,\nnowhere.jpg,,y,,\n',
      SHEET,
    )
    expect(plan.told.map(({ picture: { id }, label, before, after }) => [id, label, before, after])).toEqual([
      ['b', 'Alt text', '', 'A sail'],
      ['b', 'Taken', '', '2026-03-14'],
      ['a', 'Alt text', 'A kite', 'A red kite'],
    ])
    expect(plan.changes).toEqual([
      { id: 'b', change: { alt: 'A sail', takenAt: '2026-03-14T00:00:00' } },
      { id: 'a', change: { alt: 'A red kite' } },
    ])
    expect(plan.unmatched).toEqual([
      { line: 4, name: 'KM_3.jpg', why: 'several pictures here are called that' },
      { line: 5, name: 'nowhere.jpg', why: 'no picture here is called that' },
    ])
    expect(plan.wrong).toEqual([expect.stringContaining('Line 3, Taken: expected a day')])
    expect(plan.unknown).toEqual(['Mood'])
  })
  it('is read in every encoding and with every mark between cells that programs write', () => {
    const of = (between: string) => `file${between}alt text\r\nKM_2.jpg${between}Über der Düne\r\n`
    const utf16 = (text: string, order: 'le' | 'be') => {
      const bytes = Buffer.from(`\ufeff${text}`, 'utf16le')
      return order === 'le' ? bytes : bytes.swap16()
    }
    const files = [
      Buffer.from(of(',')),
      Buffer.from(`\ufeff${of(';')}`),
      utf16(of('\t'), 'le'),
      utf16(of(';'), 'be'),
      Buffer.from(of(';'), 'latin1'),
    ]
    for (const bytes of files)
      expect(planCsv(textOfBytes(bytes), SHEET).changes).toEqual([{ id: 'b', change: { alt: 'Über der Düne' } }])
  })
})
