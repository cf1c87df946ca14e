import Database from 'better-sqlite3'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, it } from 'vitest'
import { post as content, text } from '../../core/testing/builders.ts'
import type { PictureCounts } from '../../core/wire/picture-search.ts'
import type { PostSummary } from '../../core/wire/post.ts'
import { ask, testApp } from '../testing/test-app.ts'
import { openDatabase } from './open.ts'

const MIGRATIONS = path.resolve(import.meta.dirname, 'migrations')
const MOMENT = '2026-03-14T08:00:00.000Z'

/** A row as posts of version 2 have it, with a choice made wherever one can be. */
const ROW = {
  id: 'row-older',
  kind: 'gallery',
  pictures: [{ id: 'kite' }, { id: 'mast' }, { id: 'mast', alt: 'Its own' }],
  sits: 'outset',
  side: 'left',
  width: { unit: '%', value: 40 },
  composition: { beside: ['.', { stacked: ['.', '.'] }] },
  gallery: { form: 'level', across: 4, cell: 1.5, order: 'taken' },
  frame: 1.5,
  slideshow: {
    across: 2,
    fill: true,
    move: 'slide',
    seconds: 9,
    starts: true,
    arrows: false,
    place: 'dots',
    fullScreen: true,
  },
  ground: 'dark',
  filter: true,
  tagsLeftOut: ['bench'],
  first: 2,
  reveal: 'rise',
  share: true,
  between: 3,
  space: 40,
  captions: 'row',
  caption: 'At the slip',
  onClick: { do: 'picture-page' },
  through: 'post',
}

/** A database as the program of version 2 left it: two posts, one of them live, three pictures. */
function olderFolder(): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-older-'))
  const db = new Database(path.join(folder, 'set-row.sqlite'))
  for (const file of ['0001-posts-and-pictures.sql', '0002-what-was-sent.sql'])
    db.exec(readFileSync(path.join(MIGRATIONS, file), 'utf8'))
  db.pragma('user_version = 2')
  const picture = db.prepare(`
    INSERT INTO pictures VALUES (@id, @id, 'ready', @name, 'JPEG', 1, 300, 200, '#888888', '', @alt, '', '', '["slip"]',
      0.5, 0.5, NULL, @at, NULL)`)
  picture.run({ id: 'kite', name: 'KM_2.jpg', alt: 'A kite', at: '2026-03-02T08:00:00.000Z' })
  picture.run({ id: 'mast', name: 'KM_1.jpg', alt: '', at: '2026-03-01T08:00:00.000Z' })
  picture.run({ id: 'reel', name: 'KM_3.jpg', alt: '', at: '2026-03-03T08:00:00.000Z' })
  const posts = {
    slip: {
      ...content(text('By seven the flags stood'), { type: 'row', attrs: ROW } as never),
      version: 2,
      tray: ['kite', 'reel'],
      topics: ['Launch'],
      featured: { picture: 'kite', focus: { x: 0.2, y: 0.4 } },
    },
    bench: { ...content(text('One')), title: 'On the bench' },
  }
  for (const [id, post] of Object.entries(posts)) {
    db.prepare(`INSERT INTO posts VALUES (?, 3, ?, ?, ?, NULL)`).run(id, JSON.stringify(post), MOMENT, MOMENT)
    for (const shown of id === 'slip' ? ['kite', 'mast'] : [])
      db.prepare('INSERT INTO pictures_shown VALUES (?, ?)').run(id, shown)
  }
  db.prepare(
    `INSERT INTO publications VALUES ('slip', 'live', 3, ?, ?, 'http://blog.example/', 'at-the-slip', NULL)`,
  ).run(MOMENT, MOMENT)
  db.close()
  return folder
}

it('a database of the version before is opened with all that is in it', async () => {
  const app = await testApp({}, olderFolder())
  const { body: list } = await ask(app, 'get', '/api/posts')
  expect(list.total).toBe(2)
  expect((list.posts as PostSummary[]).find(({ id }) => id === 'slip')).toMatchObject({
    title: 'At the slip',
    excerpt: 'By seven the flags stood',
    topics: ['Launch'],
    featured: { picture: 'kite', focus: { x: 0.2, y: 0.4 } },
    words: 5,
    pictures: 2,
    waiting: 1,
    withoutAlt: 1,
    publication: { state: 'live', address: 'at-the-slip' },
  })
  const { body: slip } = await ask(app, 'get', '/api/posts/slip')
  expect(slip.content.tray).toEqual(['kite', 'reel'])
  const { side, width, composition, ground, filter, tagsLeftOut, first, frame, gallery, slideshow, ...rest } = ROW
  expect(slip.content.body.content[1].attrs).toEqual({
    ...rest,
    words: [],
    set: null,
    width: null,
    corner: null,
    border: null,
    one: { side, width },
    patchwork: { composition },
    gallery: { ...gallery, ground, filter, tagsLeftOut, first },
    slideshow: { frame, ...slideshow },
  })
  const ids = async (query: string) =>
    (await ask(app, 'get', `/api/pictures?${query}`)).body.pictures.map(({ id }: { id: string }) => id)
  expect(await ids('')).toEqual(['reel', 'kite', 'mast'])
  expect(await ids('words=km_1')).toEqual(['mast'])
  expect(await ids('keeps=unused')).toEqual(['reel'])
  expect(await ids('tag=SLIP&month=')).toEqual(['reel', 'kite', 'mast'])
  const { all, keeps } = (await ask(app, 'get', '/api/pictures/counts')).body as PictureCounts
  expect({ all, ...keeps }).toMatchObject({ all: 3, unused: 1, silent: 2, alike: 0 })
})

it('an older database is copied whole before it is brought up to date', async () => {
  const folder = olderFolder()
  await testApp({}, folder)
  const before = new Database(path.join(folder, 'backups/before-version-3.sqlite'), { readonly: true })
  expect(before.pragma('user_version', { simple: true })).toBe(2)
  expect(before.prepare('SELECT count(*) AS posts FROM posts').get()).toEqual({ posts: 2 })
  before.close()
})

it('one of a newer program is refused in words, and left as it is', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-newer-'))
  const file = path.join(folder, 'set-row.sqlite')
  const db = new Database(file)
  db.exec('CREATE TABLE from_later (x)')
  db.pragma('user_version = 99')
  db.close()
  const bytes = readFileSync(file)
  expect(() => openDatabase(folder)).toThrow(
    /last used by a newer Set Row: its data have version 99, .* Nothing was changed/,
  )
  expect(readFileSync(file).equals(bytes)).toBe(true)
})
