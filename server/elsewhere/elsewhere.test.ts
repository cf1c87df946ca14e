import { Writable } from 'node:stream'
import express from 'express'
import pino from 'pino'
import { describe, expect, it, onTestFinished } from 'vitest'
import { post as content, rowOf, text } from '../../core/testing/builders.ts'
import type { ElsewherePlan } from '../../core/wire/elsewhere.ts'
import type { Cleaning } from '../../stand-ins/micropub-host/cleaning.ts'
import { startMicropubHost } from '../../stand-ins/micropub-host/start.ts'
import { listen } from '../../stand-ins/listen.ts'
import { ask, jpeg, pressed, startPost, type TestApp, testApp, testHost } from '../testing/test-app.ts'

const TOKEN = 'tide-token-0123456789'
const ALL = ['create', 'update', 'delete', 'undelete', 'media']
const NAME = 'Tide Log'
const titled = (title: string, more = {}) => ({ ...content(text('One')), title, ...more })

/** An application with another blog beside its own. */
async function world({
  scopes = ALL,
  cleaning = 'plain styles' as Cleaning,
  media = true,
  log = pino({ level: 'silent' }),
} = {}) {
  const { server, url } = await startMicropubHost({
    port: 0,
    bind: '127.0.0.1',
    name: NAME,
    tokens: { [TOKEN]: scopes },
    cleaning,
    media,
  })
  onTestFinished(() => {
    server.close()
    server.closeAllConnections()
  })
  const host = await testHost()
  const app = await testApp({ blogUrl: host.url, otherBlogs: [{ name: NAME, url: `${url}/`, token: TOKEN }], log })
  return { app, url, server, ...of(app) }
}
const of = (app: TestApp) => {
  const place = (id: string) => `/api/elsewhere/posts/${id}/${encodeURIComponent(NAME)}`
  const ended = async ({ status, body }: { status: number; body: { id: string } }) =>
    status === 202 ? app.press.ended(body.id) : { state: 'failed', problem: body as never }
  return {
    trial: async () => (await ask(app, 'post', `/api/elsewhere/${encodeURIComponent(NAME)}/trial`)).body,
    plan: async (id: string): Promise<ElsewherePlan> => (await ask(app, 'get', `/api/elsewhere/posts/${id}`)).body[0],
    publish: async (id: string, version = 1) => ended(await ask(app, 'post', place(id), { version })),
    withdraw: async (id: string) => ended(await ask(app, 'delete', place(id))),
    found: (id: string, url: string | null) => ask(app, 'put', `${place(id)}/found`, { url }),
  }
}
const read = async (url: string) => {
  const response = await fetch(url)
  return { status: response.status, html: await response.text() }
}

describe('another blog', () => {
  it('is tried out by a post that is taken back, and says what it lets through', async () => {
    for (const [cleaning, wanted] of [
      ['strict', { styles: 'none', tables: false, figures: true, links: true, letters: true, widths: true }],
      ['plain styles', { styles: 'plain', tables: true, code: true }],
      ['open', { styles: 'whole', tables: true }],
    ] as const) {
      const { trial, url } = await world({ cleaning })
      const { lets, leftBehind, triedAt } = await trial()
      expect(lets).toMatchObject(wanted)
      expect([leftBehind, triedAt !== null]).toEqual([null, true])
      expect((await read(url)).html).not.toContain('A trial by Set Row')
    }
  })
  it('gets a post with its pictures, changes of it, and has it taken back and brought back', async () => {
    const { app, url, trial, plan, publish, withdraw } = await world()
    const { body } = await app.bringIn('a.jpg', await jpeg(3, 900, 600).toBuffer())
    await app.intake.idle()
    const picture = body.picture.id as string
    const rows = content(text('One'), rowOf([picture]), text('Two')).body
    const first = { ...content(text('One')), body: rows, title: 'At the slip', topics: ['Knots'], excerpt: 'Short.' }
    const { id } = await startPost(app, first)
    await trial()
    expect(await plan(id)).toMatchObject({ state: 'none', form: 'in-place', problem: null })
    expect((await plan(id)).filesToSend).toBeGreaterThan(0)
    expect((await publish(id)).state).toBe('done')
    const stands = await plan(id)
    expect(stands).toMatchObject({ state: 'live', version: 1, changed: false, there: 'as sent', filesToSend: 0 })
    expect(stands.url).toBe(`${url}/at-the-slip/`)
    const { html } = await read(stands.url!)
    const src = /<img[^>]*src="([^"]+)"/.exec(html)![1]!
    expect(new URL(src).origin).toBe(url)
    expect((await fetch(src)).headers.get('content-type')).toBe('image/webp')
    // Changed: what is no longer there goes from there too.
    await ask(app, 'put', `/api/posts/${id}`, { baseVersion: 1, content: titled('At the slip, again') })
    expect(await plan(id)).toMatchObject({ changed: true, there: 'as sent' })
    expect((await publish(id, 2)).state).toBe('done')
    expect((await read(stands.url!)).html).toContain('At the slip, again')
    expect((await read(stands.url!)).html).not.toContain('<img')
    const query = new URLSearchParams({ q: 'source', url: stands.url! })
    const source = await fetch(`${url}/micropub?${query}`, { headers: { authorization: `Bearer ${TOKEN}` } })
    expect(Object.keys(((await source.json()) as { properties: object }).properties)).not.toContain('category')
    expect((await withdraw(id)).state).toBe('done')
    expect((await read(stands.url!)).status).toBe(410)
    expect(await plan(id)).toMatchObject({ state: 'withdrawn' })
    expect((await publish(id, 2)).state).toBe('done')
    expect((await read(stands.url!)).status).toBe(200)
    // Deleted here, it is taken back there.
    expect((await ask(app, 'delete', `/api/posts/${id}`)).body).toEqual({ blog: 'was not there', elsewhere: [] })
    expect((await read(stands.url!)).status).toBe(410)
  })
  it('says what somebody did to the post there, and gets it anew where it is gone', async () => {
    const { app, url, plan, publish } = await world()
    const { id } = await startPost(app, titled('At the slip'))
    await publish(id)
    const there = (await plan(id)).url!
    const act = (body: object) =>
      fetch(`${url}/micropub`, {
        method: 'POST',
        headers: { authorization: `Bearer ${TOKEN}`, 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    await act({ action: 'update', url: there, replace: { name: ['By hand'] } })
    expect((await plan(id)).there).toBe('changed')
    await act({ action: 'delete', url: there })
    expect((await plan(id)).there).toBe('gone')
    expect((await publish(id)).state).toBe('done')
    expect((await plan(id)).url).toBe(`${url}/at-the-slip-2/`)
  })
  it('refuses in words what its token has no scope for', async () => {
    for (const scope of ['create', 'update', 'delete', 'undelete']) {
      const { app, publish, withdraw } = await world({ scopes: ALL.filter((one) => one !== scope) })
      const { id } = await startPost(app, titled('At the slip'))
      const ended = [await publish(id), await publish(id), await withdraw(id), await publish(id)]
      const problems = ended.map(({ problem }) => problem?.message)
      expect(problems).toContain(`The token for Tide Log does not allow it: its scope lacks “${scope}”.`)
    }
  })
  it('shows the pictures of one’s own blog where it takes no files, and not before readers have them', async () => {
    const { app, plan, publish } = await world({ media: false })
    const { body } = await app.bringIn('a.jpg', await jpeg(3, 900, 600).toBuffer())
    await app.intake.idle()
    const { id } = await startPost(app, {
      ...titled('At the slip'),
      body: content(text('One'), rowOf([body.picture.id])).body,
    })
    expect((await publish(id)).problem?.code).toBe('elsewhere-no-files')
    await pressed(app, id, { as: 'live', version: 1 })
    expect((await publish(id)).state).toBe('done')
    const src = /<img[^>]*src="([^"]+)"/.exec((await read((await plan(id)).url!)).html)![1]!
    expect((await fetch(src)).status).toBe(200)
  })
  it('never gets a post twice: where no answer came, one is asked how it stands', async () => {
    let mode: 'silent' | 'open' = 'silent'
    const made: string[] = []
    const { server, url } = await listen(
      (address) =>
        express()
          .use(express.json())
          .get('/', (_request, response) => response.set('link', '</m?key=1>; rel="micropub"').send('<p>Hello'))
          .get('/m', (request, response) => {
            if (request.query.q === 'source' && !made.includes(String(request.query.url))) response.status(404).json({})
            else response.json({ properties: { name: ['x'] } })
          })
          .post('/m', (_request, response) => {
            made.push(`${address()}/${made.length}/`)
            if (mode === 'silent') response.destroy()
            else response.status(201).location(made.at(-1)!).end()
          }),
      { port: 0, bind: '127.0.0.1' },
    )
    onTestFinished(() => {
      server.close()
      server.closeAllConnections()
    })
    const app = await testApp({ otherBlogs: [{ name: NAME, url, token: TOKEN }] })
    const { plan, publish, withdraw, found } = of(app)
    const { id } = await startPost(app, titled('At the slip'))
    expect((await publish(id)).problem?.code).toBe('elsewhere-unsure')
    for (const act of [publish, withdraw]) expect((await act(id)).problem?.code).toBe('elsewhere-unsure')
    expect(made).toHaveLength(1)
    expect((await plan(id)).state).toBe('unsure')
    expect((await found(id, `${url}/nowhere/`)).body.code).toBe('elsewhere-not-there')
    expect((await found(id, made[0]!)).status).toBe(204)
    expect(await plan(id)).toMatchObject({ state: 'live', url: made[0] })
    const other = await startPost(app, titled('Another'))
    await publish(other.id)
    expect((await found(other.id, null)).status).toBe(204)
    mode = 'open'
    expect((await publish(other.id)).state).toBe('done')
  })
  it('that is away, or is no such blog, is told as what it is', async () => {
    const plain = await listen(() => express().get('/', (_request, response) => response.send('<html><p>Hello')), {
      port: 0,
      bind: '127.0.0.1',
    })
    onTestFinished(() => void plain.server.close())
    const problem = async (url: string) => {
      const app = await testApp({ otherBlogs: [{ name: NAME, url, token: TOKEN }] })
      const { id } = await startPost(app, titled('At the slip'))
      const { plan, publish } = of(app)
      expect((await publish(id)).state).toBe('failed')
      expect((await plan(id)).state).toBe('none')
      return (await plan(id)).problem?.code
    }
    const closed = await listen(() => express(), { port: 0, bind: '127.0.0.1' })
    await new Promise((resolve) => closed.server.close(resolve))
    expect(await problem(closed.url)).toBe('elsewhere-away')
    expect(await problem(plain.url)).toBe('elsewhere-mute')
    const leads = await listen(
      () =>
        express().get('/', (_request, response) =>
          response.set('link', '<http://elsewhere.example/m>; rel="micropub"').send(''),
        ),
      { port: 0, bind: '127.0.0.1' },
    )
    onTestFinished(() => void leads.server.close())
    expect(await problem(leads.url)).toBe('elsewhere-open')
  })
  it('keeps its token out of logs, answers and exports', async () => {
    const lines: string[] = []
    const log = pino({ level: 'trace' }, new Writable({ write: (line, _, done) => (lines.push(String(line)), done()) }))
    const { app, trial, plan, publish, server } = await world({ log })
    const { id } = await startPost(app, titled('At the slip'))
    const answers = [await trial(), await publish(id), await plan(id), (await ask(app, 'get', '/api/elsewhere')).body]
    server.close()
    server.closeAllConnections()
    answers.push(await publish(id), await plan(id))
    const bundle = await app.client
      .post('/api/exports/bundle')
      .set('host', 'localhost')
      .responseType('blob')
      .send({ posts: 'all' })
    expect(bundle.status).toBe(200)
    for (const text of [...lines, JSON.stringify(answers), (bundle.body as Buffer).toString('latin1')])
      expect(text).not.toContain(TOKEN)
    expect(lines.length).toBeGreaterThan(0)
  })
})
