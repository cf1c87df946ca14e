import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  cropOf,
  fromShown,
  heldInside,
  largestCrop,
  liesInside,
  mirroredOnce,
  movedCrop,
  type PictureSize,
  shownSize,
  straightenedBy,
  toShown,
  turnedOnce,
  turnedSize,
  withCrop,
  withStraighten,
} from './frame.ts'
import { histogramOf } from './histogram.ts'
import { isPlain, LEAST_CROP, MOST_DEGREES, PLAIN, Recipe, recipeText, sameRecipe, TONES, type Tone } from './recipe.ts'
import { applyTone, tablesOf } from './tone.ts'
import { detailKept } from './what-is-kept.ts'
import { THUMB } from '../looks/signature.ts'

const share = fc.double({ min: 0, max: 1, noNaN: true })
const part = fc.double({ min: LEAST_CROP, max: 1, noNaN: true })
const degrees = fc.oneof(fc.constant(0), fc.double({ min: -MOST_DEGREES, max: MOST_DEGREES, noNaN: true }))
const size: fc.Arbitrary<PictureSize> = fc.record({
  width: fc.integer({ min: 1, max: 20_000 }),
  height: fc.integer({ min: 1, max: 20_000 }),
})
const amount = fc.integer({ min: -100, max: 100 })
const anyRecipe: fc.Arbitrary<Recipe> = fc.record({
  turn: fc.constantFrom(0, 1, 2, 3),
  mirror: fc.boolean(),
  straighten: degrees,
  crop: fc.option(fc.record({ middleX: share, middleY: share, width: part, height: part })),
  light: amount,
  contrast: amount,
  warmth: amount,
  saturation: amount,
  sharpness: fc.integer({ min: 0, max: 100 }),
})
const near = (one: number, other: number, within = 1e-6) => expect(Math.abs(one - other)).toBeLessThan(within)
/** To a thousandth of a px of the picture, of which the shares are. */
const nearPx = (one: number, other: number, px: number) => near(one * px, other * px, 1e-3)

describe('a recipe', () => {
  it('is always written in the same way, whatever order its parts came in', () => {
    const crop = { height: 0.5, width: 0.4, middleY: 0.3, middleX: 0.2 }
    const one = { ...PLAIN, crop }
    expect(recipeText(one)).toBe(
      recipeText({ ...PLAIN, crop: { middleX: 0.2, middleY: 0.3, width: 0.4, height: 0.5 } }),
    )
    expect(isPlain(PLAIN)).toBe(true)
    expect(isPlain(one)).toBe(false)
  })
  it('comes back from its text', () => {
    fc.assert(fc.property(anyRecipe, (recipe) => sameRecipe(Recipe.parse(JSON.parse(recipeText(recipe))), recipe)))
  })
})

describe('the frame', () => {
  it('is worked out by hand', () => {
    const own = { width: 3000, height: 2000 }
    expect(shownSize(PLAIN, own)).toEqual(own)
    expect(shownSize({ ...PLAIN, turn: 1 }, own)).toEqual({ width: 2000, height: 3000 })
    expect(shownSize({ ...PLAIN, crop: { middleX: 0.75, middleY: 0.25, width: 0.5, height: 0.5 } }, own)).toEqual({
      width: 1500,
      height: 1000,
    })
    // A square hanging at an angle in a square loses by 1 / (cos + sin).
    const tilted = cropOf({ ...PLAIN, straighten: 10 }, { width: 1000, height: 1000 })
    near(tilted.width, 1 / (Math.cos(Math.PI / 18) + Math.sin(Math.PI / 18)))
    near(tilted.x, (1 - tilted.width) / 2)
    const square = largestCrop(own, 0, 1)
    near(square.x, 1 / 6)
    expect(largestCrop(own, 0, 1, { x: 1, y: 0.5 }).x).toBeCloseTo(1 / 3)
  })
  it('has no empty corner, whatever the recipe, and keeps the shape of the crop', () => {
    fc.assert(
      fc.property(anyRecipe, size, (recipe, own) => {
        const turned = turnedSize(own, recipe.turn)
        const crop = cropOf(recipe, own)
        expect(liesInside(crop, turned, recipe.straighten)).toBe(true)
        expect(crop.width).toBeGreaterThan(0)
        if (recipe.crop) near(crop.width / crop.height / (recipe.crop.width / recipe.crop.height), 1)
        const shown = shownSize(recipe, own)
        expect(Math.min(shown.width, shown.height)).toBeGreaterThanOrEqual(1)
        expect(shown.width).toBeLessThanOrEqual(turned.width)
        expect(shown.height).toBeLessThanOrEqual(turned.height)
      }),
    )
  })
  it('leaves a crop that lies inside as it is', () => {
    fc.assert(
      fc.property(anyRecipe, size, (recipe, own) => {
        const crop = cropOf(recipe, own)
        const again = heldInside(crop, turnedSize(own, recipe.turn), recipe.straighten)
        const { width, height } = turnedSize(own, recipe.turn)
        for (const key of ['x', 'width'] as const) nearPx(again[key], crop[key], width)
        for (const key of ['y', 'height'] as const) nearPx(again[key], crop[key], height)
      }),
    )
  })
  it('shows every point where it says, and finds it again', () => {
    fc.assert(
      fc.property(anyRecipe, size, share, share, (recipe, own, x, y) => {
        const back = fromShown(toShown({ x, y }, recipe, own), recipe, own)
        nearPx(back.x, x, own.width)
        nearPx(back.y, y, own.height)
        // All of what is shown is of the picture.
        const of = fromShown({ x, y }, recipe, own)
        nearPx(Math.min(1, Math.max(0, of.x)), of.x, own.width)
        nearPx(Math.min(1, Math.max(0, of.y)), of.y, own.height)
      }),
    )
  })
  it('turns and mirrors what is seen, crop and all', () => {
    fc.assert(
      fc.property(anyRecipe, size, share, share, fc.constantFrom(1 as const, -1 as const), (recipe, own, x, y, by) => {
        const point = fromShown({ x, y }, recipe, own)
        const turned = turnedOnce(recipe, by)
        const shown = shownSize(turned, own)
        const after = toShown(point, turned, own)
        nearPx(after.x, by === 1 ? 1 - y : y, shown.width)
        nearPx(after.y, by === 1 ? x : 1 - x, shown.height)
        const mirrored = toShown(point, mirroredOnce(recipe), own)
        nearPx(mirrored.x, 1 - x, shown.height)
        nearPx(mirrored.y, y, shown.width)
        for (const one of [turned, mirroredOnce(recipe)]) expect(Recipe.safeParse(one).error).toBeUndefined()
        for (const back of [turnedOnce(turned, by === 1 ? -1 : 1), mirroredOnce(mirroredOnce(recipe))]) {
          expect(back.turn).toBe(recipe.turn)
          near(back.straighten, recipe.straighten)
        }
      }),
    )
  })
  it('takes a crop as it lies, and keeps it for a recipe of which it is all there is as none', () => {
    fc.assert(
      fc.property(anyRecipe, size, (recipe, own) => {
        const { width, height } = turnedSize(own, recipe.turn)
        const crop = cropOf(recipe, own)
        const taken = withCrop({ ...recipe, crop: null }, crop, own)
        const after = cropOf(Recipe.parse(taken), own)
        for (const key of ['x', 'width'] as const) nearPx(after[key], crop[key], Math.min(width, 1e3))
        for (const key of ['y', 'height'] as const) nearPx(after[key], crop[key], Math.min(height, 1e3))
        expect(withCrop(recipe, cropOf({ ...recipe, crop: null }, own), own).crop).toBeNull()
      }),
    )
  })
  it('is straightened by the smaller turn that makes a line level or upright', () => {
    near(straightenedBy({ dx: 1000, dy: 100 }), -5.7106, 1e-3)
    near(straightenedBy({ dx: -1000, dy: -100 }), -5.7106, 1e-3)
    near(straightenedBy({ dx: 100, dy: -1000 }), -5.7106, 1e-3)
    expect(straightenedBy({ dx: 0, dy: 50 })).toBe(0)
    expect(withStraighten(PLAIN, 99).straighten).toBe(MOST_DEGREES)
    expect(withStraighten(PLAIN, 3.14).straighten).toBe(3.1)
  })
  it('is dragged as far as it can be and no further, in its shape where it has one', () => {
    const hold = fc.record({ x: fc.constantFrom(-1, 0, 1), y: fc.constantFrom(-1, 0, 1) })
    const by = fc.record({
      x: fc.double({ min: -2, max: 2, noNaN: true }),
      y: fc.double({ min: -2, max: 2, noNaN: true }),
    })
    fc.assert(
      fc.property(anyRecipe, size, hold, by, fc.boolean(), (recipe, own, held, move, fixed) => {
        const turned = turnedSize(own, recipe.turn)
        const crop = cropOf(recipe, own)
        const aspect = (crop.width * turned.width) / (crop.height * turned.height)
        const side = held as Parameters<typeof movedCrop>[1]
        const after = movedCrop(crop, side, move, {
          size: turned,
          degrees: recipe.straighten,
          aspect: fixed ? aspect : null,
        })
        expect(liesInside(after, turned, recipe.straighten)).toBe(true)
        if (fixed || (held.x === 0 && held.y === 0))
          near((after.width * turned.width) / (after.height * turned.height) / aspect, 1, 1e-4)
        if (!fixed && held.x === 1 && held.y === 0) near(after.x, crop.x)
      }),
    )
  })
})

describe('what is kept', () => {
  it('is told by what there is to see, not by area: a lone thing at the right, cropped to either side', () => {
    const thumb = new Uint8Array(THUMB * THUMB).fill(120)
    // A few dots at the right.
    for (let y = 10; y < 20; y += 2) for (let x = 24; x < 30; x += 2) thumb[y * THUMB + x] = 250
    const own = { width: 3000, height: 2000 }
    const half = (middleX: number) => ({ ...PLAIN, crop: { middleX, middleY: 0.5, width: 0.5, height: 1 } })
    expect(detailKept(thumb, half(0.75), own)).toBe(1)
    expect(detailKept(thumb, half(0.25), own)).toBe(0)
    expect(detailKept(thumb, { ...half(0.25), turn: 2 }, own)).toBe(1)
    expect(detailKept(new Uint8Array(THUMB * THUMB), half(0.25), own)).toBe(1)
  })
})

describe('the tone', () => {
  const tone = (more: Partial<Tone>): Tone => ({
    light: 0,
    contrast: 0,
    warmth: 0,
    saturation: 0,
    sharpness: 0,
    ...more,
  })
  const px = (...values: number[]) => ({
    data: Uint8Array.from(values),
    width: values.length / 3,
    height: 1,
    channels: 3,
  })
  const toned = (picture: ReturnType<typeof px>, more: Partial<Tone>) => {
    applyTone(picture, tone(more))
    return [...picture.data]
  }
  it('is worked out by hand', () => {
    // Light of 100 is the root: 64/255 becomes .501.
    expect(toned(px(64, 64, 64), { light: 100 })).toEqual([128, 128, 128])
    expect(toned(px(0, 128, 255), { contrast: 100 })).toEqual([0, 128, 255])
    expect(toned(px(64, 64, 64), { contrast: 100 })[0]).toBe(40)
    expect(toned(px(200, 100, 50), { saturation: -100 })).toEqual([118, 118, 118].map((v) => expect.closeTo(v, -0.5)))
    const [r, , b] = toned(px(100, 100, 100), { warmth: 100 })
    expect([r, b]).toEqual([110, 86])
    expect(toned(px(9, 99, 199), {})).toEqual([9, 99, 199])
  })
  it('keeps black black, lets nothing that is lighter become darker, and runs over no end', () => {
    fc.assert(
      fc.property(amount, amount, amount, (light, contrast, warmth) => {
        for (const table of tablesOf(tone({ light, contrast, warmth }))) {
          if (contrast >= 0) expect(table[0]).toBe(0)
          for (let i = 1; i < 256; i++) expect(table[i]).toBeGreaterThanOrEqual(table[i - 1]!)
          expect(table[255]).toBeLessThanOrEqual(255 * 64)
        }
      }),
    )
  })
  it('leaves grey grey without warmth, and what lets light through as it is', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 16, maxLength: 64 }),
        fc.record(Object.fromEntries(TONES.map((name) => [name, name === 'sharpness' ? fc.nat(100) : amount]))),
        (bytes, any) => {
          const width = Math.floor(bytes.length / 4)
          const data = new Uint8Array(width * 4)
          for (let i = 0; i < width; i++) data.set([bytes[i]!, bytes[i]!, bytes[i]!, bytes[i + width]!], 4 * i)
          const before = data.slice()
          applyTone({ data, width, height: 1, channels: 4 }, { ...(any as unknown as Tone), warmth: 0 })
          for (let i = 0; i < data.length; i += 4) {
            expect(Math.max(...data.slice(i, i + 3)) - Math.min(...data.slice(i, i + 3))).toBeLessThanOrEqual(1)
            expect(data[i + 3]).toBe(before[i + 3])
          }
        },
      ),
    )
  })
  it('sharpens edges alone: a plain wall stays as it is', () => {
    const wall = { data: new Uint8Array(300).fill(90), width: 10, height: 10, channels: 3 }
    applyTone(wall, tone({ sharpness: 100 }))
    expect(new Set(wall.data)).toEqual(new Set([90]))
    const edge = px(50, 50, 50, 50, 50, 50, 200, 200, 200, 200, 200, 200)
    const [first, , , dark, , , light, , , last] = toned(edge, { sharpness: 50 })
    expect([first, last]).toEqual([50, 200])
    expect(dark).toBeLessThan(50)
    expect(light).toBeGreaterThan(200)
  })
  it('is refused for px without colours', () => {
    expect(() => applyTone({ data: new Uint8Array(4), width: 4, height: 1, channels: 1 }, tone({ light: 1 }))).toThrow(
      'expected 3 or 4 channels, got 1',
    )
  })
})

describe('the histogram', () => {
  it('counts light in columns, and what has no more room', () => {
    const data = Uint8Array.from([0, 0, 0, 255, 10, 10, 128, 128, 128, 128, 128, 128])
    const { shares, black, burnt } = histogramOf({ data, width: 4, height: 1, channels: 3 })
    expect([shares[0], shares[32], black, burnt]).toEqual([0.25, 0.5, 0.25, 0.25])
    near(
      shares.reduce((sum, one) => sum + one, 0),
      1,
    )
  })
})
