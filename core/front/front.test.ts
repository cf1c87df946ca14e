import fc from 'fast-check'
import { JSDOM } from 'jsdom'
import { describe, expect, it } from 'vitest'
import { POSTS_PER_PAGE, STARTING_STYLE } from '../house/house-style.ts'
import { topicsOf } from '../page/list-pages.ts'
import { libraryOf } from '../place/library.ts'
import { slidesOf } from '../shows/choose.ts'
import type { PostShow } from '../shows/show.ts'
import { builtLists, listed } from '../testing/built-lists.ts'
import { wide } from '../testing/builders.ts'
import { slideshow } from '../testing/show-arbitrary.ts'
import { changeTopic, EMPTY_FRONT, firstNow, Front, orderedTopics, parseFront } from './front.ts'
import type { ListedPost } from './listed-post.ts'

const TOPICS = ['Knots', 'knots', 'Kites & <knots>', '凧', 'الرياح', '…']
const topic = fc.constantFrom(...TOPICS)
const NOW = new Date('2026-03-14T08:00:00Z')

/** Live posts, newest first, some of them without a picture of their own, or without any. */
const posts: fc.Arbitrary<ListedPost[]> = fc
  .array(fc.tuple(fc.uniqueArray(topic, { maxLength: 3 }), fc.constantFrom('own', 'own', 'house', 'none')), {
    maxLength: 40,
  })
  .map((each) =>
    each.map(([topics, has], i) =>
      listed(each.length - i, {
        topics,
        title: `Post ${(7 * i) % 11}`,
        fallback: has !== 'own',
        ...(has === 'none' ? { featured: null } : {}),
      }),
    ),
  )
// Of posts that are live, and of one that is not.
const id = fc.integer({ min: 0, max: 40 }).map((n) => `post-${n}`)
const shows: fc.Arbitrary<PostShow[]> = fc
  .array(
    fc.tuple(
      slideshow,
      fc.oneof(
        fc.constant({ by: 'newest' as const }),
        topic.map((name) => ({ by: 'topic' as const, topic: name })),
        fc.uniqueArray(id, { maxLength: 60 }).map((chosen) => ({ by: 'hand' as const, posts: chosen })),
      ),
      fc.constantFrom('date', 'title', 'hand'),
    ),
    { maxLength: 3 },
  )
  .map((each) => each.map(([show, from, order], i): PostShow => ({ ...show, id: `show-${i}`, from, order })))
const showId = fc.option(
  fc.nat(3).map((n) => `show-${n}`),
  { nil: null },
)
const front: fc.Arbitrary<Front> = fc.record({
  version: fc.constant(EMPTY_FRONT.version),
  topics: fc.uniqueArray(
    fc.record({
      name: fc.oneof(topic, fc.constant('Not any more')),
      line: fc.constantFrom('', 'Seen <up> close'),
      picture: fc.constantFrom(
        null,
        { picture: 'aaaa', focus: { x: 0.5, y: 0.5 } },
        { picture: 'gone', focus: { x: 0, y: 1 } },
      ),
      show: showId,
    }),
    { selector: ({ name }) => name },
  ),
  first: fc.option(
    fc.record({ post: id, until: fc.constantFrom(null, '2026-03-14T09:00:00Z', '2026-03-14T07:00:00Z') }),
    {
      nil: null,
    },
  ),
  leftOut: fc.array(id, { maxLength: 20 }),
  shows,
  show: showId,
})

const read = (html: string) => new JSDOM(html).window.document
const listOf = (page: Document): string[] =>
  [...page.querySelectorAll('.list h2 a')].map((link) => `post-${/post-(\d+)/.exec(link.getAttribute('href')!)![1]}`)

describe('the front page', () => {
  it('shows every live post that is not left out once, whatever is arranged; all links and files of it are there', () => {
    fc.assert(
      fc.property(
        front,
        posts,
        fc.integer({ min: POSTS_PER_PAGE.least, max: POSTS_PER_PAGE.most }),
        (arranged, live, postsPerPage) => {
          const house = { ...STARTING_STYLE, blogName: 'Slack Line', postsPerPage }
          const built = builtLists(live, house, { front: arranged, now: NOW, library: libraryOf([wide('aaaa')]) })
          const first = firstNow(arranged, NOW)
          const pages = [{ path: '', html: built.html }, ...built.pages].map(({ path, html }) => ({
            path,
            page: read(html),
          }))
          const own = pages.filter(({ path }) => !path.startsWith('topics/')).flatMap(({ page }) => listOf(page))
          const wanted = live.map((post) => post.id).filter((one) => one === first || !arranged.leftOut.includes(one))
          // What stands first may stand on its page of older posts besides, whose address shows the same for ever.
          const once = new Set(own)
          expect([...once].sort()).toEqual([...wanted].sort())
          expect(own.length - once.size).toBeLessThanOrEqual(wanted.includes(first ?? '') ? 1 : 0)
          if (wanted.includes(first ?? '')) expect(own[0]).toBe(first)
          const order = [...pages[0]!.page.querySelectorAll('nav.topics a')].map((link) => link.textContent)
          const ordered = orderedTopics(arranged, topicsOf(live))
          expect(order).toEqual(ordered.length > 1 ? ordered : [])
          const there = new Set([...pages.map(({ path }) => path), ...live.map(({ href }) => href)])
          for (const { path, page } of pages) {
            for (const link of page.querySelectorAll('a[href]')) {
              const to = new URL(link.getAttribute('href')!, `http://blog.test/${path}`).pathname.slice(1)
              expect(there, `${path}: ${to}`).toContain(decodeURI(to))
            }
            for (const image of page.querySelectorAll('img[src]'))
              expect(built.files).toContain(image.getAttribute('src')!.split('/').at(-1))
          }
        },
      ),
      { numRuns: 30 },
    )
  })
  it('is kept as it is, whatever is arranged, and refuses what is there twice', () => {
    fc.assert(
      fc.property(front, (arranged) => {
        expect(parseFront(JSON.parse(JSON.stringify(arranged)))).toEqual(arranged)
        for (const key of ['topics', 'shows'] as const) {
          const [one] = arranged[key]
          if (one) expect(Front.safeParse({ ...arranged, [key]: [...arranged[key], one] }).success).toBe(false)
        }
      }),
    )
    expect(parseFront({})).toEqual(EMPTY_FRONT)
  })
  it('changes one topic and no other; one that was not arranged yet comes last', () => {
    fc.assert(
      fc.property(front, topic, (arranged, name) => {
        const next = changeTopic(arranged, name, { line: 'New' })
        expect(next.topics.find((one) => one.name === name)!.line).toBe('New')
        expect(next.topics.filter((one) => one.name !== name)).toEqual(
          arranged.topics.filter((one) => one.name !== name),
        )
        const before = arranged.topics.map((one) => one.name)
        expect(next.topics.map((one) => one.name)).toEqual(before.includes(name) ? before : [...before, name])
      }),
    )
  })
})

describe('the slides of any slideshow', () => {
  it('are live posts with a picture, each once, no more than are wanted, in the order that is wanted', () => {
    fc.assert(
      fc.property(shows, posts, (all, live) => {
        for (const show of all) {
          const slides = slidesOf(show, live)
          expect(slides.length).toBeLessThanOrEqual(show.most)
          expect(new Set(slides).size).toBe(slides.length)
          for (const { id: own, topics, featured, fallback } of slides) {
            expect(live.some((post) => post.id === own)).toBe(true)
            expect(featured !== null && (!fallback || show.pictureless === 'house')).toBe(true)
            if (show.from.by === 'topic') expect(topics).toContain(show.from.topic)
            if (show.from.by === 'hand') expect(show.from.posts).toContain(own)
          }
          const places = slides.map((slide) => live.indexOf(slide))
          if (show.turned) places.reverse()
          if (show.order === 'date') expect(places).toEqual([...places].sort((a, b) => a - b))
          if (show.order === 'hand' && show.from.by === 'hand') {
            const chosen = slides.map((slide) => (show.from as { posts: string[] }).posts.indexOf(slide.id))
            expect(show.turned ? chosen.reverse() : chosen).toEqual([...chosen].sort((a, b) => a - b))
          }
          // A post that becomes live comes into those of the newest, and pushes out no more than one.
          const newer = listed(99, { topics: [...TOPICS] })
          const later = slidesOf(show, [newer, ...live])
          expect(later.includes(newer)).toBe(show.from.by !== 'hand')
          expect(slides.filter((slide) => !later.includes(slide)).length).toBeLessThanOrEqual(1)
        }
      }),
      { numRuns: 300 },
    )
  })
})
