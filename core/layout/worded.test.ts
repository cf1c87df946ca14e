import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { rowFacts } from '../facts/row-facts.ts'
import { captionedRow } from '../place/captioned-row.ts'
import { layRow } from '../place/lay-row.ts'
import { wordsHeight } from '../blocks/words-height.ts'
import type { Body } from '../post/body.ts'
import { convertRow } from '../post/changes/convert-row.ts'
import { changeRow } from '../post/changes/rows-in-body.ts'
import { changeWords, giveWordsBack, rowBeside, takeWordsIn } from '../post/changes/words-in-row.ts'
import type { Row } from '../post/row.ts'
import { aspect } from '../testing/arbitraries.ts'
import { body, heading, libraryWith, rowOf, text, wide } from '../testing/builders.ts'
import { checkLayout } from '../testing/check-layout.ts'
import { factInWords, mendInWords } from '../words/row-words.ts'
import { placeRow, variantAt } from './row-layout.ts'
import { layoutWorded, sharesOf } from './worded.ts'

const house = STARTING_STYLE
const OUTSET = house.measure + 2 * house.outset
const map = libraryWith(wide('aaaa'), wide('bbbb'))
const PARAGRAPH = 'The wind was north-west, eight to ten, and dry until noon. '
const worded = (share: number, words = PARAGRAPH, at = 2): Row => ({
  ...(rowOf(['aaaa', 'bbbb'], { captions: 'none', sits: 'outset' }) as { attrs: Row }).attrs,
  words: [{ at, share, sits: 'middle', content: [text(words) as never] }],
})

describe('pictures with words between them', () => {
  it('fill what the words leave, at one height', () => {
    const layout = layoutWorded([1.5, 1.5], [{ at: 2, share: 0.4 }], 10, 160)
    // 1000 − 400 − 2 gaps of 10: 580 for two of 3 : 2.
    const { boxes, height } = placeRow(layout, 1000)
    expect(boxes.map(({ x, w }) => [x, w])).toEqual([
      [0, 290],
      [300, 290],
    ])
    expect(height).toBeCloseTo(290 / 1.5)
    expect(layout.variants[0]!.words!.map(({ x, w }) => [x, w].map(({ p, g }) => p * 1000 + g * 10))).toEqual([
      [600, 400],
    ])
    // Words need 160 px, which .4 has from 400 on; pictures of 80 px high from (2 · 120 + 20) / .6 = 433.3 on.
    expect(layout.variants[0]!.from).toBeCloseTo(433.33, 1)
    expect(layoutWorded([1.5], [{ at: 0, share: 0.4 }], 10, 300).variants[0]!.from).toBe(750)
  })
  it('never leave pictures less than a fifth', () => {
    expect(
      sharesOf([
        { at: 0, share: 0.7 },
        { at: 1, share: 0.7 },
      ]),
    ).toEqual([0.4, 0.4])
  })
  it('keep what every layout promises, whatever shapes and shares', () => {
    const places = fc.array(fc.record({ at: fc.nat(8), share: fc.double({ min: 0.15, max: 0.7, noNaN: true }) }), {
      minLength: 1,
      maxLength: 2,
    })
    fc.assert(
      fc.property(
        fc.array(aspect, { minLength: 1, maxLength: 6 }),
        places,
        fc.nat(24),
        fc.integer({ min: 200, max: 2000 }),
        (aspects, words, gap, width) => {
          const layout = layoutWorded(aspects, words, gap, 160)
          checkLayout(layout, aspects, width)
          if (Number.isFinite(layout.variants[0]!.from)) checkLayout(layout, aspects, layout.variants[0]!.from + 1)
        },
      ),
    )
  })
  it('are as high as their words where those are higher, and have them below where they fold', () => {
    const laid = layRow(worded(0.3, PARAGRAPH.repeat(6)), map, house)!
    // After the pictures: room towards them, none at the row's edge.
    const column = 0.3 * OUTSET - 0.8 * house.type.fontSize
    const words = wordsHeight([text(PARAGRAPH.repeat(6)) as never], column, house)
    expect(captionedRow(laid, OUTSET, house).height).toBeCloseTo(words)
    const phone = captionedRow(laid, 350, house)
    const folded = wordsHeight([text(PARAGRAPH.repeat(6)) as never], 350, house)
    expect(phone.height).toBeCloseTo(2 * (350 / 1.5) + 2 * house.gap + folded + house.type.fontSize)
    // Before the pictures: after the first all the same, and the second comes after them.
    const first = captionedRow(layRow(worded(0.3, PARAGRAPH, 0), map, house)!, 350, house)
    expect(first.boxes[0]!.y).toBe(0)
    expect(first.boxes[1]!.y).toBeGreaterThan(350 / 1.5 + house.type.fontSize * house.type.lineHeight)
  })
  it('tell by how much words are too high, and the least share at which they fit', () => {
    const facts = (row: Row) => rowFacts(layRow(row, map, house)!, { paragraphs: [], heading: false }, house, 1280)
    const [told] = facts(worded(0.25, PARAGRAPH.repeat(4))).filter(({ about }) => about === 'words')
    expect(told!.poor).toBe(true)
    expect(factInWords(told!)).toMatch(/^The words are \d+ px higher than the pictures\. Below \d+ px/)
    expect(mendInWords(told!.mend!)).toMatch(/^Give the words \d+ %$/)
    const mended = { ...worded(0.25, PARAGRAPH.repeat(4)), ...told!.mend!.change } as Row
    expect(facts(mended).find(({ about }) => about === 'words')!.poor).toBe(false)
    // One per cent less, and they would not fit.
    const share = mended.words[0]!.share
    const less = layRow(changeWords(mended, 0, { share: share - 0.01 }), map, house)!
    expect(captionedRow(less, OUTSET, house).height).toBeGreaterThan(placeRow(less.layout, OUTSET).height)
    // As a gallery the words are not shown, and that is said.
    const gallery = convertRow(mended, { kind: 'gallery', sits: 'outset' })
    expect(gallery.words).toEqual(mended.words)
    expect(facts(gallery).find(({ about }) => about === 'words')).toMatchObject({ shown: false, poor: true })
    expect(
      variantAt(layRow(convertRow(gallery, { kind: 'side-by-side', sits: 'outset' }), map, house)!.layout, OUTSET).form
        .type,
    ).toBe('worded')
  })
})

describe('words of a row', () => {
  const start = (): Body =>
    body(text('before'), rowOf(['aaaa']), text('one'), heading('two'), rowOf(['bbbb'], { kind: 'one' }))
  const rowAt = (of: Body, i: number) => (of.content[i] as { attrs: Row }).attrs
  it('are taken in where they stood, go on in one column, and come back', () => {
    const now = start()
    const own = rowAt(now, 1)
    expect(rowBeside(now, 2)!.id).toBe(own.id)
    const taken = takeWordsIn(takeWordsIn(now, { from: 2, to: 3 }, own.id)!, { from: 2, to: 3 }, own.id)!
    expect(taken.content.map(({ type }) => type)).toEqual(['paragraph', 'row', 'row'])
    expect(rowAt(taken, 1).words).toMatchObject([{ at: 1, content: [{ type: 'paragraph' }, { type: 'heading' }] }])
    const both = takeWordsIn(taken, { from: 0, to: 1 }, own.id)!
    expect(rowAt(both, 0).words.map(({ at }) => at)).toEqual([1, 0])
    expect(giveWordsBack(giveWordsBack(both, own.id, 0), own.id, 0)).toEqual(now)
  })
  it('go in at the very place where they are let go, several at once, and out to any place of the text', () => {
    const now = start()
    const own = rowAt(now, 1)
    const taken = takeWordsIn(now, { from: 2, to: 4 }, own.id, 0)!
    expect(rowAt(taken, 1).words).toMatchObject([{ at: 0, content: [{ type: 'paragraph' }, { type: 'heading' }] }])
    expect(giveWordsBack(taken, own.id, 0, 2)).toEqual(now)
    expect(giveWordsBack(taken, own.id, 0, 0).content.map(({ type }) => type)).toEqual([
      'paragraph',
      'heading',
      'paragraph',
      'row',
      'row',
    ])
  })
  it('stay where they are when the row has no room, shows none, or not all of it is words', () => {
    const many = body(rowOf(['aaaa', 'bbbb']), ...Array.from({ length: 21 }, () => text('one')), rowOf(['aaaa']))
    const id = rowAt(many, 0).id
    expect(takeWordsIn(many, { from: 1, to: 21 }, id)).toBeDefined()
    expect(takeWordsIn(many, { from: 1, to: 22 }, id)).toBeUndefined()
    expect(takeWordsIn(many, { from: 21, to: 23 }, id)).toBeUndefined()
    const patchwork = body(rowOf(['aaaa', 'bbbb'], { kind: 'patchwork' }), text('one'))
    expect(takeWordsIn(patchwork, { from: 1, to: 2 }, rowAt(patchwork, 0).id)).toBeUndefined()
  })
  it('stay in the post where their row is taken out', () => {
    const now = start()
    const own = rowAt(now, 1)
    const without = changeRow(takeWordsIn(now, { from: 2, to: 3 }, own.id)!, own.id, () => undefined)
    expect(without.content.map(({ type }) => type)).toEqual(['paragraph', 'paragraph', 'heading', 'row'])
  })
  it('are text alone, beside a row that can hold them', () => {
    const side = body(rowOf(['aaaa'], { one: { side: 'left' } }), text('one'))
    expect(rowBeside(side, 1)).toBeUndefined()
    expect(rowBeside(body(rowOf(['aaaa']), { type: 'space', attrs: { lines: 2 } }), 1)).toBeUndefined()
    expect(rowBeside(body(rowOf(['aaaa']), { type: 'paragraph' }), 1)).toBeUndefined()
    const step = {
      type: 'step',
      attrs: { number: null, pictures: null },
      content: [{ type: 'text', text: 'a' }],
    } as const
    expect(rowBeside(body({ ...step, content: [...step.content] }, rowOf(['aaaa'])), 0)).toBeUndefined()
  })
})
