import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp from 'sharp'
import { describe, expect, it, onTestFinished } from 'vitest'
import { writeFolder } from './write-folder.ts'
import { readIncoming } from '../../core/formats/incoming/incoming-post.ts'
import { readBlogLinks } from '../testing/links.ts'
import { post as content, rowOf, text } from '../../core/testing/builders.ts'
import { tidied } from '../../core/formats/tidied.ts'
import { PLAIN } from '../../core/recipe/recipe.ts'
import { ask, jpeg, pressed, startPost, testApp, testHost } from '../testing/test-app.ts'
import { readEmbedded } from '../pictures/metadata/read-embedded.ts'
import { unzipped } from '../testing/zips.ts'

/** A blog with two posts, one of them live, and a JPEG that says where it was taken and lies on its side. */
async function blog() {
  const host = await testHost()
  const app = await testApp({ blogUrl: host.url, sheetsKept: 3 })
  const shot = await sharp(await jpeg(5, 900, 600).toBuffer())
    .withExif({ IFD0: { Make: 'Camera', Artist: 'Orla' }, IFD3: { GPSLatitude: '50/1 20/1 0/1', GPSLatitudeRef: 'N' } })
    .withMetadata({ orientation: 6 })
    .toBuffer()
  const { body: first } = await app.bringIn('Kite day.JPG', shot)
  const { body: second } = await app.bringIn('Kite day.png', await jpeg(6, 700, 500).png().toBuffer())
  await app.intake.idle()
  const [a, b] = [first.picture.id as string, second.picture.id as string]
  await ask(app, 'patch', `/api/pictures/${a}`, { alt: 'A kite “over” the slip', caption: 'Up', licence: 'CC BY 4.0' })
  const live = await startPost(app, {
    ...content(
      text('First'),
      rowOf([{ id: a, caption: 'Higher' }, b], { kind: 'gallery', gallery: { across: 2 } }),
      text('Last'),
    ),
    title: 'Launch day',
    topics: ['Launches'],
    featured: { picture: a, focus: { x: 0.25, y: 0.75 } },
    dated: '2024-05-01T12:00:00Z',
  })
  await pressed(app, live.id, { as: 'live', version: 1 })
  const draft = await startPost(app, { ...content(text('Not yet')), title: 'Launch day' })
  const zip = async (place: string, body: unknown) => {
    const response = await app.client
      .post(`/api/exports/${place}`)
      .set('host', 'localhost')
      .send(body as object)
      .responseType('blob')
    expect(response.status).toBe(200)
    const files = await unzipped(response.body as Buffer)
    expect(Number(response.headers['x-files'])).toBe(files.size)
    return files
  }
  return { app, host, live, draft, a, b, shot, zip }
}

describe('Markdown that leaves', () => {
  it('comes back as the same posts, with pictures that say what they show and not where they were taken', async () => {
    const { live, a, b, shot, zip } = await blog()
    const files = await zip('markdown', { posts: 'all' })
    expect([...files.keys()].sort()).toEqual([
      'launch-day-2.md',
      'launch-day.md',
      'pictures/Kite-day.jpg',
      'pictures/Kite-day.png',
    ])
    const names = [...files].flatMap(([path, bytes]) =>
      path.endsWith('.md') && bytes.includes('Higher') ? [path] : [],
    )
    const written = files.get(names[0]!)!.toString()
    const ids: Record<string, string> = { 'pictures/Kite-day.jpg': a, 'pictures/Kite-day.png': b }
    const read = readIncoming(
      { kind: 'markdown', text: written, base: '', name: '' },
      {
        measure: 560,
        newRowId: () => 'row-1',
        pictures: {
          idOf: ({ src }) => ids[src]!,
          inherited: (id) => ({
            alt: id === a ? 'A kite “over” the slip' : '',
            caption: id === a ? 'Up' : '',
            credit: id === a ? 'Orla' : '',
            link: '',
          }),
        },
      },
    )
    const { id: _, ...row } = (tidied(live.content.body.content)[1] as { attrs: { id: string } }).attrs
    expect(read.content.body.content[1]).toMatchObject({ attrs: row })
    expect(read.content).toMatchObject({ title: 'Launch day', topics: ['Launches'], featured: live.content.featured })
    expect(read.date).toBe('2024-05-01T12:00:00Z'.replace('Z', '.000Z'))

    const carried = files.get('pictures/Kite-day.jpg')!
    expect(carried.toString('latin1')).not.toMatch(/GPS|Camera/)
    expect(await sharp(carried).metadata()).toMatchObject({ orientation: 6, width: 900, height: 600 })
    expect(carried.includes('A kite “over” the slip') && carried.includes('CC BY 4.0')).toBe(true)
    expect((await sharp(carried).raw().toBuffer()).equals(await sharp(shot).raw().toBuffer())).toBe(true)
    const file = path.join(mkdtempSync(path.join(tmpdir(), 'set-row-carried-')), 'kite.jpg')
    onTestFinished(() => rmSync(path.dirname(file), { recursive: true }))
    writeFileSync(file, carried)
    expect(await readEmbedded(file, 'kite.jpg')).toMatchObject({ alt: 'A kite “over” the slip', caption: 'Up' })
    // Programs that know IPTC-IIM alone read the caption too.
    const { iptc } = await sharp(carried).metadata()
    expect(iptc?.includes('Up')).toBe(true)
  })
  it('keeps what the camera wrote where that is wished: as it is, and upright where the picture was adjusted', async () => {
    const { app, a, shot, zip } = await blog()
    const kite = async () => (await zip('markdown', { posts: 'all', taken: true })).get('pictures/Kite-day.jpg')!
    const left = await kite()
    expect(left.toString('latin1')).toMatch(/GPS|Camera/)
    expect((await sharp(left).metadata()).exif).toEqual((await sharp(shot).metadata()).exif)
    expect((await sharp(left).raw().toBuffer()).equals(await sharp(shot).raw().toBuffer())).toBe(true)
    await ask(app, 'put', `/api/pictures/${a}/recipe`, { recipe: { ...PLAIN, light: 20 } })
    const adjusted = await kite()
    expect(adjusted.includes('Camera')).toBe(true)
    expect(await sharp(adjusted).metadata()).toMatchObject({ orientation: 1, width: 600, height: 900 })
    const plain = (await zip('markdown', { posts: 'all' })).get('pictures/Kite-day.jpg')!
    expect(plain.includes('Camera')).toBe(false)
  })
  it('has pictures that few programs read as JPEG, tall ones at their own shape', async () => {
    const { app, zip } = await blog()
    const { body } = await app.bringIn('mast.tif', await jpeg(7, 1200, 3000).tiff().toBuffer())
    const drawn = sharp({ create: { width: 70_000, height: 20, channels: 3, background: '#357' } })
    const { body: long } = await app.bringIn('quay.tif', await drawn.tiff({ compression: 'none' }).toBuffer())
    const pictures = [body.picture.id, long.picture.id] as string[]
    const post = await startPost(app, { ...content(rowOf(pictures)), title: 'The mast' })
    const files = await zip('markdown', { posts: [post.id] })
    const said = (name: string) => sharp([...files].find(([place]) => place.endsWith(name))![1]).metadata()
    expect(await said('mast.jpg')).toMatchObject({ format: 'jpeg', width: 1200, height: 3000 })
    // No JPEG can be longer.
    expect(await said('quay.jpg')).toMatchObject({ format: 'jpeg', width: 65_500, height: 19 })
  })
})

describe('a static site', () => {
  it('has the style sheets of all its posts, of more than are at hand at once', async () => {
    const { app, a, b, zip } = await blog()
    for (let width = 300; width < 306; width++)
      await startPost(app, { ...content(text('Row'), rowOf([a, b], { width })), title: `Post ${width}` })
    const files = await zip('site', { posts: 'all' })
    expect(readBlogLinks(files, 'http://localhost/').missing).toEqual([])
    expect([...files].filter(([name, bytes]) => /post-.*css$/.test(name) && bytes.length > 0)).toHaveLength(7)
  })
  it('has every file that its pages name, and no other; every link of it leads to a file', async () => {
    const { zip, app, host } = await blog()
    const files = await zip('site', { posts: 'live', base: 'https://kites.example/notes' })
    const links = readBlogLinks(files, 'https://kites.example/notes/')
    expect(links.missing).toEqual([])
    expect(links.unnamed).toEqual(['sitemap.xml'])
    const page = files.get('posts/launch-day/index.html')!.toString()
    expect(page).toContain('content="https://kites.example/notes/files/')
    expect(page).toContain('1 May 2024')
    expect(page + files.get('feed.atom')!.toString()).not.toContain(host.url)
    expect(files.get('sitemap.xml')!.toString()).toContain(
      '<loc>https://kites.example/notes/posts/launch-day/</loc><lastmod>2024-05-01',
    )
    // One post by itself has a list of its own, though it is not live.
    const one = await zip('site', {
      posts: [(await app.client.get('/api/posts').set('host', 'localhost')).body.posts[0].id],
    })
    expect(one.has('index.html') && readBlogLinks(one).missing.length === 0).toBe(true)
  })
  it('has pictures that say what they show where that is wished, of the same px', async () => {
    const { zip } = await blog()
    const [plain, said] = [await zip('site', { posts: 'live' }), await zip('site', { posts: 'live', texts: true })]
    expect([...said.keys()]).toEqual([...plain.keys()])
    const pictures = [...said].filter(([name]) => /\.(webp|jpg)$/.test(name))
    expect(pictures.length).toBeGreaterThan(3)
    let worded = 0
    for (const [name, bytes] of pictures) {
      expect((await sharp(bytes).raw().toBuffer()).equals(await sharp(plain.get(name)!).raw().toBuffer())).toBe(true)
      const { xmp } = await sharp(bytes).metadata()
      expect(xmp, name).toBeDefined()
      if (xmp!.toString().includes('A kite “over” the slip')) worded++
      expect((await sharp(plain.get(name)!).metadata()).xmp).toBeUndefined()
    }
    expect(worded).toBeGreaterThan(0)
  })
  it('is of what has changed the second time, and says what to delete', async () => {
    const { zip, app, live } = await blog()
    const whole = await zip('site', { posts: 'live' })
    expect((await zip('site', { posts: 'live', changes: true })).size).toBe(0)
    const { title: _, ...rest } = live.content
    const other = { ...rest, title: 'Launch day', body: content(text('Otherwise')).body, featured: null }
    await ask(app, 'put', `/api/posts/${live.id}`, { baseVersion: 1, content: other })
    await pressed(app, live.id, { as: 'live', version: 2 })
    const changed = await zip('site', { posts: 'live', changes: true })
    expect(changed.has('posts/launch-day/index.html')).toBe(true)
    const gone = changed.get('to-delete.txt')!.toString().trim().split('\n')
    expect(gone.length).toBeGreaterThan(2)
    for (const path of gone) expect(whole.has(path)).toBe(true)
    const now = await zip('site', { posts: 'live' })
    expect(
      new Set(
        [...[...whole.keys()].filter((path) => !gone.includes(path)), ...changed.keys()].filter(
          (path) => path !== 'to-delete.txt',
        ),
      ),
    ).toEqual(new Set(now.keys()))
  })
  it('refuses an address that is none', async () => {
    const { app } = await blog()
    const { status, body } = await ask(app, 'post', '/api/exports/site', { posts: 'live', base: 'ftp://x' })
    expect([status, body.code]).toEqual([400, 'bad-request'])
  })
  it('is written into a folder, of which the second time only what changed is written; what no page needs is named', async () => {
    const folder = path.join(mkdtempSync(path.join(tmpdir(), 'set-row-site-')), 'site')
    onTestFinished(() => rmSync(path.dirname(folder), { recursive: true, force: true }))
    const file = (name: string, text: string) => ({ path: name, bytes: async () => Buffer.from(text) })
    const first = [file('index.html', 'one'), file('posts/a/index.html', 'a'), file('files/x.css', 'x')]
    expect(await writeFolder(first, folder)).toEqual({ written: 3, kept: 0, toDelete: [] })
    rmSync(path.join(folder, 'files/x.css'))
    const second = [file('index.html', 'two'), file('files/x.css', 'x')]
    expect(await writeFolder(second, folder)).toEqual({ written: 2, kept: 0, toDelete: ['posts/a/index.html'] })
    expect(readFileSync(path.join(folder, 'index.html'), 'utf8')).toBe('two')
    expect(existsSync(path.join(folder, 'posts/a/index.html'))).toBe(true)
    // What somebody else has written is never written over.
    await expect(writeFolder(first, path.dirname(folder))).rejects.toThrow('has files in it that no export wrote')
  })
})

describe('a file that the disk has lost', () => {
  it('ends a static site in its middle, and nothing else', async () => {
    const { app } = await blog()
    for (const file of readdirSync(path.join(app.folder, 'renditions')))
      rmSync(path.join(app.folder, 'renditions', file))
    const ended = app.client.post('/api/exports/site').set('host', 'localhost').send({ posts: 'live' })
    await expect(ended.responseType('blob')).rejects.toThrow('aborted')
    expect((await ask(app, 'get', '/api/posts')).body.posts).toHaveLength(2)
  })
  it('is told by a bundle, made up for in Markdown, and put back by a bundle that has it', async () => {
    const { app, zip } = await blog()
    const whole = await app.client
      .post('/api/exports/bundle')
      .set('host', 'localhost')
      .send({ posts: 'all' })
      .responseType('blob')
    const originals = path.join(app.folder, 'originals')
    const were = readdirSync(originals)
    for (const file of were) rmSync(path.join(originals, file))
    const { status, body } = await ask(app, 'post', '/api/exports/bundle', { posts: 'all' })
    expect([status, body.code]).toEqual([500, 'original-missing'])
    expect(body.message).toMatch(/“Kite day\.(JPG|png)”/)
    const files = await zip('markdown', { posts: 'all' })
    expect(await sharp(files.get('pictures/Kite-day.jpg')!).metadata()).toMatchObject({ format: 'jpeg', width: 600 })
    expect(await sharp(files.get('pictures/Kite-day.png')!).metadata()).toMatchObject({ format: 'png', width: 700 })
    const { body: taken } = await app.client
      .post('/api/incoming/bundle')
      .set('host', 'localhost')
      .set('content-type', 'application/octet-stream')
      .send(whole.body as Buffer)
    expect(taken).toMatchObject({ posts: [], pictures: 0, picturesHere: 2 })
    expect(readdirSync(originals)).toEqual(were)
  })
})
