import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../testing/camera-shapes.ts'
import { areAlike, signaturesOf, takenMs } from './alike.ts'
import { bestOf, type Compared } from './best-of.ts'
import { flawsOf, measure } from './flaws.ts'
import { greyOf, type RawPixels, resized } from './grey.ts'
import { distance, ORIENTATIONS, onItsSide, signatureOf, thumbOf, turned } from './signature.ts'

const SIZE = { width: 300, height: 200 }
type At = (x: number, y: number) => number

/** A scene of blobs and edges, by brightness at places from 0 to 1. */
function scene(seed: number): At {
  const random = seededRandom(seed)
  const blobs = Array.from({ length: 9 }, () => ({
    x: random(),
    y: random(),
    r: 0.05 + 0.25 * random(),
    value: 255 * random(),
  }))
  const [sky, slope] = [255 * random(), random() - 0.5]
  return (x, y) => {
    const hit = blobs.find((blob) => (x - blob.x) ** 2 + (y - blob.y) ** 2 < blob.r ** 2)
    return hit ? hit.value : sky * (1 - 0.5 * y + slope * x)
  }
}

function drawn(at: At, { width, height } = SIZE, noise = 0): RawPixels {
  const random = seededRandom(width * height)
  const data = new Uint8Array(3 * width * height)
  for (let i = 0; i < width * height; i++) {
    const value = at(((i % width) + 0.5) / width, (Math.floor(i / width) + 0.5) / height) + noise * (random() - 0.5)
    data.fill(Math.max(0, Math.min(255, value)), 3 * i, 3 * i + 3)
  }
  return { data, width, height, channels: 3 }
}

const thumb = (pixels: RawPixels) => thumbOf(greyOf(pixels))
const alike = (one: RawPixels, two: RawPixels, taken: readonly [string | null, string | null] = [null, null]) =>
  areAlike(
    [{ aspect: one.width / one.height, taken: takenMs(taken[0]) }, signaturesOf(thumb(one))],
    [{ aspect: two.width / two.height, taken: takenMs(taken[1]) }, signatureOf(thumb(two))],
  )

describe('look-alikes', () => {
  const scenes = fc.integer({ min: 1, max: 100_000 })
  it('are copies that were scaled, saved with noise, made lighter, or cut a little', () => {
    fc.assert(
      fc.property(scenes, (seed) => {
        const at = scene(seed)
        const original = drawn(at)
        expect(alike(original, drawn(at, { width: 97, height: 64 }))).toBe(true)
        expect(alike(original, drawn(at, SIZE, 24))).toBe(true)
        expect(
          alike(
            original,
            drawn((x, y) => 0.75 * at(x, y)),
          ),
        ).toBe(true)
        const taken = '2026-03-14T07:16:05'
        expect(
          alike(
            original,
            drawn((x, y) => at(0.02 + 0.96 * x, 0.01 + 0.97 * y)),
            [taken, taken],
          ),
        ).toBe(true)
      }),
      { numRuns: 60 },
    )
  })
  it('are copies that were turned or mirrored', () => {
    fc.assert(
      fc.property(scenes, fc.constantFrom(...ORIENTATIONS), (seed, orientation) => {
        const original = thumb(drawn(scene(seed)))
        const copy = signatureOf(turned(original, orientation))
        const aspect = SIZE.width / SIZE.height
        const turnedAspect = onItsSide(orientation) ? 1 / aspect : aspect
        const found = areAlike(
          [{ aspect, taken: NaN }, signaturesOf(original)],
          [{ aspect: turnedAspect, taken: NaN }, copy],
        )
        expect(found).toBe(true)
      }),
      { numRuns: 60 },
    )
  })
  it('are no pictures of anything else', () => {
    let [pairs, wrong] = [0, 0]
    const all = Array.from({ length: 120 }, (_, i) => drawn(scene(i + 1)))
    const known = all.map((one) => ({ signatures: signaturesOf(thumb(one)), seen: { aspect: 1.5, taken: NaN } }))
    for (const [i, one] of known.entries())
      for (const other of known.slice(0, i)) {
        pairs++
        if (areAlike([one.seen, one.signatures], [other.seen, other.signatures[0]!])) wrong++
      }
    expect(pairs).toBeGreaterThan(7000)
    expect(wrong).toBe(0)
  })
  it('are not two pictures of one place that were taken on different days', () => {
    const one = drawn(scene(7))
    expect(alike(one, one, ['2026-03-14T07:16:05', '2026-03-14T07:16:07'])).toBe(true)
    expect(alike(one, one, ['2026-03-14T07:16:05', '2026-03-15T07:16:05'])).toBe(false)
  })
  it('are compared by all bits', () => {
    const bits = (first: number, second: number) => Uint32Array.of(first, second, 0, 0)
    expect(distance(bits(0, 0), bits(0xffffffff, 0b1011))).toBe(35)
    expect(distance(bits(0xffffffff, 0x80000000), bits(0xffffffff, 0x80000000))).toBe(0)
  })
})

describe('a picture made smaller', () => {
  it('keeps its mean brightness, whatever the sizes', () => {
    const size = fc.integer({ min: 1, max: 60 })
    fc.assert(
      fc.property(size, size, size, size, (width, height, wide, high) => {
        const random = seededRandom(width + 61 * height)
        const data = Float32Array.from({ length: width * height }, () => 255 * random())
        const mean = (values: Float32Array) => values.reduce((sum, value) => sum + value, 0) / values.length
        expect(mean(resized({ data, width, height }, wide, high).data)).toBeCloseTo(mean(data), 2)
      }),
    )
  })
  it('lies on white where it can be seen through', () => {
    expect([...greyOf({ data: Uint8Array.of(10, 0, 200, 255), width: 2, height: 1, channels: 2 }).data]).toEqual([
      255, 200,
    ])
  })
})

describe('flaws', () => {
  const size = { width: 900, height: 600 }
  const flaws = (at: At, of = size) => {
    const pixels = drawn(at, size, 3)
    return flawsOf(measure(pixels, greyOf(pixels)), of)
  }
  const striped: At = (x) => (Math.floor(x * 60) % 2 ? 200 : 60)
  /** The same stripes through an unsharp lens. */
  const unsharp: At = (x) => 130 + 70 * Math.sin(x * 60 * Math.PI)
  it('are told where they are plain', () => {
    expect(flaws(striped)).toEqual([])
    expect(flaws(unsharp)).toEqual(['blurred'])
    expect(flaws((x, y) => striped(x, y) / 4)).toEqual(['dark'])
    expect(flaws((x, y) => (y < 0.4 ? 255 : striped(x, y)))).toEqual(['burnt'])
    expect(flaws(striped, { width: 400, height: 300 })).toEqual(['small'])
  })
  it('are not told of a plain wall, nor of a sharp thing before a blurred ground', () => {
    expect(flaws(() => 140)).toEqual([])
    expect(flaws((x, y) => (x > 0.4 && x < 0.7 && y > 0.3 && y < 0.8 ? striped(x, y) : unsharp(x / 3, y)))).toEqual([])
  })
})

describe('the best of a group', () => {
  const one: Compared = { id: 'a', width: 3000, height: 2000, bytes: 4e6, flaws: [], sharpness: 0.4, shown: false }
  it.each([
    ['shown', { shown: true }],
    ['unflawed', { flaws: [] }],
    ['larger', { width: 4000 }],
    ['sharper', { sharpness: 0.6 }],
    ['more-bytes', { bytes: 6e6 }],
  ] as const)('is ahead by the first that counts: %s', (why, better) => {
    const flawed = why === 'unflawed' ? { ...one, flaws: ['dark' as const] } : one
    const others = [flawed, { ...flawed, id: 'b' }]
    expect(bestOf([...others, { ...one, id: 'c', ...better }])).toEqual({ id: 'c', why })
    expect(bestOf([{ ...one, id: 'c', ...better }, ...others])).toEqual({ id: 'c', why })
  })
  it('is the first where nothing tells them apart', () => {
    expect(bestOf([one, { ...one, id: 'b' }])).toEqual({ id: 'a', why: 'first' })
  })
})
