import { readdirSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { post as content, rowOf, text } from '../../core/testing/builders.ts'
import { ALWAYS } from '../../core/times/held.ts'
import type { Job } from '../../core/wire/job.ts'
import { ask, jpeg, pressed, startPost, testApp, testHost } from '../testing/test-app.ts'

const titled = (title: string) => ({ ...content(text(title)), title })
const status = async (url: string) => (await fetch(url)).status

describe('the press', () => {
  it('tells how far a job is, and ends with how the post stands', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app, titled('At the slip'))
    const { status: answered, body } = await ask(app, 'post', `/api/posts/${post.id}/publishing`, {
      as: 'live',
      version: 1,
    })
    expect(answered).toBe(202)
    expect(body).toMatchObject({ post: post.id, kind: 'publish', problem: null })
    await app.press.ended(body.id)
    expect((await ask(app, 'get', `/api/jobs/${body.id}`)).body).toMatchObject({
      state: 'done',
      publication: { state: 'live', version: 1 },
    })
    expect((await ask(app, 'get', '/api/jobs/none')).body.code).toBe('job-not-found')
  })

  it('works one job after another: what was asked last is what stands', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app, titled('At the slip'))
    await pressed(app, post.id, { as: 'live', version: 1 })
    const jobs: string[] = []
    for (let turn = 0; turn < 5; turn++) {
      jobs.push(app.press.ask({ kind: 'publish', postId: post.id, version: 1, as: 'live', held: ALWAYS }))
      jobs.push(app.press.ask({ kind: 'withdraw', postId: post.id, patient: false }))
    }
    const ended = await Promise.all(jobs.map((id) => app.press.ended(id)))
    expect(ended.map(({ state }: Job) => state)).toEqual(jobs.map(() => 'done'))
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.publication.state).toBe('withdrawn')
    expect(await status(`${host.url}/posts/at-the-slip/`)).toBe(410)
  })

  it('sends the version that was asked for, whatever was written since, and goes on with it after a stop', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app, titled('First words'))
    // As a kill in the middle leaves it: the job is running, and nobody works on it.
    app.db
      .prepare(
        `INSERT INTO jobs (id, post_id, kind, version, as_state, state, stage, created_at)
         VALUES ('cut-off', ?, 'publish', 1, 'live', 'running', 'files', '2026-03-14T08:00:00.000Z')`,
      )
      .run(post.id)
    await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: titled('Second words') })
    app.press.resume()
    expect(await app.press.ended('cut-off')).toMatchObject({
      state: 'done',
      publication: { state: 'live', version: 1 },
    })
    expect(await (await fetch(`${host.url}/posts/first-words/`)).text()).toContain('First words')
    expect(await status(`${host.url}/posts/second-words/`)).toBe(404)
  })

  it('gives no address to two posts, by words and by the database itself', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const [one, two] = [await startPost(app, titled('At the slip')), await startPost(app, titled('At the slip'))]
    await pressed(app, one.id, { as: 'draft', version: 1 })
    expect((await pressed(app, two.id, { as: 'live', version: 1 })).problem?.message).toBe(
      'The post “At the slip” has the address “at-the-slip” on the blog.',
    )
    const force = app.db.prepare(
      `INSERT INTO publications (post_id, state, version, at, url, address) VALUES (?, 'live', 1, '', '', 'at-the-slip')`,
    )
    expect(() => force.run(two.id)).toThrow(/UNIQUE/)
  })
})

describe('a publishing that is stopped', () => {
  it('leaves readers what they had, or is too late and ends: at whatever request, and before the first', async () => {
    let heard = 0
    let stopAt = Infinity
    let job = ''
    const host = await testHost('key', () => {
      if (heard++ === stopAt) app.press.stop(job)
      return false
    })
    const app = await testApp({ blogUrl: host.url })
    const pictures = await Promise.all([1, 2].map(async (i) => app.bringIn(`k${i}.jpg`, await jpeg(i, 900).toBuffer())))
    const ids = pictures.map(({ body }) => (body.picture as { id: string }).id)
    const stands: string[] = []
    for (let at = -1; stands.at(-1) !== 'all of it heard'; at++) {
      // Each has a file of its own that the host does not have.
      const fresh = await app.bringIn(`fresh${at}.jpg`, await jpeg(10 + at, 800).toBuffer())
      const { id } = await startPost(app, {
        ...content(text('Words'), rowOf([...ids, (fresh.body.picture as { id: string }).id])),
        title: `Stopped ${at + 1}`,
      })
      ;[heard, stopAt] = [0, at]
      job = app.press.ask({ kind: 'publish', postId: id, version: 1, as: 'live', held: ALWAYS })
      if (at < 0) app.press.stop(job)
      await app.press.idle()
      const { state, problem, publication } = (await ask(app, 'get', `/api/jobs/${job}`)).body as Job
      const there = await status(`${host.url}/posts/stopped-${at + 1}/`)
      const listed = (await (await fetch(host.url)).text()).includes(`Stopped ${at + 1}<`)
      expect([state, publication.state, there, listed], `stopped at ${at}`).toEqual(
        state === 'failed' ? ['failed', 'none', 404, false] : ['done', 'live', 200, true],
      )
      if (state === 'failed') {
        expect(problem!.code).toBe('sending-stopped')
        expect((await pressed(app, id, { as: 'live', version: 1 })).publication.state).toBe('live')
      }
      stands.push(heard > at ? state : 'all of it heard')
    }
    expect(stands.slice(0, 2)).toEqual(['failed', 'failed'])
    expect(stands).toContain('done')
    expect((await ask(app, 'post', `/api/jobs/${job}/stop`)).body.state).toBe('done')
    expect((await ask(app, 'post', '/api/jobs/none/stop')).body.code).toBe('job-not-found')
  })
})

describe('a post that is deleted', () => {
  it('is withdrawn from the blog, and its address is free', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app, titled('At the slip'))
    await pressed(app, post.id, { as: 'live', version: 1 })
    expect((await ask(app, 'delete', `/api/posts/${post.id}`)).body).toEqual({ blog: 'withdrawn', elsewhere: [] })
    expect(await status(`${host.url}/posts/at-the-slip/`)).toBe(410)
    const other = await startPost(app, titled('At the slip'))
    expect((await pressed(app, other.id, { as: 'live', version: 1 })).state).toBe('done')
    expect((await ask(app, 'delete', `/api/posts/${(await startPost(app)).id}`)).body).toEqual({
      blog: 'was not there',
      elsewhere: [],
    })
  })

  it('is withdrawn as soon as the host answers, before anything else takes its address', async () => {
    let away = false
    const host = await testHost('key', () => away)
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app, titled('At the slip'))
    await pressed(app, post.id, { as: 'live', version: 1 })
    away = true
    expect((await ask(app, 'delete', `/api/posts/${post.id}`)).body).toEqual({ blog: 'withdrawn later', elsewhere: [] })
    away = false
    const other = await startPost(app, titled('Another'))
    expect((await pressed(app, other.id, { as: 'live', version: 1 })).state).toBe('done')
    expect(await status(`${host.url}/posts/at-the-slip/`)).toBe(410)
  })

  it('stays live where it is brought back before that', async () => {
    let away = false
    const host = await testHost('key', () => away)
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app, titled('At the slip'))
    await pressed(app, post.id, { as: 'live', version: 1 })
    away = true
    await ask(app, 'delete', `/api/posts/${post.id}`)
    const { body } = await ask(app, 'post', `/api/posts/${post.id}/bring-back`)
    expect(body.publication.state).toBe('live')
    away = false
    app.press.resume()
    await app.press.idle()
    expect(await status(`${host.url}/posts/at-the-slip/`)).toBe(200)
  })
})

describe('what nothing needs any more', () => {
  it('goes from the host with the next list, and is never written down here', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app, titled('At the slip'))
    await pressed(app, post.id, { as: 'live', version: 1 })
    const before = host.files()
    await ask(app, 'put', '/api/house', { ...(await ask(app, 'get', '/api/house')).body, gap: 31 })
    await ask(app, 'get', `/proof/posts/${post.id}/`)
    await ask(app, 'get', `/api/posts/${post.id}/publishing`)
    expect(readdirSync(app.folder).sort()).toEqual([
      'arriving',
      'gathering',
      'originals',
      'renditions',
      'set-row.sqlite',
      'set-row.sqlite-shm',
      'set-row.sqlite-wal',
      'videos',
    ])
    await pressed(app, post.id, { as: 'live', version: 1 })
    const after = host.files()
    const sheets = (files: readonly string[]) => files.filter((file) => file.startsWith('house-'))
    expect(sheets(after)).toHaveLength(1)
    expect(sheets(after)).not.toEqual(sheets(before))
    for (const file of readdirSync(path.join(app.folder, 'renditions'))) expect(before).not.toContain(file)
  })
})
