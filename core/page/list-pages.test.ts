import fc from 'fast-check'
import { JSDOM } from 'jsdom'
import { describe, expect, it } from 'vitest'
import { POSTS_PER_PAGE, STARTING_STYLE, type HouseStyle } from '../house/house-style.ts'
import { PageOfList } from '../wire/blog-host.ts'
import { builtLists, listed } from '../testing/built-lists.ts'
import { pagesOf, topicPaths, topicsOf } from './list-pages.ts'

/** Newest first. */
const posts = (count: number) => Array.from({ length: count }, (_, i) => listed(count - i))
const house: HouseStyle = { ...STARTING_STYLE, blogName: 'Slack Line', postsPerPage: 3 }
const read = (html: string) => new JSDOM(html).window.document
const titles = (html: string) => [...html.matchAll(/<h2><a[^>]*>([^<]*)/g)].map(([, title]) => title)
const links = (html: string) => [...html.matchAll(/<a [^>]*href="([^"]*)"/g)].map(([, href]) => href!)

describe('the pages of a list', () => {
  it('are worked out by hand', () => {
    expect(pagesOf(0, 10)).toEqual({ first: 0, older: 0 })
    expect(pagesOf(19, 10)).toEqual({ first: 19, older: 0 })
    expect(pagesOf(20, 10)).toEqual({ first: 10, older: 1 })
    expect(pagesOf(25, 10)).toEqual({ first: 15, older: 1 })
    const { html, pages } = builtLists(posts(8), house)
    expect(titles(html)).toEqual(['Post 8', 'Post 7', 'Post 6', 'Post 5', 'Post 4'])
    expect(pages.map(({ path, html: page }) => [path, titles(page)])).toEqual([
      ['older/1/', ['Post 3', 'Post 2', 'Post 1']],
    ])
    const older = read(pages[0]!.html)
    expect(
      [...older.querySelectorAll('.turn a')].map((link) => [link.getAttribute('rel'), link.getAttribute('href')]),
    ).toEqual([['prev', '../../']])
    expect(older.querySelector('.list a')!.getAttribute('href')).toBe('../../posts/post-3/')
    expect(older.querySelector('img')!.getAttribute('src')).toBe('../../files/aaaa-320.webp')
  })
  it('keep their addresses and what they show, however many posts come; each post stands on one of them, once', () => {
    const count = fc.integer({ min: 0, max: 200 })
    fc.assert(
      fc.property(
        count,
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: POSTS_PER_PAGE.least, max: POSTS_PER_PAGE.most }),
        (before, more, perPage) => {
          const style = { ...house, postsPerPage: perPage }
          const was = builtLists(posts(before), style)
          const is = builtLists(posts(before + more), style)
          for (const { path, html } of was.pages) {
            const now = is.pages.find((page) => page.path === path)
            expect(titles(now!.html)).toEqual(titles(html))
          }
          const all = [is.html, ...is.pages.map(({ html }) => html)].flatMap(titles)
          expect(all).toEqual(posts(before + more).map(({ title }) => title))
        },
      ),
      { numRuns: 40 },
    )
  })
  it('have one for each topic, whatever it is called, at an address that the host takes; links lead to what is there', () => {
    const topic = fc.oneof(
      fc.constantFrom('Knots', 'knots', 'Kites & knots', '凧', '風', 'ل'),
      fc.string({ minLength: 1, maxLength: 30 }),
    )
    fc.assert(
      fc.property(fc.array(fc.uniqueArray(topic, { maxLength: 3 }), { maxLength: 14 }), (each) => {
        const all = each.map((topics, i) => listed(each.length - i, { topics }))
        const { html, pages } = builtLists(all, house)
        const paths = topicPaths(topicsOf(all))
        expect(new Set(paths.values()).size).toBe(paths.size)
        expect(new Set(pages.map(({ path }) => path)).size).toBe(pages.length)
        const there = new Set(['', ...pages.map(({ path }) => path)])
        for (const page of [{ path: '', html }, ...pages]) {
          if (page.path) expect(PageOfList.parse(page)).toEqual(page)
          const base = `https://kites.example/${page.path}`
          for (const link of links(page.html)) {
            const { pathname } = new URL(link, base)
            if (!pathname.startsWith('/posts/')) expect(there.has(pathname.slice(1)), pathname).toBe(true)
          }
        }
        for (const [name, path] of paths) {
          const mine = pages.filter((page) => page.path.startsWith(path)).flatMap((page) => titles(page.html))
          expect(mine).toEqual(all.filter(({ topics }) => topics.includes(name)).map(({ title }) => title))
        }
      }),
      { numRuns: 60 },
    )
  })
  it('may begin with the newest as a banner, and go on with cards', () => {
    const { html, pages } = builtLists(posts(8), { ...house, listShape: 'mixed' })
    const shapes = (page: string) =>
      [...read(page).querySelectorAll('.list')].map((list) => [list.className, list.children.length])
    expect(shapes(html)).toEqual([
      ['list list-banners', 1],
      ['list list-cards', 4],
    ])
    expect(shapes(pages[0]!.html)).toEqual([['list list-cards', 3]])
    expect(shapes(builtLists(posts(1), { ...house, listShape: 'mixed' }).html)).toEqual([['list list-banners', 1]])
  })
})
