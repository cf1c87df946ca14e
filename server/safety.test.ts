import { describe, expect, it } from 'vitest'
import { EMPTY_POST } from '../core/post/post.ts'
import { post, text } from '../core/testing/builders.ts'
import { readSettings } from './settings.ts'
import { ask, testApp } from './testing/test-app.ts'

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
      (
        await app.client
          .post('/api/posts')
          .set('host', 'localhost:4310')
          .set('origin', 'http://localhost:4310')
          .send({ content: EMPTY_POST })
      ).status,
    ).toBe(201)
  })
  it('sends a Content-Security-Policy without inline scripts', async () => {
    const app = await testApp()
    const { headers } = await ask(app, 'get', '/api/posts')
    expect(headers['content-security-policy']).toContain("default-src 'self'")
    expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe/)
  })
  it.each([
    '/files/..%2f..%2fset-row.sqlite',
    '/files/set-row.sqlite',
    '/proof/files/..%2foriginals',
    ...['constructor', '__proto__', 'toString', 'hasOwnProperty'].map((name) => `/files/${name}`),
    '/api/posts/constructor',
    '/api/pictures/__proto__',
    '/proof/posts/constructor/',
  ])('gives no file out at %s', async (place) => {
    const app = await testApp()
    expect((await ask(app, 'get', place)).status).toBe(404)
  })
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
  it.each([
    ['nothing', undefined],
    ['a body without a post', {}],
    ['something else', { content: 'a post' }],
    ['a list', []],
  ])('makes no post of %s', async (_, body) => {
    const app = await testApp()
    expect((await ask(app, 'post', '/api/posts', body)).body.code).toBe('bad-request')
    const form = app.client.post('/api/posts').set('host', 'localhost').type('form').send('content=x')
    expect((await form).body.code).toBe('bad-request')
    expect((await ask(app, 'get', '/api/posts')).body.total).toBe(0)
  })
  it('refuses a body nested beyond all measure in words, and stands', async () => {
    const app = await testApp()
    let block: object = text('x')
    for (let i = 0; i < 2000; i++) block = { type: 'blockquote', content: [block] }
    const content = { ...post(), body: { type: 'doc', content: [block] } }
    const { status, body } = await ask(app, 'post', '/api/posts', { content })
    expect([status, body.message]).toEqual([400, expect.stringContaining('more than 40 deep in each other')])
  })
  it('names the limit that was met', async () => {
    const app = await testApp({ largestFile: 3e6 })
    const content = post(text('x'.repeat(21e6)))
    const { status, body } = await ask(app, 'post', '/api/posts', { content })
    expect([status, body.message]).toEqual([413, 'What was sent has more than 20 MB.'])
    expect((await app.bringIn('a.jpg', Buffer.alloc(3_100_000))).body.message).toBe('The file has more than 3 MB.')
    const { body: house } = await ask(app, 'put', '/api/house', { name: 'x'.repeat(1_100_000) })
    expect(house.message).toBe('What was sent has more than 1 MB.')
  })
  it('takes only settings it can keep', () => {
    expect(() => readSettings({ SETROW_BIND: '0.0.0.0' })).toThrow(/loopback/)
    expect(() => readSettings({ SETROW_PORT: 'x' })).toThrow(/SETROW_PORT/)
    for (const size of ['sixty', '-1', '0', '', 'NaN', 'Infinity', '1e99']) {
      expect(() => readSettings({ SETROW_MAX_MB: size })).toThrow(
        /SETROW_MAX_MB: expected how many MB, such as 60, got/,
      )
      expect(() => readSettings({ SETROW_MAX_MEGAPIXELS: size })).toThrow(/SETROW_MAX_MEGAPIXELS: expected/)
    }
    expect(() => readSettings({ SETROW_DATA: '/dev/null/here' })).toThrow(/can't be written/)
    expect(() => readSettings({ SETROW_DATA: '/proc/here/there' })).toThrow(/can't be written/)
  })
})
