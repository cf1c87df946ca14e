import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { encoded, linear } from '../house/light.ts'
import { CELLS, extreme, lightened, lightsOf, shareSeen } from './lights.ts'
import type { RawPixels } from './grey.ts'

const filled = (width: number, height: number, px: (x: number, y: number) => readonly number[]): RawPixels => {
  const channels = px(0, 0).length
  const data = new Uint8Array(width * height * channels)
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set(px(x, y), (y * width + x) * channels)
  return { data, width, height, channels }
}
const WHOLE = { x: 0, y: 0, width: 1, height: 1 }
const grey = (value: number) => filled(60, 40, () => [value, value, value])
const luminance = ([r, g, b]: readonly number[]) =>
  0.2126 * linear(r! / 255) + 0.7152 * linear(g! / 255) + 0.0722 * linear(b! / 255)

describe('the light of a picture', () => {
  it('is worked out by hand', () => {
    // A flat grey is itself, and a little further outwards.
    const flat = lightsOf(grey(100))
    const [darkest, lightest] = [extreme(flat, WHOLE, 'darkest'), extreme(flat, WHOLE, 'lightest')]
    expect(255 * darkest).toBeGreaterThanOrEqual(96)
    expect(255 * darkest).toBeLessThanOrEqual(98)
    expect(255 * lightest).toBeGreaterThanOrEqual(102)
    expect(255 * lightest).toBeLessThanOrEqual(104)
    // Black on the left, white on the right.
    const halves = lightsOf(filled(96, 48, (x) => (x < 48 ? [0, 0, 0] : [255, 255, 255])))
    expect(extreme(halves, { x: 0, y: 0, width: 0.5, height: 1 }, 'lightest')).toBeLessThan(0.02)
    expect(extreme(halves, { x: 0.25, y: 0.3, width: 0.5, height: 0.1 }, 'lightest')).toBe(1)
    expect(extreme(halves, { x: 0.5, y: 0, width: 0.5, height: 1 }, 'darkest')).toBeGreaterThan(0.98)
    // What can be seen through may lie on black or on white.
    const glass = lightsOf(filled(30, 30, () => [200, 200, 200, 0]))
    expect([extreme(glass, WHOLE, 'darkest'), extreme(glass, WHOLE, 'lightest')]).toEqual([0, 1])
    // A line of fewer px than there are cells has light everywhere.
    const line = lightsOf(filled(300, 1, (x) => [x % 256, 0, 0]))
    expect(extreme(line, { x: 0, y: 0.9, width: 0.02, height: 0.1 }, 'lightest')).toBeLessThan(0.2)
  })
  it('says where there is something to be seen', () => {
    const spot = lightsOf(
      filled(240, 240, (x, y) =>
        x > 30 && x < 80 && y > 30 && y < 80 ? [(x * 37 + y * 91) % 256, 0, 0] : [90, 90, 90],
      ),
    )
    expect(shareSeen(spot, { x: 0, y: 0, width: 0.5, height: 0.5 }, WHOLE)).toBeGreaterThan(0.95)
    expect(shareSeen(spot, { x: 0.5, y: 0.5, width: 0.5, height: 0.5 }, WHOLE)).toBe(0)
    expect(shareSeen(lightsOf(grey(80)), WHOLE, WHOLE)).toBe(0)
  })

  const noisy = fc
    .record({
      width: fc.integer({ min: 1, max: 90 }),
      height: fc.integer({ min: 1, max: 90 }),
      seed: fc.nat(),
      scale: fc.integer({ min: 1, max: 30 }),
    })
    .map(({ width, height, seed, scale }) =>
      filled(width, height, (x, y) => {
        const at =
          Math.imul(Math.floor(x / scale) * 73856093 + Math.floor(y / scale) * 19349663 + seed, 2654435761) >>> 0
        return [at & 255, (at >> 8) & 255, (at >> 16) & 255]
      }),
    )
  const area = fc
    .tuple(
      fc.double({ min: 0, max: 0.95, noNaN: true }),
      fc.double({ min: 0, max: 0.95, noNaN: true }),
      fc.double({ min: 0.04, max: 1, noNaN: true }),
      fc.double({ min: 0.04, max: 1, noNaN: true }),
    )
    .map(([x, y, width, height]) => ({ x, y, width: Math.min(width, 1 - x), height: Math.min(height, 1 - y) }))

  it('leaves no more than a tenth of an area worse than it says, whatever the picture', () => {
    fc.assert(
      fc.property(noisy, area, (pixels, { x, y, width, height }) => {
        const lights = lightsOf(pixels)
        // The px whose cells the area touches wholly.
        const whole = {
          x: Math.floor(x * CELLS) / CELLS,
          y: Math.floor(y * CELLS) / CELLS,
          width: (Math.ceil((x + width) * CELLS) - Math.floor(x * CELLS)) / CELLS,
          height: (Math.ceil((y + height) * CELLS) - Math.floor(y * CELLS)) / CELLS,
        }
        const under: number[] = []
        for (let row = 0; row < pixels.height; row++)
          for (let column = 0; column < pixels.width; column++) {
            const [cx, cy] = [(column + 0.5) / pixels.width, (row + 0.5) / pixels.height]
            if (cx < whole.x || cx > whole.x + whole.width || cy < whole.y || cy > whole.y + whole.height) continue
            under.push(
              luminance([
                ...pixels.data.subarray(3 * (row * pixels.width + column), 3 * (row * pixels.width + column) + 3),
              ]),
            )
          }
        if (under.length < 20) return
        const lightest = linear(extreme(lights, whole, 'lightest'))
        const darkest = linear(extreme(lights, whole, 'darkest'))
        // Of few px, one more or less is more than a hundredth.
        const some = 0.1 * under.length + 1
        expect(under.filter((light) => light > lightest).length).toBeLessThanOrEqual(some)
        expect(under.filter((light) => light < darkest).length).toBeLessThanOrEqual(some)
      }),
      { numRuns: 150 },
    )
  })
  it('is known under a veil of light: a colour is at least as light as is said', () => {
    const colour = fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255))
    fc.assert(
      fc.property(
        colour,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 150, max: 255 }),
        (px, veil, shade) => {
          const grey = encoded(luminance(px))
          const half = encoded(luminance(px.map((byte) => (byte + 255) / 2)))
          const real = luminance(px.map((byte) => byte * (1 - veil) + shade * veil))
          const said = lightened(grey, half, veil, shade / 255)
          expect(said).toBeLessThanOrEqual(real + 0.004)
        },
      ),
      { numRuns: 3000 },
    )
  })
})
