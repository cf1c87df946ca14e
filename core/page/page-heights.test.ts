import type { Flow } from '../blocks/flow.ts'
import { flowBlock } from '../blocks/table.ts'
import { placePost } from '../place/place-post.ts'
import { describe, expect, it } from 'vitest'
import { type HouseStyle, STARTING_STYLE } from '../house/house-style.ts'
import { layRow } from '../place/lay-row.ts'
import type { Block } from '../post/body.ts'
import type { Row } from '../post/row.ts'
import { heading, libraryWith, rowOf, text, wide, post } from '../testing/builders.ts'
import { FACES, textWidth } from '../type/typeface.ts'
import { pageHeights } from './page-heights.ts'
import { flowRow } from './row-heights.ts'
import type { RowChoices } from '../post/changes/row-choices.ts'

const house: HouseStyle = { ...STARTING_STYLE, type: { fontSize: 20, lineHeight: 1.5 } }
const top: Flow = { y: 0, below: 0, beside: null }
const said = (n: number) => Array(n).fill('wind').join(' ')
const words = (n: number) => text(said(n))
/** px of a line in which so many words just stand */
const room = (n: number, face = FACES.upright) => 20 * textWidth(said(n), face) + 0.1
type Text = Exclude<Block, { type: 'row' }>
const flow = (blocks: Block[], from: Flow = top, width = 560) =>
  (blocks as Text[]).reduce((now, block) => flowBlock(block, now, width, house), from)

describe('text', () => {
  it('takes whole lines, and spaces above and below overlap', () => {
    // Where 11 words have room, 12 take two lines of 30 px, with 0.85 em below.
    expect(flow([words(11)], top, room(11))).toEqual({ y: 30, below: 17, beside: null })
    expect(flow([words(12)], top, room(11))).toEqual({ y: 60, below: 17, beside: null })
    // A heading of 28 px has 42 above it, 34.16 a line, 11.2 below.
    expect(flow([words(1), heading('At')]).y).toBeCloseTo(30 + 42 + 34.16)
    expect(flow([words(1), heading('At')]).below).toBeCloseTo(11.2)
    expect(flow([words(1), { type: 'horizontalRule' }])).toEqual({ y: 30 + 40 + 1, below: 40, beside: null })
    expect(flow([{ type: 'paragraph' }])).toEqual(top)
    // Three empty lines of 30 px under a paragraph; three fifths of that where the column is narrow.
    const space: Block = { type: 'space', attrs: { lines: 3 } }
    expect(flow([words(1), space])).toEqual({ y: 30 + 17 + 90, below: 0, beside: null })
    expect(flow([words(1), space], top, 350).y).toBeCloseTo(30 + 17 + 54)
    // It begins where nothing stands beside it any more.
    expect(flow([space], { y: 0, below: 0, beside: { until: 50, takes: 100 } }).y).toBe(140)
  })
  it('is narrower in lists and quotes', () => {
    // A numbered list takes 30 px, a quote 24.
    expect(
      flow(
        [
          {
            type: 'orderedList',
            attrs: { start: 1 },
            content: [
              { type: 'listItem', content: [words(10) as Text] },
              { type: 'listItem', content: [words(11) as Text] },
            ],
          },
        ],
        top,
        30 + room(10),
      ),
    ).toEqual({ y: 30 + 6 + 60, below: 17, beside: null })
    const quote = (n: number) =>
      flow([{ type: 'blockquote', content: [words(n) as Text] }], top, 24 + room(10, FACES.italic)).y
    expect([quote(10), quote(11)]).toEqual([30, 60])
  })
  it('runs beside a picture as far down as that stands', () => {
    // Two words a line are left beside. The third line begins below the picture and holds eight.
    const beside: Flow = { y: 0, below: 0, beside: { until: 50, takes: room(8) - room(2) } }
    expect(flow([words(12)], beside, room(8)).y).toBe(90)
    expect(flow([words(13)], beside, room(8)).y).toBe(120)
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
    // Captions are 0.78 of 20 px, which is 16; 8 above, 22 a line.
    expect(height(pair)).toBe(184 + 8 + 22)
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
  // Masthead 20 + 30 + 20 + 1; title 42 px: 1.3 above, 1.14, 0.35 below; facts 16 px: 1.5 a line, 1.8 below.
  const first = 71 + 42 * (1.3 + 1.14 + 0.35) + 16 * (1.5 + 1.8)
  expect(page(1280).tops[0]).toBeCloseTo(first)
  expect(page(1280).end).toBeCloseTo(first + 30 + 17 + 16.4 * (2.5 + 1.5 + 3))
  // What the blog is about goes below its name where both do not fit beside each other.
  expect(page(390, 'winds and lines').end).toBeCloseTo(page(390).end)
  expect(page(390, 'winds and lines, and what we do between them').end).toBeCloseTo(page(390).end + 20 + 16.4 * 1.5 * 2)
})
