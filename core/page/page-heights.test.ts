import type { Flow } from '../blocks/flow.ts'
import { flowBlock } from '../blocks/table.ts'
import { placePost } from '../place/place-post.ts'
import { describe, expect, it } from 'vitest'
import { type HouseStyle, STARTING_STYLE } from '../house/house-style.ts'
import { layRow } from '../place/lay-row.ts'
import type { Block } from '../post/body.ts'
import type { Row } from '../post/row.ts'
import { heading, libraryWith, rowOf, text, wide, post } from '../testing/builders.ts'
import { pageHeights } from './page-heights.ts'
import { flowRow } from './row-heights.ts'
import type { RowChoices } from '../post/changes/row-choices.ts'

// Every letter half as wide as the type is high: a word of four is 2 em, with its space 2.5 em.
const house: HouseStyle = {
  ...STARTING_STYLE,
  type: {
    ...STARTING_STYLE.type,
    fontSize: 20,
    lineHeight: 1.5,
    metrics: { upright: Array(95).fill(500), italic: Array(95).fill(500) },
  },
}
const top: Flow = { y: 0, below: 0, beside: null }
const words = (n: number) => text(Array(n).fill('wind').join(' '))
type Text = Exclude<Block, { type: 'row' }>
const flow = (blocks: Block[], from: Flow = top, width = 560) =>
  (blocks as Text[]).reduce((now, block) => flowBlock(block, now, width, house), from)

describe('text', () => {
  it('takes whole lines, and spaces above and below overlap', () => {
    // 40 px a word and 50 with its space: 11 words in 560 px. 12 take two lines of 30 px, with 0.85 em below.
    expect(flow([words(11)])).toEqual({ y: 30, below: 17, beside: null })
    expect(flow([words(12)])).toEqual({ y: 60, below: 17, beside: null })
    // A heading of 28 px has 42 above it, 34.16 a line, 11.2 below.
    expect(flow([words(1), heading('At')]).y).toBeCloseTo(30 + 42 + 34.16)
    expect(flow([words(1), heading('At')]).below).toBeCloseTo(11.2)
    expect(flow([words(1), { type: 'horizontalRule' }])).toEqual({ y: 30 + 40 + 1, below: 40, beside: null })
    expect(flow([{ type: 'paragraph' }])).toEqual(top)
  })
  it('is narrower in lists and quotes', () => {
    // 530 px are left in a numbered list, 536 px for one word less in a quote.
    expect(
      flow([
        {
          type: 'orderedList',
          attrs: { start: 1 },
          content: [
            { type: 'listItem', content: [words(10) as Text] },
            { type: 'listItem', content: [words(11) as Text] },
          ],
        },
      ]),
    ).toEqual({ y: 30 + 6 + 60, below: 17, beside: null })
    expect(flow([{ type: 'blockquote', content: [words(11) as Text] }]).y).toBe(60)
  })
  it('runs beside a picture as far down as that stands', () => {
    // 100 px are left beside: two words a line. The third line begins below the picture and holds eight of 400 px.
    const beside: Flow = { y: 0, below: 0, beside: { until: 50, takes: 300 } }
    expect(flow([words(12)], beside, 400).y).toBe(90)
    expect(flow([words(13)], beside, 400).y).toBe(120)
  })
})

describe('rows', () => {
  const map = libraryWith(
    ...['aaaa', 'bbbb', 'cccc', 'dddd'].map((id) => wide(id, { tags: id === 'aaaa' ? ['launch'] : [] })),
  )
  const laid = (pictures: Parameters<typeof rowOf>[0], options: RowChoices = {}) =>
    layRow((rowOf(pictures, options) as { attrs: Row }).attrs, map, house)!
  const after = (row: ReturnType<typeof laid>, from: Flow = top) => flowRow(row, from, house, 1280)
  it('stand apart by their space and by nothing twice', () => {
    // Two of 3:2 in 560 px with 8 between: (560 − 8) / 3 = 184 high.
    const { top: at, after: next } = after(laid(['aaaa', 'bbbb'], { captions: 'none' }), {
      y: 30,
      below: 17,
      beside: null,
    })
    expect([at, next.y, next.below]).toEqual([54, 54 + 184, 24])
    // A light ground reaches 14 px further.
    expect(
      after(
        laid(['aaaa', 'bbbb'], {
          kind: 'gallery',
          captions: 'none',
          gallery: { form: 'level', across: 2, cell: 1, order: 'hand', ground: 'light' },
        }),
      ).top,
    ).toBe(24 + 14)
  })
  it('have room for captions, a filter, a slideshow’s bar and what asks for the rest', () => {
    const height = (row: ReturnType<typeof laid>) => after(row).after.y - after(row).top
    const pair = laid(['aaaa', { id: 'bbbb', caption: 'Up' }])
    // Captions are 15.6 px, half of it above, 1.4 a line.
    expect(height(pair)).toBeCloseTo(184 + 15.6 * (0.5 + 1.4))
    const cells: RowChoices = {
      kind: 'gallery',
      captions: 'none',
      gallery: { form: 'cells', across: 2, cell: 1.5, order: 'hand' },
    }
    const plain = height(laid(['aaaa', 'bbbb', 'cccc', 'dddd'], cells))
    expect(plain).toBeCloseTo(2 * 184 + 8)
    // Tags of 15.6 px: 1.5 a line, a quarter above and below, a rule of 2 px, 0.6 to the pictures.
    expect(
      height(laid(['aaaa', 'bbbb', 'cccc', 'dddd'], { ...cells, gallery: { ...cells.gallery, filter: true } })) - plain,
    ).toBeCloseTo(15.6 * 2.6 + 2)
    // 17.6 px: 0.7 above, 1.5 a line; and one line of pictures less.
    expect(
      height(laid(['aaaa', 'bbbb', 'cccc', 'dddd'], { ...cells, gallery: { ...cells.gallery, first: 2 } })),
    ).toBeCloseTo(184 + 17.6 * 2.2)
    expect(height(laid(['aaaa', 'bbbb'], { kind: 'slideshow', captions: 'none' }))).toBeCloseTo(560 / 1.5 + 44)
  })
  it('do not begin beside the picture of another', () => {
    const side = after(laid(['aaaa'], { captions: 'none', one: { side: 'left', width: { unit: 'px', value: 240 } } }))
    // 160 high, from level with the letters to 24 px below it.
    expect(side.after.beside).toEqual({ until: 6 + 160 + 24, takes: 240 + 24 })
    expect(after(laid(['bbbb', 'cccc'], { captions: 'none' }), flow([words(1)], side.after)).top).toBe(190)
  })
})

it('a page is its masthead, title, facts, blocks and foot', () => {
  const page = (width: number, blogLine = '') =>
    pageHeights(placePost({ ...post(words(1)), title: 'Wind' }, libraryWith(), { ...house, blogLine }), null, width)
  // Masthead 20 + 30 + 20 + 1; title 42 px: 1.3 above, 1.14, 0.35 below; facts 16.4 px: 1.5 a line, 1.8 below.
  const first = 71 + 42 * (1.3 + 1.14 + 0.35) + 16.4 * (1.5 + 1.8)
  expect(page(1280).tops[0]).toBeCloseTo(first)
  expect(page(1280).end).toBeCloseTo(first + 30 + 17 + 16.4 * (2.5 + 1.5 + 3))
  // What the blog is about goes below its name where both do not fit beside each other.
  expect(page(390, 'winds and lines').end).toBeCloseTo(page(390).end)
  expect(page(390, 'winds and lines, and what we do between them').end).toBeCloseTo(page(390).end + 20 + 16.4 * 1.5 * 2)
})
