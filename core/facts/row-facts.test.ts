import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { rowInWindow } from '../layout/row-in-window.ts'
import { makeRow } from '../post/changes/make-row.ts'
import type { Row } from '../post/row.ts'
import { picture, libraryWith, tall, wide } from '../testing/builders.ts'
import { toldOf } from '../testing/told.ts'
import { cropInShort, foldInShort, sizeInShort } from '../words/short-words.ts'
import { cropOf } from './crop.ts'
import { foldOf } from './phone.ts'
import type { RowFact } from './row-fact.ts'
import { sizeOf } from './size.ts'
import { layRow } from '../place/lay-row.ts'
import { type RowChoices, withChoices } from '../post/changes/row-choices.ts'

const house = STARTING_STYLE
const following = { paragraphs: ['wind '.repeat(180)], heading: false }
const map = libraryWith(
  wide('aaaa'),
  tall('bbbb'),
  wide('cccc'),
  wide('dddd'),
  tall('eeee'),
  picture('ffff', 2400, 2400),
  picture('tiny', 500, 400),
)
const laid = (ids: string[], options: RowChoices) => layRow(withChoices(makeRow('row-1', ids), options), map, house)!
const told = (ids: string[], options: RowChoices, window = 1280) => {
  const facts = toldOf(laid(ids, options), following, house, window)
  return (about: RowFact['about']) => facts.find((fact) => fact.about === about)
}
const SIX = ['aaaa', 'bbbb', 'cccc', 'dddd', 'eeee', 'ffff']
const gallery = (form: Row['gallery']['form'], across = 3): RowChoices => ({
  kind: 'gallery',
  captions: 'none',
  gallery: { form, across, cell: 1, order: 'hand' },
})

describe('what a row will do', () => {
  it('as even cells: how many, how large, what is left out', () => {
    const about = told(SIX, gallery('cells'))
    expect(about('size')!.words).toBe('3 across, each 181 × 181; 371 high in all.')
    // Five pictures of 3:2 and 2:3 lose a third, the square one nothing.
    expect(about('crop')!.words).toBe('Leaves out 28 % on average, 33 % of picture 1, around its focus point.')
    expect(about('phone')!.words).toBe('Three across on a phone, each 111 wide; 231 high in all.')
    expect(about('weight')!.words).toMatch(/^Phone \d+ kB, tablet \d+ kB and wide \d+ kB, once all is seen\.$/)
  })
  it('as level rows: lines and their heights', () => {
    const about = told(SIX, gallery('level'))
    expect(about('size')!.words).toMatch(/^Lines of three and three, \d+ to \d+ high; \d+ in all\. Nothing cropped\.$/)
    expect(about('crop')).toBeUndefined()
  })
  it('as loose columns: how many and how wide', () => {
    expect(told(SIX, gallery('loose'))('size')!.words).toMatch(
      /^3 columns of 181; \d+ high in all\. Nothing cropped\.$/,
    )
  })
  it('as a slideshow: the frame, and who leaves most of it empty', () => {
    const about = told(SIX, { kind: 'slideshow' })
    expect(about('size')!.words).toMatch(/^6 slides in a frame 560 × 373\. Shown whole\.$/)
    expect(about('crop')!.words).toBe('Nothing cropped. Picture 2 leaves 56 % of the frame empty.')
    expect(about('phone')!.words).toMatch(/^Swiped on a phone/)
  })
  it('as a patchwork: spans of sizes, and that it recomposes', () => {
    const about = told(SIX, { kind: 'patchwork', captions: 'none' })
    expect(about('size')!.words).toMatch(/^\d+ to \d+ wide, \d+ to \d+ high; \d+ high in all\. Nothing cropped\.$/)
    expect(about('phone')!.words).toMatch(/on a phone|for a phone/)
  })
  it('that a picture is too small for its place, and which', () => {
    expect(told(['aaaa', 'tiny'], { kind: 'side-by-side', sits: 'bleed' })('sharp')).toMatchObject({
      poor: true,
      words: expect.stringMatching(/^Too small here: picture 2 is shown up to \d+ px wide and has 500\.$/),
    })
  })
  it('in short, on a tile', () => {
    const short = (ids: string[], options: RowChoices) => {
      const row = laid(ids, options)
      const size = sizeInShort(sizeOf(row, house, 1280), 'measure', rowInWindow(row, house, 1280).height)
      return [size, cropInShort(cropOf(row)), foldInShort(foldOf(row, house))]
    }
    expect(short(SIX, gallery('cells'))).toEqual(['181 × 181 each', 'crops 28 %', 'phone 3 across'])
    expect(short(['aaaa', 'cccc'], { kind: 'side-by-side' })).toEqual(['184 high', 'no crop', 'phone the same'])
    expect(short(SIX, { kind: 'side-by-side' })[2]).toMatch(/^phone \d lines$/)
  })
})

describe('text beside a picture', () => {
  const beside = (paragraphs: string[], heading: boolean) =>
    toldOf(
      laid(['aaaa'], { one: { side: 'left', width: { unit: 'px', value: 200 } } }),
      { paragraphs, heading },
      house,
      1280,
    ).find((fact) => fact.about === 'text')!
  it('is told when a heading would be caught beside it, and when the text just ends', () => {
    expect(beside(['Too few words.'], true)).toMatchObject({
      poor: true,
      words: expect.stringContaining('A heading comes up beside it: 1 of 6 lines are filled.'),
    })
    expect(beside(['Too few words.'], false)).toMatchObject({
      poor: true,
      words: expect.stringContaining('The text ends beside it'),
    })
    expect(beside(['wind '.repeat(100)], true)).toMatchObject({
      poor: false,
      words: '39 characters a line beside it, 6 lines. The text is long enough.',
    })
  })
  it('is told how wide the picture may be where too little is left', () => {
    const facts = toldOf(
      laid(['aaaa'], { one: { side: 'left', width: { unit: 'px', value: 300 } } }),
      following,
      house,
      1280,
    )
    expect(facts.find((fact) => fact.about === 'text')).toMatchObject({
      poor: true,
      words: expect.stringMatching(/27 characters a line .* Under 35 reads badly; up to 23\d px wide would be good\.$/),
    })
  })
})

describe('a row some of whose pictures are gone', () => {
  it('closes up, keeps their places in the hand’s order, and is nothing without any', () => {
    const row = laid(['aaaa', 'gone', 'cccc'], {
      kind: 'patchwork',
      patchwork: { composition: { beside: ['.', '.', '.'] } },
    })
    expect(row.pictures.map(({ at }) => at)).toEqual([0, 2])
    expect(row.layout.variants[0]!.boxes).toHaveLength(2)
    expect(laid(['aaaa', 'gone'], { kind: 'gallery' }).layout.variants[0]!.form.type).toBe('single')
    expect(layRow(makeRow('row-1', ['gone']), map, house)).toBeUndefined()
  })
})
