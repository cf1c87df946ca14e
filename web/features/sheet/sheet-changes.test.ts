import { describe, expect, it, vi } from 'vitest'
import { picture } from '../../../core/testing/builders.ts'
import type { Picture, PictureChanges } from '../../../core/wire/picture.ts'
import { SheetChanges } from './sheet-changes.ts'

function sheet(save: (changes: PictureChanges['changes']) => Promise<Picture[]> = async () => []) {
  const known = new Map(['a', 'b'].map((id) => [id, picture(id, 300, 200)]))
  const sent: PictureChanges['changes'][] = []
  const changes = new SheetChanges({
    get: (id) => known.get(id),
    show: (pictures) => pictures.forEach((one) => known.set(one.id, one)),
    save: (list) => {
      sent.push(list)
      return save(list)
    },
    isAway: (error) => (error as Error).message === 'away',
  })
  return { changes, sent, alt: () => [known.get('a')!.alt, known.get('b')!.alt] }
}
const alts = (a: string, b: string) => [
  { id: 'a', change: { alt: a } },
  { id: 'b', change: { alt: b } },
]

describe('what is written into a sheet', () => {
  it('is shown at once, saved together, undone and done again in one go', async () => {
    const { changes, sent, alt } = sheet()
    expect(changes.change(alts('A kite', 'A sail'))).toBe(true)
    expect(changes.change(alts('A kite', 'A mast'))).toBe(true)
    expect(alt()).toEqual(['A kite', 'A mast'])
    await changes.flush()
    expect(sent).toEqual([alts('A kite', 'A mast')])
    expect(changes.isSaved).toBe(true)
    expect(changes.change(alts('A kite', 'A mast'))).toBe(false)
    expect(changes.undo()).toEqual(['b'])
    expect(changes.undo()).toEqual(['a', 'b'])
    expect(changes.undo()).toEqual([])
    expect(alt()).toEqual(['', ''])
    changes.redo()
    expect(alt()).toEqual(['A kite', 'A sail'])
    await changes.flush()
    expect(sent.at(-1)).toHaveLength(2)
    expect(sent.at(-1)).toEqual(expect.arrayContaining(alts('A kite', 'A sail')))
  })
  it('is kept and sent again where the server is away, and what was written meanwhile with it', async () => {
    vi.useFakeTimers()
    let away = true
    const { changes, sent } = sheet(async () => {
      if (away) throw new Error('away')
      return []
    })
    changes.change([{ id: 'a', change: { alt: 'A kite', title: 'One' } }])
    await changes.flush()
    expect(changes.saving.get().state).toBe('away')
    changes.change([{ id: 'a', change: { alt: 'A red kite' } }])
    away = false
    await vi.advanceTimersByTimeAsync(5000)
    expect(sent.at(-1)).toEqual([{ id: 'a', change: { alt: 'A red kite', title: 'One' } }])
    expect(changes.isSaved).toBe(true)
    vi.useRealTimers()
  })
})
