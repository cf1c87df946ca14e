import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { post as content, text } from '../../core/testing/builders.ts'
import type { Held } from '../../core/times/held.ts'
import { ask, pressed, startPost, testApp, testHost } from '../testing/test-app.ts'

const titled = (title: string, more = {}) => ({ ...content(text(title)), title, ...more })
const HOUR = 3_600_000
const START = Date.parse('2026-03-28T20:00:00.000Z')
const hours = (count: number) => new Date(START + count * HOUR).toISOString()

/** A clock that both sides go by, and a host that is asked as readers ask. */
async function world(away = () => false) {
  let moment = START
  const now = () => new Date(moment)
  const host = await testHost('key', away, now)
  const app = await testApp({ blogUrl: host.url, now })
  const page = async (place = '') => {
    const response = await fetch(`${host.url}/${place}`)
    return { status: response.status, html: await response.text() }
  }
  return {
    app,
    page,
    turnTo: (count: number) => void (moment = START + count * HOUR),
    status: async (place: string) => (await page(`posts/${place}/`)).status,
    state: async (id: string) => (await ask(app, 'get', `/api/posts/${id}`)).body.publication,
    publish: (id: string, times?: Held, version = 1) =>
      pressed(app, id, { as: 'live', version, ...(times ? { times } : {}) }),
  }
}

describe('a post with set times', () => {
  it('is shown and withdrawn by the host alone, in the list and the feeds too', async () => {
    const { app, page, turnTo, status, state, publish } = await world()
    const first = await startPost(app, titled('Always'))
    await publish(first.id)
    const { id } = await startPost(app, titled('At the slip'))
    expect((await publish(id, { from: hours(12), until: hours(36) })).publication).toMatchObject({
      state: 'planned',
      from: hours(12),
      until: hours(36),
      firstLiveAt: hours(12),
    })
    const found = async () => [
      await status('at-the-slip'),
      ...(await Promise.all(
        ['', 'feed.atom', 'feed.json'].map(async (name) => (await page(name)).html.includes('At the slip')),
      )),
      (await page()).html.includes('Always'),
    ]
    expect(await found()).toEqual([404, false, false, false, true])
    expect((await ask(app, 'get', '/api/posts/times')).body.times.map(({ will }: { will: string }) => will)).toEqual([
      'go live',
      'end',
    ])
    // Nothing is asked of the application from here on.
    turnTo(11.99)
    expect(await found()).toEqual([404, false, false, false, true])
    turnTo(12)
    expect(await found()).toEqual([200, true, true, true, true])
    expect((await page('posts/at-the-slip/')).html).toContain('29 March 2026')
    turnTo(36)
    expect(await found()).toEqual([410, false, false, false, true])
    expect(await state(id)).toMatchObject({ state: 'withdrawn', at: hours(36), from: null, until: null })
    expect((await ask(app, 'get', '/api/posts/times')).body.times).toEqual([])
  })
  it('keeps them when it is sent again, and loses them when it is said so or withdrawn', async () => {
    const { app, turnTo, status, state, publish } = await world()
    const { id } = await startPost(app, titled('At the slip'))
    await publish(id, { from: hours(2), until: hours(9) })
    await ask(app, 'put', `/api/posts/${id}`, { baseVersion: 1, content: titled('At the slip', { excerpt: 'New' }) })
    expect((await publish(id, undefined, 2)).publication).toMatchObject({ from: hours(2), until: hours(9), version: 2 })
    await app.press.ended((await ask(app, 'post', `/api/posts/${id}/again`)).body.id)
    expect(await state(id)).toMatchObject({ state: 'planned', from: hours(2) })
    // Another time: the first that was set never came.
    await publish(id, { from: hours(3), until: null }, 2)
    expect(await state(id)).toMatchObject({ firstLiveAt: hours(3), until: null })
    turnTo(4)
    expect(await state(id)).toMatchObject({ state: 'live', from: null, firstLiveAt: hours(3) })
    await publish(id, { from: null, until: hours(5) }, 2)
    expect(await state(id)).toMatchObject({ state: 'live', until: hours(5), firstLiveAt: hours(3) })
    await pressed(app, id, 'withdraw')
    expect(await state(id)).toMatchObject({ state: 'withdrawn', until: null })
    expect(await status('at-the-slip')).toBe(410)
    await publish(id, undefined, 2)
    turnTo(6)
    expect([await status('at-the-slip'), (await state(id)).firstLiveAt]).toEqual([200, hours(3)])
  })
  it('is refused times that are over, turned round, or would hide what readers have', async () => {
    const { app, publish } = await world()
    const { id } = await startPost(app, titled('At the slip'))
    const code = async (times: Held) => (await publish(id, times)).problem?.code
    expect(await code({ from: hours(0), until: null })).toBe('time-over')
    expect(await code({ from: null, until: hours(-1) })).toBe('time-over')
    expect(await code({ from: hours(2), until: hours(2) })).toBe('times-turned')
    await publish(id)
    expect(await code({ from: hours(2), until: null })).toBe('live-already')
    const { body } = await ask(app, 'post', `/api/posts/${id}/publishing`, {
      as: 'live',
      version: 1,
      times: { from: 'tomorrow', until: null },
    })
    expect(body.code).toBe('bad-request')
  })
  it('holds its address while it is planned, and frees it when its time is over', async () => {
    const { app, turnTo, publish } = await world()
    const [one, two] = [await startPost(app, titled('At the slip')), await startPost(app, titled('At the slip'))]
    await publish(one.id, { from: hours(2), until: hours(4) })
    expect((await publish(two.id)).problem?.code).toBe('address-taken')
    turnTo(4)
    app.press.resume()
    await app.press.idle()
    expect((await publish(two.id)).state).toBe('done')
  })
  it('is taken up again with its times where a stop came in between', async () => {
    const { app, state } = await world()
    const { id } = await startPost(app, titled('At the slip'))
    app.db
      .prepare(
        `INSERT INTO jobs (id, post_id, kind, version, as_state, state, stage, created_at, shows_from, shows_until)
         VALUES ('cut-off', ?, 'publish', 1, 'live', 'running', 'files', ?, ?, NULL)`,
      )
      .run(id, hours(0), hours(5))
    app.press.resume()
    await app.press.ended('cut-off')
    expect(await state(id)).toMatchObject({ state: 'planned', from: hours(5) })
  })
  it('is known to stand there with its times where the answer was lost', async () => {
    let moment = START
    let silent = false
    const cut = ({ method, url }: { method: string; url: string }) =>
      silent && (method === 'PUT' && url.includes('/posts/') ? ('after' as const) : url.includes('/posts/'))
    const host = await testHost('key', cut, () => new Date(moment))
    const app = await testApp({ blogUrl: host.url, now: () => new Date(moment++) })
    const { id } = await startPost(app, titled('At the slip'))
    silent = true
    const times = { from: hours(5), until: hours(7) }
    expect((await pressed(app, id, { as: 'live', version: 1, times })).problem?.code).toBe('host-unsure')
    await app.press.idle()
    silent = false
    app.press.resume()
    await app.press.idle()
    expect((await ask(app, 'get', `/api/posts/${id}`)).body.publication).toMatchObject({ state: 'planned', ...times })
  })
})

describe('lists at set times', () => {
  it('show, at any moment and by the host alone, what a list made at that moment would', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(12), fc.integer({ min: 1, max: 12 }), fc.boolean(), fc.boolean()), {
          minLength: 1,
          maxLength: 9,
        }),
        fc.uniqueArray(fc.integer({ min: 1, max: 26 }), { maxLength: 4 }),
        async (posts, looks) => {
          const { app, page, turnTo, publish } = await world()
          await ask(app, 'put', '/api/house', {
            ...(await ask(app, 'get', '/api/house')).body,
            postsPerPage: 3,
          })
          const ids: string[] = []
          for (const [i, [from, lasts, ends, topical]] of posts.entries()) {
            const { id } = await startPost(app, titled(`Post ${i}`, topical ? { topics: ['Knots'] } : {}))
            ids.push(id)
            const until = ends ? hours(from + lasts) : null
            await publish(id, { from: from === 0 ? null : hours(from), until })
          }
          const front = (await ask(app, 'get', '/api/front')).body
          await ask(app, 'put', '/api/front', {
            baseVersion: front.version,
            front: { ...front.front, first: { post: ids[0], until: hours(8) } },
          })
          await app.press.idle()
          for (const at of looks.sort((a, b) => a - b)) {
            turnTo(at)
            const places = ['', 'older/1/', 'older/2/', 'topics/knots/', 'topics/knots/older/1/', 'feed.json']
            const seen = await Promise.all(places.map(page))
            // Made anew at this moment.
            app.press.resume()
            await app.press.idle()
            expect(await Promise.all(places.map(page))).toEqual(seen)
          }
        },
      ),
      { numRuns: 12 },
    )
  })
})
