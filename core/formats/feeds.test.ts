import fc from 'fast-check'
import { JSDOM } from 'jsdom'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { allPictures } from '../place/lay-row.ts'
import { admitted } from '../type/admitted.ts'
import { placePost } from '../place/place-post.ts'
import { type Block, isRow, plainText } from '../post/body.ts'
import { linePicturesIn } from '../post/line-pictures.ts'
import { picturesShown } from '../post/post.ts'
import { textsInRow } from '../post/texts.ts'
import { postContent } from '../testing/arbitraries.ts'
import { listed } from '../testing/built-lists.ts'
import { heading, libraryWith, picture, post, rowOf, tall, text, wide } from '../testing/builders.ts'
import { newShow } from '../shows/show.ts'
import { bareHtml } from './bare-html.ts'
import { atomFeed, type FeedPost, jsonFeed } from './feeds.ts'

const BLOG = 'https://kites.example/'
const SETTING = { file: (name: string) => `${BLOG}files/${name}`, post: (href: string) => `${BLOG}${href}` }
const house = STARTING_STYLE
const read = (html: string) => new JSDOM(`<body>${html}</body>`).window.document.body

describe('a post without any style', () => {
  it('has each row as a paragraph of images as wide as the engine has them', () => {
    const content = post(
      heading('Launch'),
      text('Wind.'),
      rowOf(
        [
          { id: 'aaaa', alt: 'A <kite>', caption: 'Up' },
          { id: 'bbbb', caption: 'Down' },
        ],
        { onClick: { do: 'nothing' } },
      ),
      rowOf(['aaaa'], { caption: '', onClick: { do: 'picture-file' } }),
    )
    const html = bareHtml(
      placePost(content, libraryWith(wide('aaaa'), tall('bbbb', { credit: 'Orla' })), house),
      SETTING,
    )
    expect(html).toMatchInlineSnapshot(`
      "<h2>Launch</h2>
      <p>Wind.</p>
      <p><img src="https://kites.example/files/aaaa-1080.webp" alt="A &lt;kite&gt;" width="378" height="252">
      <img src="https://kites.example/files/bbbb-480.webp" alt="" width="165" height="248"></p>
      <p><em>Up<br>Down<br>Picture: Orla</em></p>
      <p><a href="https://kites.example/files/aaaa-2560.webp"><img src="https://kites.example/files/aaaa-1280.webp" alt="" width="556" height="371"></a></p>"
    `)
  })
  it('names the posts of a slideshow of posts', () => {
    const live = { shows: [newShow('show-1', 'Newest')], posts: [listed(2), listed(1, { title: '<b>' })] }
    const content = post({ type: 'shownPosts', attrs: { show: 'show-1' } })
    expect(bareHtml(placePost(content, libraryWith(), house, live), SETTING)).toBe(
      `<ul><li><a href="${BLOG}posts/post-2/">Post 2</a></li><li><a href="${BLOG}posts/post-1/">&lt;b&gt;</a></li></ul>`,
    )
  })
  it('keeps every word and every picture in order, with its alt text, and names nothing but full addresses', () => {
    fc.assert(
      fc.property(postContent, (content) => {
        const pictures = picturesShown(content).map((id) => picture(id, 1600, 900))
        const placed = placePost(content, libraryWith(...pictures), house)
        const html = bareHtml(placed, SETTING)
        expect(html).not.toMatch(/ (style|class|id)=/)
        const body = read(html)
        const inLines = (blocks: readonly Block[]) => linePicturesIn(blocks).map(({ alt }) => admitted(alt ?? ''))
        const shown = placed.blocks.flatMap((block) => {
          const row = placed.laid.get(block)
          const own = row ? allPictures(row).map((one) => admitted(textsInRow(one.placed, one.picture).alt)) : []
          return [...own, ...(row || !isRow(block) ? inLines([block]) : [])]
        })
        expect([...body.querySelectorAll('img')].map((image) => image.getAttribute('alt'))).toEqual(shown)
        for (const element of body.querySelectorAll('img'))
          expect(element.getAttribute('src')).toMatch(/^https:\/\/kites\.example\/files\//)
        const flat = (words: string) => admitted(words).replace(/\s+/g, '')
        const said = flat(body.textContent ?? '')
        let at = 0
        for (const block of content.body.content) {
          const words = flat(plainText(block))
          const found = said.indexOf(words, at)
          expect(found, words).toBeGreaterThanOrEqual(at)
          at = found + words.length
        }
      }),
      { numRuns: 60 },
    )
  })
})

const hostile = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.constantFrom(']]>', '<!-- ', '&amp;', '\u0000\u000b', '\ud800', '</content>', '“Up”', '凧'),
)
const feedPost: fc.Arbitrary<FeedPost> = fc.record({
  id: fc.stringMatching(/^[A-Za-z0-9_-]{4,20}$/),
  title: hostile,
  url: fc.constant(`${BLOG}posts/slip/`),
  excerpt: hostile,
  html: hostile.map((words) => `<p>${words.replace(/[<&]/g, '')}</p>`),
  date: fc.constant('2026-03-14T08:00:00.000Z'),
  byline: hostile,
  topics: fc.array(hostile.filter(Boolean), { maxLength: 3 }),
  language: fc.constantFrom('en', 'ja'),
  image: fc.option(fc.constant({ url: `${BLOG}files/a.jpg`, bytes: 12, type: 'image/jpeg' })),
})
const feedOf = (posts: readonly FeedPost[], blogName = 'Slack Line') => ({
  house: { ...house, blogName, blogLine: 'Kites & knots' },
  home: BLOG,
  atom: `${BLOG}feed.atom`,
  json: `${BLOG}feed.json`,
  posts,
})

/** What RFC 4287 asks of a feed, and this one lacks. Well-formed is what could be parsed at all. */
function faultsOf(source: string): string[] {
  const { document } = new JSDOM(source, { contentType: 'application/xml' }).window
  const faults: string[] = []
  const childrenOf = (element: Element, name: string) =>
    [...element.children].filter(({ localName }) => localName === name)
  const once = (element: Element, ...names: string[]) => {
    for (const name of names)
      if (childrenOf(element, name).length !== 1)
        faults.push(`${element.localName}: ${childrenOf(element, name).length} ${name}`)
  }
  const feed = document.documentElement
  if (feed.namespaceURI !== 'http://www.w3.org/2005/Atom' || feed.localName !== 'feed') faults.push('no feed')
  once(feed, 'id', 'title', 'updated')
  const entries = childrenOf(feed, 'entry')
  for (const entry of entries) {
    once(entry, 'id', 'title', 'updated', 'published', 'content')
    if (childrenOf(entry, 'summary').length > 1) faults.push('two summaries')
    if (childrenOf(entry, 'content')[0]?.getAttribute('type') !== 'html') faults.push('content of another type')
  }
  const alternates = (element: Element) =>
    childrenOf(element, 'link').filter((link) => link.getAttribute('rel') === 'alternate')
  for (const element of [feed, ...entries]) {
    if (alternates(element).length !== 1) faults.push('not one alternate')
    for (const date of ['updated', 'published'].flatMap((name) => childrenOf(element, name)))
      if (!/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?(Z|[+-]\d\d:\d\d)$/.test(date.textContent ?? ''))
        faults.push('a date')
    for (const link of childrenOf(element, 'link'))
      if (!URL.canParse(link.getAttribute('href') ?? '')) faults.push('a link')
    for (const category of childrenOf(element, 'category'))
      if (!category.hasAttribute('term')) faults.push('a category')
    for (const author of childrenOf(element, 'author')) once(author, 'name')
    const id = childrenOf(element, 'id')[0]?.textContent ?? ''
    if (!/^(https?|tag):/.test(id)) faults.push(`an id: ${id}`)
  }
  if (childrenOf(feed, 'author').length === 0) faults.push('no author')
  const ids = entries.map((entry) => childrenOf(entry, 'id')[0]!.textContent)
  if (new Set(ids).size !== ids.length) faults.push('an id twice')
  return faults
}

describe('feeds', () => {
  it('are valid whatever the posts say, and say it', () => {
    fc.assert(
      fc.property(fc.uniqueArray(feedPost, { selector: ({ id }) => id, maxLength: 6 }), hostile, (posts, name) => {
        const atom = atomFeed(feedOf(posts, name || 'x'))
        expect(faultsOf(atom)).toEqual([])
        const { document } = new JSDOM(atom, { contentType: 'application/xml' }).window
        const contents = [...document.querySelectorAll('entry > content')].map(({ textContent }) => textContent)
        const admitted = (words: string) =>
          words.replace(/[\p{Cs}\p{Noncharacter_Code_Point}]|(?![\t\n\r])\p{Cc}/gu, '').replace(/\r\n?/g, '\n')
        expect(contents).toEqual(posts.map(({ html }) => admitted(html)))
        const json = JSON.parse(jsonFeed(feedOf(posts, name))) as { items: { id: string; content_html: string }[] }
        expect(json.items.map(({ content_html: html }) => html)).toEqual(posts.map(({ html }) => html))
        const ids = [...document.querySelectorAll('entry > id')].map(({ textContent }) => textContent)
        expect(json.items.map(({ id }) => id)).toEqual(ids)
      }),
      { numRuns: 200 },
    )
  })
  it('have ids and dates of their own, which no edit changes', () => {
    const [one] = fc.sample(feedPost, { numRuns: 1, seed: 1 })
    const edited = { ...one!, title: 'Other', html: '<p>Other</p>', url: `${BLOG}posts/other/` }
    const told = (feed: string) => [.../<(id|updated|published)>([^<]*)/g[Symbol.matchAll](feed)].map(([all]) => all)
    expect(told(atomFeed(feedOf([edited])))).toEqual(told(atomFeed(feedOf([one!]))))
    expect(told(atomFeed(feedOf([one!])))).toContain(`<id>tag:kites.example,2026-03-14:${one!.id}`)
  })
  it('the checker finds what is not valid', () => {
    const good = atomFeed(feedOf(fc.sample(feedPost, { numRuns: 1, seed: 2 })))
    expect(faultsOf(good)).toEqual([])
    expect(faultsOf(good.replace(/<updated>[^<]*<\/updated>/, ''))).toEqual(['feed: 0 updated'])
    expect(faultsOf(good.replace('rel="alternate"', 'rel="related"'))).toEqual(['not one alternate'])
    expect(faultsOf(good.replace(/<id>tag:[^<]*/, '<id>post'))).toEqual(['an id: post'])
    expect(() => faultsOf(good.replace('</entry>', ''))).toThrow()
  })
})
