import { readdirSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { post as content, rowOf } from '../core/testing/builders.ts'
import type { Bin } from '../core/wire/picture-search.ts'
import { ask, jpeg, startPost, testApp } from './testing/test-app.ts'

describe('a picture in use', () => {
  it('is not deleted; the refusal names the posts', async () => {
    const app = await testApp()
    const { body } = await app.bringIn('a.jpg', await jpeg(2).toBuffer())
    await startPost(app, { ...content(rowOf([body.picture.id])), title: 'At the slip' })
    const { status, body: problem } = await ask(app, 'delete', `/api/pictures/${body.picture.id}`)
    expect(status).toBe(409)
    expect(problem.message).toContain('“At the slip”')
  })
  it('is deleted all the same by who was told, and comes back from the bin to where it was', async () => {
    const app = await testApp()
    const { id } = (await app.bringIn('a.jpg', await jpeg(3).toBuffer())).body.picture
    const post = await startPost(app, { ...content(rowOf([id])), title: 'At the slip' })
    expect((await ask(app, 'delete', `/api/pictures/${id}?anyway`)).status).toBe(204)
    const bin = async () => (await ask(app, 'get', '/api/pictures/bin')).body as Bin
    expect((await bin()).map(({ picture }) => picture.id)).toEqual([id])
    expect((await ask(app, 'post', '/api/pictures/by-ids', { ids: [id] })).body).toEqual([])
    await ask(app, 'post', `/api/pictures/${id}/bring-back`)
    expect(await bin()).toEqual([])
    expect((await ask(app, 'get', `/api/pictures/${id}/uses`)).body).toEqual([{ id: post.id, title: 'At the slip' }])
  })
})

describe('a deleted picture', () => {
  const day = 24 * 3600 * 1000
  it('can be brought back, by undo and by bringing the file in again, with its texts', async () => {
    const app = await testApp()
    const bytes = await jpeg(4).toBuffer()
    const { id } = (await app.bringIn('a.jpg', bytes)).body.picture
    await ask(app, 'patch', `/api/pictures/${id}`, { alt: 'A kite' })
    expect((await ask(app, 'delete', `/api/pictures/${id}`)).status).toBe(204)
    expect((await ask(app, 'get', '/api/pictures')).body.pictures).toEqual([])
    expect((await ask(app, 'get', `/api/pictures/${id}`)).body.code).toBe('picture-not-found')
    expect((await ask(app, 'post', `/api/pictures/${id}/bring-back`)).body).toMatchObject({ id, alt: 'A kite' })
    await ask(app, 'delete', `/api/pictures/${id}`)
    expect((await app.bringIn('again.jpg', bytes)).body).toMatchObject({
      already: false,
      picture: { id, alt: 'A kite' },
    })
    expect((await ask(app, 'get', '/api/pictures')).body.pictures).toHaveLength(1)
  })
  it('loses its files after thirty days, unless a deleted post could still come back for it', async () => {
    const app = await testApp()
    const ids: string[] = []
    for (const seed of [5, 6, 7])
      ids.push((await app.bringIn(`${seed}.jpg`, await jpeg(seed).toBuffer())).body.picture.id)
    const post = await startPost(app, content(rowOf([ids[0]!])))
    await ask(app, 'delete', `/api/posts/${post.id}`)
    for (const id of ids) await ask(app, 'delete', `/api/pictures/${id}`)
    await app.intake.idle()
    const set = (id: string, age: number) =>
      app.db
        .prepare('UPDATE pictures SET deleted_at = ? WHERE id = ?')
        .run(new Date(Date.parse('2026-03-14T08:00:00Z') - age).toISOString(), id)
    set(ids[0]!, 40 * day)
    set(ids[1]!, 40 * day)
    set(ids[2]!, 20 * day)
    await app.check()
    expect(
      (app.db.prepare('SELECT id FROM pictures ORDER BY id').all() as { id: string }[]).map(({ id }) => id),
    ).toEqual([ids[0]!, ids[2]!].sort())
    expect(readdirSync(path.join(app.folder, 'originals'))).toHaveLength(2)
  })
})
