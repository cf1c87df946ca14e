import { createHash } from 'node:crypto'
import { readdirSync } from 'node:fs'
import path from 'node:path'
import fc from 'fast-check'
import { type Block, isRow } from '../../core/post/body.ts'
import { withLineIds } from '../../core/post/line-pictures.ts'
import { postContent } from '../../core/testing/arbitraries.ts'
import type { Post } from '../../core/wire/post.ts'
import { once } from 'node:events'
import { request } from 'node:http'
import type { AddressInfo } from 'node:net'
import { describe, expect, it, onTestFinished } from 'vitest'
import { BUNDLE_SCHEMAS } from '../../core/formats/bundle.ts'
import { sortedJson } from '../../core/formats/sorted-json.ts'
import { wholeSet } from '../../core/sets/set-shown.ts'
import { post as content, rowOf, text } from '../../core/testing/builders.ts'
import { ask, jpeg, startPost, testApp } from '../testing/test-app.ts'
import { unzipped, zipOf } from '../testing/zips.ts'

type App = Awaited<ReturnType<typeof testApp>>

/** A blog with everything that a bundle carries. */
async function blog(): Promise<{ app: App; ids: string[] }> {
  const app = await testApp()
  const ids: string[] = []
  for (let i = 0; i < 4; i++) {
    const { body } = await app.bringIn(`shot-${i}.jpg`, await jpeg(20 + i, 600 + 20 * i, 500).toBuffer())
    ids.push(body.picture.id as string)
  }
  await app.intake.idle()
  await ask(app, 'patch', `/api/pictures/${ids[0]}`, {
    alt: 'One',
    tags: ['bench', 'knots'],
    title: 'First',
    licence: 'CC0',
  })
  await ask(app, 'put', `/api/pictures/${ids[1]}/recipe`, {
    recipe: {
      crop: null,
      turn: 1,
      straighten: 0,
      mirror: false,
      light: 10,
      contrast: 0,
      warmth: 0,
      colour: 0,
      sharpness: 0,
    },
  })
  const { body: made } = await ask(app, 'post', '/api/sets', { name: 'Knots', pictures: ids.slice(0, 3) })
  const { body: shelf } = await ask(app, 'post', '/api/sets/shelves', { name: 'Winter', parent: null })
  await ask(app, 'patch', `/api/sets/shelves/${shelf.id}`, { sets: [made.set.id] })
  const one = await startPost(app, {
    ...content(text('One'), rowOf([{ id: ids[0]!, caption: 'Here' }, ids[1]!])),
    title: 'One',
    dated: '2024-01-01T00:00:00Z',
    featured: { picture: ids[0]!, focus: { x: 0.1, y: 0.9 } },
    tray: [ids[3]!],
  })
  await ask(app, 'put', `/api/posts/${one.id}`, { baseVersion: 1, content: { ...one.content, title: 'One, again' } })
  await startPost(app, {
    ...content(text('Two'), rowOf(ids.slice(0, 3), { kind: 'gallery', set: wholeSet(made.set) })),
    title: 'Two',
  })
  await ask(app, 'put', '/api/front', {
    baseVersion: 0,
    front: { ...(await ask(app, 'get', '/api/front')).body.front, leftOut: [one.id] },
  })
  await app.intake.idle()
  return { app, ids }
}

async function bundleOf(app: App, posts: unknown = 'all'): Promise<Buffer> {
  const response = await app.client
    .post('/api/exports/bundle')
    .set('host', 'localhost')
    .send({ posts })
    .responseType('blob')
  expect(response.status).toBe(200)
  return response.body as Buffer
}
const bring = (app: App, bytes: Buffer, query = '') =>
  app.client
    .post(`/api/incoming/bundle${query}`)
    .set('host', 'localhost')
    .set('content-type', 'application/octet-stream')
    .send(bytes)

/** The row with its pictures called so, and of no set. */
const ownRow = (block: Block, id: (one: string) => string): Block =>
  isRow(block)
    ? {
        ...block,
        attrs: { ...block.attrs, set: null, pictures: block.attrs.pictures.map((one) => ({ ...one, id: id(one.id) })) },
      }
    : block

describe('a bundle', () => {
  it('into an empty Set Row and out again is the same, byte for byte', async () => {
    const { app } = await blog()
    const bytes = await bundleOf(app)
    expect(await bundleOf(app)).toEqual(bytes)
    const other = await testApp()
    const { status, body } = await bring(other, bytes)
    expect([status, body]).toEqual([
      200,
      { posts: expect.any(Array), already: [], pictures: 4, picturesHere: 0, blog: true },
    ])
    expect(body.posts).toHaveLength(2)
    await other.intake.idle()
    const again = await bundleOf(other)
    const [was, is] = [await unzipped(bytes), await unzipped(again)]
    for (const [name, text] of was)
      if (name.endsWith('.json')) expect(is.get(name)?.toString(), name).toBe(text.toString())
    expect(createHash('sha256').update(again).digest('hex')).toBe(createHash('sha256').update(bytes).digest('hex'))
    // What came in can be seen and shown.
    const { body: list } = await ask(other, 'get', '/api/pictures')
    expect(list.pictures).toHaveLength(4)
  })
  it('has any posts as they are, and brings them back the same', async () => {
    const pictures = [1, 2, 3].map((seed) => jpeg(60 + seed, 300 + seed, 200).toBuffer())
    await fc.assert(
      fc.asyncProperty(fc.array(postContent, { minLength: 1, maxLength: 4 }), fc.boolean(), async (posts, known) => {
        const [from, to] = [await testApp(), await testApp()]
        const bringAll = async (app: App, some = pictures) => {
          const ids: string[] = []
          for (const [i, bytes] of some.entries())
            ids.push((await app.bringIn(`p${i}.jpg`, await bytes)).body.picture.id as string)
          await app.intake.idle()
          return ids
        }
        const ids = await bringAll(from)
        // Every picture that a post names is one of these.
        const own = (one: string) =>
          ids[[...one].reduce((sum, letter) => sum + letter.codePointAt(0)!, 0) % ids.length]!
        const made: Post[] = []
        for (const any of posts) {
          const body = { ...any.body, content: withLineIds(any.body.content, own).map((block) => ownRow(block, own)) }
          made.push(await startPost(from, { ...any, body, tray: ids }))
        }
        // One of the pictures may be there already, and is called otherwise there.
        const [other] = known ? await bringAll(to, pictures.slice(0, 1)) : []
        const called = (one: string) => (other !== undefined && one === ids[0] ? other : one)
        const { status, body } = await bring(to, await bundleOf(from))
        expect([status, body.posts?.length]).toEqual([200, made.length])
        for (const { id, content: was } of made) {
          const blocks = withLineIds(was.body.content, called).map((block) => ownRow(block, called))
          const is = (await ask(to, 'get', `/api/posts/${id}`)).body.content
          expect(is).toEqual({ ...was, tray: was.tray.map(called), body: { ...was.body, content: blocks } })
        }
      }),
      { numRuns: 6 },
    )
  })
  it('of one post has what that post needs and no more; a second time nothing is made twice', async () => {
    const { app, ids } = await blog()
    const { body: posts } = await ask(app, 'get', '/api/posts')
    const one = posts.posts.find(({ title }: { title: string }) => title === 'One, again').id as string
    const bytes = await bundleOf(app, [one])
    const files = await unzipped(bytes)
    expect([...files.keys()].filter((name) => name.startsWith('pictures/')).sort()).toEqual(
      [ids[0], ids[1], ids[3]].map((id) => `pictures/${id}.json`).sort(),
    )
    expect(files.has('blog.json')).toBe(false)
    const other = await testApp()
    // One of its pictures is here already, under another name, and stays what it is called here.
    const { hash } = JSON.parse(files.get(`pictures/${ids[0]}.json`)!.toString()) as { hash: string }
    const { body: mine } = await other.bringIn('mine.jpg', files.get(`originals/${hash}`)!)
    const { body } = await bring(other, bytes)
    expect(body).toMatchObject({ posts: [one], pictures: 2, picturesHere: 1, blog: false })
    await other.intake.idle()
    const { body: here } = await ask(other, 'get', `/api/posts/${one}`)
    expect(here.content.featured.picture).toBe(mine.picture.id)
    expect(here.content.body.content[1].attrs.pictures[0].id).toBe(mine.picture.id)
    expect((await bring(other, bytes)).body).toMatchObject({
      posts: [],
      already: ['One, again'],
      pictures: 0,
      picturesHere: 3,
    })
  })
  it('that is cut, damaged, hostile or of another kind changes nothing, and says what is wrong', async () => {
    const { app } = await blog()
    const bytes = await bundleOf(app)
    const files = [...(await unzipped(bytes))].map(([name, one]) => ({ name, bytes: one }))
    const withFile = (name: string, change: (one: Buffer) => Buffer) =>
      zipOf(files.map((file) => (file.name.startsWith(name) ? { ...file, bytes: change(file.bytes) } : file)))
    const manifest = JSON.parse(files[0]!.bytes.toString()) as { files: { name: string }[] }
    const cases: [Buffer, RegExp][] = [
      [bytes.subarray(0, bytes.length / 2), /cut off/],
      [Buffer.from('no archive'), /no ZIP archive/],
      [await withFile('originals/', (one) => Buffer.concat([one.subarray(0, -1), Buffer.from('x')])), /damaged/],
      [await withFile('posts/', (one) => Buffer.from(one.toString().replace('"One', '"Eno'))), /damaged/],
      [await zipOf(files.filter(({ name }) => !name.startsWith('pictures/'))), /are missing/],
      [await zipOf([...files, { name: 'posts/more.json', bytes: Buffer.from('{}') }]), /does not list/],
      [await withFile('manifest', () => Buffer.from(sortedJson({ ...manifest, version: 9 }))), /manifest.json/],
      [
        await withFile('manifest', () =>
          Buffer.from(sortedJson({ ...manifest, files: [{ name: 'posts/../x', size: 1, sha256: 'a'.repeat(64) }] })),
        ),
        /place in a bundle/,
      ],
    ]
    const other = await testApp()
    for (const [wrong, why] of cases) {
      const { status, body } = await bring(other, wrong)
      expect([status, body.code]).toEqual([422, 'bundle-unreadable'])
      expect(body.message).toMatch(why)
    }
    expect((await ask(other, 'get', '/api/posts')).body.posts).toEqual([])
    for (const place of ['originals', 'arriving'])
      expect(readdirSync(path.join(other.folder, place)), place).toEqual([])
  })
  it('of which the sending breaks off anywhere leaves nothing behind', async () => {
    const whole = await bundleOf((await blog()).app)
    const to = await testApp()
    const server = to.app.listen(0, '127.0.0.1')
    onTestFinished(() => void server.close())
    await once(server, 'listening')
    const { port } = server.address() as AddressInfo
    for (const share of [0, 0.02, 0.5, 0.99]) {
      const sending = request({
        port,
        host: '127.0.0.1',
        method: 'POST',
        path: '/api/incoming/bundle',
        headers: { 'content-length': whole.length, 'content-type': 'application/octet-stream' },
      })
      sending.on('error', () => {})
      sending.write(whole.subarray(0, Math.max(1, Math.round(share * whole.length))))
      const arriving = () => readdirSync(path.join(to.folder, 'arriving'))
      await expect.poll(arriving, { timeout: 10_000 }).not.toEqual([])
      sending.destroy()
      await expect.poll(arriving, { timeout: 10_000 }).toEqual([])
    }
    expect((await ask(to, 'get', '/api/posts')).body.total).toBe(0)
    expect(readdirSync(path.join(to.folder, 'originals'))).toEqual([])
  })
  it('is what its published schema says', async () => {
    const { app } = await blog()
    for (const [name, bytes] of await unzipped(await bundleOf(app))) {
      const kind = name.includes('/') ? `${name.split('/')[0]}/….json` : name
      const schema = BUNDLE_SCHEMAS[kind as keyof typeof BUNDLE_SCHEMAS]
      if (schema) expect(schema.safeParse(JSON.parse(bytes.toString())).error?.issues ?? [], name).toEqual([])
    }
  })
})
