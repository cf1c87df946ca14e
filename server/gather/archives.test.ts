import fc from 'fast-check'
import { mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { describe, expect, it, onTestFinished } from 'vitest'
import type { Gathering, GatheringNews } from '../../core/wire/gathering.ts'
import type { Picture } from '../../core/wire/picture.ts'
import type { Post } from '../../core/wire/post.ts'
import { ask, jpeg, startPost, type TestApp, testApp } from '../testing/test-app.ts'
import { type Packed, withFlags, zipOf } from '../testing/zips.ts'
import { plainPath } from './archive.ts'

async function beginZip(app: TestApp, bytes: Buffer, query: Record<string, string> = {}): Promise<string> {
  const { status, body } = await app.client
    .post(`/api/gatherings/archive?${new URLSearchParams({ name: 'day.zip', ...query })}`)
    .set('host', 'localhost')
    .set('content-type', 'application/octet-stream')
    .send(bytes)
  expect(status).toBe(202)
  return (body as Gathering).id
}
const sendZip = async (app: TestApp, bytes: Buffer, query?: Record<string, string>): Promise<GatheringNews> =>
  ended(app, await beginZip(app, bytes, query))

async function ended(app: TestApp, id: string): Promise<GatheringNews> {
  await app.gatherings.idle()
  return (await ask(app, 'get', `/api/gatherings/${id}`)).body as GatheringNews
}

const states = ({ changed }: GatheringNews) => changed.map(({ name, state, problem }) => [name, problem?.code ?? state])
const found = async (app: TestApp, sort = 'added') =>
  ((await ask(app, 'get', `/api/pictures?sort=${sort}`)).body as { pictures: Picture[] }).pictures
const picture = async (name: string, seed: number): Promise<Packed> => ({ name, bytes: await jpeg(seed).toBuffer() })

describe('an archive', () => {
  it('is brought in in its order, folders as tags, for the post, what nobody made left out', async () => {
    const app = await testApp()
    const post = await startPost(app)
    const first = await picture('Kite day/first/KM_1.jpg', 1)
    const zip = await zipOf([
      { ...(await picture('Kite day/first/KM_2.jpg', 2)), stored: true },
      first,
      { name: '__MACOSX/Kite day/._KM_1.jpg', bytes: Buffer.from('x') },
      { name: 'Kite day/.DS_Store', bytes: Buffer.from('x') },
      { name: 'Kite day/Thumbs.db', bytes: Buffer.from('x') },
      { name: 'Kite day/notes.txt', bytes: Buffer.from('Wind north-west, eight to ten.') },
      { name: 'Kite day/older.zip', bytes: await zipOf([await picture('in.jpg', 9)]) },
      { ...(await picture('Kite day/last_row/KM_3.jpg', 3)), streamed: true },
      { ...first, name: 'Kite day/again.jpg' },
    ])
    const news = await sendZip(app, zip, { post: post.id, folders: 'tags' })
    expect(news.gathering).toMatchObject({ state: 'done', found: 6, skipped: 3, problem: null })
    expect(states(news)).toEqual([
      ['Kite day/first/KM_2.jpg', 'here'],
      ['Kite day/first/KM_1.jpg', 'here'],
      ['Kite day/notes.txt', 'not-a-picture'],
      ['Kite day/older.zip', 'archive-nested'],
      ['Kite day/last_row/KM_3.jpg', 'here'],
      ['Kite day/again.jpg', 'already'],
    ])
    // Newest first: the last of the archive.
    expect((await found(app)).map(({ fileName, tags }) => [fileName, tags])).toEqual([
      ['KM_3.jpg', ['Kite day', 'last row']],
      ['KM_1.jpg', ['Kite day', 'first']],
      ['KM_2.jpg', ['Kite day', 'first']],
    ])
    const arrived = ((await ask(app, 'get', `/api/posts/${post.id}`)).body as Post).arrived
    expect(arrived).toHaveLength(3)
    // Read, it is gone, and its file with it.
    await ask(app, 'post', `/api/gatherings/${news.gathering.id}/read`, {})
    expect((await ask(app, 'get', '/api/gatherings')).body).toEqual([])
    expect(readdirSync(`${app.folder}/gathering`)).toEqual([])
  })

  it('may be named in any letters, said to be UTF-8 or not', async () => {
    const app = await testApp()
    const names = ['凧/一.jpg', 'Ørsted/Größe.jpg', 'змей.jpg']
    const zip = await zipOf(await Promise.all(names.map((name, i) => picture(name, 20 + i))))
    const news = await sendZip(
      app,
      withFlags(zip, (flags) => flags & ~0x800),
    )
    expect(news.changed.map(({ name }) => name)).toEqual(names)
  })

  it('is named as what it is where it is locked, or none', async () => {
    const app = await testApp()
    const zip = await zipOf([await picture('a.jpg', 1)])
    expect(
      states(
        await sendZip(
          app,
          withFlags(zip, (flags) => flags | 1),
        ),
      ),
    ).toEqual([['a.jpg', 'archive-locked']])
    const none = await sendZip(app, Buffer.from('This is a letter, and no archive at all.'))
    expect(none.gathering).toMatchObject({ state: 'failed', problem: { code: 'archive-unreadable' } })
  })

  it('of which bytes were changed on the way says so of the very file, packed or not', async () => {
    const app = await testApp()
    const zip = await zipOf([
      { ...(await picture('stored.jpg', 40)), stored: true },
      await picture('packed.jpg', 41),
      await picture('whole.jpg', 42),
    ])
    // In the middle of what each name is followed by.
    for (const name of ['stored.jpg', 'packed.jpg']) zip[zip.indexOf(name) + 300]! ^= 0xff
    expect(states(await sendZip(app, zip))).toEqual([
      ['stored.jpg', 'archive-file-damaged'],
      ['packed.jpg', 'archive-file-damaged'],
      ['whole.jpg', 'here'],
    ])
    expect(await found(app)).toHaveLength(1)
  })

  it('that was cut off gives everything that was whole before the cut', async () => {
    const files = await Promise.all([1, 2, 3, 4, 5].map((n) => picture(`KM_${n}.jpg`, n)))
    const packed: Packed[] = files.map((file, i) => ({ ...file, stored: i === 1, streamed: i === 3 }))
    const zip = await zipOf(packed)
    // Where each file's own part ends: where the next begins, or the list.
    const ends = [2, 3, 4, 5].map((n) => zip.indexOf(`KM_${n}.jpg`) - 30)
    const whole = await sendZip(await testApp(), zip)
    expect(states(whole).map(([, state]) => state)).toEqual(['here', 'here', 'here', 'here', 'here'])
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 60, max: zip.lastIndexOf('KM_1.jpg') - 46 }), async (cut) => {
        const app = await testApp()
        const news = await sendZip(app, zip.subarray(0, cut))
        const complete = ends.filter((end) => end <= cut).length
        const here = news.changed.filter(({ state }) => state === 'here').length
        // The last one may end before the next header begins, with the words that follow it.
        expect(here).toBeGreaterThanOrEqual(complete)
        expect(here).toBeLessThanOrEqual(complete + 1)
        expect(news.gathering.problem?.code).toBe('archive-cut')
        for (const { state, problem } of news.changed)
          if (state === 'refused') expect(problem!.code).toBe('archive-file-cut')
        await app.close()
      }),
      { numRuns: 12 },
    )
  })

  it('that blows up is stopped while it does, and the rest gets in', async () => {
    const app = await testApp({ largestFile: 300e6 })
    const zip = await zipOf([{ name: 'bomb.png', bytes: Buffer.alloc(120e6) }, await picture('fine.jpg', 4)])
    expect(zip.length).toBeLessThan(200_000)
    expect(states(await sendZip(app, zip))).toEqual([
      ['bomb.png', 'archive-blown-up'],
      ['fine.jpg', 'here'],
    ])
  })

  it('leaves nothing outside its folder, whatever its files are called', async () => {
    // Three folders of its own around it: in the system's other tests come and go.
    const outer = mkdtempSync(path.join(tmpdir(), 'set-row-outer-'))
    onTestFinished(() => rmSync(outer, { recursive: true, force: true }))
    const folder = path.join(outer, 'a/b/c')
    mkdirSync(folder, { recursive: true })
    const app = await testApp({}, folder)
    const bytes = await jpeg(7).toBuffer()
    const name = fc
      .array(fc.constantFrom('..', '.', 'a', 'C:', '', '\\', 'KM 1', 'CON', '\u0000', '%2e%2e'), {
        minLength: 1,
        maxLength: 6,
      })
      .map((parts) => `${parts.join('/')}.jpg`)
    await fc.assert(
      fc.property(name, (made) => {
        const plain = plainPath(made)
        expect(plain).not.toMatch(/(^|\/)\.\.?(\/|$)|^\/|\\|^[a-z]:/i)
      }),
    )
    // The archive's own writer would refuse such names: they are put in afterwards.
    const zip = Buffer.from(
      (await zipOf([{ name: 'aaaaaaaa/bb.jpg', bytes }])).toString('latin1').replaceAll('aaaaaaaa/bb', '../../../ev'),
      'latin1',
    )
    const news = await sendZip(app, zip)
    expect(states(news)).toEqual([['ev.jpg', 'here']])
    expect([outer, `${outer}/a`, `${outer}/a/b`].map((place) => readdirSync(place))).toEqual([['a'], ['b'], ['c']])
  })

  it('goes on after the server was stopped, each of its pictures once', async () => {
    const app = await testApp()
    const zip = await zipOf(await Promise.all(Array.from({ length: 8 }, (_, i) => picture(`KM_${i}.jpg`, 40 + i))))
    const id = await beginZip(app, zip)
    // As a kill leaves it: some are here, one was on its way.
    await app.gatherings.idle()
    app.db.prepare(`UPDATE gathered SET state = 'waiting', picture_id = NULL WHERE place IN (2, 5, 7)`).run()
    app.db.prepare(`UPDATE gathered SET state = 'arriving' WHERE place = 5`).run()
    app.db.prepare(`UPDATE gatherings SET state = 'running'`).run()
    await app.close()
    const again = await testApp({}, app.folder)
    await again.gatherings.takeUp()
    const news = await ended(again, id)
    expect(news.gathering).toMatchObject({ state: 'done', found: 8 })
    expect(states(news).map(([, state]) => state)).toEqual([
      'here',
      'here',
      'already',
      'here',
      'here',
      'already',
      'here',
      'already',
    ])
    expect((await found(again)).map(({ fileName }) => fileName)).toEqual(
      [7, 6, 5, 4, 3, 2, 1, 0].map((n) => `KM_${n}.jpg`),
    )
  })

  it('can be cancelled: what has come stays, and what was cancelled can be tried again', async () => {
    const app = await testApp()
    const zip = await zipOf(await Promise.all(Array.from({ length: 12 }, (_, i) => picture(`KM_${i}.jpg`, 60 + i))))
    const id = await beginZip(app, zip)
    await expect
      .poll(async () => ((await ask(app, 'get', `/api/gatherings/${id}`)).body as GatheringNews).changed.length)
      .toBe(12)
    expect((await ask(app, 'post', `/api/gatherings/${id}/cancel`, {})).status).toBe(204)
    const news = await ended(app, id)
    expect(news.gathering.state).toBe('cancelled')
    for (const { state, problem } of news.changed) expect(state === 'here' || problem?.code === 'cancelled').toBe(true)
    const refused = news.changed.find(({ state }) => state === 'refused')!
    await ask(app, 'post', `/api/gatherings/${id}/again`, { place: refused.place })
    expect((await ended(app, id)).changed[refused.place]!.state).toBe('here')
  })

  it('can be cancelled at any moment, also while a file is opened and nobody reads it yet', async () => {
    const app = await testApp()
    const zip = await zipOf(await Promise.all(Array.from({ length: 6 }, (_, i) => picture(`KM_${i}.jpg`, 80 + i))))
    for (let moment = 0; moment < 40; moment++) {
      const id = await beginZip(app, zip)
      for (let turn = 0; turn < moment; turn++) await new Promise((done) => setImmediate(done))
      await ask(app, 'post', `/api/gatherings/${id}/cancel`, {})
      const { gathering, changed } = await ended(app, id)
      expect(['cancelled', 'done']).toContain(gathering.state)
      for (const { state, problem } of changed)
        expect(['here', 'already'].includes(state) || problem?.code === 'cancelled').toBe(true)
    }
  })
})
