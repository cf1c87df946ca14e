import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { breakPlaces } from './break-places.ts'
import { brokenLines, countLines } from './count-lines.ts'
import { FACES, textWidth } from './typeface.ts'

const { upright, italic } = FACES

describe('the widths of letters', () => {
  it('are told with their neighbours: kerned, and joined to ligatures', () => {
    expect(textWidth('AV', upright)).toBeLessThan(textWidth('A', upright) + textWidth('V', upright))
    expect(textWidth('ffi', italic)).not.toBeCloseTo(textWidth('f', italic) * 2 + textWidth('i', italic), 3)
    // Composed or not, a letter with an accent is one letter.
    expect(textWidth('U\u0308bung', upright)).toBe(textWidth('Übung', upright))
    // Letters of another script are as wide as they are high, marks over others take no room.
    expect(textWidth('凧を揚げる', upright)).toBeCloseTo(5)
  })
})

describe('lines', () => {
  const px = (text: string) => 20 * textWidth(text, upright)
  const lines = (text: string, room: string, more = 0.1) => countLines(text, px(room) + more, 20, upright)
  it('end between words, where a browser ends them', () => {
    const words = 'the wind was north-west, and dry'
    expect(lines(words, words)).toBe(1)
    expect(lines(words, words, -0.1)).toBe(2)
    expect(lines(words, 'the wind was north-')).toBe(2)
    // The hyphen has no room, and with its word goes to the second line, where “dry” has none.
    expect(lines(words, 'the wind was north', 0)).toBe(3)
    expect(countLines('', 100, 20, upright)).toBe(0)
    expect(countLines('one\n\ntwo', 100, 20, upright)).toBe(2)
    expect(countLines('  one \t two  ', 200, 20, upright)).toBe(1)
  })
  it('end inside a word where the browser looks for it: by the letters as they stand in the whole word', () => {
    // “er” has room in 9.6 px, but before a “y” the “r” is wider.
    expect(countLines('er', 9.65, 11, FACES.italic)).toBe(1)
    expect(countLines('every', 9.65, 11, FACES.italic)).toBe(5)
  })
  it('end inside a word that is wider than they are', () => {
    expect(lines('antidisestablishment', 'antidisest')).toBeGreaterThanOrEqual(2)
  })
  it('end at a soft hyphen only where there is room for what it then shows', () => {
    expect(lines('bow\u00adsprit', 'bow-')).toBe(2)
    expect(lines('bow\u00adsprit', 'bowsprit')).toBe(1)
  })
  it('are told themselves: all words in order, none wider than its room, as many as are counted', () => {
    const words = fc.array(fc.constantFrom('wind', 'north-west', 'bow\u00adsprit', '凧を揚げる', 'a', 'Œuvre', '\n'), {
      maxLength: 30,
    })
    fc.assert(
      fc.property(words, fc.integer({ min: 60, max: 500 }), (list, width) => {
        const text = list.join(' ')
        const found = brokenLines(text, width, 20, upright)
        expect(found).toHaveLength(countLines(text, width, 20, upright))
        const letters = (of: string) => of.replace(/[\s\u00ad-]/g, '')
        expect(letters(found.join(''))).toBe(letters(text))
        for (const line of found) if (line.length > 1) expect(px(line)).toBeLessThanOrEqual(width + 0.01)
      }),
    )
    expect(brokenLines('the wind was north-west', px('the wind was north-') + 0.1, 20, upright)).toEqual([
      'the wind was north-',
      'west',
    ])
    expect(brokenLines('bow\u00adsprit', px('bow-') + 5, 20, upright)).toEqual(['bow-', 'sprit'])
  })
  it('take turns with what each has room for', () => {
    const short = px('the wind')
    expect(countLines('the wind was north', (line) => (line === 0 ? short + 1 : 500), 20, upright)).toBe(2)
  })
})

describe('places where a line may end', () => {
  const parts = (text: string) => {
    const places = [0, ...breakPlaces(text), text.length]
    return places.slice(1).map((to, i) => text.slice(places[i], to))
  }
  it('are after hyphens that join, but not after a minus, nor after a slash', () => {
    expect(parts('north-west and/or -5 to 3-4')).toEqual(['north-', 'west ', 'and/or ', '-5 ', 'to ', '3-', '4'])
  })
  it('are before an opening bracket that follows a full stop, and after a question', () => {
    expect(parts('so.(Yes) why?because')).toEqual(['so.', '(Yes) ', 'why?', 'because'])
  })
  it('are between letters of Japanese, small ones too, and never at a space that does not break', () => {
    expect(parts('凧ジャン')).toEqual(['凧', 'ジ', 'ャ', 'ン'])
    expect(parts('8\u00a0knots 8\u202fknots')).toEqual(['8\u00a0knots ', '8\u202fknots'])
  })
})
