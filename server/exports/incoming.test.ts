import { describe, expect, it } from 'vitest'
import { post as content, text } from '../../core/testing/builders.ts'
import { ask, jpeg, pressed, startPost, testApp, testHost } from '../testing/test-app.ts'
import { testSite } from '../testing/test-site.ts'

describe('a page of the web that a post is to be made of', () => {
  it('comes as it is, with the address that it has after redirects; anything else is told', async () => {
    const page = Buffer.from('<meta charset="iso-8859-1"><h1>Caf\u00e9</h1>', 'latin1')
    const picture = await jpeg(1, 40, 30).toBuffer()
    const site = await testSite({
      '/old': (_, response) => response.redirect('/new/'),
      '/new/': (_, response) => response.type('html').send(page),
      '/a.jpg': (_, response) => response.type('jpeg').send(picture),
      '/ill': (_, response) => response.status(503).send('no'),
    })
    const app = await testApp({ letIn: [site.host] })
    const get = (address: string) =>
      app.client.get('/api/incoming/page').set('host', 'localhost').query({ address }).buffer(true)
    const found = await get(`${site.url}/old`).responseType('blob')
    expect([found.status, found.headers['x-address']]).toEqual([200, `${site.url}/new/`])
    // Whatever letters it is in, it is not touched here, and no browser takes it for a page of ours.
    expect(found.body).toEqual(page)
    expect(found.headers['content-type']).toBe('application/octet-stream')
    for (const [place, status, code] of [
      ['/a.jpg', 415, 'address-no-page'],
      ['/gone', 404, 'address-not-found'],
      ['/ill', 502, 'address-ill'],
    ] as const) {
      const refused = await get(site.url + place)
      expect([refused.status, refused.body.code], place).toEqual([status, code])
    }
    const inside = await get('http://127.0.0.1:1/')
    expect([inside.status, inside.body.code]).toEqual([422, 'address-inside'])
  })
  it('is told where its address or its title is a post’s already', async () => {
    const host = await testHost()
    const app = await testApp({ blogUrl: host.url })
    const live = await startPost(app, { ...content(text('One')), title: 'At the slip' })
    await pressed(app, live.id, { as: 'live', version: 1 })
    const other = await startPost(app, { ...content(text('Two')), title: 'Not yet' })
    const { body } = await ask(app, 'post', '/api/incoming/addresses', {
      addresses: ['at-the-slip', 'not-yet', 'nobody'],
      titles: ['At the slip', 'Not yet', 'Nobody'],
    })
    expect(body.taken).toEqual([{ address: 'at-the-slip', id: live.id, title: 'At the slip' }])
    expect(body.titled).toEqual([
      { title: 'At the slip', id: live.id },
      { title: 'Not yet', id: other.id },
    ])
  })
})
