import { libraryOf } from '../place/library.ts'
import { builtPages, HERE } from '../testing/built-pages.ts'
import type { Library } from '../place/library.ts'
import fc from 'fast-check'
import { JSDOM } from 'jsdom'
import { describe, expect, it } from 'vitest'
import { type HouseStyle, STARTING_STYLE } from '../house/house-style.ts'
import { allPictures, layRow } from '../place/lay-row.ts'
import { rowsOf } from '../post/body.ts'
import type { PostContent } from '../post/post.ts'
import { textsInRow } from '../post/texts.ts'
import { postContent } from '../testing/arbitraries.ts'
import { picture } from '../testing/builders.ts'
import type { Picture } from '../wire/picture.ts'
import { partsOf } from './reader-parts.ts'

/** What holds for the pages of every post, whatever its rows and its house say. */

const NASTY = [
  '',
  'a return\rby itself',
  'Slip & <b>bench</b>',
  '"quoted" \'twice\'',
  '</figure><script>',
  'plain words',
]

const house = fc
  .record({
    onClick: fc.constantFrom<HouseStyle['onClick']>('enlarge', 'picture-page', 'picture-file', 'nothing'),
    pages: fc.record({
      made: fc.constantFrom('asked' as const, 'all' as const),
      date: fc.boolean(),
      file: fc.boolean(),
    }),
    shown: fc.boolean(),
    download: fc.boolean(),
  })
  .map(
    ({ onClick, pages, shown, download }): HouseStyle => ({
      ...STARTING_STYLE,
      onClick,
      pages,
      share: {
        ...STARTING_STYLE.share,
        shown,
        download,
        targets: [{ name: 'Post <it>', address: 'https://post.example/?u={page}&t={text}' }],
      },
    }),
  )

/** A post with pictures of random shapes and texts behind its rows; some have been deleted meanwhile. */
const post = fc
  .tuple(
    postContent,
    fc.infiniteStream(
      fc.tuple(
        fc.constantFrom(1.5, 2 / 3, 1, 2.4),
        fc.constantFrom(...NASTY),
        fc.subarray(['launch', 'bench', 'Été']),
        fc.integer({ min: 0, max: 9 }),
      ),
    ),
  )
  .map(([content, chance]) => {
    const pictures = new Map<string, Picture>()
    for (const { id } of rowsOf(content.body).flatMap((row) => row.pictures)) {
      const [aspect, words, tags, gone] = chance.next().value as [number, string, string[], number]
      if (gone > 0)
        pictures.set(
          id,
          picture(id, Math.round(1600 * aspect), 1600, {
            alt: words,
            title: words,
            caption: words,
            credit: words,
            tags,
          }),
        )
    }
    return { content, pictures: libraryOf(pictures.values()) }
  })

function pagesOf(content: PostContent, library: Library, style: HouseStyle) {
  const built = builtPages(content, library, style)
  const pages = new Map([
    [HERE, built.html],
    ...built.below.map(({ path, html }) => [new URL(path, HERE).href, html] as const),
  ])
  return { built, pages: new Map([...pages].map(([at, html]) => [at, new JSDOM(html).window.document])) }
}

const check = (
  holds: (built: ReturnType<typeof pagesOf>, content: PostContent, library: Library, style: HouseStyle) => void,
) =>
  fc.assert(
    fc.property(post, house, ({ content, pictures }, style) =>
      holds(pagesOf(content, pictures, style), content, pictures, style),
    ),
    { numRuns: 30 },
  )

describe('on the pages of any post', () => {
  it('every link and every name in the text leads somewhere', () => {
    check(({ pages }) => {
      for (const [at, document] of pages) {
        const ids = [...document.querySelectorAll('[id]')].map(({ id }) => id)
        expect(new Set(ids).size, 'ids are one each').toBe(ids.length)
        for (const link of document.querySelectorAll<HTMLElement>('[data-rest]'))
          expect(document.getElementById(link.dataset.rest!), link.outerHTML).not.toBeNull()
        for (const link of document.querySelectorAll<HTMLAnchorElement>('a[href]')) {
          const href = link.getAttribute('href')!
          expect(href).not.toMatch(/^\s*javascript:/i)
          const { origin, pathname, hash } = new URL(href, at)
          const inPost = origin === new URL(HERE).origin && pathname.startsWith(new URL(HERE).pathname)
          if (!inPost) continue
          const page = pages.get(origin + pathname)
          expect(page, `${href} on ${at}`).toBeDefined()
          if (hash.length > 1)
            expect(page!.getElementById(decodeURIComponent(hash.slice(1))), `${href} on ${at}`).not.toBeNull()
        }
      }
    })
  })
  it('every file that is asked for is among those that are sent, and none of another host', () => {
    check(({ built, pages }) => {
      const sent = new Set(built.files)
      for (const [at, document] of pages) {
        const named = [...document.querySelectorAll('*')].flatMap((element) =>
          [...element.attributes].flatMap(({ name, value }) => {
            if (name === 'srcset') return value.split(', ').map((one) => one.split(' ')[0]!)
            return ['src', 'poster'].includes(name) ||
              (name === 'href' && element.matches('link')) ||
              (name === 'href' && value.includes('files/')) ||
              (name === 'content' && /^https?:/.test(value))
              ? [value]
              : []
          }),
        )
        for (const one of named) {
          const { origin, pathname } = new URL(one, at)
          if (origin !== new URL(HERE).origin) throw new Error(`${one} on ${at} comes from elsewhere`)
          if (pathname.startsWith('/files/'))
            expect(sent, `${one} on ${at}`).toContain(pathname.slice('/files/'.length))
        }
        const parts = [...document.querySelectorAll<HTMLElement>('script')].flatMap((script) =>
          Object.values(script.dataset).filter((value) => value?.startsWith('reader-')),
        )
        for (const one of parts) expect(sent).toContain(one)
      }
    })
  })
  it('every picture is there once, in order, with its shape, its place and its wording', () => {
    check(({ pages }, content, pictures, style) => {
      const document = pages.get(HERE)!
      for (const row of rowsOf(content.body)) {
        const laid = layRow(row, pictures, style)
        const seat = document.getElementById(`row-${row.id}`)
        expect(seat === null).toBe(laid === undefined)
        if (!laid || !seat) continue
        const figures = [...seat.querySelectorAll('.pic')]
        const all = allPictures(laid)
        expect(figures).toHaveLength(all.length)
        figures.forEach((figure, i) => {
          const { placed, picture: shown } = all[i]!
          const image = figure.querySelector('img')!
          expect(image.getAttribute('alt')).toBe(textsInRow(placed, shown).alt)
          expect(Number(image.getAttribute('width')) / Number(image.getAttribute('height'))).toBeCloseTo(
            shown.width / shown.height,
            2,
          )
          expect(figure.id).toMatch(/^picture-/)
        })
      }
    })
  })
  it('words stay words, there is one heading of the first order, and nothing runs but the reader script where it is needed', () => {
    check(({ pages }, content, pictures, style) => {
      for (const [at, document] of pages) {
        expect(document.querySelectorAll('h1'), at).toHaveLength(1)
        expect(document.querySelectorAll('b, style, iframe, object').length, at).toBe(0)
        expect(
          [...document.querySelectorAll('*')]
            .flatMap((element) => [...element.attributes])
            .filter(({ name }) => name.startsWith('on')),
        ).toEqual([])
        for (const script of document.querySelectorAll('script'))
          expect([script.textContent, script.getAttribute('src')]).toEqual([
            '',
            expect.stringMatching(/files\/reader-starter\.js$/),
          ])
      }
      const needed = rowsOf(content.body).some((row) => {
        const laid = layRow(row, pictures, style)
        return laid !== undefined && partsOf(laid, style).starter
      })
      expect(pages.get(HERE)!.querySelectorAll('script').length).toBe(needed ? 1 : 0)
    })
  })
})
