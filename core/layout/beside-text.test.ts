import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { countLines, textWidth } from '../house/type-metrics.ts'
import { besideText, lineWidth } from './beside-text.ts'

/** A typewriter: every character is half the font size wide. */
const typewriter = Array.from({ length: 95 }, () => 500)
const house = {
  ...STARTING_STYLE,
  type: { fontSize: 20, lineHeight: 1.5, metrics: { upright: typewriter, italic: typewriter } },
}

describe('counting lines', () => {
  it('breaks between words, where a hand would', () => {
    // Ten characters a line: "the wind" (8), "was north" (9), "-west".
    expect(countLines('the wind was north -west', 100, 20, typewriter)).toBe(3)
    expect(countLines('', 100, 20, typewriter)).toBe(0)
    expect(countLines('one\n\ntwo', 100, 20, typewriter)).toBe(2)
  })
  it('breaks a word that is wider than the line', () => {
    expect(countLines('antidisestablishment', 100, 20, typewriter)).toBe(2)
  })
  it('takes an accent for the letter under it', () => {
    expect(textWidth('Übung é', typewriter)).toBeCloseTo(textWidth('Ubung e', typewriter))
  })
})

describe('text beside a picture', () => {
  it('counts characters and lines', () => {
    // 600 − 240 − 24 = 336 px of 10 px characters; (160 + 24) / 30 lines.
    const text = besideText({ column: 600, picture: { w: 240, h: 160 }, space: 24 }, ['wind '.repeat(100)], house)
    expect(text).toMatchObject({
      charactersPerLine: 33,
      lines: 7,
      readable: false,
      longEnough: true,
      widestPicture: 226,
    })
    expect(lineWidth(35, house)).toBeCloseTo(350)
  })
  it('says when the text is too short, and how far it reaches', () => {
    // 37 characters a line: two lines and the space below, 77 px of 424.
    expect(
      besideText(
        { column: 600, picture: { w: 200, h: 400 }, space: 24 },
        ['Forty characters of text are not enough.'],
        house,
      ),
    ).toMatchObject({
      longEnough: false,
      filled: 2,
      lines: 15,
    })
  })
})
