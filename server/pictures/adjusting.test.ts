import fc from 'fast-check'
import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { shownSize, toShown } from '../../core/recipe/frame.ts'
import { PLAIN, type Recipe, recipeText } from '../../core/recipe/recipe.ts'
import { applyTone } from '../../core/recipe/tone.ts'
import { post, rowOf, text } from '../../core/testing/builders.ts'
import type { Picture, PictureEffect, RecipeState } from '../../core/wire/picture.ts'
import { ask, jpeg, pressed, startPost, type TestApp, testApp, testHost } from '../testing/test-app.ts'
import { decodeShown } from './apply-recipe.ts'

const bring = async (app: TestApp, name: string, bytes: Buffer): Promise<Picture> =>
  (await app.bringIn(name, bytes)).body.picture as Picture
const read = async (app: TestApp, id: string) => (await ask(app, 'get', `/api/pictures/${id}`)).body as Picture
const put = (app: TestApp, id: string, recipe: Recipe | null) =>
  ask(app, 'put', `/api/pictures/${id}/recipe`, { recipe })
const adjust = async (app: TestApp, id: string, recipe: Recipe | null): Promise<Picture> => {
  const { status, body } = await put(app, id, recipe)
  expect(status, JSON.stringify(body)).toBe(200)
  return body as Picture
}
const file = (app: TestApp, picture: Picture, width: number) => {
  const made = picture.renditions.find((one) => one.format === 'webp' && one.width === width)!
  return path.join(app.folder, 'renditions', made.file)
}

/** A field with squares of their own colours, so that one sees where each has gone. */
const SQUARES = [
  [0.1, 0.15, '#d01010'],
  [0.85, 0.2, '#10a010'],
  [0.5, 0.5, '#1030d0'],
  [0.2, 0.85, '#d0c010'],
  [0.8, 0.75, '#b010b0'],
] as const
const SIDE = 24
const squares = (width: number, height: number) =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#888"/>${SQUARES.map(
        ([x, y, fill]) =>
          `<rect x="${x * width - SIDE / 2}" y="${y * height - SIDE / 2}" width="${SIDE}" height="${SIDE}" fill="${fill}"/>`,
      ).join('')}</svg>`,
    ),
  )

const share = fc.double({ min: 0, max: 1, noNaN: true })
const part = fc.double({ min: 0.15, max: 1, noNaN: true })
const frame = fc.record({
  turn: fc.constantFrom(0, 1, 2, 3),
  mirror: fc.boolean(),
  straighten: fc.oneof(fc.constant(0), fc.double({ min: -20, max: 20, noNaN: true })),
  crop: fc.option(fc.record({ middleX: share, middleY: share, width: part, height: part })),
})

describe('a picture with a recipe', () => {
  it.each([
    { width: 900, height: 600 },
    { width: 700, height: 3300 },
  ])('shows every part of it where the frame says, to two px: $width × $height', async (own) => {
    const app = await testApp()
    const original = path.join(app.folder, 'squares.png')
    writeFileSync(original, await squares(own.width, own.height).png().toBuffer())
    let seen = 0
    await fc.assert(
      fc.asyncProperty(frame, async (wanted) => {
        const recipe: Recipe = { ...PLAIN, ...(wanted as Pick<Recipe, 'turn' | 'mirror' | 'straighten' | 'crop'>) }
        const size = shownSize(recipe, own)
        const [ownWidth, ownHeight] = [own.width, own.height]
        const source = { hash: '', format: 'PNG', frames: 1, ownWidth, ownHeight, ...size, recipe }
        const { data, width, height, channels } = await decodeShown(original, source, size.width)
        expect([Math.abs(width - size.width), Math.abs(height - size.height)].every((off) => off <= 1)).toBe(true)
        for (const [x, y, colour] of SQUARES) {
          const at = toShown({ x, y }, recipe, own)
          // As far into the square as its side reaches at any angle, less the two px.
          for (const [dx, dy] of [
            [0, 0],
            [0, 8],
            [8, 0],
            [-8, 0],
            [0, -8],
          ] as const) {
            const [px, py] = [Math.floor(at.x * width + dx), Math.floor(at.y * height + dy)]
            if (px < 2 || py < 2 || px >= width - 2 || py >= height - 2) continue
            seen++
            const from = (py * width + px) * channels
            const got = [...data.subarray(from, from + 3)].map((value) => value.toString(16).padStart(2, '0'))
            expect(`#${got.join('')}`, `${colour} in ${recipeText(recipe)}`).toBe(colour)
          }
        }
        // No corner is empty.
        for (const i of [0, width - 1, (height - 1) * width, height * width - 1])
          expect(data[i * channels]! + data[i * channels + 1]! + data[i * channels + 2]!).toBeGreaterThan(60)
      }),
      { numRuns: 80 },
    )
    expect(seen).toBeGreaterThan(250)
  })

  it('has files of its own, keeps its focus on what it was on, and gives back what it was', async () => {
    const app = await testApp()
    const came = await bring(app, 'KM_1.jpg', await squares(1500, 1000).jpeg().toBuffer())
    await ask(app, 'patch', `/api/pictures/${came.id}`, { focus: { x: 0.85, y: 0.2 }, alt: 'Squares' })
    const crop = { middleX: 0.75, middleY: 0.5, width: 0.5, height: 1 }
    const cropped = await adjust(app, came.id, { ...PLAIN, crop, light: 40, sharpness: 20 })
    expect(cropped).toMatchObject({ width: 750, height: 1000, ownWidth: 1500, ownHeight: 1000, alt: 'Squares' })
    expect(cropped.focus).toEqual({ x: expect.closeTo(0.7), y: expect.closeTo(0.2) })
    const stem = ({ renditions }: Picture) => [...new Set(renditions.map((one) => one.file.split('-')[0]))]
    expect(stem(cropped)).not.toEqual(stem(came))
    await app.intake.idle()
    const whole = await read(app, came.id)
    expect(whole.renditions.filter(({ format }) => format === 'webp').map(({ width }) => width)).toEqual([
      320, 480, 720, 750,
    ])
    expect(whole.renditions.some(({ format }) => format === 'jpeg')).toBe(true)
    for (const { width, height, file: name } of whole.renditions)
      expect(await sharp(path.join(app.folder, 'renditions', name)).metadata()).toMatchObject({ width, height })

    // Turned on its side the point goes with it; as it came, everything is as it was.
    const turned = await adjust(app, came.id, { ...PLAIN, turn: 1 })
    expect(turned).toMatchObject({
      width: 1000,
      height: 1500,
      focus: { x: expect.closeTo(0.8), y: expect.closeTo(0.85) },
    })
    const back = await adjust(app, came.id, null)
    expect(back).toMatchObject({ width: 1500, height: 1000, recipe: null, colour: came.colour })
    expect(stem(back)).toEqual(stem(came))
    expect(back.focus).toEqual({ x: expect.closeTo(0.85), y: expect.closeTo(0.2) })
    const had = (await ask(app, 'get', `/api/pictures/${came.id}/recipes`)).body as RecipeState[]
    expect(had.map(({ recipe }) => recipe && [recipe.turn, recipe.light])).toEqual([null, [1, 0], [0, 40], null])
    // The same again is no new state.
    await adjust(app, came.id, PLAIN)
    expect((await ask(app, 'get', `/api/pictures/${came.id}/recipes`)).body).toHaveLength(4)
    await app.intake.idle()
    expect(await app.check()).toMatchObject([{ what: 'picture files without a picture', outcome: 'mended' }])
    await app.intake.complete([came.id])
    expect(await app.check()).toEqual([])
  })

  it('is, file for file, what its tone tried on its ground is: the same px', async () => {
    const app = await testApp()
    const came = await bring(app, 'KM_1.jpg', await jpeg(3, 1600, 1100).toBuffer())
    const recipe: Recipe = {
      ...PLAIN,
      straighten: -3.4,
      light: 35,
      contrast: 25,
      warmth: -30,
      saturation: 40,
      sharpness: 60,
    }
    const adjusted = await adjust(app, came.id, recipe)
    const question = new URLSearchParams({ recipe: recipeText(recipe), width: '1080' })
    const { status, body } = await ask(app, 'get', `/api/pictures/${came.id}/ground?${question}`)
    expect(status).toBe(200)
    const { data, info } = await sharp(body as Buffer)
      .raw()
      .toBuffer({ resolveWithObject: true })
    const { width, height, channels } = info
    expect([width, height]).toEqual([1080, Math.round((1080 * adjusted.height) / adjusted.width)])
    const untouched = Buffer.from(data)
    applyTone({ data, width, height, channels }, recipe)
    const same = await sharp(data, { raw: { width, height, channels } }).webp({ quality: 80, effort: 2 }).toBuffer()
    expect(readFileSync(file(app, adjusted, 1080)).equals(same)).toBe(true)
    const plain = await sharp(untouched, { raw: { width, height, channels } })
      .webp({ quality: 80, effort: 2 })
      .toBuffer()
    expect(readFileSync(file(app, adjusted, 1080)).equals(plain)).toBe(false)
  })

  it('may be grey, see-through, of sixteen bits, or a thread a thousand times as long as it is high', async () => {
    const app = await testApp()
    const recipe: Recipe = { ...PLAIN, turn: 1, straighten: 7, warmth: 60, sharpness: 50, light: -20 }
    const plain = (channels: 3 | 4, width = 400, height = 300) =>
      sharp({ create: { width, height, channels, background: { r: 90, g: 90, b: 90, alpha: 0.5 } } })
    const files = {
      'grey.jpg': plain(3).toColourspace('b-w').jpeg(),
      'grey.png': plain(3).toColourspace('b-w').png(),
      'through.png': plain(4).png(),
      'grey through.png': plain(4).toColourspace('b-w').png(),
      'deep.png': plain(3).toColourspace('rgb16').png(),
      'thread.png': plain(3, 3000, 3).png(),
      'dot.png': plain(3, 1, 1).png(),
    }
    for (const [name, image] of Object.entries(files)) {
      const came = await bring(app, name, await image.toBuffer())
      const adjusted = await adjust(app, came.id, recipe)
      await app.intake.complete([came.id])
      const { width, height } = shownSize(recipe, { width: came.ownWidth, height: came.ownHeight })
      expect([adjusted.width, adjusted.height], name).toEqual([width, height])
      const made = await sharp(file(app, adjusted, adjusted.renditions[0]!.width))
        .raw()
        .toBuffer({ resolveWithObject: true })
      // Warmer: more red than blue, also where it was grey.
      if (name !== 'dot.png') expect(made.data[0]! - made.data[2]!, name).toBeGreaterThan(8)
    }
  })

  it('is not a video, and nothing that moves; a recipe is what it can be', async () => {
    const app = await testApp()
    const one = (background: string) =>
      sharp({ create: { width: 60, height: 40, channels: 3, background } })
        .png()
        .toBuffer()
    const moving = await sharp([await one('#345'), await one('#678')], { join: { animated: true } })
      .gif()
      .toBuffer()
    const gif = await bring(app, 'wave.gif', moving)
    expect(gif.frames).toBe(2)
    expect((await put(app, gif.id, { ...PLAIN, turn: 1 })).body.code).toBe('adjusting-what-moves')
    const kite = await bring(app, 'KM_1.jpg', await jpeg(1).toBuffer())
    const wrong = [{ ...PLAIN, light: 101 }, { ...PLAIN, turn: 4 }, { ...PLAIN, straighten: 21 }, { light: 3 }, 'x']
    for (const recipe of wrong) expect((await put(app, kite.id, recipe as Recipe)).status).toBe(400)
    expect((await put(app, 'nobody', PLAIN)).body.code).toBe('picture-not-found')
    expect((await ask(app, 'get', `/api/pictures/${kite.id}/ground?recipe=x&width=300`)).status).toBe(400)
  })

  it('takes recipes one after another, however they come, and the last one stands', async () => {
    const app = await testApp()
    const kite = await bring(app, 'KM_1.jpg', await jpeg(5, 900, 600).toBuffer())
    const recipes = [10, 20, 30, 40].map((light) => ({ ...PLAIN, light }))
    await Promise.all(recipes.map((recipe) => adjust(app, kite.id, recipe)))
    await app.intake.idle()
    const after = await read(app, kite.id)
    expect(after.recipe?.light).toBe(40)
    expect(new Set(after.renditions.map((one) => one.file.split('-')[0])).size).toBe(1)
    await app.intake.complete([kite.id])
    expect((await app.check()).filter(({ what }) => what.includes('gone'))).toEqual([])
  })
})

it('what readers have stays until it is published again; what is laid out anew is told before', async () => {
  const host = await testHost()
  const app = await testApp({ blogUrl: host.url })
  const kite = await bring(app, 'KM_1.jpg', await jpeg(1, 1200, 800).toBuffer())
  const mast = await bring(app, 'KM_2.jpg', await jpeg(2, 1200, 800).toBuffer())
  const { id, version } = await startPost(app, { ...post(text('x'), rowOf([kite.id, mast.id])), title: 'At the slip' })
  // One that is not live shows it too, and is no post that is behind.
  await startPost(app, { ...post(rowOf([kite.id])), title: 'Written' })
  expect((await pressed(app, id, { as: 'live', version })).state).toBe('done')
  const behind = async () => (await ask(app, 'get', '/api/posts/behind')).body.posts
  const effect = async (recipe: Recipe | null) =>
    (await ask(app, 'post', `/api/pictures/${kite.id}/adjusting`, { recipe })).body as PictureEffect[]
  // Brighter is no other shape; upright is.
  expect(await effect({ ...PLAIN, light: 30 })).toMatchObject([
    { title: 'At the slip', shaped: 0 },
    { title: 'Written', shaped: 0, live: false },
  ])
  expect((await effect({ ...PLAIN, turn: 1 }))[0]).toMatchObject({ id, shaped: 1, live: true })
  expect(await behind()).toEqual([])

  const before = host.files()
  await adjust(app, kite.id, { ...PLAIN, light: 30 })
  expect(await behind()).toEqual([{ id, title: 'At the slip', written: false, sets: [], pictures: 1 }])
  const page = async () => (await fetch(`${host.url}/posts/at-the-slip/`)).text()
  const shown = await page()
  for (const [name] of shown.matchAll(/[0-9a-f]{20}-\d+\.webp/g)) expect(before).toContain(name)
  const { body } = await ask(app, 'post', `/api/posts/${id}/again`)
  await app.press.ended(body.id)
  expect(await behind()).toEqual([])
  expect(await page()).not.toBe(shown)
})
