import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { namesBy, type Nameable } from './name-pattern.ts'

const one = (fileName: string, more: Partial<Nameable> = {}): Nameable => ({
  fileName,
  title: '',
  tags: [],
  takenAt: null,
  addedAt: '2026-03-20T08:00:00.000Z',
  ...more,
})

describe('names by a pattern', () => {
  it('have the day, the tag and a running number, as wide as the last one', () => {
    const day = Array.from({ length: 10 }, (_, i) =>
      one(`KM_${i}.JPG`, { takenAt: `2026-03-14T07:16:0${i}`, tags: ['Pell Slip', 'launch'] }),
    )
    expect(namesBy('{date} {tag} {number}', day).slice(0, 2)).toEqual([
      '2026-03-14 Pell Slip 01.JPG',
      '2026-03-14 Pell Slip 02.JPG',
    ])
    expect(namesBy('{title}', day)[9]).toBe('KM_9.JPG')
    expect(namesBy('{date}, {tag}', [one('a.b.jpg', { tags: ['up/down: "all"'] })])).toEqual([
      '2026-03-20, up down all.jpg',
    ])
  })
  it('tell apart what the pattern does not', () => {
    expect(namesBy('Kite', [one('a.jpg'), one('b.jpg'), one('c.png')])).toEqual([
      'Kite.jpg',
      'Kite (2).jpg',
      'Kite.png',
    ])
  })
  it('are for any pattern and any pictures each their own, not empty, and lead into no folder', () => {
    const picture = fc.record({
      fileName: fc.string({ minLength: 1, unit: 'grapheme' }),
      title: fc.string({ unit: 'grapheme' }),
      tags: fc.array(fc.string({ unit: 'grapheme' }), { maxLength: 2 }),
      takenAt: fc.option(fc.constant('2026-03-14T07:16:05')),
      addedAt: fc.constant('2026-03-20T08:00:00.000Z'),
    })
    const pattern = fc.array(
      fc.oneof(fc.constantFrom('{date}', '{tag}', '{title}', '{name}', '{number}', '{other}', '/'), fc.string()),
    )
    fc.assert(
      fc.property(pattern, fc.array(picture, { maxLength: 20 }), (parts, pictures) => {
        const names = namesBy(parts.join(''), pictures)
        expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(pictures.length)
        for (const name of names) {
          expect(name.trim()).not.toBe('')
          expect([...name].length).toBeLessThanOrEqual(200)
        }
      }),
    )
  })
})
