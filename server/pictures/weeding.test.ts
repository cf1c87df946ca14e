import fc from 'fast-check'
import sharp, { type Sharp } from 'sharp'
import { describe, expect, it } from 'vitest'
import { type Flaw, FLAWS } from '../../core/looks/flaws.ts'
import type { LookAlikes, Picture, Weeding } from '../../core/wire/picture.ts'
import {
  ALL_PICTURES,
  type PictureChoices,
  type PictureCounts,
  type PictureFilters,
  PICTURE_KEEPS,
  type PictureKeep,
  PICTURE_SHAPES,
  type PicturePage,
  type PictureShape,
  searchValues,
} from '../../core/wire/picture-search.ts'
import { ask, startPost, type TestApp, testApp } from '../testing/test-app.ts'
import { post, rowOf } from '../../core/testing/builders.ts'

/** A drawn scene: which things are where depends on the seed. */
function scene(seed: number, width = 900, height = 600): Sharp {
  const at = (k: number, most: number) => Math.round(((seed * (k * 7919 + 31)) % 997) * (most / 997))
  const things = Array.from(
    { length: 9 },
    (_, k) =>
      `<circle cx="${at(k, width)}" cy="${at(k + 20, height)}" r="${20 + at(k + 40, 130)}" fill="rgb(${at(k + 60, 230)},${at(k + 80, 230)},${at(k + 90, 230)})"/>`,
  )
  return sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="rgb(${at(3, 200)},120,${at(5, 200)})"/>${things.join('')}</svg>`,
    ),
  )
}
const taken = (image: Sharp, moment: string) =>
  image.withExif({ IFD2: { DateTimeOriginal: moment.replaceAll('-', ':').replace('T', ' ') } }).jpeg()

async function bring(app: TestApp, name: string, image: Sharp): Promise<Picture> {
  const { status, body } = await app.bringIn(name, await image.toBuffer())
  expect(status).toBe(201)
  return body.picture as Picture
}
const groups = async (app: TestApp) => {
  const { groups: open } = (await ask(app, 'get', '/api/pictures/look-alikes')).body as LookAlikes
  return open.map((group) => group.map(({ picture }) => picture.fileName))
}
const weed = (app: TestApp, weeding: Partial<Weeding>) => ask(app, 'post', '/api/pictures/weeding', weeding)
const names = async (app: TestApp, filters: Partial<PictureFilters> = {}) => {
  const { body } = await ask(app, 'get', `/api/pictures?${new URLSearchParams(searchValues(filters))}`)
  return (body as PicturePage).pictures.map(({ fileName }) => fileName)
}

describe('look-alikes', () => {
  it('are found as they come: saved anew, turned, in a burst; not what is another picture, nor another day', async () => {
    const app = await testApp()
    const slip = await scene(1).png().toBuffer()
    await bring(app, 'slip.jpg', taken(sharp(slip), '2026-03-14T07:16:05'))
    await bring(app, 'shed.jpg', taken(scene(2), '2026-03-14T07:16:09'))
    await bring(app, 'saved-anew.jpg', sharp(slip).resize(700).jpeg({ quality: 45 }))
    await bring(app, 'turned.webp', sharp(slip).rotate(90).webp())
    await bring(
      app,
      'burst.jpg',
      taken(sharp(slip).extract({ left: 20, top: 6, width: 880, height: 590 }), '2026-03-14T07:16:06'),
    )
    await bring(app, 'next-day.jpg', taken(sharp(slip).modulate({ brightness: 1.02 }), '2026-03-15T07:16:05'))
    // "next-day" is like the one that does not say when it was taken, and that one is like all.
    expect(await groups(app)).toEqual([
      expect.arrayContaining(['slip.jpg', 'saved-anew.jpg', 'turned.webp', 'burst.jpg']),
    ])
    expect((await groups(app)).flat()).not.toContain('shed.jpg')
    const days = await testApp()
    await bring(days, 'one.jpg', taken(sharp(slip), '2026-03-14T07:16:05'))
    await bring(days, 'other.jpg', taken(sharp(slip).modulate({ brightness: 1.02 }), '2026-03-15T07:16:05'))
    expect(await groups(days)).toEqual([])
  })
  it('wait until somebody decides; what goes aside comes back, and one more of them asks again', async () => {
    const app = await testApp()
    const slip = await scene(4).png().toBuffer()
    const one = await bring(app, 'one.jpg', taken(sharp(slip), '2026-03-14T07:16:05'))
    const two = await bring(app, 'two.jpg', taken(sharp(slip).modulate({ brightness: 0.9 }), '2026-03-14T07:16:06'))
    const other = await bring(app, 'other.jpg', scene(5).jpeg())
    expect(await names(app, { keeps: ['alike'] })).toEqual(['two.jpg', 'one.jpg'])
    const among = (await ask(app, 'post', '/api/pictures/look-alikes', { ids: [other.id] })).body as LookAlikes
    expect(among.total).toBe(0)
    const kept = { aside: [two.id], back: [], settled: [one.id, two.id], unsettled: [] }
    expect((await weed(app, kept)).status).toBe(200)
    expect(await groups(app)).toEqual([])
    expect(await names(app)).toEqual(['other.jpg', 'one.jpg'])
    expect(await names(app, { aside: true })).toEqual(['two.jpg'])
    expect(await names(app, { keeps: ['alike'] })).toEqual([])
    await weed(app, { back: [two.id], unsettled: [one.id, two.id] })
    expect(await groups(app)).toEqual([['one.jpg', 'two.jpg']])
    await weed(app, { settled: [one.id, two.id] })
    expect(await groups(app)).toEqual([])
    const three = await bring(app, 'three.jpg', taken(sharp(slip).modulate({ brightness: 1.1 }), '2026-03-14T07:16:07'))
    expect(await groups(app)).toEqual([['one.jpg', 'two.jpg', 'three.jpg']])
    await ask(app, 'delete', `/api/pictures/${three.id}`)
    expect(await groups(app)).toEqual([])
    await ask(app, 'post', `/api/pictures/${three.id}/bring-back`)
    expect(await groups(app)).toEqual([['one.jpg', 'two.jpg', 'three.jpg']])
  })
  it('are found among pictures that came before anybody looked, after a start', async () => {
    const app = await testApp()
    const slip = await scene(6).png().toBuffer()
    const { id } = await bring(app, 'one.jpg', sharp(slip).jpeg())
    await bring(app, 'two.jpg', sharp(slip).jpeg({ quality: 50 }))
    app.db.exec('DELETE FROM picture_looks; UPDATE pictures SET alike = NULL, alike_open = 0, flaws = 0')
    await app.close()
    const again = await testApp({}, app.folder)
    expect(await groups(again)).toEqual([])
    again.intake.takeUp()
    await again.intake.idle()
    expect(await groups(again)).toEqual([['one.jpg', 'two.jpg']])
    const { body } = await ask(again, 'post', '/api/pictures/look-alikes', { ids: [id] })
    expect((body as LookAlikes).groups[0]!.map(({ sharpness }) => sharpness > 0)).toEqual([true, true])
  })
})

describe('flaws', () => {
  it('are told of each picture as it comes', async () => {
    const app = await testApp()
    const flawsOf = async (name: string, image: Sharp) => (await bring(app, name, image)).flaws
    expect(await flawsOf('good.jpg', scene(11).jpeg())).toEqual([])
    expect(await flawsOf('dark.jpg', scene(12).linear(0.15, 0).jpeg())).toEqual(['dark'])
    expect(await flawsOf('blurred.jpg', scene(13, 1800, 1200).blur(14).jpeg())).toEqual(['blurred'])
    expect(await flawsOf('burnt.jpg', scene(14).linear(3, 0).jpeg())).toEqual(['burnt'])
    expect(await flawsOf('small.jpg', scene(15, 300, 200).jpeg())).toEqual(['small'])
    // The ground of a drawing is white on purpose.
    expect(await flawsOf('drawing.png', scene(16).linear(3, 0).png())).toEqual([])
    expect(await names(app, { keeps: ['dark'] })).toEqual(['dark.jpg'])
  })
})

describe('a focus point', () => {
  const kite = (x: number, width = 900) =>
    sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="600"><rect width="100%" height="100%" fill="#9ab"/><path d="M${x} 200l90 100-90 160-90-160z" fill="#c22"/><path d="M${x} 200v260M${x - 90} 300h180" stroke="#fff" stroke-width="8"/></svg>`,
      ),
    ).jpeg()
  it('is suggested as a picture comes, and stays a suggestion until somebody confirms or moves it', async () => {
    const app = await testApp()
    const right = await bring(app, 'right.jpg', kite(740))
    const left = await bring(app, 'left.jpg', kite(150))
    expect([right.focusSuggested, left.focusSuggested]).toEqual([true, true])
    expect(right.focus.x).toBeGreaterThan(0.55)
    expect(left.focus.x).toBeLessThan(0.45)
    const changed = async (change: object) =>
      (await ask(app, 'patch', `/api/pictures/${right.id}`, change)).body as Picture
    expect((await changed({ alt: 'A red kite' })).focusSuggested).toBe(true)
    expect((await changed({ focus: right.focus })).focusSuggested).toBe(false)
    expect((await changed({ title: 'Red' })).focusSuggested).toBe(false)
  })
  it('of a picture that is all alike, or hardly a line, is its centre or near it', async () => {
    const app = await testApp()
    for (const [width, height] of [
      [800, 600],
      [3000, 1],
      [1, 4000],
      [5000, 90],
    ] as const) {
      const image = sharp({ create: { width, height, channels: 3, background: '#8899aa' } }).png()
      const { focus } = await bring(app, `${width}.png`, image)
      expect(Math.abs(focus.x - 0.5), `${width} × ${height}`).toBeLessThanOrEqual(0.25)
      expect(Math.abs(focus.y - 0.5), `${width} × ${height}`).toBeLessThanOrEqual(0.25)
    }
  })
})

const TAGS = ['slip', 'Bench', 'gale']
const MONTHS = ['2026-03', '2026-04', '2025-11']
const shapeOf = ({ width, height }: Picture): PictureShape =>
  width > 2.2 * height ? 'panorama' : width > 1.05 * height ? 'wide' : height > 1.05 * width ? 'tall' : 'square'

/** What the filters mean, the slow way. */
function fits(
  picture: Picture,
  shown: ReadonlySet<string>,
  { keeps, tag, month, shape, aside }: PictureFilters,
): boolean {
  const is = (keep: PictureKeep) =>
    keep === 'unused'
      ? !shown.has(picture.id)
      : keep === 'silent'
        ? picture.alt === ''
        : keep === 'alike'
          ? picture.alike !== null
          : picture.flaws.includes(keep as Flaw)
  return (
    picture.aside === aside &&
    keeps.every(is) &&
    (tag === '' || picture.tags.some((one) => one.toLowerCase() === tag.toLowerCase())) &&
    (month === '' || picture.takenAt?.startsWith(month) === true) &&
    (shape === '' || shapeOf(picture) === shape)
  )
}

describe('filters', () => {
  it('combine, each with the count that it would leave', async () => {
    const app = await testApp()
    const sizes = [
      [300, 200],
      [200, 300],
      [240, 240],
      [600, 200],
    ] as const
    const all: Picture[] = []
    for (let i = 0; i < 30; i++) {
      const [width, height] = sizes[i % 4]!
      const image = scene(20 + (i % 24), width, height)
      all.push(
        await bring(
          app,
          `KM_${i}.jpg`,
          i % 5 ? taken(image, `${MONTHS[i % 3]}-14T07:16:${10 + i}`) : image.jpeg({ quality: 40 + i }),
        ),
      )
    }
    await ask(app, 'patch', '/api/pictures', {
      changes: all.map(({ id }, i) => ({
        id,
        change: { alt: i % 2 ? 'A kite' : '', tags: TAGS.filter((_, k) => (i >> k) % 2) },
      })),
    })
    const shown = new Set(all.filter((_, i) => i % 7 === 0).map(({ id }) => id))
    await startPost(app, post(rowOf([...shown])))
    await weed(app, { aside: all.filter((_, i) => i % 4 === 3).map(({ id }) => id) })
    const known = (await ask(app, 'post', '/api/pictures/by-ids', { ids: all.map(({ id }) => id) })).body as Picture[]
    const found = (filters: PictureFilters) => known.filter((one) => fits(one, shown, filters))

    const questions = fc.record({
      words: fc.constantFrom('', 'km'),
      keeps: fc.subarray([...PICTURE_KEEPS], { maxLength: 3 }),
      tag: fc.constantFrom('', ...TAGS, 'BENCH', 'nobody'),
      month: fc.constantFrom('', ...MONTHS),
      shape: fc.constantFrom('' as const, ...PICTURE_SHAPES),
      aside: fc.boolean(),
    })
    await fc.assert(
      fc.asyncProperty(questions, async (filters) => {
        const query = new URLSearchParams(searchValues(filters)).toString()
        const [page, counts, choices] = await Promise.all(
          ['', '/counts', '/choices'].map(
            async (what) => (await ask(app, 'get', `/api/pictures${what}?${query}`)).body,
          ),
        )
        const ids = (list: readonly Picture[]) => list.map(({ id }) => id).sort()
        expect(ids((page as PicturePage).pictures)).toEqual(ids(found(filters)))
        const n = (change: Partial<PictureFilters>) => found({ ...filters, ...change }).length
        expect(counts as PictureCounts).toEqual({
          all: found(ALL_PICTURES).length,
          found: n({}),
          aside: n({ aside: true }),
          keeps: Object.fromEntries(PICTURE_KEEPS.map((keep) => [keep, n({ keeps: [...filters.keeps, keep] })])),
          shapes: Object.fromEntries(PICTURE_SHAPES.map((shape) => [shape, n({ shape })])),
        })
        const { tags, months } = choices as PictureChoices
        for (const tag of TAGS) expect(tags.find(({ value }) => value === tag)?.count ?? 0).toBe(n({ tag }))
        for (const month of MONTHS) expect(months.find(({ value }) => value === month)?.count ?? 0).toBe(n({ month }))
      }),
      { numRuns: 60 },
    )
    expect(FLAWS.some((flaw) => known.some(({ flaws }) => flaws.includes(flaw)))).toBe(true)
    expect(known.some(({ alike }) => alike !== null)).toBe(true)
  })
})
