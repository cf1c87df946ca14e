import { readdirSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import type { PostContent } from '../core/post/post.ts'
import { post as content, rowOf, text } from '../core/testing/builders.ts'
import type { HouseEffect } from '../core/wire/house.ts'
import type { PageWeight } from '../core/wire/page-weight.ts'
import type { Post, PublishPlan, SavedState } from '../core/wire/post.ts'
import { readSettings } from './settings.ts'
import { jpeg, testApp, testHost } from './testing/test-app.ts'

type App = Awaited<ReturnType<typeof testApp>>
const ask = ({ client }: App, method: 'get' | 'post' | 'put' | 'patch' | 'delete', place: string, body?: object) =>
  client[method](place).set('host', 'localhost').send(body)
const start = async (app: App, from: PostContent = content(text('One'))): Promise<Post> =>
  (await ask(app, 'post', '/api/posts', { content: from })).body as Post

describe('saving a post', () => {
  it('keeps every saved state and gives each back', async () => {
    const app = await testApp()
    const post = await start(app)
    for (const [i, words] of ['Two', 'Three'].entries()) {
      const { body } = await ask(app, 'put', `/api/posts/${post.id}`, {
        baseVersion: i + 1,
        content: content(text(words)),
      })
      expect(body.version).toBe(i + 2)
    }
    const { body: states } = await ask(app, 'get', `/api/posts/${post.id}/states`)
    expect((states as SavedState[]).map(({ version, aside }) => [version, aside])).toEqual([
      [3, false],
      [2, false],
      [1, false],
    ])
    const { body: first } = await ask(app, 'get', `/api/posts/${post.id}/states/${states[2].key}`)
    expect(first).toEqual(content(text('One')))
  })
  it('refuses the second of two windows, and keeps both texts', async () => {
    const app = await testApp()
    const post = await start(app)
    await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: content(text('Mine')) })
    const { status, body } = await ask(app, 'put', `/api/posts/${post.id}`, {
      baseVersion: 1,
      content: content(text('Theirs')),
    })
    expect(status).toBe(409)
    expect(body).toMatchObject({ code: 'stale-save', detail: { version: 2, content: content(text('Mine')) } })
    const { body: states } = await ask(app, 'get', `/api/posts/${post.id}/states`)
    const aside = (states as SavedState[]).find((state) => state.aside)!
    expect((await ask(app, 'get', `/api/posts/${post.id}/states/${aside.key}`)).body).toEqual(content(text('Theirs')))
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.content).toEqual(content(text('Mine')))
  })
  it('knows a text again whose first answer was lost on the way', async () => {
    const app = await testApp()
    const post = await start(app)
    const send = () => ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: content(text('Two')) })
    const { body: lost } = await send()
    const { status, body } = await send()
    expect([status, body]).toEqual([200, lost])
    expect((await ask(app, 'get', `/api/posts/${post.id}/states`)).body).toHaveLength(2)
  })
  it('refuses what is not a post, naming the place, and keeps what was', async () => {
    const app = await testApp()
    const post = await start(app)
    const broken = {
      ...content(text('x')),
      body: { type: 'doc', content: [{ type: 'heading', attrs: { level: 9 }, content: [] }] },
    }
    const { status, body } = await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: broken })
    expect(status).toBe(400)
    expect(body.message).toContain('body.content[0]')
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.version).toBe(1)
  })
  it('deletes so that it can be undone', async () => {
    const app = await testApp()
    const post = await start(app)
    await ask(app, 'delete', `/api/posts/${post.id}`)
    expect((await ask(app, 'get', '/api/posts')).body).toEqual([])
    await ask(app, 'post', `/api/posts/${post.id}/bring-back`)
    expect((await ask(app, 'get', '/api/posts')).body).toHaveLength(1)
  })
  it('keeps pictures that arrived for a post at hand until its tray has them', async () => {
    const app = await testApp()
    const post = await start(app)
    const { body } = await app.bringIn('a.jpg', await jpeg(1).toBuffer(), post.id)
    const { id } = body.picture
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.arrived).toEqual([id])
    await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: { ...content(text('One')), tray: [id] } })
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.arrived).toEqual([])
  })
  it('survives a restart', async () => {
    const app = await testApp()
    const post = await start(app)
    await app.close()
    const again = await testApp({}, app.folder)
    expect((await ask(again, 'get', `/api/posts/${post.id}`)).body.content).toEqual(content(text('One')))
  })
})

describe('a picture in use', () => {
  it('is not deleted; the refusal names the posts', async () => {
    const app = await testApp()
    const { body } = await app.bringIn('a.jpg', await jpeg(2).toBuffer())
    await start(app, { ...content(rowOf([body.picture.id])), title: 'At the slip' })
    const { status, body: problem } = await ask(app, 'delete', `/api/pictures/${body.picture.id}`)
    expect(status).toBe(409)
    expect(problem.message).toContain('“At the slip”')
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
    expect((await ask(app, 'get', '/api/pictures')).body).toEqual([])
    expect((await ask(app, 'get', `/api/pictures/${id}`)).body.code).toBe('picture-not-found')
    expect((await ask(app, 'post', `/api/pictures/${id}/bring-back`)).body).toMatchObject({ id, alt: 'A kite' })
    await ask(app, 'delete', `/api/pictures/${id}`)
    expect((await app.bringIn('again.jpg', bytes)).body).toMatchObject({
      already: false,
      picture: { id, alt: 'A kite' },
    })
    expect((await ask(app, 'get', '/api/pictures')).body).toHaveLength(1)
  })
  it('loses its files after thirty days, unless a deleted post could still come back for it', async () => {
    const app = await testApp()
    const ids: string[] = []
    for (const seed of [5, 6, 7])
      ids.push((await app.bringIn(`${seed}.jpg`, await jpeg(seed).toBuffer())).body.picture.id)
    const post = await start(app, content(rowOf([ids[0]!])))
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
    await app.intake.resume()
    expect(
      (app.db.prepare('SELECT id FROM pictures ORDER BY id').all() as { id: string }[]).map(({ id }) => id),
    ).toEqual([ids[0]!, ids[2]!].sort())
    expect(readdirSync(path.join(app.folder, 'originals'))).toHaveLength(2)
  })
})

describe('safety', () => {
  it('lets no foreign host and no foreign page in', async () => {
    const app = await testApp()
    expect((await app.client.get('/api/posts').set('host', 'evil.example')).body.code).toBe('foreign-host')
    expect(
      (await app.client.post('/api/posts').set('host', 'localhost:4310').set('origin', 'http://evil.example')).body
        .code,
    ).toBe('foreign-origin')
    expect(
      (await app.client.post('/api/posts').set('host', 'localhost:4310').set('sec-fetch-site', 'cross-site')).body.code,
    ).toBe('foreign-origin')
    expect(
      (await app.client.post('/api/posts').set('host', 'localhost:4310').set('origin', 'http://localhost:4310')).status,
    ).toBe(201)
  })
  it('sends a Content-Security-Policy without inline scripts', async () => {
    const app = await testApp()
    const { headers } = await ask(app, 'get', '/api/posts')
    expect(headers['content-security-policy']).toContain("default-src 'self'")
    expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe/)
  })
  it.each(['/files/..%2f..%2fset-row.sqlite', '/files/set-row.sqlite', '/proof/files/..%2foriginals'])(
    'gives no file out at %s',
    async (place) => {
      const app = await testApp()
      expect((await ask(app, 'get', place)).status).toBe(404)
    },
  )
  it('answers broken JSON in words', async () => {
    const app = await testApp()
    const { status, body } = await app.client
      .post('/api/posts')
      .set('host', 'localhost')
      .set('content-type', 'application/json')
      .send('{"a":')
    expect(status).toBe(400)
    expect(body.code).toBe('bad-request')
  })
  it('takes only settings it can keep', () => {
    expect(() => readSettings({ SETROW_BIND: '0.0.0.0' })).toThrow(/loopback/)
    expect(() => readSettings({ SETROW_PORT: 'x' })).toThrow(/SETROW_PORT/)
    expect(() => readSettings({ SETROW_DATA: '/dev/null/here' })).toThrow(/can't be written/)
    expect(() => readSettings({ SETROW_DATA: '/proc/here/there' })).toThrow(/can't be written/)
  })
})

describe('publishing', () => {
  async function published() {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const { body } = await app.bringIn('a.jpg', await jpeg(3, 900, 600).toBuffer())
    const post = await start(app, {
      ...content(text('One'), rowOf([{ id: body.picture.id, alt: 'A kite' }])),
      title: 'At the slip',
      featured: { picture: body.picture.id, focus: { x: 0.5, y: 0.5 } },
    })
    return { host, app, post }
  }
  const read = async (url: string) => {
    const response = await fetch(url)
    return {
      status: response.status,
      html: await response.text(),
      policy: response.headers.get('content-security-policy'),
    }
  }

  it('shows first what it will send, then sends it: page, every file, list', async () => {
    const { host, app, post } = await published()
    const { body: plan } = await ask(app, 'get', `/api/posts/${post.id}/publishing`)
    expect(plan as PublishPlan).toMatchObject({ address: 'at-the-slip', changes: [], host: { reachable: true } })
    expect(plan.filesToSend).toBe(plan.filesInAll)
    const { body: publication } = await ask(app, 'post', `/api/posts/${post.id}/publishing`, { as: 'live', version: 1 })
    expect(publication).toMatchObject({ state: 'live', url: `${host.url}/posts/at-the-slip/` })
    const page = await read(publication.url)
    expect(page.policy).toContain("default-src 'none'")
    for (const [, file] of page.html.matchAll(/\.\.\/\.\.\/files\/([\w.-]+)/g))
      expect((await fetch(`${host.url}/files/${file}`)).status).toBe(200)
    expect((await read(host.url)).html).toContain('href="posts/at-the-slip/"')
    const { body: after } = await ask(app, 'get', `/api/posts/${post.id}/publishing`)
    expect(after).toMatchObject({ filesToSend: 0, changes: [] })
    // A change that does not lie in the post itself is told too.
    await ask(app, 'put', '/api/house', { ...STARTING_STYLE, gap: 20, corner: 6 })
    expect((await ask(app, 'get', `/api/posts/${post.id}/publishing`)).body.changes).toEqual([
      'The pages look otherwise: the house style or texts of pictures have changed',
    ])
  })
  it('says which pages go along: one for every place of a picture that is here, one for a gallery with more to show', async () => {
    const { app, post } = await published()
    const id = post.content.featured!.picture
    const other = await start(app, content(rowOf([id]), rowOf([id, id, 'gone'], { kind: 'gallery', first: 1 })))
    expect((await ask(app, 'get', `/api/posts/${other.id}/publishing`)).body.pages).toEqual({
      pictures: 3,
      galleries: 1,
    })
  })
  it('says what a page weighs: pictures by screen, and all that goes around them', async () => {
    const { app, post } = await published()
    const { body: weight } = await ask(app, 'get', `/api/posts/${post.id}/weight`)
    const [file] = (await ask(app, 'get', '/api/pictures')).body[0].renditions.filter(
      ({ width }: { width: number }) => width === 900,
    )
    // The picture is 900 px wide: no screen finds a larger file.
    expect(
      (weight as PageWeight).screens.map(({ screen, first, later, rows }) => [screen, first, later, rows.length]),
    ).toEqual(['phone', 'tablet', 'wide'].map((screen) => [screen, file.bytes, 0, 1]))
    const page = await ask(app, 'get', `/proof/posts/${post.id}/`)
    const fonts = await Promise.all(
      [...page.text.matchAll(/rel="preload" href="\.\.\/\.\.\/(files\/[\w.-]+woff2)/g)].map(async (found) =>
        Number((await ask(app, 'get', `/proof/${found[1]!}`)).headers['content-length']),
      ),
    )
    expect(weight.fonts).toBe(fonts.reduce((sum, size) => sum + size, 0))
    expect(weight.text).toBeGreaterThan(1000)
    expect(weight.text).toBeLessThan(page.text.length + 20_000)
    expect(weight.script).toBeGreaterThan(1000)
    expect((await ask(app, 'get', '/api/posts/none/weight')).body.code).toBe('post-not-found')
  })
  it('sends a page for every picture, with every file it names, and keeps them with the post', async () => {
    const { host, app, post } = await published()
    const { body: publication } = await ask(app, 'post', `/api/posts/${post.id}/publishing`, { as: 'live', version: 1 })
    const { html } = await read(publication.url)
    const link = /href="(pictures\/[a-z0-9-]+\/)"/.exec(html)![1]!
    const below = await read(publication.url + link)
    expect(below.status).toBe(200)
    expect(below.policy).toContain("script-src 'self'")
    expect(below.html).toMatch(/href="\.\.\/\.\.\/#picture-/)
    for (const [, file] of [
      ...html.matchAll(/files\/([\w.-]+)|data-[a-z-]+="(reader-[\w.-]+)"/g),
      ...below.html.matchAll(/files\/([\w.-]+)/g),
    ].map((found) => ['', found[1] ?? found[2]!]))
      expect((await fetch(`${host.url}/files/${file}`)).status, file).toBe(200)
    // The proof shows the very page.
    expect((await ask(app, 'get', `/proof/posts/${post.id}/${link}`)).text).toBe(below.html)
    expect((await ask(app, 'get', `/proof/posts/${post.id}/pictures/no-such/`)).status).toBe(404)
    expect((await read(`${publication.url}pictures/no-such/`)).status).toBe(404)
    await ask(app, 'delete', `/api/posts/${post.id}/publishing`)
    expect((await read(publication.url + link)).status).toBe(410)
  })
  it('keeps a draft to those who have its address', async () => {
    const { host, app, post } = await published()
    const { body: publication } = await ask(app, 'post', `/api/posts/${post.id}/publishing`, {
      as: 'draft',
      version: 1,
    })
    const draft = await read(publication.url)
    expect(draft.status).toBe(200)
    expect(draft.html).toContain('noindex')
    const below = await read(publication.url + /href="(pictures\/[a-z0-9-]+\/)"/.exec(draft.html)![1]!)
    expect([below.status, below.html.includes('noindex')]).toEqual([200, true])
    expect((await read(`${host.url}/posts/at-the-slip/`)).status).toBe(404)
    expect((await read(host.url)).html).not.toContain('At the slip')
  })
  it('updates with words for what changes, and withdraws', async () => {
    const { host, app, post } = await published()
    await ask(app, 'post', `/api/posts/${post.id}/publishing`, { as: 'live', version: 1 })
    await ask(app, 'put', `/api/posts/${post.id}`, {
      baseVersion: 1,
      content: {
        ...post.content,
        title: 'On the slip',
        address: 'at-the-slip',
        body: { type: 'doc', content: [...post.content.body.content, text('Two more words')] },
      },
    })
    const { body: plan } = await ask(app, 'get', `/api/posts/${post.id}/publishing`)
    expect(plan.changes).toEqual(['Title: “At the slip” becomes “On the slip”', 'Text changed, 3 words more'])
    expect((await ask(app, 'post', `/api/posts/${post.id}/publishing`, { as: 'live', version: 1 })).body.code).toBe(
      'stale-publish',
    )
    await ask(app, 'post', `/api/posts/${post.id}/publishing`, { as: 'live', version: 2 })
    expect((await read(`${host.url}/posts/at-the-slip/`)).html).toContain('On the slip')
    expect((await ask(app, 'delete', `/api/posts/${post.id}/publishing`)).body.state).toBe('withdrawn')
    expect((await read(`${host.url}/posts/at-the-slip/`)).status).toBe(410)
    expect((await read(host.url)).html).toContain('Nothing has been published yet.')
  })
  it('gives no address to two posts', async () => {
    const { app, post } = await published()
    await ask(app, 'post', `/api/posts/${post.id}/publishing`, { as: 'live', version: 1 })
    const other = await start(app, { ...content(text('x')), title: 'At the slip' })
    expect((await ask(app, 'post', `/api/posts/${other.id}/publishing`, { as: 'live', version: 1 })).body.code).toBe(
      'address-taken',
    )
  })
  it('says that the host is away, and changes nothing', async () => {
    const { host, app, post } = await published()
    host.stop()
    expect((await ask(app, 'get', `/api/posts/${post.id}/publishing`)).body.host).toMatchObject({ reachable: false })
    expect((await ask(app, 'post', `/api/posts/${post.id}/publishing`, { as: 'live', version: 1 })).body).toMatchObject(
      { code: 'host-away' },
    )
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.publication.state).toBe('none')
  })
  it('asks again where a connection is cut, and says what is done where it stays cut', async () => {
    const asked = new Set<string>()
    let cut = ({ method, url }: { method: string; url: string }) =>
      url.startsWith('/api/') && asked.size < asked.add(method + url).size
    const host = await testHost('key', (request) => cut(request))
    const app = await testApp({ blogUrl: host.url })
    const { body } = await app.bringIn('a.jpg', await jpeg(3, 900, 600).toBuffer())
    const post = await start(app, { ...content(text('One'), rowOf([{ id: body.picture.id }])), title: 'At the slip' })
    const publish = (id: string) => ask(app, 'post', `/api/posts/${id}/publishing`, { as: 'live', version: 1 })
    // Every request is cut when it comes for the first time.
    expect((await publish(post.id)).body).toMatchObject({ state: 'live', url: `${host.url}/posts/at-the-slip/` })
    expect(asked.size).toBeGreaterThan(4)
    expect((await read(host.url)).html).toContain('At the slip')

    cut = ({ url }) => url === '/api/list'
    const other = await start(app, { ...content(text('x')), title: 'Up the mast' })
    expect((await publish(other.id)).body).toMatchObject({
      code: 'list-not-sent',
      message: expect.stringContaining('does not answer'),
    })
    expect((await ask(app, 'get', `/api/posts/${other.id}`)).body.publication.state).toBe('live')
    expect([
      (await read(`${host.url}/posts/up-the-mast/`)).status,
      (await read(host.url)).html.includes('Up the mast'),
    ]).toEqual([200, false])
    cut = () => false
    await publish(post.id)
    expect((await read(host.url)).html).toContain('Up the mast')
  })
  it('is refused with a wrong key', async () => {
    const host = await testHost('another')
    const app = await testApp({ blogUrl: host.url })
    const post = await start(app)
    expect((await ask(app, 'post', `/api/posts/${post.id}/publishing`, { as: 'live', version: 1 })).body).toMatchObject(
      { code: 'host-refused', message: expect.stringContaining('access key') },
    )
  })
  it('takes no page whose files are missing, and no file with a path for a name', async () => {
    const { url } = await testHost()
    const headers = { authorization: 'Bearer key', 'content-type': 'application/json' }
    const put = await fetch(`${url}/api/posts/p1`, {
      method: 'PUT',
      headers,
      body: JSON.stringify({ state: 'live', address: 'a', html: 'x', files: ['not-there-640.webp'] }),
    })
    expect(put.status).toBe(409)
    const strayed = await fetch(`${url}/api/posts/p1`, {
      method: 'PUT',
      headers,
      body: JSON.stringify({
        state: 'live',
        address: 'a',
        html: 'x',
        files: [],
        pages: [{ path: '../../api/', html: 'x' }],
      }),
    })
    expect(strayed.status).toBe(400)
    expect((await fetch(`${url}/api/files/..%2fblog.json`, { method: 'PUT', headers, body: 'x' })).status).toBe(400)
  })
})

describe('the house style', () => {
  it('says what a change would alter in each post, and changes nothing by that', async () => {
    const app = await testApp()
    const pictures = await Promise.all(
      [1, 2].map(
        async (seed) => (await app.bringIn(`${seed}.jpg`, await jpeg(seed).toBuffer())).body.picture.id as string,
      ),
    )
    const post = await start(app, { ...content(text('One'), rowOf(pictures)), title: 'At the slip' })
    await start(app, { ...content(text('No pictures')), title: 'Words alone' })
    const { body: effects } = await ask(app, 'post', '/api/house/effect', {
      ...STARTING_STYLE,
      gap: 40,
      onClick: 'nothing',
    })
    expect(effects).toHaveLength(2)
    expect(effects.find((one: HouseEffect) => one.id === post.id)).toMatchObject({
      title: 'At the slip',
      state: 'none',
      rows: 1,
      shaped: 1,
      behaving: 1,
    })
    expect(effects.find((one: HouseEffect) => one.id !== post.id)).toMatchObject({ rows: 0, shaped: 0, behaving: 0 })
    expect((await ask(app, 'get', '/api/house')).body).toEqual(STARTING_STYLE)
  })
  it('stored by an older program is read with what it did not know yet', async () => {
    const app = await testApp()
    const { slideshow: _, share: __, ...older } = { ...STARTING_STYLE, blogName: 'Slack Line' }
    app.db.prepare('INSERT INTO house (only_one, style) VALUES (1, ?)').run(JSON.stringify(older))
    expect((await ask(app, 'get', '/api/house')).body).toEqual({ ...STARTING_STYLE, blogName: 'Slack Line' })
  })
  it('refuses a share address that would run script, and keeps what was', async () => {
    const app = await testApp()
    const { status } = await ask(app, 'put', '/api/house', {
      ...STARTING_STYLE,
      share: { ...STARTING_STYLE.share, targets: [{ name: 'There', address: 'javascript:alert({address})' }] },
    })
    expect(status).toBe(400)
    expect((await ask(app, 'get', '/api/house')).body.share.targets).toEqual([])
  })
})
