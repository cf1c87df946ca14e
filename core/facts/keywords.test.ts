import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { checkPost } from '../marks/check-post.ts'
import { placeOf } from '../marks/keywords.ts'
import { builtPages } from '../testing/built-pages.ts'
import { placePost } from '../place/place-post.ts'
import type { PostContent } from '../post/post.ts'
import { heading, libraryWith, post, rowOf, text, wide } from '../testing/builders.ts'
import { isOverused, KEYWORD_PLACES, keywordUses } from './keywords.ts'

const kite = wide('kite', { alt: 'Two kites over the slip' })
const placed = (content: PostContent) => placePost(content, libraryWith(kite), STARTING_STYLE)
const usesOf = (content: PostContent) => keywordUses(placed(content), 'post-1')
const standsIn = (content: PostContent) =>
  usesOf(content).map(({ stands }) => KEYWORD_PLACES.filter((place) => stands[place]))

describe('focus words', () => {
  const content: PostContent = {
    ...post(text(''), text('Flying a kite takes wind. The kite’s line is long.'), heading('Bridles'), rowOf(['kite'])),
    title: 'How to fly: kites & bridle knots',
    excerpt: 'A bridle knot for every kite.',
    keywords: ['kite', 'flies', 'bridle knots', 'sand'],
  }
  it('stand where they stand, in English in whatever form', () => {
    expect(usesOf(content).map(({ keyword, count, words }) => [keyword, count, words])).toEqual([
      ['kite', 2, 11],
      ['flies', 1, 11],
      ['bridle knots', 0, 11],
      ['sand', 0, 11],
    ])
    expect(standsIn(content)).toEqual([
      ['title', 'address', 'first paragraph', 'alt texts', 'excerpt'],
      ['title', 'address', 'first paragraph'],
      ['title', 'address', 'excerpt'],
      [],
    ])
    expect(usesOf({ ...content, address: 'a-kite' })[2]!.stands.address).toBe(false)
  })
  it('are told nothing of places that a post has not', () => {
    const [bare] = usesOf({ ...post(), title: 'Kite', keywords: ['kite'] })
    expect(bare!.stands).toEqual({
      title: true,
      address: true,
      'first paragraph': null,
      headings: null,
      'alt texts': null,
      excerpt: false,
    })
    expect(usesOf({ ...content, keywords: undefined })).toEqual([])
  })
  it('are as they are written in other languages, and found where no spaces part words', () => {
    const german: PostContent = {
      ...post(text('Der Drachen. Zwei Drachen.')),
      language: 'de',
      title: 'Größe',
      keywords: ['drache', 'Drachen', 'grosse'],
    }
    expect(usesOf(german).map(({ count }) => count)).toEqual([0, 2, 0])
    const japanese: PostContent = {
      ...post(text('凧は七時に上がった。')),
      language: 'ja',
      title: '凧',
      keywords: ['凧', '七時', '八時'],
    }
    expect(usesOf(japanese).map(({ count }) => count)).toEqual([1, 1, 0])
    // An address has none of these letters: nothing is asked of it.
    expect(usesOf(japanese)[0]!.stands.address).toBeNull()
  })
  it('are overused where they stand too often for how long the text is', () => {
    const often = (times: number, rest: number) =>
      usesOf({ ...post(text('kite '.repeat(times) + 'wind '.repeat(rest))), keywords: ['kite'] })[0]!
    expect(isOverused(often(6, 120))).toBe(true)
    expect(isOverused(often(6, 300))).toBe(false)
    expect(isOverused(often(5, 100))).toBe(false)
    expect(isOverused(often(20, 60))).toBe(false)
  })
  it('are among the marks, each leading to its place', () => {
    const wanted = { ...content, keywords: ['sand', 'kite'] }
    const marks = checkPost(placed(wanted)).filter(({ key }) => key.startsWith('keyword:'))
    expect(marks.map(({ words, place, weight }) => [words, place.at, weight])).toEqual([
      [
        '“sand” is missing in the title, the address, the first paragraph, the headings, the alt texts and the excerpt.',
        'title',
        'worth a look',
      ],
      ['“kite” is missing in the headings.', 'block', 'worth a look'],
    ])
    expect(KEYWORD_PLACES.map((place) => placeOf(place, placed(content)))).toEqual([
      { at: 'title' },
      { at: 'address' },
      { at: 'block', block: 1 },
      { at: 'block', block: 2 },
      { at: 'row', row: expect.any(String), picture: 0, field: 'alt' },
      { at: 'excerpt' },
    ])
    const often = { ...post(text('kite '.repeat(9) + 'wind '.repeat(130))), keywords: ['kite'] }
    expect(checkPost(placed(often)).at(-1)!.words).toBe(
      '“kite” stands 9 times in 139 words: more often than readers like.',
    )
  })
  it('a description of its own stands for the excerpt in the page, and nowhere else', () => {
    const described = { ...content, description: 'For “engines” & people' }
    expect(builtPages(described, libraryWith(kite)).html).toContain(
      '<meta name="description" content="For “engines” &amp; people">',
    )
    expect(builtPages(content, libraryWith(kite)).html).toContain('<meta name="description" content="A bridle knot')
  })
})
