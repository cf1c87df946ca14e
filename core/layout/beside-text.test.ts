import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { FACES, meanCharacter } from '../type/typeface.ts'
import { besideText, lineWidth } from './beside-text.ts'

const house = { ...STARTING_STYLE, type: { fontSize: 20, lineHeight: 1.5 } }
/** px of a character in the mean, and of so many pictures that so many characters are left. */
const CHARACTER = 20 * meanCharacter(FACES.upright)

describe('text beside a picture', () => {
  it('counts characters and lines', () => {
    // 33.5 characters are left beside the picture; (160 + 24) / 30 lines.
    const column = 240 + 24 + 33.5 * CHARACTER
    const text = besideText({ column, picture: { w: 240, h: 160 }, space: 24 }, ['wind '.repeat(100)], house)
    expect(text).toMatchObject({ charactersPerLine: 33, lines: 7, readable: false, longEnough: true })
    expect(text.widestPicture).toBeCloseTo(column - 24 - 35 * CHARACTER)
    expect(lineWidth(35, house)).toBeCloseTo(35 * CHARACTER)
  })
  it('says when the text is too short, and how far it reaches', () => {
    // Some 40 characters a line: two lines and the space below, 77 px of 424.
    expect(
      besideText(
        { column: 600, picture: { w: 200, h: 400 }, space: 24 },
        ['More than forty characters of text, and still not enough.'],
        house,
      ),
    ).toMatchObject({
      longEnough: false,
      filled: 2,
      lines: 15,
    })
  })
})
