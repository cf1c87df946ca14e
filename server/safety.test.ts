import { describe, expect, it } from 'vitest'
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
