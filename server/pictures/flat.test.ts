import sharp from 'sharp'
import { expect, it } from 'vitest'
import yauzl from 'yauzl'
import { type FlatPreset, STARTING_PRESETS } from '../../core/flat/preset.ts'
import { makeRow } from '../../core/post/changes/make-row.ts'
import { withChoices } from '../../core/post/changes/row-choices.ts'
import type { Picture } from '../../core/wire/picture.ts'
import { ask, testApp } from '../testing/test-app.ts'

const preset = (more: Partial<FlatPreset> = {}): FlatPreset => ({ ...STARTING_PRESETS[0]!, format: 'png', ...more })
const COLOURS = ['#a02020', '#20a020', '#2020a0'] as const

/** An application with three pictures of one colour each: two wide, one tall; the first says what it shows. */
async function withThree() {
  const app = await testApp()
  const ids: string[] = []
  for (const [i, background] of COLOURS.entries()) {
    const [width, height] = i === 2 ? [600, 900] : [900, 600]
    const bytes = await sharp({ create: { width, height, channels: 3, background } })
      .png()
      .toBuffer()
    ids.push(((await app.bringIn(`KM_${i}.png`, bytes)).body as { picture: Picture }).picture.id)
  }
  await ask(app, 'patch', `/api/pictures/${ids[0]}`, { alt: 'A red kite & a reel', credit: 'Orla Venn' })
  const make = (rows: object[], more?: Partial<FlatPreset>) =>
    ask(app, 'post', '/api/flat', { rows, preset: preset(more), name: 'at the slip' })
      .buffer()
      .parse(asBuffer)
  return { app, ids, make }
}

const asBuffer = (response: unknown, done: (error: Error | null, body: Buffer) => void) => {
  const parts: Buffer[] = []
  const stream = response as NodeJS.ReadableStream
  stream.on('data', (part: Buffer) => parts.push(part))
  stream.on('end', () => done(null, Buffer.concat(parts)))
}

/** The colour of a px. */
async function pixel(bytes: Buffer, left: number, top: number): Promise<number[]> {
  const { data } = await sharp(bytes)
    .extract({ left, top, width: 1, height: 1 })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return [...data]
}
const RED = [0xa0, 0x20, 0x20]

it('is drawn at the engine’s boxes: ground, border, gaps and corners to the px', async () => {
  const { ids, make } = await withThree()
  const row = withChoices(makeRow('row-1', ids), { kind: 'side-by-side' })
  const { body, headers } = await make([row], { longestEdge: 700, border: 10, gap: 20, ground: '#102030', corner: 30 })
  expect(headers['content-disposition']).toContain('at%20the%20slip.png')
  const { width, height } = await sharp(body as Buffer).metadata()
  // (700 − 20 − 40) / (1.5 + 1.5 + 2/3) = 174.5
  expect([width, height]).toEqual([700, 175 + 20])
  const ground = [0x10, 0x20, 0x30]
  for (const [x, y] of [
    [5, 5],
    [11, 11],
    [10 + 262 + 10, 100],
    [695, 100],
  ] as const)
    expect(await pixel(body, x, y)).toEqual(ground)
  expect(await pixel(body, 100, 100)).toEqual(RED)
  expect(await pixel(body, 10 + 262 + 25, 100)).toEqual([0x20, 0xa0, 0x20])
})

it('carries its texts in open metadata, and nothing of a camera', async () => {
  const { ids, make } = await withThree()
  const { body } = await make([makeRow('row-1', ids)], { format: 'jpeg' })
  const { xmp, exif } = await sharp(body as Buffer).metadata()
  expect(xmp!.toString()).toContain('A red kite &amp; a reel')
  expect(xmp!.toString()).toContain('Orla Venn')
  expect(exif).toBeUndefined()
})

it('comes as numbered files in a ZIP where there are several rows', async () => {
  const { ids, make } = await withThree()
  const { body, headers } = await make([makeRow('row-1', ids), makeRow('row-2', ids.slice(0, 1))])
  expect(headers['content-type']).toBe('application/zip')
  const names = await new Promise<string[]>((resolve, reject) =>
    yauzl.fromBuffer(body as Buffer, { lazyEntries: false }, (error, zip) => {
      if (error) return reject(error)
      const found: string[] = []
      zip.on('entry', ({ fileName }: { fileName: string }) => found.push(fileName))
      zip.on('end', () => resolve(found))
    }),
  )
  expect(names).toEqual(['at the slip-1.png', 'at the slip-2.png'])
})

it('is kept as a picture of its own, with the texts of those that it shows', async () => {
  const { app, ids } = await withThree()
  const { body } = await ask(app, 'post', '/api/flat/keep', {
    rows: [makeRow('row-1', ids)],
    preset: preset({ format: 'jpeg' }),
    name: 'kept',
  })
  const { picture } = body as { picture: Picture }
  expect(picture.alt).toBe('A red kite & a reel')
  expect(picture.fileName).toBe('kept.jpg')
  expect(picture.width).toBe(1600)
})

it('remembers what it was made from, and is made again in its place', async () => {
  const { app, ids } = await withThree()
  const row = withChoices(makeRow('row-1', ids), { kind: 'side-by-side' })
  const keep = async (rows: object[]) =>
    (await ask(app, 'post', '/api/flat/keep', { rows, preset: preset({ longestEdge: 600 }), name: 'three' })).body
      .picture as Picture
  const flat = await keep([row])
  expect(flat.flatOf).toMatchObject({ row, preset: { longestEdge: 600 } })
  expect(flat.flatOf!.files).toHaveLength(3)
  await ask(app, 'patch', `/api/pictures/${flat.id}`, { alt: 'Three kites in a row' })
  // Nothing has changed: it stays the very file that it is.
  const same = (await ask(app, 'post', '/api/flat/again', { picture: flat.id })).body.picture as Picture
  expect([same.id, same.renditions[0]]).toEqual([flat.id, flat.renditions[0]])
  // The row has: it is another file, with the words that it was given, wherever it stands.
  const fewer = withChoices(makeRow('row-1', ids.slice(0, 2)), { kind: 'side-by-side' })
  const again = (await ask(app, 'post', '/api/flat/again', { picture: flat.id, row: fewer })).body.picture as Picture
  expect(again).toMatchObject({ id: flat.id, alt: 'Three kites in a row', flatOf: { row: fewer } })
  expect(again.width / again.height).toBeGreaterThan(flat.width / flat.height - 1)
  expect(again.height).not.toBe(flat.height)
  // What it was lies in the bin.
  expect((await ask(app, 'get', '/api/pictures/bin')).body).toHaveLength(1)
  expect((await ask(app, 'post', '/api/flat/again', { picture: ids[0] })).body.code).toBe('picture-not-found')
  // Rows of an older program are brought to today's shape; what can't be read makes a picture like any other.
  const { words: _words, ...older } = fewer
  const put = (text: string) => app.db.prepare('UPDATE pictures SET flat_of = ? WHERE id = ?').run(text, flat.id)
  put(JSON.stringify({ version: 5, row: older, preset: preset(), files: [] }))
  expect((await ask(app, 'get', `/api/pictures/${flat.id}`)).body.flatOf.row).toEqual(fewer)
  put('{"version":5,"row":7}')
  expect((await ask(app, 'get', `/api/pictures/${flat.id}`)).body.flatOf).toBeNull()
})

it('refuses what can’t be made, and says why', async () => {
  const { app, ids } = await withThree()
  const to = (rows: object[], more?: Partial<FlatPreset>) =>
    ask(app, 'post', '/api/flat', { rows, preset: preset(more), name: 'x' })
  expect((await to([makeRow('row-1', ['gone-gone'])])).body.code).toBe('picture-not-found')
  const tight = await to([makeRow('row-1', ids)], { longestEdge: 100, border: 40, gap: 30 })
  expect([tight.status, tight.body.code]).toEqual([422, 'flat-no-room'])
  expect((await to([], {})).status).toBe(400)
  // Of several rows one that can't be made is told before anything is sent.
  const both = await to([makeRow('row-1', ids), makeRow('row-2', ['gone-gone'])])
  expect([both.status, both.body.code]).toEqual([404, 'picture-not-found'])
})
