import { ladderFor } from '../core/files/ladder.ts'
import { mkdirSync, readdirSync, rmSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { post as content, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { diskOf } from './disk.ts'
import { Refusal } from './refusal.ts'
import { ask, jpeg, pressed, startPost, testApp, testHost } from './testing/test-app.ts'

/** A disk that is full when told so. */
function testDisk() {
  const disk = {
    full: false,
    asked: 0,
    async need(_bytes: number) {
      disk.asked++
      if (disk.full) throw new Refusal('disk-full')
    },
  }
  return disk
}

describe('a full disk', () => {
  it('is known by what the system says, less what is kept for words', async () => {
    const app = await testApp()
    await expect(diskOf(app.folder, 0).need(1)).resolves.toBeUndefined()
    await expect(diskOf(app.folder, 0).need(1e15)).rejects.toMatchObject({ code: 'disk-full' })
    await expect(diskOf(app.folder, 1e15).need(1)).rejects.toMatchObject({ code: 'disk-full' })
  })
  it('refuses pictures in words, and leaves nothing of them', async () => {
    const disk = testDisk()
    const app = await testApp({ disk })
    disk.full = true
    const { status, body } = await app.bringIn('a.jpg', await jpeg(1).toBuffer())
    expect([status, body.code]).toEqual([507, 'disk-full'])
    for (const place of ['arriving', 'originals', 'renditions'])
      expect(readdirSync(path.join(app.folder, place))).toEqual([])
    disk.full = false
    expect((await app.bringIn('a.jpg', await jpeg(1).toBuffer())).status).toBe(201)
  })
  it('that fails while the first files are written refuses the picture, and leaves nothing of it', async () => {
    const app = await testApp()
    // No file can be put where there is no folder.
    const renditions = path.join(app.folder, 'renditions')
    rmSync(renditions, { recursive: true })
    const bytes = await jpeg(3, 1500, 1000).toBuffer()
    expect((await app.bringIn('a.jpg', bytes)).status).toBe(500)
    await app.intake.idle()
    for (const place of ['arriving', 'originals']) expect(readdirSync(path.join(app.folder, place))).toEqual([])
    mkdirSync(renditions)
    expect((await app.bringIn('a.jpg', bytes)).status).toBe(201)
    await app.intake.idle()
    expect(await app.check()).toEqual([])
  })
  it('leaves the rest of a picture’s files until there is room, is not asked without end, and says so to a publish', async () => {
    const disk = testDisk()
    const host = await testHost()
    const app = await testApp({ disk, blogUrl: host.url })
    // Between what the picture needs to be seen and the rest.
    let answers = 0
    const need = disk.need
    disk.need = (bytes) => {
      if (++answers > 1) disk.full = true
      return need(bytes)
    }
    const { body } = await app.bringIn('a.jpg', await jpeg(2, 1500, 1000).toBuffer())
    const { id } = body.picture as Picture
    await new Promise((resolve) => setTimeout(resolve, 200))
    const asked = disk.asked
    expect(asked).toBeLessThan(5)
    const post = await startPost(app, content(text('One'), rowOf([id])))
    expect((await pressed(app, post.id, { as: 'live', version: 1 })).problem).toMatchObject({ code: 'disk-full' })
    // Words go on all the same.
    const saved = await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: content(text('Two')) })
    expect(saved.status).toBe(200)
    disk.need = need
    disk.full = false
    await expect
      .poll(async () => (await ask(app, 'get', `/api/pictures/${id}`)).body.renditions.length, { timeout: 9000 })
      .toBe(ladderFor(1500, 1000).length + 1)
    expect((await pressed(app, post.id, { as: 'live', version: 2 })).state).toBe('done')
  })
  it('that the database meets is named, nothing of the post is lost, and all goes on when there is room', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app)
    const pages = app.db.pragma('page_count', { simple: true }) as number
    app.db.pragma(`max_page_count = ${pages}`)
    const long = content(...Array.from({ length: 400 }, (_, i) => text(`Paragraph ${i} ${'words '.repeat(60)}`)))
    const save = () => ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: long })
    expect(await save()).toMatchObject({ status: 507, body: { code: 'disk-full' } })
    expect((await app.bringIn('a.jpg', await jpeg(1, 3000, 2000).toBuffer())).body.code ?? 'in').toMatch(/disk-full|in/)
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.version).toBe(1)
    app.db.pragma('max_page_count = 1000000')
    expect((await save()).body.version).toBe(2)
    expect((await pressed(app, post.id, { as: 'live', version: 2 })).state).toBe('done')
    expect(await app.check()).toEqual([])
  })
})

describe('publishing', () => {
  it('does not wait behind pictures that are brought in', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const first = (await app.bringIn('a.jpg', await jpeg(1, 2000, 1400).toBuffer())).body.picture as Picture
    await app.intake.idle()
    const second = (await app.bringIn('b.jpg', await jpeg(2, 2000, 1400).toBuffer())).body.picture as Picture
    const files = await Promise.all(Array.from({ length: 24 }, (_, i) => jpeg(10 + i, 1500, 1000).toBuffer()))
    let here = 0
    const arriving = files.map((bytes, i) => app.bringIn(`${i}.jpg`, bytes).then(() => here++))
    const done = startPost(app, content(text('One'), rowOf([first.id, second.id]))).then((post) =>
      pressed(app, post.id, { as: 'live', version: 1 }),
    )
    expect((await done).state).toBe('done')
    // One whose files were made, and one that waited for its turn behind all of them.
    expect(here).toBeLessThan(files.length)
    await Promise.all(arriving)
    await app.close()
    // Many pictures on a machine that is slow for a while.
  }, 300_000)
})
