import { describe, expect, it, vi } from 'vitest'
import { EMPTY_FRONT, type Front } from '../../core/front/front.ts'
import { LIGHTS_LENGTH } from '../../core/looks/lights.ts'
import { PLAIN } from '../../core/recipe/recipe.ts'
import { newShow } from '../../core/shows/show.ts'
import { post as content, rowOf, text } from '../../core/testing/builders.ts'
import type { FrontAnswer } from '../../core/wire/front.ts'
import { ask, jpeg, pressed, startPost, type TestApp, testApp, testHost } from '../testing/test-app.ts'

const read = async (url: string) => (await fetch(url)).text()
const titles = (html: string) => [...html.matchAll(/<h2><a[^>]*>([^<]*)/g)].map(([, title]) => title)
const slides = (html: string) =>
  [...html.matchAll(/<p class="l0"[^>]*>(?:<a[^>]*>)?([^<]*)/g)].map(([, title]) => title)

async function blogOf(count: number) {
  // One clock for both, which goes on by a second whenever it is asked.
  let ticks = Date.parse('2026-03-14T08:00:00Z')
  const now = () => new Date((ticks += 1000))
  const host = await testHost('key', () => false, now)
  const app = await testApp({ blogUrl: host.url, now })
  const { body } = await app.bringIn('a.jpg', await jpeg(3, 900, 600).toBuffer())
  await app.intake.idle()
  const picture = body.picture.id as string
  const ids: string[] = []
  for (let i = 1; i <= count; i++) ids.push(await publish(app, i, picture))
  return { host, app, picture, ids }
}
async function publish(app: TestApp, i: number, picture: string): Promise<string> {
  const { id } = await startPost(app, {
    ...content(text(`Text of day ${i}.`)),
    title: `Day ${i}`,
    byline: 'Orla',
    topics: i % 2 ? ['Launch days'] : ['Launch days', 'Knots'],
    featured: { picture, focus: { x: 0.5, y: 0.5 } },
  })
  expect((await pressed(app, id, { as: 'live', version: 1 })).state).toBe('done')
  return id
}
const open = async (app: TestApp): Promise<FrontAnswer> => (await ask(app, 'get', '/api/front')).body
/** Keeps a front, and waits until readers have it. */
async function arrange(app: TestApp, change: Partial<Front>): Promise<FrontAnswer> {
  const { version, front } = await open(app)
  const { status, body } = await ask(app, 'put', '/api/front', { baseVersion: version, front: { ...front, ...change } })
  expect(status, JSON.stringify(body)).toBe(200)
  await app.press.idle()
  return open(app)
}

describe('the front page', () => {
  it('is sent as it is arranged: one post first, one left out, topics with their order, line and picture', async () => {
    const { host, app, picture, ids } = await blogOf(4)
    const topic = {
      name: 'Launch days',
      line: 'Every <first> flight',
      picture: { picture, focus: { x: 0.5, y: 0.5 } },
      show: null,
    }
    const knots = { name: 'Knots', line: '', picture: null, show: null }
    const now = await arrange(app, {
      first: { post: ids[0]!, until: null },
      leftOut: [ids[2]!],
      topics: [knots, topic],
    })
    expect([now.version, now.wanted, now.problem, now.posts.length]).toEqual([1, false, null, 4])
    const front = await read(host.url)
    expect(titles(front)).toEqual(['Day 1', 'Day 4', 'Day 2'])
    expect([...front.matchAll(/href="(topics\/[\w-]+\/)">[^<]*<\/a><\/li>/g)].map(([, href]) => href)).toEqual([
      'topics/knots/',
      'topics/launch-days/',
    ])
    const page = await read(`${host.url}/topics/launch-days/`)
    expect(titles(page)).toEqual(['Day 4', 'Day 3', 'Day 2', 'Day 1'])
    expect(page).toContain('<p class="about">Every &lt;first&gt; flight</p>')
    for (const [, file] of page.matchAll(/\.\.\/\.\.\/files\/([\w.-]+)/g))
      expect((await fetch(`${host.url}/files/${file}`)).status, file).toBe(200)
    // What it leaves out has its address still, and posts lead to their topics.
    const post = await read(`${host.url}/posts/day-3/`)
    expect(post).toContain('· Orla · <a href="../../topics/launch-days/">Launch days</a>')
  })
  it('lets what stands first stand there until its time is over, and no longer', async () => {
    const { host, app, ids } = await blogOf(2)
    const until = new Date(Date.parse('2026-03-14T08:00:00Z') + 150_000).toISOString()
    await arrange(app, { first: { post: ids[0]!, until } })
    expect(titles(await read(host.url))).toEqual(['Day 1', 'Day 2'])
    for (let i = 0; i < 150; i++) await startPost(app)
    await ask(app, 'post', '/api/front/sending')
    await app.press.idle()
    expect(titles(await read(host.url))).toEqual(['Day 2', 'Day 1'])
  })
  it('is never lost to another window: what was changed in the meantime is told', async () => {
    const { app } = await blogOf(0)
    await arrange(app, { leftOut: ['post-1'] })
    const list = { listShape: 'cards', postsPerPage: 5, fallbackFeatured: null }
    const stale = await ask(app, 'put', '/api/front', { baseVersion: 0, front: EMPTY_FRONT, list })
    expect([stale.status, stale.body.code, stale.body.detail.version]).toEqual([409, 'stale-front', 1])
    expect((await open(app)).front.leftOut).toEqual(['post-1'])
    // How posts stand in the list is saved with the front, or not at all.
    const house = async () => (await ask(app, 'get', '/api/house')).body
    expect(await house()).not.toMatchObject(list)
    const kept = await ask(app, 'put', '/api/front', { baseVersion: 1, front: EMPTY_FRONT, list })
    expect([kept.status, kept.body.version]).toEqual([200, 2])
    expect(await house()).toMatchObject(list)
    const wrong = await ask(app, 'put', '/api/front', {
      baseVersion: 2,
      front: { ...EMPTY_FRONT, first: { post: '' } },
    })
    expect([wrong.status, wrong.body.code]).toEqual([400, 'bad-request'])
  })
  it('waits for a host that is away, and is there when it answers', async () => {
    let away = true
    const host = await testHost('key', ({ url }) => away && url.startsWith('/api/'))
    const app = await testApp({ blogUrl: host.url })
    await ask(app, 'put', '/api/front', { baseVersion: 0, front: { ...EMPTY_FRONT, leftOut: ['post-1'] } })
    await app.press.idle()
    expect((await open(app)).wanted).toBe(true)
    away = false
    await vi.waitFor(async () => expect((await open(app)).wanted).toBe(false), { timeout: 15_000, interval: 200 })
    expect((await open(app)).problem).toBeNull()
  }, 30_000)
  it('keeps the addresses of topics, whatever comes and goes', async () => {
    const { host, app, ids } = await blogOf(1)
    await ask(app, 'put', `/api/posts/${ids[0]}`, {
      baseVersion: 1,
      content: { ...content(text('x')), topics: ['Knots!'] },
    })
    await pressed(app, ids[0]!, { as: 'live', version: 2 })
    const { id } = await startPost(app, { ...content(text('y')), title: 'Other', topics: ['Knots'] })
    await pressed(app, id, { as: 'live', version: 1 })
    expect(await read(`${host.url}/topics/knots/`)).toContain('<h1>Knots!</h1>')
    const { publication } = (await ask(app, 'get', `/api/posts/${id}`)).body
    const own = /href="\.\.\/\.\.\/(topics\/[\w-]+\/)">Knots</.exec(await read(publication.url))![1]!
    expect(own).not.toBe('topics/knots/')
    expect(await read(`${host.url}/${own}`)).toContain('<h1>Knots</h1>')
    await pressed(app, ids[0]!, 'withdraw')
    // The other does not move to the plain one.
    expect(await read(`${host.url}/${own}`)).toContain('<h1>Knots</h1>')
    expect((await fetch(`${host.url}/topics/knots/`)).status).toBe(404)
  })
})

describe('the feeds', () => {
  it('have the live posts whole, with full addresses of files that are there; ids and dates stay when a post is edited', async () => {
    const { host, app, picture, ids } = await blogOf(1)
    const written = {
      ...content(text('Seen <up> close.'), rowOf([{ id: picture, alt: 'A kite' }])),
      title: 'Kites & knots',
    }
    const post = await startPost(app, written)
    await pressed(app, post.id, { as: 'live', version: 1 })
    const draft = await startPost(app, { ...written, title: 'Not yet' })
    await pressed(app, draft.id, { as: 'draft', version: 1 })
    const feed = async () => {
      const [atom, json] = await Promise.all(['feed.atom', 'feed.json'].map((name) => fetch(`${host.url}/${name}`)))
      expect(atom!.headers.get('content-type')).toContain('application/atom+xml')
      expect(json!.headers.get('content-type')).toContain('application/feed+json')
      return [await atom!.text(), (await json!.json()) as { items: Record<string, string>[] }] as const
    }
    const [atom, json] = await feed()
    expect(json.items.map(({ title }) => title)).toEqual(['Kites & knots', 'Day 1'])
    expect([...atom.matchAll(/<title>([^<]*)</g)].map(([, title]) => title)).toEqual([
      'My notebook',
      'Kites &amp; knots',
      'Day 1',
    ])
    const html = json.items[0]!.content_html!
    expect(html).toContain('<p>Seen &lt;up&gt; close.</p>')
    const named = [...html.matchAll(/(?:src|href)="([^"]*)"/g)].map(([, address]) => address!)
    expect(named.length).toBeGreaterThan(0)
    for (const address of [...named, json.items[1]!.image!]) expect((await fetch(address)).status, address).toBe(200)
    // Every page of the blog leads to them.
    expect(await read(host.url)).toContain('<link rel="alternate" type="application/atom+xml" href="./feed.atom">')
    expect(await read(`${host.url}/posts/kites-knots/`)).toContain('href="../../feed.json"')
    await ask(app, 'put', `/api/posts/${post.id}`, {
      baseVersion: 1,
      content: { ...written, title: 'Other', address: 'kites-knots' },
    })
    await pressed(app, post.id, { as: 'live', version: 2 })
    const [, later] = await feed()
    const kept = ({ id, date_published: date, url }: Record<string, string>) => [id, date, url]
    expect(later.items.map(kept)).toEqual(json.items.map(kept))
    expect(later.items[0]!.title).toBe('Other')
    await pressed(app, ids[0]!, 'withdraw')
    expect((await feed())[1].items.map(({ title }) => title)).toEqual(['Other'])
  })
})

describe('a slideshow of posts', () => {
  it('has the newest of what is live with every publish, keeps what was chosen by hand, and nothing that is withdrawn', async () => {
    const { host, app, picture, ids } = await blogOf(3)
    const newest = {
      ...newShow('show-1', 'Newest'),
      most: 3,
      changes: { [ids[1]!]: { lines: { 0: 'The second day' } } },
    }
    const chosen = {
      ...newShow('show-2', 'Chosen'),
      from: { by: 'hand' as const, posts: [ids[2]!, ids[0]!] },
      order: 'hand' as const,
    }
    await arrange(app, {
      shows: [newest, chosen],
      show: 'show-1',
      topics: [{ name: 'Knots', line: '', picture: null, show: 'show-2' }],
    })
    expect(slides(await read(host.url))).toEqual(['Day 3', 'The second day', 'Day 1'])
    expect(slides(await read(`${host.url}/topics/knots/`))).toEqual(['Day 3', 'Day 1'])
    const page = await read(host.url)
    expect(page).toContain('data-slideshow=')
    for (const [, file] of page.matchAll(/"files\/([\w.-]+)"|"(reader-[\w.-]+)"/g))
      if (file) expect((await fetch(`${host.url}/files/${file}`)).status, file).toBe(200)
    // The first slide is the first picture of the page, and is not waited for.
    expect(/<img[^>]*>/.exec(page)![0]).toContain('fetchpriority="high"')
    expect(/<img[^>]*>/.exec(page)![0]).not.toContain('lazy')
    await publish(app, 4, picture)
    expect(slides(await read(host.url))).toEqual(['Day 4', 'Day 3', 'The second day'])
    await pressed(app, ids[2]!, 'withdraw')
    expect(slides(await read(host.url))).toEqual(['Day 4', 'The second day', 'Day 1'])
    expect(slides(await read(`${host.url}/topics/knots/`))).toEqual(['Day 1'])
  })
  it('stands in a post too, which is sent again by itself when its slides change, and as readers have it', async () => {
    const { host, app, picture, ids } = await blogOf(2)
    await arrange(app, { shows: [{ ...newShow('show-1', 'Newest'), most: 2 }] })
    const shown = { type: 'shownPosts' as const, attrs: { show: 'show-1' } }
    const written = { ...content(text('Others:'), shown, text('End.')), title: 'With others' }
    const post = await startPost(app, written)
    await pressed(app, post.id, { as: 'live', version: 1 })
    const url = `${host.url}/posts/with-others/`
    expect(slides(await read(url))).toEqual(['Day 2', 'Day 1'])
    expect(await read(url)).toContain('href="../../posts/day-2/"')
    for (const [, file] of (await read(url)).matchAll(/\.\.\/\.\.\/files\/([\w.-]+)/g))
      expect((await fetch(`${host.url}/files/${file}`)).status, file).toBe(200)
    // More is written, and stays unpublished while the slides are renewed.
    await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: { ...written, excerpt: 'Not yet' } })
    await publish(app, 3, picture)
    await app.press.idle()
    expect(slides(await read(url))).toEqual(['Day 3', 'Day 2'])
    expect(await read(url)).not.toContain('Not yet')
    const { publication } = (await ask(app, 'get', `/api/posts/${post.id}`)).body
    expect([publication.version, publication.state]).toEqual([1, 'live'])
    await pressed(app, ids[1]!, 'withdraw')
    await app.press.idle()
    expect(slides(await read(url))).toEqual(['Day 3', 'Day 1'])
    expect((await ask(app, 'get', '/api/front/shows/show-1/uses')).body).toEqual(['With others'])
    expect((await ask(app, 'get', '/api/front/shows/show-2/uses')).body).toEqual([])
    // Composed otherwise, it is renewed as well; taken out, nothing is left of it.
    const { front } = await open(app)
    await arrange(app, { shows: [{ ...front.shows[0]!, order: 'title' }] })
    expect(slides(await read(url))).toEqual(['Day 1', 'Day 3'])
    await arrange(app, { shows: [] })
    expect(await read(url)).not.toContain('told-show')
    expect(await read(url)).toContain('End.')
  })
  it('is judged by the light of its pictures as they are shown', async () => {
    const { app, picture } = await blogOf(0)
    const lights = async () => {
      const { body } = await ask(app, 'post', '/api/front/lights', { ids: [picture, 'no-such'] })
      return Object.entries(body.lights as Record<string, string>).map(
        ([id, cells]) => [id, Buffer.from(cells, 'base64')] as const,
      )
    }
    const [[id, cells]] = (await lights()) as [[string, Buffer]]
    expect([id, cells.length]).toEqual([picture, LIGHTS_LENGTH])
    await ask(app, 'put', `/api/pictures/${picture}/recipe`, { recipe: { ...PLAIN, light: 100 } })
    await app.intake.idle()
    const [[, lighter]] = (await lights()) as [[string, Buffer]]
    const sum = (bytes: Buffer) => bytes.subarray(0, 576).reduce((all, byte) => all + byte, 0)
    expect(sum(lighter)).toBeGreaterThan(sum(cells) + 1000)
    // Of a picture that came before this was looked for, at the next start.
    app.db.exec('DELETE FROM picture_lights')
    expect(await lights()).toEqual([])
    app.intake.takeUp()
    await app.intake.idle()
    expect((await lights()).length).toBe(1)
  })
})
