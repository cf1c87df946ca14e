import { request } from 'node:http'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../../core/house/house-style.ts'
import { post as content, rowOf, text } from '../../core/testing/builders.ts'
import type { Picture } from '../../core/wire/picture.ts'
import type { PageWeight } from '../../core/wire/page-weight.ts'
import type { PublishPlan } from '../../core/wire/post.ts'
import { ask, jpeg, pressed, startPost, testApp, testHost } from '../testing/test-app.ts'

describe('publishing', () => {
  async function published() {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const { body } = await app.bringIn('a.jpg', await jpeg(3, 900, 600).toBuffer())
    await app.intake.idle()
    const post = await startPost(app, {
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
    const { publication } = await pressed(app, post.id, { as: 'live', version: 1 })
    expect(publication).toMatchObject({ state: 'live', url: `${host.url}/posts/at-the-slip/` })
    const page = await read(publication.url!)
    expect(page.policy).toContain("default-src 'none'")
    for (const [, file] of page.html.matchAll(/\.\.\/\.\.\/files\/([\w.-]+)/g))
      expect((await fetch(`${host.url}/files/${file}`)).status).toBe(200)
    expect((await read(host.url)).html).toContain('href="posts/at-the-slip/"')
    const { body: after } = await ask(app, 'get', `/api/posts/${post.id}/publishing`)
    expect(after).toMatchObject({ filesToSend: 0, changes: [] })
    // A change that does not lie in the post itself is told too.
    await ask(app, 'put', '/api/house', { ...STARTING_STYLE, gap: 20, corner: 6 })
    expect((await ask(app, 'get', `/api/posts/${post.id}/publishing`)).body.changes).toEqual([
      'The pages look otherwise: the house style, sets, texts of pictures or their files have changed',
    ])
  })
  it('says which pages go along: one for every place of a picture that is here, one for a gallery with more to show', async () => {
    const { app, post } = await published()
    const id = post.content.featured!.picture
    const other = await startPost(
      app,
      content(rowOf([id]), rowOf([id, id, 'gone'], { kind: 'gallery', gallery: { first: 1 } })),
    )
    expect((await ask(app, 'get', `/api/posts/${other.id}/publishing`)).body.pages).toEqual({
      pictures: 3,
      galleries: 1,
    })
  })
  it('says what a page weighs: pictures by screen, and all that goes around them', async () => {
    const { app, post } = await published()
    const { body: weight } = await ask(app, 'get', `/api/posts/${post.id}/weight`)
    const { renditions } = (await ask(app, 'get', '/api/pictures')).body.pictures[0] as Picture
    const bytesOf = (width: number) => renditions.find((file) => file.width === width)!.bytes
    // The picture is 900 px wide: no screen finds a larger file; a phone takes twice its 350 px.
    expect(
      (weight as PageWeight).screens.map(({ screen, first, later, rows }) => [screen, first, later, rows.length]),
    ).toEqual([
      ['phone', bytesOf(720), 0, 1],
      ['tablet', bytesOf(900), 0, 1],
      ['wide', bytesOf(900), 0, 1],
    ])
    const page = await ask(app, 'get', `/proof/posts/${post.id}/`)
    const ahead = [...page.text.matchAll(/<link rel="preload"[^>]*href="\.\.\/\.\.\/(files\/[\w.-]+woff2)"[^>]*>/g)]
    const sizes = await Promise.all(
      ahead.map(async ([, file]) => Number((await ask(app, 'get', `/proof/${file}`)).headers['content-length'])),
    )
    expect(weight.fonts).toBe(sizes.reduce((sum, size) => sum + size, 0))
    // They come after what the first paint waits for.
    for (const { 0: link, index } of ahead) {
      expect(link).toContain('fetchpriority="low"')
      expect(index).toBeGreaterThan(page.text.lastIndexOf('rel="stylesheet"'))
    }
    expect(ahead.length).toBeGreaterThan(0)
    expect(weight.text).toBeGreaterThan(1000)
    expect(weight.text).toBeLessThan(page.text.length + 20_000)
    expect(weight.script).toBeGreaterThan(1000)
    expect((await ask(app, 'get', '/api/posts/none/weight')).body.code).toBe('post-not-found')
  })
  it('sends a page for every picture, with every file it names, and keeps them with the post', async () => {
    const { host, app, post } = await published()
    const { publication } = await pressed(app, post.id, { as: 'live', version: 1 })
    const { html } = await read(publication.url!)
    const link = /href="(pictures\/[a-z0-9-]+\/)"/.exec(html)![1]!
    const below = await read(publication.url! + link)
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
    await pressed(app, post.id, 'withdraw')
    expect((await read(publication.url! + link)).status).toBe(410)
  })
  it('keeps a draft to those who have its address', async () => {
    const { host, app, post } = await published()
    const { publication } = await pressed(app, post.id, { as: 'draft', version: 1 })
    const draft = await read(publication.url!)
    expect(draft.status).toBe(200)
    expect(draft.html).toContain('noindex')
    const below = await read(publication.url! + /href="(pictures\/[a-z0-9-]+\/)"/.exec(draft.html)![1]!)
    expect([below.status, below.html.includes('noindex')]).toEqual([200, true])
    expect((await read(`${host.url}/posts/at-the-slip/`)).status).toBe(404)
    expect((await read(host.url)).html).not.toContain('At the slip')
  })
  it('updates with words for what changes, and withdraws', async () => {
    const { host, app, post } = await published()
    await pressed(app, post.id, { as: 'live', version: 1 })
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
    expect((await pressed(app, post.id, { as: 'live', version: 1 })).problem?.code).toBe('stale-publish')
    await pressed(app, post.id, { as: 'live', version: 2 })
    expect((await read(`${host.url}/posts/at-the-slip/`)).html).toContain('On the slip')
    expect((await pressed(app, post.id, 'withdraw')).publication.state).toBe('withdrawn')
    expect((await read(`${host.url}/posts/at-the-slip/`)).status).toBe(410)
    expect((await read(host.url)).html).toContain('Nothing has been published yet.')
  })
  it('lists posts page by page and for each topic, at addresses that stay; who is withdrawn leaves all of them', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    await ask(app, 'put', '/api/house', { ...STARTING_STYLE, blogName: 'Slack Line', postsPerPage: 3 })
    const ids: string[] = []
    for (let i = 1; i <= 6; i++) {
      const topics = i % 2 ? ['Launch days'] : ['Launch days', 'Knots']
      const { id } = await startPost(app, { ...content(text('x')), title: `Day ${i}`, topics })
      await pressed(app, id, { as: 'live', version: 1 })
      ids.push(id)
    }
    const listed = async (place: string) => {
      const { status, html } = await read(`${host.url}/${place}`)
      return [status, ...[...html.matchAll(/<h2><a[^>]*>([^<]*)/g)].map(([, title]) => title)]
    }
    expect(await listed('')).toEqual([200, 'Day 6', 'Day 5', 'Day 4'])
    expect(await listed('older/1/')).toEqual([200, 'Day 3', 'Day 2', 'Day 1'])
    expect(await listed('older/1')).toEqual([200, 'Day 3', 'Day 2', 'Day 1'])
    expect(await listed('topics/knots/')).toEqual([200, 'Day 6', 'Day 4', 'Day 2'])
    expect(await listed('topics/launch-days/older/1/')).toEqual([200, 'Day 3', 'Day 2', 'Day 1'])
    expect(await listed('older/2/')).toEqual([404])
    await pressed(app, ids[3]!, 'withdraw')
    expect(await listed('')).toEqual([200, 'Day 6', 'Day 5', 'Day 3', 'Day 2', 'Day 1'])
    expect(await listed('older/1/')).toEqual([404])
    expect(await listed('topics/knots/')).toEqual([200, 'Day 6', 'Day 2'])
  })
  it('dates a post as it says itself: on its page, in the list and in the feeds, until it says nothing', async () => {
    const { host, app, post } = await published()
    await pressed(app, post.id, { as: 'live', version: 1 })
    const older = await startPost(app, {
      ...content(text('Moved in')),
      title: 'From before',
      dated: '2019-05-04T09:00:00Z',
    })
    await pressed(app, older.id, { as: 'live', version: 1 })
    const titles = async () =>
      [...(await read(host.url)).html.matchAll(/<h2><a[^>]*>([^<]*)/g)].map(([, title]) => title)
    expect(await titles()).toEqual(['At the slip', 'From before'])
    expect((await read(`${host.url}/posts/from-before/`)).html).toContain('4 May 2019')
    expect((await read(`${host.url}/feed.atom`)).html).toContain('<published>2019-05-04T09:00:00Z</published>')
    const { dated: _, ...plain } = older.content
    await ask(app, 'put', `/api/posts/${older.id}`, { baseVersion: 1, content: plain })
    expect((await ask(app, 'get', `/api/posts/${older.id}/publishing`)).body.changes).toEqual(['Date changed'])
    await pressed(app, older.id, { as: 'live', version: 2 })
    expect(await titles()).toEqual(['From before', 'At the slip'])
  })
  it('gives no address to two posts', async () => {
    const { app, post } = await published()
    await pressed(app, post.id, { as: 'live', version: 1 })
    const other = await startPost(app, { ...content(text('x')), title: 'At the slip' })
    expect((await pressed(app, other.id, { as: 'live', version: 1 })).problem?.code).toBe('address-taken')
  })
  it('says that the host is away, and changes nothing', async () => {
    const { host, app, post } = await published()
    host.stop()
    expect((await ask(app, 'get', `/api/posts/${post.id}/publishing`)).body.host).toMatchObject({ reachable: false })
    expect((await pressed(app, post.id, { as: 'live', version: 1 })).problem).toMatchObject({ code: 'host-away' })
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.publication.state).toBe('none')
  })
  it('asks again where a connection is cut, and says what is done where it stays cut', async () => {
    const asked = new Set<string>()
    let cut = ({ method, url }: { method: string; url: string }) =>
      url.startsWith('/api/') && asked.size < asked.add(method + url).size
    const host = await testHost('key', (request) => cut(request))
    const app = await testApp({ blogUrl: host.url })
    const { body } = await app.bringIn('a.jpg', await jpeg(3, 900, 600).toBuffer())
    const post = await startPost(app, {
      ...content(text('One'), rowOf([{ id: body.picture.id }])),
      title: 'At the slip',
    })
    const publish = (id: string) => pressed(app, id, { as: 'live', version: 1 })
    // Every request is cut when it comes for the first time.
    expect((await publish(post.id)).publication).toMatchObject({ state: 'live', url: `${host.url}/posts/at-the-slip/` })
    expect(asked.size).toBeGreaterThan(4)
    expect((await read(host.url)).html).toContain('At the slip')

    cut = ({ url }) => url === '/api/list'
    const other = await startPost(app, { ...content(text('x')), title: 'Up the mast' })
    expect((await publish(other.id)).problem).toMatchObject({
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
    const post = await startPost(app)
    expect((await pressed(app, post.id, { as: 'live', version: 1 })).problem).toMatchObject({
      code: 'host-key',
      message: expect.stringContaining('access key'),
    })
  })
  it('knows how it ended where the host’s answer was lost, and can take back what may be there', async () => {
    for (const then of ['ask', 'withdraw', 'delete'] as const) {
      let cuts: boolean | 'after' = 'after'
      const host = await testHost('key', ({ method, url }) => method === 'PUT' && /^.api.posts/.test(url) && cuts)
      const app = await testApp({ blogUrl: host.url })
      const post = await startPost(app, { ...content(text('One')), title: 'At the slip' })
      const ended = await pressed(app, post.id, { as: 'live', version: 1 })
      expect(ended).toMatchObject({
        problem: { code: 'host-unsure', message: expect.stringContaining('may be on the blog') },
        publication: { state: 'none', unsure: true },
      })
      await app.press.idle()
      cuts = false
      const address = `${host.url}/posts/at-the-slip/`
      expect((await read(address)).status).toBe(200)
      if (then === 'ask') {
        app.press.resume()
        await app.press.idle()
        const { body } = await ask(app, 'get', `/api/posts/${post.id}`)
        expect(body.publication).toMatchObject({ state: 'live', version: 1, url: address, unsure: false })
        expect((await read(host.url)).html).toContain('At the slip')
      } else if (then === 'withdraw') {
        expect((await pressed(app, post.id, 'withdraw')).publication).toMatchObject({
          state: 'withdrawn',
          unsure: false,
        })
        expect((await read(address)).status).toBe(410)
      } else {
        expect((await ask(app, 'delete', `/api/posts/${post.id}`)).body.blog).toBe('withdrawn')
        expect((await read(address)).status).toBe(410)
      }
    }
  })
  it('knows at the next start that a post was not shown, where the host never heard of it', async () => {
    const host = await testHost('key', ({ method, url }) => method === 'PUT' && /^.api.posts/.test(url))
    const app = await testApp({ blogUrl: host.url })
    const post = await startPost(app)
    expect((await pressed(app, post.id, { as: 'live', version: 1 })).publication.unsure).toBe(true)
    await app.press.idle()
    app.press.resume()
    await app.press.idle()
    const { body } = await ask(app, 'get', `/api/posts/${post.id}`)
    expect(body.publication).toMatchObject({ state: 'none', unsure: false })
  })
  it('tells before it sends anything that the blog would refuse a post for its size', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const paragraphs = Array.from({ length: 2000 }, () => text('“<&>” '.repeat(500)))
    const post = await startPost(app, { ...content(...paragraphs), title: 'Long' })
    const { body: plan } = await ask(app, 'get', `/api/posts/${post.id}/publishing`)
    expect([plan.mostBytes, plan.bytesOfPages > plan.mostBytes]).toEqual([20_000_000, true])
    const { problem } = await pressed(app, post.id, { as: 'live', version: 1 })
    expect(problem).toMatchObject({ code: 'post-too-large', message: expect.stringContaining('takes 20 MB') })
    expect(host.files()).toEqual([])
  })
  it('the host answers only to its own names, and gives out no address of another', async () => {
    const host = await testHost()
    const { port } = new URL(host.url)
    const asHost = (name: string) =>
      new Promise<{ status: number; type: string | undefined }>((resolve, reject) =>
        request(`${host.url}/`, { headers: { host: name } }, (answer) => {
          answer.resume()
          resolve({ status: answer.statusCode!, type: answer.headers['x-content-type-options'] as string })
        })
          .on('error', reject)
          .end(),
      )
    expect((await asHost('evil.example')).status).toBe(421)
    expect((await asHost(`127.0.0.1.evil.example:${port}`)).status).toBe(421)
    expect((await asHost(`localhost:${port}`)).status).toBe(200)
    const app = await testApp({ blogUrl: `http://localhost:${port}` })
    const post = await startPost(app, { ...content(text('One')), title: 'At the slip' })
    const { publication } = await pressed(app, post.id, { as: 'live', version: 1 })
    expect(publication.url).toBe(`${host.url}/posts/at-the-slip/`)
    const file = host.files().find((name) => name.endsWith('.css'))!
    expect((await fetch(`${host.url}/files/${file}`)).headers.get('x-content-type-options')).toBe('nosniff')
    expect((await fetch(`${host.url}/files/constructor`)).status).toBe(404)
    expect(
      (await fetch(`${host.url}/api/posts/constructor`, { headers: { authorization: 'Bearer key' } })).status,
    ).toBe(404)
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
