import { describe, expect, it } from 'vitest'
import { saidAgainst } from '../words/arranged.ts'
import { body, text, wide } from '../testing/builders.ts'
import { inOrder } from './order.ts'

const at = (id: string, takenAt: string | null, alt = '') => wide(id, { takenAt, alt })
const ids = (list: readonly { id: string }[]) => list.map(({ id }) => id).join()
const noText = body(text('Nothing of the sort.'))

describe('the order in which pictures are arranged', () => {
  const tray = [at('noon', '2026-05-09T12:00:00'), at('dawn', '2026-05-09T06:00:00'), at('dusk', '2026-05-09T21:00:00')]
  it('is that of the tray, or of the times', () => {
    expect(ids(inOrder(tray, 'tray', noText, []))).toBe('noon,dawn,dusk')
    expect(ids(inOrder(tray, 'taken', noText, []))).toBe('dawn,noon,dusk')
  })
  it('keeps the pictures of a pin next to each other, where the first of them stands', () => {
    const pin = { pictures: ['noon', 'dusk'], look: '', place: 0 }
    expect(ids(inOrder(tray, 'taken', noText, [pin]))).toBe('dawn,noon,dusk')
    expect(ids(inOrder(tray, 'taken', noText, [{ ...pin, pictures: ['dawn', 'dusk'] }]))).toBe('dawn,dusk,noon')
  })
  it('goes by the text within an occasion, and never from one into another', () => {
    const story = body(text('First the ferry.'), text('Then a gull.'), text('At last the lantern.'))
    const day = [
      at('gull', '2026-05-09T12:00:00', 'A gull'),
      at('ferry', '2026-05-09T12:02:00', 'The ferry'),
      at('more', '2026-05-09T12:04:00'),
      at('lant', '2026-05-08T21:00:00', 'A lantern'),
    ]
    expect(ids(inOrder(day, 'text', story, []))).toBe('lant,ferry,more,gull')
  })
})

it('what is said against an arrangement is what is worth a word, each once for a row', () => {
  const said = saidAgainst(
    [
      { what: 'far', cost: 0.9, row: 2 },
      { what: 'far', cost: 0.4, row: 2 },
      { what: 'row', cost: 0.4, row: 1 },
      { what: 'joined', cost: 0.3, row: 0 },
      { what: 'sameHeight', cost: 0.03, row: 0 },
    ],
    3,
  )
  expect(said.map(({ row, words }) => `${row}: ${words}`)).toEqual([
    '2: far from the words that speak of it',
    '0: two occasions in one row',
  ])
})
