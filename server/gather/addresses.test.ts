import type { RequestHandler } from 'express'
import { describe, expect, it, onTestFinished } from 'vitest'
import type { Gathering, GatheringNews } from '../../core/wire/gathering.ts'
import type { Picture } from '../../core/wire/picture.ts'
import { startPictureBank } from '../../stand-ins/picture-bank/start.ts'
import { ask, jpeg, testApp } from '../testing/test-app.ts'
import { testSite } from '../testing/test-site.ts'
import { picturesOfPage } from './pictures-of-page.ts'
import { inOtherCase } from './web-source.ts'

const fetched = async (host: string, addresses: string[], page?: string) => {
  const app = await testApp({ letIn: [host], largestFile: 2e6 })
  const { body } = await ask(app, 'post', '/api/gatherings/addresses', { addresses, ...(page ? { page } : {}) })
  await app.gatherings.idle()
  const news = (await ask(app, 'get', `/api/gatherings/${(body as Gathering).id}`)).body as GatheringNews
  const pictures = ((await ask(app, 'get', '/api/pictures')).body as { pictures: Picture[] }).pictures
  return { app, news, pictures }
}
const codes = ({ changed }: GatheringNews) => changed.map(({ state, problem }) => problem?.code ?? state)

describe('a web address', () => {
  it('is fetched, or said to be what it is', async () => {
    const [one, two] = [await jpeg(1).toBuffer(), await jpeg(2).toBuffer()]
    const picture =
      (bytes: Buffer): RequestHandler =>
      (_request, response) =>
        void response.type('image/jpeg').send(bytes)
    const { host, url } = await testSite({
      '/kite.jpg': picture(one),
      '/sail.JPG': picture(two),
      '/moved': (_request, response) => response.redirect('/kite.jpg'),
      '/round': (_request, response) => response.redirect('/round'),
      '/inside': (_request, response) => response.redirect('http://127.0.0.1:9/x.jpg'),
      '/locked.jpg': (_request, response) => void response.status(403).end(),
      '/ill.jpg': (_request, response) => void response.status(503).end(),
      '/letter.jpg': (_request, response) => void response.type('image/jpeg').send('Dear wind, stop.'),
      '/large.jpg': (_request, response) => void response.type('image/jpeg').send(Buffer.alloc(3e6, 1)),
      '/endless.jpg': (_request, response) => {
        response.type('image/jpeg')
        const more = () => {
          while (!response.destroyed && response.write(Buffer.alloc(65_536, 1)));
          response.once('drain', more)
        }
        more()
      },
      '/page': (_request, response) =>
        void response
          .type('html')
          .send('<title>Kites</title><img src="kite.jpg" alt="A kite"><a href="/sail.JPG">large</a><img src="data:x">'),
    })
    const { news, pictures } = await fetched(host, [
      `${url}/kite.jpg?size=1#top`,
      `${url}/sail.jpg`,
      `${url}/moved`,
      `${url}/round`,
      `${url}/inside`,
      `${url}/locked.jpg`,
      `${url}/ill.jpg`,
      `${url}/letter.jpg`,
      `${url}/large.jpg`,
      `${url}/endless.jpg`,
      `${url}/nowhere.jpg`,
      `${url}/page`,
      'http://kites.invalid/one.jpg',
      'ftp://kites.example/one.jpg',
      'not an address',
    ])
    expect(codes(news)).toEqual([
      'here',
      'here',
      'already',
      'address-goes-round',
      'address-inside',
      'address-refused',
      'address-ill',
      'not-a-picture',
      'file-too-large',
      'file-too-large',
      'address-not-found',
      'address-is-page',
      'address-away',
      'address-unreadable',
      'address-unreadable',
    ])
    expect(news.changed[1]!.remark).toContain(`${url}/sail.JPG`)
    expect(news.changed[11]!.problem!.detail).toEqual({
      page: `${url}/page`,
      title: 'Kites',
      pictures: [
        { address: `${url}/kite.jpg`, alt: 'A kite' },
        { address: `${url}/sail.JPG`, alt: '' },
      ],
    })
    expect(pictures.map(({ source }) => source)).toEqual([`${url}/sail.JPG`, `${url}/kite.jpg?size=1`])
  })

  it('keeps the page that it was found on as the picture’s source', async () => {
    const bytes = await jpeg(3).toBuffer()
    const { host, url } = await testSite({ '/a.jpg': (_request, response) => void response.type('jpg').send(bytes) })
    const { pictures } = await fetched(host, [`${url}/a.jpg`], `${url}/page`)
    expect(pictures[0]).toMatchObject({ source: `${url}/page`, fileName: 'a.jpg', title: '' })
  })

  it('is tried once in other letters: small ones, or its ending in capitals', () => {
    expect(inOtherCase('https://a.example/Kites/KM_1.JPG?x=1')).toBe('https://a.example/Kites/km_1.jpg?x=1')
    expect(inOtherCase('https://a.example/Kites/km_1.jpg')).toBe('https://a.example/Kites/km_1.JPG')
    expect(inOtherCase('https://a.example/')).toBeUndefined()
  })
})

describe('a page', () => {
  it('names pictures in every way that pages do, the widest of each', () => {
    const html = `<base href="/shop/"><picture><source srcset="a-320.webp 320w, a-1280.webp 1280w"><img src="a.jpg" alt=" Red "></picture>
      <img srcset="b.jpg 1x, b2.jpg 2x" src="b.jpg"><meta property="og:image" content="//cdn.example/c.png">
      <a href="d.HEIC">d</a><a href="e.html">e</a><img src="javascript:alert(1)"><template><img src="f.jpg"></template>`
    expect(picturesOfPage(html, 'https://kites.example/x/').pictures).toEqual([
      { address: 'https://kites.example/shop/a-1280.webp', alt: '' },
      { address: 'https://kites.example/shop/a.jpg', alt: 'Red' },
      { address: 'https://kites.example/shop/b2.jpg', alt: '' },
      { address: 'https://cdn.example/c.png', alt: '' },
      { address: 'https://kites.example/shop/d.HEIC', alt: '' },
      { address: 'https://kites.example/shop/f.jpg', alt: '' },
    ])
  })
})

describe('the picture bank', () => {
  it('is searched, and gives pictures with credit, licence and source', async () => {
    const { server, url } = await startPictureBank({ port: 0, bind: '127.0.0.1' })
    onTestFinished(() => void server.close())
    const app = await testApp({ bankUrl: url })
    expect((await ask(app, 'get', '/api/bank/about')).body).toEqual({ there: true })
    const first = (await ask(app, 'get', '/api/bank/search?words=harbour')).body
    expect(first.found).toBe(5)
    const all = (await ask(app, 'get', '/api/bank/search')).body
    expect([all.pictures.length, all.found, all.next]).toEqual([12, 24, 12])
    expect((await ask(app, 'get', `/api/bank/previews/${first.pictures[0].id}`)).status).toBe(200)
    const wanted = first.pictures[0]
    const { body } = await ask(app, 'post', '/api/gatherings/bank', { ids: [wanted.id, 'pb-999'] })
    await app.gatherings.idle()
    const news = (await ask(app, 'get', `/api/gatherings/${(body as Gathering).id}`)).body as GatheringNews
    expect(codes(news)).toEqual(['here', 'bank-has-not'])
    const [picture] = ((await ask(app, 'get', '/api/pictures')).body as { pictures: Picture[] }).pictures
    expect(picture).toMatchObject({
      title: wanted.title,
      credit: wanted.credit,
      licence: wanted.licence,
      source: `${url}/pictures/${wanted.id}/page`,
      tags: wanted.tags,
      alt: '',
      width: wanted.width,
    })
    server.close()
    server.closeAllConnections()
    expect((await ask(app, 'get', '/api/bank/search')).body.code).toBe('bank-away')
    expect((await ask(await testApp(), 'get', '/api/bank/about')).body).toEqual({ there: false })
  })
})
