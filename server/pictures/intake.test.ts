import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { ladderFor } from '../../core/files/ladder.ts'
import { movingWidths } from '../../core/files/moving.ts'
import { post, rowOf } from '../../core/testing/builders.ts'
import type { Picture } from '../../core/wire/picture.ts'
import { ask, jpeg, startPost, testApp } from '../testing/test-app.ts'

const XMP = `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">First up</rdf:li></rdf:Alt></dc:title><dc:creator><rdf:Seq><rdf:li>Orla Venn</rdf:li></rdf:Seq></dc:creator><dc:subject><rdf:Bag><rdf:li>launch</rdf:li><rdf:li>slip</rdf:li></rdf:Bag></dc:subject><Iptc4xmpCore:AltTextAccessibility><rdf:Alt><rdf:li xml:lang="x-default">A kite climbs</rdf:li></rdf:Alt></Iptc4xmpCore:AltTextAccessibility></rdf:Description></rdf:RDF></x:xmpmeta>`

/** An IPTC block as older programs write it: APP13 with caption, by-line and keyword. */
function withIptc(file: Buffer): Buffer {
  const field = (number: number, value: string) => {
    const bytes = Buffer.from(value)
    return Buffer.concat([Buffer.from([0x1c, 2, number, bytes.length >> 8, bytes.length & 255]), bytes])
  }
  const iptc = Buffer.concat([field(120, 'Over the dunes'), field(80, 'Tam Hollis'), field(25, 'dunes')])
  const size = Buffer.alloc(4)
  size.writeUInt32BE(iptc.length)
  const resource = Buffer.concat([
    Buffer.from('Photoshop 3.0\0'),
    Buffer.from('8BIM'),
    Buffer.from([4, 4, 0, 0]),
    size,
    iptc,
    Buffer.alloc(iptc.length % 2),
  ])
  const length = Buffer.from([(resource.length + 2) >> 8, (resource.length + 2) & 255])
  return Buffer.concat([file.subarray(0, 2), Buffer.from([0xff, 0xed]), length, resource, file.subarray(2)])
}

describe('a picture brought in', () => {
  it('keeps its original to the byte and gets every rendition', async () => {
    const { bringIn, folder, intake, client } = await testApp()
    const bytes = await jpeg(1, 1500, 1000).toBuffer()
    const { status, body } = await bringIn('KM_1.jpg', bytes)
    expect(status).toBe(201)
    expect(body).toMatchObject({
      already: false,
      picture: { width: 1500, height: 1000, format: 'JPEG', fileName: 'KM_1.jpg', alt: '', title: '' },
    })
    expect((body.picture as Picture).renditions.map((file) => file.width)).toEqual([320, 480, 1080])
    const [original] = readdirSync(path.join(folder, 'originals'))
    expect(readFileSync(path.join(folder, 'originals', original!)).equals(bytes)).toBe(true)
    await intake.idle()
    const { body: picture } = await client.get(`/api/pictures/${body.picture.id}`).set('host', 'localhost')
    const webp = (picture as Picture).renditions.filter((file) => file.format === 'webp').map((file) => file.width)
    expect(webp).toEqual(ladderFor(1500, 1000))
    expect((picture as Picture).renditions.some((file) => file.format === 'jpeg' && file.width === 1200)).toBe(true)
  })
  it.each(['png', 'webp', 'avif', 'gif', 'tiff'] as const)('may be %s, whatever it is called', async (format) => {
    const { bringIn } = await testApp()
    const { status, body } = await bringIn('holiday.jpg', await jpeg(2).toFormat(format).toBuffer())
    expect(status).toBe(201)
    expect(body.picture).toMatchObject({ width: 300, height: 200 })
    expect(String(body.picture.format).toLowerCase()).toBe(format)
  })
  it('is turned upright, in sRGB, without location or any other metadata', async () => {
    const { bringIn, folder } = await testApp()
    const bytes = await jpeg(3)
      .withIccProfile('p3')
      .withExif({
        IFD0: { Make: 'Saltmere', Orientation: '6' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' },
      })
      .withMetadata({ orientation: 6 })
      .toBuffer()
    const { body } = await bringIn('turned.jpg', bytes)
    expect(body.picture).toMatchObject({ width: 200, height: 300 })
    const made = await sharp(path.join(folder, 'renditions', body.picture.renditions[0].file)).metadata()
    expect(made).toMatchObject({ width: 200, height: 300, space: 'srgb' })
    expect(made.exif ?? made.xmp ?? made.iptc ?? made.icc).toBeUndefined()
  })
  it('converts a wide-gamut picture to what its colours look like in sRGB', async () => {
    const { bringIn, folder } = await testApp()
    const pure = await sharp({ create: { width: 64, height: 64, channels: 3, background: '#c83c28' } })
      .withIccProfile('p3')
      .png()
      .toBuffer()
    const { body } = await bringIn('red.png', pure)
    const { data } = await sharp(path.join(folder, 'renditions', body.picture.renditions[0].file))
      .raw()
      .toBuffer({ resolveWithObject: true })
    for (const [i, wanted] of [0xc8, 0x3c, 0x28].entries()) expect(Math.abs(data[i]! - wanted)).toBeLessThan(10)
  })
  it('tells what it says of itself', async () => {
    const { bringIn } = await testApp()
    const bytes = await jpeg(4)
      .withExif({ IFD2: { DateTimeOriginal: '2026:03:14 07:02:11' } })
      .withXmp(XMP)
      .toBuffer()
    const { body } = await bringIn('a.jpg', bytes)
    expect(body.picture).toMatchObject({
      title: 'First up',
      alt: 'A kite climbs',
      credit: 'Orla Venn',
      tags: ['launch', 'slip'],
      takenAt: '2026-03-14T07:02:11',
    })
  })
  it('tells what older programs wrote', async () => {
    const { bringIn } = await testApp()
    const { body } = await bringIn('b.jpg', withIptc(await jpeg(5).toBuffer()))
    expect(body.picture).toMatchObject({ caption: 'Over the dunes', credit: 'Tam Hollis', tags: ['dunes'], alt: '' })
  })
  it('is recognised by its content and not stored twice, even when it comes twice at once', async () => {
    const { bringIn, folder } = await testApp()
    const bytes = await jpeg(6).toBuffer()
    const answers = await Promise.all([bringIn('a.jpg', bytes), bringIn('b.jpg', bytes)])
    const third = await bringIn('c.jpg', bytes)
    expect(new Set([...answers, third].map(({ body }) => body.picture.id)).size).toBe(1)
    expect(third.body.already).toBe(true)
    expect(third.status).toBe(200)
    expect(readdirSync(path.join(folder, 'originals'))).toHaveLength(1)
  })
  it('never chooses its own path', async () => {
    const { bringIn, folder } = await testApp()
    const { body } = await bringIn('../../../etc/\u0000evil.jpg', await jpeg(7).toBuffer())
    expect(body.picture.fileName).toBe('evil.jpg')
    expect(existsSync(path.join(folder, 'evil.jpg'))).toBe(false)
  })
})

describe('a file that is refused', () => {
  const refused = async (name: string, bytes: Buffer, change = {}) => {
    const { bringIn, folder, intake, client } = await testApp(change)
    const { status, body } = await bringIn(name, bytes)
    await intake.idle()
    // Nothing of it stays.
    for (const place of ['originals', 'renditions', 'arriving'])
      expect(readdirSync(path.join(folder, place))).toEqual([])
    expect((await client.get('/api/pictures').set('host', 'localhost')).body.pictures).toEqual([])
    return { status, ...(body as { code: string; message: string; next: string }) }
  }
  it('says that a text is not a picture', async () => {
    expect(await refused('kite.jpg', Buffer.from('not a picture at all'))).toMatchObject({
      status: 422,
      code: 'not-a-picture',
      next: expect.stringContaining('JPEG'),
    })
  })
  it('says what a disguised file is', async () => {
    expect((await refused('kite.png', Buffer.from('%PDF-1.7\n%âãÏÓ\n1 0 obj'))).message).toContain('PDF')
  })
  it('refuses drawings that could carry scripts', async () => {
    expect(
      (await refused('kite.svg', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'))).code,
    ).toBe('not-a-picture')
  })
  it('says that a cut file was cut short', async () => {
    const whole = await jpeg(8, 900, 600).toBuffer()
    expect(await refused('cut.jpg', whole.subarray(0, whole.length * 0.6))).toMatchObject({
      code: 'picture-cut',
      message: 'The file was cut short: a part of the picture is missing.',
      next: expect.stringContaining('camera'),
    })
  })
  it('says that a head without a body is of no use', async () => {
    expect((await refused('head.png', (await jpeg(9).png().toBuffer()).subarray(0, 60))).code).toMatch(
      /^(picture-cut|damaged-picture)$/,
    )
  })
  it('says how many pixels are too many', async () => {
    expect((await refused('big.jpg', await jpeg(10, 400, 300).toBuffer(), { largestPicture: 100_000 })).message).toBe(
      'The picture has 0.1 megapixels; the limit is 0.1.',
    )
  })
  it('says how many bytes are too many', async () => {
    expect(await refused('big.jpg', Buffer.alloc(3_000_000), { largestFile: 2_000_000 })).toMatchObject({
      status: 413,
      message: 'The file has more than 2 MB.',
    })
  })
  it('says that an empty file is empty', async () => {
    expect((await refused('none.jpg', Buffer.alloc(0))).code).toBe('file-empty')
  })
  it('speaks no decoder’s language, whatever is broken', async () => {
    const whole = await jpeg(15, 400, 300).png().toBuffer()
    for (const at of [20, 60, 200, 1000]) {
      const broken = Buffer.from(whole)
      broken.fill(0x5a, at, at + 30)
      const { status, code, message } = await refused(`broken-${at}.png`, broken)
      expect(status).toBe(422)
      expect(['damaged-picture', 'picture-cut', 'not-a-picture', 'unreadable-kind', 'too-many-pixels']).toContain(code)
      expect(message).not.toMatch(/vips|libspng|Vips|Input|buffer/)
    }
  })
  it('leaves the others alone', async () => {
    const { bringIn } = await testApp()
    const answers = await Promise.all([
      bringIn('a.jpg', await jpeg(11).toBuffer()),
      bringIn('b.jpg', Buffer.from('x')),
      bringIn('c.jpg', await jpeg(12).toBuffer()),
    ])
    expect(answers.map(({ status }) => status)).toEqual([201, 422, 201])
  })
})

describe('a process stopped in the middle', () => {
  it('shows no half picture, and takes up what was on its way', async () => {
    const first = await testApp()
    const { body } = await first.bringIn('a.jpg', await jpeg(13, 1500, 1000).toBuffer())
    const { id, renditions } = body.picture as Picture
    await first.intake.idle()
    // As a kill would leave it: the row says arriving, files are half there, strangers lie about.
    first.db.prepare(`UPDATE pictures SET state = 'arriving'`).run()
    first.db.prepare('DELETE FROM renditions WHERE file = ?').run(renditions[0]!.file)
    writeFileSync(path.join(first.folder, 'arriving', 'half'), 'x')
    writeFileSync(path.join(first.folder, 'originals', 'f'.repeat(64)), 'nobody’s')
    expect((await first.client.get('/api/pictures').set('host', 'localhost')).body.pictures).toEqual([])
    expect((await first.client.get(`/api/pictures/${id}`).set('host', 'localhost')).status).toBe(404)
    await first.check()
    first.intake.takeUp()
    await first.intake.idle()
    const { body: list } = await first.client.get('/api/pictures').set('host', 'localhost')
    expect(
      (list.pictures as Picture[])[0]!.renditions.filter((file) => file.format === 'webp').map((file) => file.width),
    ).toEqual(ladderFor(1500, 1000))
    expect(readdirSync(path.join(first.folder, 'arriving'))).toEqual([])
    expect(readdirSync(path.join(first.folder, 'originals'))).toHaveLength(1)
  })
  it('makes a lost rendition again from the original', async () => {
    const { bringIn, folder, intake, client, check } = await testApp()
    const { body } = await bringIn('a.jpg', await jpeg(14).toBuffer())
    await intake.idle()
    const { file } = (body.picture as Picture).renditions[0]!
    const { rmSync } = await import('node:fs')
    rmSync(path.join(folder, 'renditions', file))
    await check()
    intake.takeUp()
    await intake.idle()
    expect((await client.get(`/files/${file}`).set('host', 'localhost')).status).toBe(200)
  })
})

describe('pictures of every shape', () => {
  it.each([
    [1, 3000],
    [3000, 1],
    [2, 2000],
    [1, 1],
    [3, 2999],
    [1, 20_000],
    [60_000, 2],
  ])('%i × %i px are taken in, with at least one file', async (width, height) => {
    const { bringIn, intake, client } = await testApp()
    const { status, body } = await bringIn('thin.png', await jpeg(3, width, height).png().toBuffer())
    expect(status).toBe(201)
    await intake.idle()
    const { body: picture } = await client.get(`/api/pictures/${body.picture.id}`).set('host', 'localhost')
    expect(picture).toMatchObject({ width, height })
    expect((picture as Picture).renditions.length).toBeGreaterThanOrEqual(2)
  })
  it.each(['gif', 'webp'] as const)('that move stay so for readers, beside the still first: %s', async (format) => {
    const app = await testApp()
    const frames = await Promise.all([1, 2, 3].map((seed) => jpeg(seed, 600, 400).png().toBuffer()))
    const moving = await sharp(frames, { join: { animated: true } })
      .toFormat(format)
      .toBuffer()
    const { body } = await app.bringIn(`loop.${format}`, moving)
    expect(body.picture).toMatchObject({ width: 600, height: 400, frames: 3 })
    await app.intake.idle()
    const { renditions } = (await ask(app, 'get', `/api/pictures/${body.picture.id}`)).body as Picture
    const files = renditions.filter((file) => file.format === 'moving')
    expect(files.map(({ width, height }) => [width, height])).toEqual([
      [480, 320],
      [600, 400],
    ])
    const pages = async (file: string) =>
      (await sharp(path.join(app.folder, 'renditions', file), { animated: true }).metadata()).pages ?? 1
    expect(await Promise.all(files.map(({ file }) => pages(file)))).toEqual([3, 3])
    for (const { file } of renditions.filter((one) => one.format !== 'moving')) expect(await pages(file)).toBe(1)
    // It is published in both forms, the still one for who wants no motion.
    const { id } = await startPost(app, post(rowOf([body.picture.id])))
    const page = (await ask(app, 'get', `/proof/posts/${id}/`)).text
    expect(page).toContain(`<picture><source media="(prefers-reduced-motion:no-preference)" type="image/webp"`)
    expect(page.match(/-(480|600)m\.webp/g)).toHaveLength(2)
  })
  it('that do not move have no moving files, nor those that are too much of it', async () => {
    const app = await testApp()
    const { body } = await app.bringIn('still.gif', await jpeg(9, 60, 40).gif().toBuffer())
    expect(body.picture.frames).toBe(1)
    expect(movingWidths({ width: 2000, height: 1000, format: 'GIF', frames: 60 })).toEqual([])
    expect(movingWidths({ width: 2000, height: 1000, format: 'TIFF', frames: 2 })).toEqual([])
    // As high as no file can be.
    expect(movingWidths({ width: 20, height: 20_000, format: 'GIF', frames: 2 })).toEqual([2])
    expect(movingWidths({ width: 3, height: 20_000, format: 'GIF', frames: 2 })).toEqual([])
    await app.intake.idle()
    const { renditions } = (await ask(app, 'get', `/api/pictures/${body.picture.id}`)).body as Picture
    expect(renditions.every(({ format }) => format !== 'moving')).toBe(true)
  })
})

describe('a longest edge, where the house has one', () => {
  it('makes what is larger smaller as it comes: upright, with what its file said; its bytes are known again', async () => {
    const app = await testApp()
    const { body: house } = await ask(app, 'get', '/api/house')
    await ask(app, 'put', '/api/house', { ...house, intakeEdge: 2560 })
    const large = await jpeg(5, 3600, 2400)
      .withExif({
        IFD0: { ImageDescription: 'Over the dunes', Orientation: '6' },
        IFD2: { DateTimeOriginal: '2026:03:14 07:16:05' },
      })
      .withMetadata({ orientation: 6 })
      .toBuffer()
    const { status, body } = await app.bringIn('KM_1.jpg', large)
    expect(status).toBe(201)
    expect(body.picture).toMatchObject({ width: 1707, height: 2560, format: 'JPEG', fileName: 'KM_1.jpg' })
    const [original] = readdirSync(path.join(app.folder, 'originals'))
    const kept = await sharp(path.join(app.folder, 'originals', original!)).metadata()
    expect([kept.width, kept.height, kept.orientation]).toEqual([1707, 2560, undefined])
    const again = await app.bringIn('again.jpg', large)
    expect(again.body).toMatchObject({ already: true, picture: { id: body.picture.id } })
    const small = await jpeg(6, 400, 300).toBuffer()
    await app.bringIn('small.jpg', small)
    expect(readdirSync(path.join(app.folder, 'originals'))).toHaveLength(2)
    expect(await app.check()).toEqual([])
  })
})

describe('pictures that were chosen together', () => {
  it('stand in the order of choosing, whichever is done first', async () => {
    const app = await testApp()
    const post = await startPost(app)
    const { body } = await ask(app, 'post', '/api/pictures/numbers', { count: 3 })
    const ids: string[] = []
    for (const place of [2, 0, 1]) {
      const { body: answer } = await app.bringIn(
        `${place}.jpg`,
        await jpeg(20 + place).toBuffer(),
        post.id,
        body.first + place,
      )
      ids[place] = answer.picture.id
    }
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body.arrived).toEqual(ids)
    const { body: page } = await ask(app, 'get', '/api/pictures')
    expect((page.pictures as Picture[]).map(({ id }) => id)).toEqual([...ids].reverse())
    // A number that is taken, or was never given out, is not believed.
    for (const number of [body.first, 999_999])
      expect((await app.bringIn(`${number}.jpg`, await jpeg(number % 250).toBuffer(), undefined, number)).status).toBe(
        201,
      )
  })
})
