import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import type { Block } from '../post/body.ts'
import { rowsOf } from '../post/body.ts'
import { parsePost, type PostContent } from '../post/post.ts'
import { postContent } from '../testing/arbitraries.ts'
import { heading, picture, libraryWith, post, rowOf, tall, text, wide } from '../testing/builders.ts'
import type { Picture } from '../wire/picture.ts'
import { libraryOf } from '../place/library.ts'
import { placePost } from '../place/place-post.ts'
import { checkPost } from './check-post.ts'
import type { Mark } from './mark.ts'

const house = STARTING_STYLE
const LONG = 'The wind was north-west, eight to ten, and dry until noon. '.repeat(30)
const kite = wide('kite', { alt: 'A red delta over the slip', caption: 'First up.' })
const mast = tall('mast', { alt: 'A mast' })
/** A post with nothing to find but what the test adds. */
const whole = (...blocks: Block[]): PostContent => ({
  ...post(...blocks),
  featured: { picture: 'kite', focus: { x: 0.5, y: 0.5 } },
})
const found = (content: PostContent, ...pictures: Picture[]) =>
  checkPost(placePost(content, libraryWith(kite, mast, ...pictures), house))
const told = (marks: readonly Mark[]) => marks.map(({ weight, words }) => `${weight}: ${words}`)
const mended = (content: PostContent, key: string, ...pictures: Picture[]): PostContent =>
  found(content, ...pictures)
    .find((one) => one.key.startsWith(key))!
    .mend!.apply(content)

describe('a post without fault', () => {
  it('has no marks', () => {
    expect(
      found(
        whole(text(LONG), rowOf(['kite', 'mast'], { kind: 'side-by-side' }), heading('Repairs'), text('Then home.')),
      ),
    ).toEqual([])
  })
})

describe('what must be mended', () => {
  it('is a title that is missing, before all that is only worth a look', () => {
    expect(
      found({ ...whole(text('x')), title: ' ', featured: null }).map(({ weight, place }) => [weight, place.at]),
    ).toEqual([
      ['must mend', 'title'],
      ['worth a look', 'featured'],
    ])
  })
  it('is a picture without alt text, told once for a row and leading to the first', () => {
    const bare = ['p1', 'p2', 'p3', 'p4', 'p5'].map((id) => wide(id))
    const content = whole(
      rowOf(['kite']),
      rowOf(['kite', 'p1', { id: 'p2', alt: 'Its own' }, 'p3'], { id: 'two' }),
      rowOf(['p1'], { id: 'one' }),
      rowOf(['p1', 'p2', 'p3', 'p4', 'p5'], { kind: 'gallery' }),
    )
    const marks = found(content, ...bare)
    expect(marks.slice(0, 3).map(({ words }) => words)).toEqual([
      'Row 2: pictures 2 and 4 have no alt text. Those who do not see them would not know what they show.',
      'Row 3: the picture has no alt text. Those who do not see it would not know what it shows.',
      'Row 4: pictures 1, 2, 3 and 2 more have no alt text. Those who do not see them would not know what they show.',
    ])
    expect(marks[0]!.place).toEqual({ at: 'row', row: 'two', picture: 1, field: 'alt' })
    // Those of which the texts are their own, for the sheet.
    expect(marks[0]!.describe).toEqual(['p1', 'p3'])
  })
  it('is a picture that has been deleted; it can be taken out, and a row without any goes', () => {
    const content = whole(
      text('x'),
      rowOf(['kite', 'gone'], { id: 'pair' }),
      rowOf(['lost'], { id: 'alone' }),
      rowOf(['kite', 'gone', { id: 'mast', caption: 'Kept' }], { id: 'three' }),
    )
    expect(told(found(content)).slice(0, 2)).toEqual([
      'must mend: Row 1: picture 2 is no longer here. Readers would not see it.',
      'must mend: Row 2: the picture is no longer here. Readers would not see it.',
    ])
    expect(rowsOf(mended(content, 'missing:pair').body)[0]).toMatchObject({ kind: 'one', pictures: [{ id: 'kite' }] })
    expect(rowsOf(mended(content, 'missing:alone').body).map(({ id }) => id)).toEqual(['pair', 'three'])
    expect(rowsOf(mended(content, 'missing:three').body)[2]!.pictures).toEqual([
      { id: 'kite' },
      { id: 'mast', caption: 'Kept' },
    ])
  })
})

describe('what is worth a look', () => {
  it('is a featured image that was not chosen, or is gone; the first picture that is here will do', () => {
    const content = { ...whole(rowOf(['gone', 'mast'])), featured: null }
    expect(found(content).find(({ key }) => key === 'featured')).toMatchObject({
      weight: 'worth a look',
      words: 'No featured image is chosen: lists show the title alone.',
    })
    expect(mended(content, 'featured').featured).toEqual({ picture: 'mast', focus: mast.focus })
    const gone = { ...content, featured: { picture: 'gone', focus: { x: 0, y: 0 } } }
    expect(
      checkPost(placePost(gone, libraryWith(kite, mast), { ...house, fallbackFeatured: 'kite' })).find(
        ({ key }) => key === 'featured',
      ),
    ).toMatchObject({ weight: 'must mend', words: 'The featured image is no longer here: lists show the house’s own.' })
    expect(found({ ...whole(text('x')), featured: null })[0]!.mend).toBeUndefined()
  })
  it('is alt text that is the name of a file, or the caption again', () => {
    const content = whole(
      rowOf([{ id: 'kite', alt: 'IMG_2041.JPG' }]),
      rowOf([{ id: 'kite', alt: 'DSC01923' }]),
      rowOf([{ id: 'mast', alt: 'first up', caption: 'First up.' }]),
      rowOf([{ id: 'kite', alt: 'Kite no. 4 at dusk' }]),
    )
    expect(told(found(content))).toEqual([
      'worth a look: Row 1: the alt text of the picture is the name of a file, which tells nobody what is shown.',
      'worth a look: Row 2: the alt text of the picture is the name of a file, which tells nobody what is shown.',
      'worth a look: Row 3: the alt text of the picture says what the caption says: it would be read out twice.',
    ])
  })
  it('is a heading without words, or one that leaves a size out', () => {
    const sized = (level: 2 | 3 | 4, words: string): Block => ({
      type: 'heading',
      attrs: { level },
      content: words ? [{ type: 'text', text: words }] : [],
    })
    const content = whole(
      sized(2, 'Launch'),
      text('x'),
      sized(4, 'Lines'),
      sized(4, 'Knots'),
      sized(3, ''),
      sized(2, 'Home'),
    )
    expect(told(found(content))).toEqual([
      'worth a look: The heading “Lines” is one size smaller than what stands above it calls for.',
      'worth a look: A heading has no words: it would leave a hole on the page and in the list of headings.',
    ])
    expect(mended(content, 'heading-size').body.content[2]).toEqual(sized(3, 'Lines'))
    expect(mended(content, 'heading-empty').body.content).toHaveLength(5)
    expect(found(whole(sized(4, 'Deep')))[0]).toMatchObject({
      words: 'The heading “Deep” is two sizes smaller than what stands above it calls for.',
      mend: { words: 'Make it two sizes larger' },
    })
  })
  it('is a link whose words do not say where it leads, in lists too', () => {
    const link = (words: string, bold = false) => ({
      type: 'text' as const,
      text: words,
      marks: [
        ...(bold ? [{ type: 'bold' as const }] : []),
        { type: 'link' as const, attrs: { href: '/posts/knots/' } },
      ],
    })
    const paragraph = (...content: ReturnType<typeof link>[]) => ({ type: 'paragraph' as const, content })
    const content = whole(
      paragraph(link('Click here.')),
      paragraph(link('he'), link('re', true)),
      paragraph(link('The knots')),
      { type: 'bulletList', content: [{ type: 'listItem', content: [paragraph(link('more'))] }] },
    )
    expect(told(found(content))).toEqual(
      ['Click here.', 'here', 'more'].map(
        (words) => `worth a look: The link “${words}” to /posts/knots/ does not say where it leads.`,
      ),
    )
  })
  it('is a page that weighs more on a phone than the house allows', () => {
    // 350 px at density 3 take the builder’s file of 720 px, 64.8 kB; the mast, 155 px in a frame of 3:2, that of 320, 28.8 kB.
    const content = whole(
      rowOf(['kite'], { id: 'top' }),
      text(LONG),
      rowOf(['kite', 'mast', 'kite'], { id: 'below', kind: 'slideshow' }),
    )
    const told = (first: number, all: number) =>
      checkPost(placePost(content, libraryWith(kite, mast), { ...house, budget: { first, whole: all } })).map(
        ({ words, place }) => [words, place.at === 'row' && place.row],
      )
    expect(told(64, 460)).toEqual([
      ['On a phone the pictures seen at once weigh 65 kB; the house allows 64 kB. Row 2 weighs most, 158 kB.', 'below'],
    ])
    expect(told(65, 220)).toEqual([
      [
        'On a phone the pictures of the whole post weigh 223 kB; the house allows 220 kB. Row 2 weighs most, 158 kB.',
        'below',
      ],
    ])
    expect(told(65, 224)).toEqual([])
  })
  it('is what a row’s ticket says in ruby, with one press to put it right where that is clear', () => {
    const small = picture('tiny', 500, 400, { alt: 'A knot' })
    const beside = whole(
      rowOf(['tiny'], { id: 'side', one: { side: 'left' } }),
      text('Too few words.'),
      heading('Next'),
    )
    expect(told(found(beside, small)).join()).toContain('A heading comes up beside it')
    expect(rowsOf(mended(beside, 'text:side', small).body)[0]!.one.side).toBeNull()
    const bleed = whole(rowOf(['tiny'], { id: 'big', sits: 'bleed', one: { width: { unit: '%', value: 100 } } }))
    // 500 px of file are good for 384 px at 1.3 device px each.
    expect(found(bleed, small)[0]).toMatchObject({
      words: 'Row 1: too small here: it is shown up to 1280 px wide and has 500.',
      mend: { words: 'Make it 384 px wide' },
    })
    expect(rowsOf(mended(bleed, 'sharp:big', small).body)[0]!.one.width).toEqual({ unit: 'px', value: 384 })
    // Cropped in the row to half its width, it is good for half as much.
    const half = { id: 'tiny', crop: 250 / 400 }
    const cropped = found(
      whole(rowOf([half], { id: 'half', sits: 'bleed', one: { width: { unit: '%', value: 100 } } })),
      small,
    )
    expect(cropped.find(({ key }) => key === 'sharp:half')!.mend!.words).toBe('Make it 192 px wide')
    // With words beside it, it fills what they leave: a width of its own is not asked for and would mend nothing.
    const words = [{ at: 0, share: 0.15, sits: 'top' as const, content: [{ type: 'paragraph' as const, content: [] }] }]
    const worded = found(whole(rowOf(['tiny'], { id: 'worded', words })), small)
    const sharp = worded.find(({ key }) => key === 'sharp:worded')!
    expect([sharp.weight, sharp.mend]).toEqual(['worth a look', undefined])
  })
})

describe('on any post', () => {
  const shape = fc.constantFrom([1500, 1000], [400, 300], [900, 1600], [5000, 1500])
  const checked = fc
    .tuple(postContent, fc.infiniteStream(fc.tuple(shape, fc.boolean(), fc.integer({ min: 0, max: 5 }))))
    .map(([content, chance]) => {
      const pictures = new Map<string, Picture>()
      for (const { id } of rowsOf(content.body).flatMap((row) => row.pictures)) {
        const [[width, height], described, gone] = chance.next().value as [[number, number], boolean, number]
        if (gone > 0) pictures.set(id, picture(id, width, height, described ? { alt: `What ${id} shows` } : {}))
      }
      return { content, pictures: libraryOf(pictures.values()) }
    })
  it('every mark has a name of its own and leads to what is there, and a mend takes its mark away and leaves a post', () => {
    fc.assert(
      fc.property(checked, ({ content, pictures }) => {
        const marks = checkPost(placePost(content, pictures, house))
        expect(new Set(marks.map(({ key }) => key)).size).toBe(marks.length)
        for (const { key, place, mend, words } of marks) {
          expect(words).toMatch(/[.”]$/)
          if (place.at === 'row')
            expect(rowsOf(content.body).find(({ id }) => id === place.row)?.pictures[place.picture]).toBeDefined()
          if (place.at === 'block') expect(content.body.content[place.block]).toBeDefined()
          if (!mend) continue
          const after = mend.apply(content)
          expect(parsePost(after)).toEqual(after)
          const left = checkPost(placePost(after, pictures, house))
          const alike = (one: Mark) => one.words === words && (key.startsWith('heading-empty') || one.key === key)
          expect(left.filter(alike).length, `${words} ${mend.words}`).toBe(marks.filter(alike).length - 1)
        }
      }),
      { numRuns: 200 },
    )
  })
})
