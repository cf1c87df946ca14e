import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { post as content, rowOf } from '../../core/testing/builders.ts'
import type { Picture } from '../../core/wire/picture.ts'
import { type PictureCounts, PICTURES_A_PAGE } from '../../core/wire/picture-search.ts'
import { ask, startPost, type TestApp, testApp } from '../testing/test-app.ts'
import { matchOf, searchable } from './searchable.ts'

/** Pictures as rows alone: what is asked here needs no files. */
function putPictures(
  app: TestApp,
  pictures: readonly Partial<Record<'title' | 'alt' | 'caption' | 'fileName', string>>[],
): string[] {
  const insert = app.db.prepare(`
    INSERT INTO pictures (id, hash, state, file_name, format, bytes, width, height, colour, title, alt, caption, credit,
      tags, focus_x, focus_y, taken_at, added_at, number)
    VALUES (@id, @id, 'ready', @fileName, 'JPEG', 1, 300, 200, '#888888', @title, @alt, @caption, '', '["Dünen"]', 0.5, 0.5,
      @taken, '2026-03-14T08:00:00.000Z', @number)`)
  return pictures.map(({ title = '', alt = '', caption = '', fileName = 'a.jpg' }, i) => {
    const id = `picture-${i}`
    const taken = i % 3 ? null : `2026-03-${String(1 + (i % 28)).padStart(2, '0')}T08:00:00`
    insert.run({ id, title, alt, caption, fileName, taken, number: i + 1 })
    return id
  })
}
const find = async (app: TestApp, query: Record<string, string> = {}): Promise<string[]> =>
  (await ask(app, 'get', `/api/pictures?${new URLSearchParams(query)}`)).body.pictures.map(({ id }: Picture) => id)
const counts = async (app: TestApp, words = '') => {
  const { body } = await ask(app, 'get', `/api/pictures/counts?${new URLSearchParams({ words })}`)
  const { found, keeps } = body as PictureCounts
  return { all: found, unused: keeps.unused, silent: keeps.silent }
}

describe('a search for pictures', () => {
  it('finds words by their beginnings in every text, tag and file name, whatever their case and accents', async () => {
    const app = await testApp()
    putPictures(app, [
      { title: 'The red Diamond' },
      { caption: 'Über den Dünen', fileName: 'KM_2074.jpg' },
      { alt: '凧糸を結ぶ手' },
      { title: 'Łódź, Straße' },
    ])
    const cases: [string, string[]][] = [
      ['dia', ['picture-0']],
      ['RED the', ['picture-0']],
      ['uber', ['picture-1']],
      ['dünen', ['picture-3', 'picture-2', 'picture-1', 'picture-0']],
      ['km_2074', ['picture-1']],
      ['2074', ['picture-1']],
      ['結ぶ', ['picture-2']],
      ['糸', ['picture-2']],
      ['lodz', ['picture-3']],
      ['strasse', ['picture-3']],
      ['red uber', []],
      ['amond', []],
    ]
    for (const [words, found] of cases) expect(await find(app, { words }), words).toEqual(found)
  })
  it('takes any words at all, and never for a command', async () => {
    const app = await testApp()
    putPictures(app, [{ title: 'kite' }])
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'binary', maxLength: 40 }), async (words) => {
        const { status } = await ask(app, 'get', `/api/pictures?words=${encodeURIComponent(words)}`)
        expect(status).toBe(200)
      }),
      { numRuns: 150, examples: [['"'], ['kite OR *'], ['NEAR(a b)'], ['-'], ['title:kite'], ['\u0000']] },
    )
    expect(matchOf('  ')).toBeUndefined()
    expect(searchable('Ærø')).toBe('æro')
  })
  it('gives page after page, each picture once, in every order and with every filter', async () => {
    const app = await testApp()
    const n = 2 * PICTURES_A_PAGE + 7
    putPictures(
      app,
      Array.from({ length: n }, (_, i) => ({ title: `kite ${i % 5}`, alt: i % 2 ? 'A kite' : '' })),
    )
    for (const sort of ['added', 'taken', 'title'])
      for (const keeps of ['', 'silent', 'unused'])
        for (const words of ['', 'kite']) {
          const met: string[] = []
          let after: string | null = ''
          while (after !== null) {
            const query = new URLSearchParams({ sort, keeps, words, ...(after ? { after } : {}) })
            const { body } = await ask(app, 'get', `/api/pictures?${query}`)
            met.push(...(body.pictures as Picture[]).map(({ id }) => id))
            after = body.next as string | null
          }
          expect(new Set(met).size, `${sort} ${keeps} ${words}`).toBe(met.length)
          expect(met).toHaveLength(keeps === 'silent' ? Math.ceil(n / 2) : n)
        }
    expect((await find(app))[0]).toBe(`picture-${n - 1}`)
    expect((await find(app, { after: 'nonsense' }))[0]).toBe(`picture-${n - 1}`)
  })
  it('counts what each filter keeps to, through every change', async () => {
    const app = await testApp()
    const [one, two] = putPictures(app, [{ alt: 'A kite' }, { title: 'mast' }, {}])
    expect(await counts(app)).toEqual({ all: 3, unused: 3, silent: 2 })
    const post = await startPost(app, content(rowOf([one!, two!]), rowOf([one!])))
    expect(await counts(app)).toEqual({ all: 3, unused: 1, silent: 2 })
    expect(await counts(app, 'mast')).toEqual({ all: 1, unused: 0, silent: 1 })
    await ask(app, 'patch', `/api/pictures/${two}`, { alt: 'The mast' })
    expect(await counts(app)).toEqual({ all: 3, unused: 1, silent: 1 })
    expect(await find(app, { keeps: 'unused' })).toEqual(['picture-2'])
    await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: content(rowOf([one!])) })
    expect(await counts(app)).toEqual({ all: 3, unused: 2, silent: 1 })
    await ask(app, 'delete', `/api/posts/${post.id}`)
    expect(await counts(app)).toEqual({ all: 3, unused: 3, silent: 1 })
    await ask(app, 'post', `/api/posts/${post.id}/bring-back`)
    expect(await counts(app)).toEqual({ all: 3, unused: 2, silent: 1 })
    await ask(app, 'delete', `/api/pictures/${two}`)
    expect(await counts(app)).toEqual({ all: 2, unused: 1, silent: 1 })
    expect(await find(app, { words: 'mast' })).toEqual([])
    expect((await ask(app, 'get', `/api/pictures/${one}/uses`)).body).toEqual([{ id: post.id, title: 'At the slip' }])
  })
})

describe('pictures by their ids', () => {
  it('come together, without those that are gone, and never by thousands', async () => {
    const app = await testApp()
    const ids = putPictures(app, [{}, {}])
    const { body } = await ask(app, 'post', '/api/pictures/by-ids', { ids: [...ids, 'gone'] })
    expect((body as Picture[]).map(({ id }) => id).sort()).toEqual(ids)
    expect(
      (await ask(app, 'post', '/api/pictures/by-ids', { ids: Array.from({ length: 501 }, () => 'aaaa') })).status,
    ).toBe(400)
  })
})

describe('five thousand pictures', () => {
  it('are walked by pages in every order, each once, and a post of three hundred of them opens as it was saved', async () => {
    const app = await testApp()
    const words = ['kite', 'mast', 'reel', 'slip', 'bench']
    const ids = app.db.transaction(() =>
      putPictures(
        app,
        Array.from({ length: 5000 }, (_, i) => ({ title: `${words[i % 5]!} ${i % 700}`, alt: i % 4 ? 'Seen' : '' })),
      ),
    )()
    expect(await counts(app)).toEqual({ all: 5000, unused: 5000, silent: 1250 })
    const walk = async (query: Record<string, string>): Promise<string[]> => {
      const met: string[] = []
      for (let after: string | null = ''; after !== null; ) {
        const search = new URLSearchParams({ ...query, ...(after ? { after } : {}) })
        const { body } = await ask(app, 'get', `/api/pictures?${search}`)
        expect(body.pictures.length).toBeLessThanOrEqual(PICTURES_A_PAGE)
        met.push(...body.pictures.map(({ id }: Picture) => id))
        after = body.next
      }
      return met
    }
    for (const sort of ['added', 'taken', 'title']) expect((await walk({ sort })).sort(), sort).toEqual([...ids].sort())
    const kites = ids.filter((_, i) => i % 5 === 0 && i % 4 === 0)
    expect((await walk({ words: 'kite', keeps: 'silent', sort: 'title' })).sort()).toEqual(kites.sort())

    const rows = [ids.slice(0, 200), ids.slice(2000, 2100)].map((shown) => rowOf(shown, { kind: 'gallery' }))
    const post = await startPost(app, { ...content(...rows), tray: ids.slice(0, 2000) })
    const { body } = await ask(app, 'get', `/api/posts/${post.id}`)
    expect(body.content.body.content).toEqual(rows)
    expect(body.content.tray).toHaveLength(2000)
    expect(await counts(app)).toEqual({ all: 5000, unused: 4700, silent: 1250 })
  })
})
