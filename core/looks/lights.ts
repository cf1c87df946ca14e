import type { CropWindow } from '../geometry/crop-window.ts'
import { encoded, LIGHT_OF, linear } from '../house/light.ts'
import type { RawPixels } from './grey.ts'

/** Cells each way in which a picture's light is kept. */
export const CELLS = 24
const COUNT = CELLS * CELLS

/**
 * How light and dark a picture is, cell by cell, row by row: four runs of bytes. First the value that hardly any of a
 * cell's px are below, then the one that hardly any are above, both as the grey of the same relative luminance and rounded
 * outwards; then how much there is to see, 255 where there is most; last the first value again, under a veil of white of
 * a half, which colours take otherwise than greys. So words over a picture are judged without its px.
 */
export type Lights = Uint8Array
export const LIGHTS_LENGTH = 4 * COUNT
/** Where each run begins. */
const RUNS = { darkest: 0, lightest: COUNT, seen: 2 * COUNT, veiled: 3 * COUNT } as const

/** The share of a cell's px that its lowest and highest values leave out, each. */
const OUTLIERS = 0.005
/** So many greys (of 255) further outwards than the px are: the files that readers get are compressed. */
const COMPRESSED = 2
/**
 * The share of a line's area that may be worse than what the line is judged by. With what is left out of cells, of which
 * a line covers parts, no more than a tenth of it is.
 */
const TOLERATED = 0.05

/** For each colour, what each of its bytes adds to how light a px is, in steps. */
type Table = readonly [Float64Array, Float64Array, Float64Array]
const STEPS = 8192
const tableOf = (light: (byte: number) => number): Table =>
  LIGHT_OF.map((weight) =>
    Float64Array.from({ length: 256 }, (_, byte) => STEPS * weight * light(byte)),
  ) as unknown as Table
const PLAIN = tableOf((byte) => linear(byte / 255))
/** The same under a veil of white of a half. */
const VEILED = tableOf((byte) => linear((1 + byte / 255) / 2))
/** The grey (0 to 255) as light as so many of these steps, rounded down, and as light as one more, rounded up. */
const DARKER = Uint8Array.from({ length: STEPS + 1 }, (_, step) => Math.floor(255 * encoded(step / STEPS)))
const LIGHTER = Uint8Array.from({ length: STEPS + 1 }, (_, step) =>
  Math.ceil(255 * Math.min(1, encoded(Math.min(1, (step + 1) / STEPS)))),
)

/** How light a px that can be seen through is, in steps, where it lies on this shade. */
function lightOn(shade: 0 | 255, { data, channels }: RawPixels, at: number, [r, g, b]: Table): number {
  const opacity = data[at + channels - 1]! / 255
  const over = (i: number) => Math.round(shade + (data[at + (channels < 3 ? 0 : i)]! - shade) * opacity)
  return r[over(0)]! + g[over(1)]! + b[over(2)]!
}

/** So many px along the longer side tell enough of a picture's light. */
const LOOKED_AT = 512

/** @param pixels of what is shown. O(px looked at): some 10 ms. */
export function lightsOf(pixels: RawPixels): Lights {
  const { data, width, height, channels } = pixels
  const [second, third] = channels < 3 ? [0, 0] : [1, 2]
  const opaque = channels % 2 === 1
  const every = Math.max(1, Math.round(Math.max(width, height) / LOOKED_AT))
  const lights = new Uint8Array(LIGHTS_LENGTH)
  const means = new Float64Array(COUNT)
  const [lows, highs, veiled] = [new Uint32Array(256), new Uint32Array(256), new Uint32Array(256)]
  for (let row = 0; row < CELLS; row++)
    for (let column = 0; column < CELLS; column++) {
      for (const counts of [lows, highs, veiled]) counts.fill(0)
      const [x0, x1] = span(column, width)
      const [y0, y1] = span(row, height)
      let [sum, px] = [0, 0]
      for (let y = y0; y < y1; y += every)
        for (let x = x0; x < x1; x += every) {
          const at = (y * width + x) * channels
          let [low, high, half] = [0, 0, 0]
          if (opaque) {
            const [r, g, b] = [data[at]!, data[at + second]!, data[at + third]!]
            low = high = PLAIN[0][r]! + PLAIN[1][g]! + PLAIN[2][b]!
            half = VEILED[0][r]! + VEILED[1][g]! + VEILED[2][b]!
          } else {
            low = lightOn(0, pixels, at, PLAIN)
            high = lightOn(255, pixels, at, PLAIN)
            half = lightOn(0, pixels, at, VEILED)
          }
          const [dark, light] = [DARKER[low | 0]!, LIGHTER[high | 0]!]
          lows[dark]!++
          veiled[DARKER[half | 0]!]!++
          highs[light]!++
          sum += (dark + light) / 2
          px++
        }
      const cell = row * CELLS + column
      lights[RUNS.darkest + cell] = Math.max(0, beyond(lows, OUTLIERS * px, 1) - COMPRESSED)
      lights[RUNS.veiled + cell] = Math.max(0, beyond(veiled, OUTLIERS * px, 1) - COMPRESSED)
      lights[RUNS.lightest + cell] = Math.min(255, beyond(highs, OUTLIERS * px, -1) + COMPRESSED)
      means[cell] = sum / px
    }
  lights.set(detailOf(lights, means), RUNS.seen)
  return lights
}
/** The px of a cell: all that it touches, one where there are fewer px than cells. */
function span(cell: number, length: number): readonly [from: number, to: number] {
  const from = Math.floor((cell * length) / CELLS)
  return [from, Math.max(from + 1, Math.ceil(((cell + 1) * length) / CELLS))]
}

/** The first value, from below or from above, past which there are more px than these. */
function beyond(counts: Uint32Array, share: number, by: 1 | -1): number {
  let value = by > 0 ? 0 : 255
  for (let seen = counts[value]!; seen <= share; seen += counts[value]!) value += by
  return value
}

/** What is to be seen in each cell: its range of light, and how it differs from those around; less what is usual in the picture. */
function detailOf(lights: Lights, means: Float64Array): Uint8Array {
  const seen = Float64Array.from({ length: COUNT }, (_, cell) => {
    const [x, y] = [cell % CELLS, Math.floor(cell / CELLS)]
    const differs = (other: number) => Math.abs(means[other]! - means[cell]!)
    const across = x + 1 < CELLS ? differs(cell + 1) : 0
    const down = y + 1 < CELLS ? differs(cell + CELLS) : 0
    return lights[RUNS.lightest + cell]! - lights[RUNS.darkest + cell]! + across + down
  })
  const mean = seen.reduce((sum, value) => sum + value, 0) / COUNT
  const most = Math.max(...seen) - mean
  return Uint8Array.from(seen, (value) => (most < 1 ? 0 : Math.round((255 * Math.max(0, value - mean)) / most)))
}

/** The rows, or columns, of cells that a stretch (shares of the picture) touches. */
const firstOf = (from: number): number => Math.max(0, Math.floor(CELLS * from))
const pastOf = (to: number): number => Math.min(CELLS, Math.ceil(CELLS * to))
/** How much of a row or column lies in the stretch. */
const within = (cell: number, from: number, to: number): number =>
  Math.min(cell + 1, CELLS * to) - Math.max(cell, CELLS * from)

/** Area by value, while one is looked at. */
const shares = new Float64Array(256)

/**
 * The lightest grey (0 to 1) of an area, but for a small share that is lighter still; or the darkest, or that under a veil
 * of white of a half. No more than a tenth
 * of what is under words is worse than this. `tolerated` 0: hardly any of it is. O(cells under the area).
 */
export function extreme(
  lights: Lights,
  area: CropWindow,
  which: 'lightest' | 'darkest' | 'veiled',
  tolerated = TOLERATED,
): number {
  const from = RUNS[which]
  shares.fill(0)
  let all = 0
  const [right, foot] = [area.x + area.width, area.y + area.height]
  for (let row = firstOf(area.y); row < pastOf(foot); row++) {
    const high = within(row, area.y, foot)
    for (let column = firstOf(area.x); column < pastOf(right); column++) {
      const share = high * within(column, area.x, right)
      shares[lights[from + row * CELLS + column]!]! += share
      all += share
    }
  }
  const by = which === 'lightest' ? -1 : 1
  let value = which === 'lightest' ? 255 : 0
  for (
    let seen = shares[value]!;
    seen <= tolerated * all && value + by >= 0 && value + by < 256;
    seen += shares[value]!
  )
    value += by
  return value / 255
}

/** How much of what there is to see in one area lies in another, 0 to 1; 0 where there is nothing to see. */
export function shareSeen(lights: Lights, area: CropWindow, of: CropWindow): number {
  const seen = ({ x, y, width, height }: CropWindow) => {
    let sum = 0
    for (let row = firstOf(y); row < pastOf(y + height); row++)
      for (let column = firstOf(x); column < pastOf(x + width); column++)
        sum += within(row, y, y + height) * within(column, x, x + width) * lights[RUNS.seen + row * CELLS + column]!
    return sum
  }
  const all = seen(of)
  return all > 0 ? seen(area) / all : 0
}

/** Of the colour of a px it is known how it takes one veil; at others it may be off by this share of what is possible. */
const UNSURE = 0.1

/**
 * The relative luminance, at least, of what is as dark as `darkest` and as `veiled` under a veil of white of a half
 * (greys, 0 to 1), under such a veil of a light grey `shade`. A colour is lightened less than the grey that is as light:
 * where it lies between that grey and the strongest colours is known from the one veil, and so at all others.
 */
export function lightened(darkest: number, veiled: number, veil: number, shade: number): number {
  const light = linear(darkest)
  const grey = (strength: number, over: number) => linear(darkest * (1 - strength) + over * strength)
  // Of px of no more than full and no colour, which are as light together.
  const strongest = (strength: number, over: number) => {
    const none = linear(over * strength)
    return none + (linear(1 - strength + over * strength) - none) * light
  }
  const play = grey(0.5, 1) - strongest(0.5, 1)
  const found = play < 1e-6 ? 1 : (grey(0.5, 1) - linear(veiled)) / play
  const colour = Math.min(1, Math.max(0, found + UNSURE))
  const plain = grey(veil, shade)
  return plain - colour * (plain - strongest(veil, shade))
}
