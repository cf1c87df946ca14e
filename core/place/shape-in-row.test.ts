import { describe, expect, it } from 'vitest'
import { rowFacts } from '../facts/row-facts.ts'
import { STARTING_STYLE } from '../house/house-style.ts'
import { WIDE } from '../house/screens.ts'
import { windowRanges } from '../files/sizes.ts'
import { containerOf } from '../layout/container.ts'
import { rowInWindow } from '../layout/row-in-window.ts'
import { rowHtml } from '../page/row-html.ts'
import { rowsOf } from '../post/body.ts'
import { convertRow } from '../post/changes/convert-row.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import { picture, rowOf } from '../testing/builders.ts'
import { factInWords } from '../words/row-words.ts'
import { libraryOf } from './library.ts'
import { layRow } from './lay-row.ts'

const house = { ...STARTING_STYLE, gap: 10 }
const kite = picture('kite', 3000, 2000, { focus: { x: 0.9, y: 0.5 } })
const library = libraryOf([kite, picture('mast', 3000, 2000), picture('slip', 2000, 2000)])
const rowWith = (pictures: (string | PlacedPicture)[], more: Parameters<typeof rowOf>[1] = {}): Row => {
  const block = rowOf(pictures, { id: 'row', sits: 'measure', ...more })
  return rowsOf({ type: 'doc', content: [block] })[0]!
}
const laidRow = (row: Row) => layRow(row, library, house)!
const boxes = (row: Row) => rowInWindow(laidRow(row), house, WIDE.width).boxes

describe('a picture that a row crops for itself', () => {
  const pair = rowWith([{ id: 'kite', crop: 1 }, 'mast'], { kind: 'side-by-side' })
  it('has that shape there: a square beside 3 : 2 at one height', () => {
    const [square, other] = boxes(pair)
    expect(square!.w / square!.h).toBeCloseTo(1)
    expect(other!.w / other!.h).toBeCloseTo(1.5)
    expect(square!.h).toBeCloseTo(other!.h)
  })
  it('keeps its focus point: the right two thirds, and all of the other', () => {
    const { layout } = laidRow(pair)
    expect(layout.crops).toEqual([
      { x: expect.closeTo(1 / 3), y: 0, width: expect.closeTo(2 / 3), height: 1 },
      { x: 0, y: 0, width: 1, height: 1 },
    ])
    const html = rowHtml(laidRow(pair), { house, address: (file) => file, lazy: () => false })
    expect(html).toContain('aspect-ratio:1;object-position:100% 50%')
    expect(html.match(/aspect-ratio:3000\/2000/g)).toHaveLength(1)
  })
  it('is fetched as wide as the whole of it would stand, and told as what is left out', () => {
    const laid = laidRow(pair)
    const [widest] = windowRanges(laid.layout, 0, containerOf(laid, house))
    expect(widest!.c / boxes(pair)[0]!.w).toBeCloseTo(1.5)
    const told = rowFacts(laid, { paragraphs: [], heading: false }, house, WIDE.width).map(factInWords)
    expect(told.join(' ')).toContain('Leaves out 17 % on average, 33 % of picture 1, around its focus point.')
    expect(told.join(' ')).not.toContain('Nothing cropped')
  })
  it('takes its shape along from way to way, and waits where cells have theirs', () => {
    const cells = convertRow(pair, { kind: 'gallery', gallery: { ...pair.gallery, form: 'cells', cell: 1.5 } })
    expect(boxes(cells).map(({ w, h }) => w / h)).toEqual([expect.closeTo(1.5), expect.closeTo(1.5)])
    expect(laidRow(cells).layout.crops![0]!.width).toBeCloseTo(1)
    const back = convertRow(cells, { kind: 'patchwork', patchwork: { composition: null } })
    expect(boxes(back)[0]!.w / boxes(back)[0]!.h).toBeCloseTo(1)
    const alone = convertRow(rowWith([{ id: 'kite', crop: 0.5 }]), { kind: 'one', one: { side: null, width: null } })
    expect(boxes(alone)[0]!.w / boxes(alone)[0]!.h).toBeCloseTo(0.5)
    // Never larger than what is left of it.
    expect(boxes(alone)[0]!.w).toBeLessThanOrEqual(1000)
  })
  it('is whole where it crops to the shape that it has', () => {
    expect(laidRow(rowWith([{ id: 'kite', crop: 1.5 }, 'slip'])).layout.crops).toBeUndefined()
  })
})
