import { describe, expect, it, onTestFinished } from 'vitest'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { post as content, rowOf, text } from '../core/testing/builders.ts'
import type { HouseEffect, HouseEffectLine } from '../core/wire/house.ts'
import type { SavedState } from '../core/wire/post.ts'
import { listen } from './listen.ts'
import { ask, jpeg, startPost, testApp } from './testing/test-app.ts'

const linesOf = (answer: string) =>
  answer
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as HouseEffectLine)

describe('saving a post', () => {
  it('keeps every saved state and gives each back', async () => {
    const app = await testApp()
    const post = await startPost(app)
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
    const post = await startPost(app)
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
    const post = await startPost(app)
    const send = () => ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: content(text('Two')) })
    const { body: lost } = await send()
    const { status, body } = await send()
    expect([status, body]).toEqual([200, lost])
    expect((await ask(app, 'get', `/api/posts/${post.id}/states`)).body).toHaveLength(2)
  })
  it('knows it again too where a second text of that window has been saved since, and refuses another window’s', async () => {
    const app = await testApp()
    const post = await startPost(app)
    const send = (baseVersion: number, words: string) =>
      ask(app, 'put', `/api/posts/${post.id}`, { baseVersion, content: content(text(words)) })
    await send(1, 'Two')
    await send(2, 'Three')
    const { status, body } = await send(1, 'Two')
    expect([status, body]).toMatchObject([200, { version: 2, newer: true }])
    expect((await send(2, 'Three')).body).not.toHaveProperty('newer')
    expect((await send(1, 'Other')).status).toBe(409)
    const { body: states } = await ask(app, 'get', `/api/posts/${post.id}/states`)
    expect((states as SavedState[]).filter((state) => state.aside)).toHaveLength(1)
  })
  it('refuses what is not a post, naming the place, and keeps what was', async () => {
    const app = await testApp()
    const post = await startPost(app)
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
    const post = await startPost(app)
    await ask(app, 'delete', `/api/posts/${post.id}`)
    expect((await ask(app, 'get', '/api/posts')).body.posts).toEqual([])
    await ask(app, 'post', `/api/posts/${post.id}/bring-back`)
    expect((await ask(app, 'get', '/api/posts')).body.posts).toHaveLength(1)
  })
  it('keeps pictures that arrived for a post at hand until its tray has them', async () => {
    const app = await testApp()
    const post = await startPost(app)
    const { body } = await app.bringIn('a.jpg', await jpeg(1).toBuffer(), post.id)
    const { id } = body.picture
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.arrived).toEqual([id])
    await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: { ...content(text('One')), tray: [id] } })
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.arrived).toEqual([])
  })
  it('survives a restart', async () => {
    const app = await testApp()
    const post = await startPost(app)
    await app.close()
    const again = await testApp({}, app.folder)
    expect((await ask(again, 'get', `/api/posts/${post.id}`)).body.content).toEqual(content(text('One')))
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
    const post = await startPost(app, { ...content(text('One'), rowOf(pictures)), title: 'At the slip' })
    await startPost(app, { ...content(text('No pictures')), title: 'Words alone' })
    const { text: answer } = await ask(app, 'post', '/api/house/effect', {
      ...STARTING_STYLE,
      gap: 40,
      onClick: 'nothing',
    })
    const effects = linesOf(answer).flatMap((line) => line.effects)
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
  it('is tried in a thread of its own, which tells how far it is and can be given up, while all else is answered', async () => {
    const app = await testApp()
    const pictures = await Promise.all(
      [1, 2, 3].map(async (n) => (await app.bringIn(`${n}.jpg`, await jpeg(n).toBuffer())).body.picture.id as string),
    )
    const rows = Array.from({ length: 12 }, (_, i) => rowOf(pictures, { id: `row-${i}` }))
    for (let i = 0; i < 120; i++) await startPost(app, content(text('One'), ...rows))
    const { server, url } = await listen(app.app, 0, '127.0.0.1', 'TEST')
    onTestFinished(() => void server.close())
    const tried = async (signal?: AbortSignal) => {
      const lines: HouseEffectLine[] = []
      const response = await fetch(`${url}/api/house/effect`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ ...STARTING_STYLE, gap: 40 }),
        ...(signal ? { signal } : {}),
      })
      let rest = ''
      for await (const bytes of response.body!) {
        const whole = (rest + Buffer.from(bytes as Uint8Array).toString()).split('\n')
        rest = whole.pop()!
        lines.push(...whole.map((line) => JSON.parse(line) as HouseEffectLine))
      }
      return lines
    }
    const during = { trying: true, answered: 0 }
    const trying = tried().finally(() => (during.trying = false))
    while (during.trying) {
      await (await fetch(`${url}/api/posts`)).json()
      during.answered++
    }
    const lines = await trying
    expect(lines.length).toBeGreaterThan(1)
    expect(lines.at(-1)).toMatchObject({ done: 120, total: 120 })
    expect(lines.map(({ done }) => done)).toEqual(lines.map(({ done }) => done).sort((a, b) => a - b))
    expect(new Set(lines.flatMap(({ effects }) => effects.map(({ id }) => id))).size).toBe(120)
    expect(during.answered).toBeGreaterThan(5)

    const given = new AbortController()
    const gone = tried(given.signal)
    setTimeout(() => given.abort(), 100)
    await expect(gone).rejects.toThrow(/abort/)
    // The next is not behind the one that was given up.
    expect((await tried()).at(-1)).toMatchObject({ done: 120 })
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
