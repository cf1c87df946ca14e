import { describe, expect, it } from 'vitest'
import { ask, startPost, testApp } from './testing/test-app.ts'

const KEY = 'a key of twenty letters'

describe('an access key', () => {
  it('that is set lets nobody see or change anything without it', async () => {
    const app = await testApp({ accessKey: KEY })
    for (const [method, place] of [
      ['get', '/api/posts'],
      ['post', '/api/posts'],
      ['get', '/api/pictures'],
      ['post', '/api/pictures?name=a.jpg'],
      ['get', '/api/house'],
      ['put', '/api/house'],
      ['get', '/api/jobs/x'],
      ['get', '/files/a-640.webp'],
      ['get', '/proof/posts/x/'],
      ['get', '/api/anything'],
    ] as const) {
      const { status, body } = await ask(app, method, place)
      expect([place, status, body.code]).toEqual([place, 401, 'key-needed'])
    }
  })
  it('opens by a cookie that no script reads and no other site sends; a wrong one does not', async () => {
    const app = await testApp({ accessKey: KEY })
    const wrong = await ask(app, 'post', '/api/enter', { key: 'another key altogether' })
    expect([wrong.status, wrong.body.code, wrong.headers['set-cookie']]).toEqual([403, 'wrong-key', undefined])
    const { status, headers } = await ask(app, 'post', '/api/enter', { key: ` ${KEY}\n` })
    expect(status).toBe(204)
    const [cookie] = headers['set-cookie'] as unknown as string[]
    expect(cookie).toMatch(/; HttpOnly; SameSite=Strict$/)
    expect(cookie).not.toContain(KEY)
    const withCookie = (value: string) => app.client.get('/api/posts').set('host', 'localhost').set('cookie', value)
    const own = cookie!.split(';')[0]!
    expect((await withCookie(`other=1; ${own}`)).status).toBe(200)
    expect((await withCookie(`${own.split('=')[0]}=${'0'.repeat(64)}`)).status).toBe(401)
    // Nor does one of another key, as of another program on this machine.
    const other = await testApp({ accessKey: 'the key of another blog' })
    expect((await other.client.get('/api/posts').set('host', 'localhost').set('cookie', own)).status).toBe(401)
  })
  it('that is not set asks for nothing', async () => {
    const app = await testApp()
    await startPost(app)
    expect((await ask(app, 'get', '/api/posts')).body.total).toBe(1)
  })
})
