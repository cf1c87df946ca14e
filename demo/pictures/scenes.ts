import {
  between,
  ellipse,
  glow,
  gradient,
  group,
  mix,
  path,
  pick,
  polygon,
  type Random,
  rect,
  ridge,
  stroke,
} from './draw.ts'
import { type Dyes, kite, type KiteMake, kiteStill, reel } from './kites.ts'
import { bust, figure, hand, type Look, PEOPLE } from './people.ts'

/** What can be seen in the sample world. Every scene fills a canvas of w × h px. */

export interface Canvas {
  readonly w: number
  readonly h: number
  readonly random: Random
}

export type Light = 'morning' | 'noon' | 'overcast' | 'golden' | 'dusk' | 'storm' | 'night'

const LIGHTS: Record<
  Light,
  { sky: [string, string, string]; cloud: string; far: string; near: string; sand: string; sea: string }
> = {
  morning: {
    sky: ['#8fb7cf', '#c9dbe0', '#f4e3cd'],
    cloud: '#fff6ea',
    far: '#8fa3a0',
    near: '#6c7f63',
    sand: '#d9c6a0',
    sea: '#7fa6b4',
  },
  noon: {
    sky: ['#3f86bd', '#7fb4d6', '#cfe4ee'],
    cloud: '#ffffff',
    far: '#7f9a9a',
    near: '#5f8050',
    sand: '#e4d2a8',
    sea: '#3f87a0',
  },
  overcast: {
    sky: ['#a9b4b8', '#c3cac9', '#dbdcd4'],
    cloud: '#eceae2',
    far: '#8d9690',
    near: '#6f7a63',
    sand: '#c2b592',
    sea: '#8b9ea2',
  },
  golden: {
    sky: ['#e0a35c', '#f0c88d', '#fbe7c6'],
    cloud: '#fff0d2',
    far: '#a98f72',
    near: '#7d7348',
    sand: '#dcb87c',
    sea: '#c09a6e',
  },
  dusk: {
    sky: ['#2f4668', '#7b6a86', '#dd9a76'],
    cloud: '#c59a94',
    far: '#4c5267',
    near: '#3b4238',
    sand: '#8b7767',
    sea: '#58607c',
  },
  storm: {
    sky: ['#46525c', '#6d7a80', '#a9b0a9'],
    cloud: '#87919a',
    far: '#57625f',
    near: '#4d5a43',
    sand: '#9b9070',
    sea: '#56686d',
  },
  night: {
    sky: ['#0d1629', '#182743', '#33415f'],
    cloud: '#2a3654',
    far: '#151d2e',
    near: '#10161c',
    sand: '#2b2a30',
    sea: '#17233a',
  },
}

export const DYES = {
  madder: ['#b8332a', '#f0e4cc', '#24435f'],
  indigo: ['#1f4068', '#e6b33a', '#f3ead6'],
  fern: ['#2f7d62', '#f2e6cc', '#e0812f'],
  plum: ['#77315c', '#e8792f', '#f0e0c6'],
  sun: ['#e9b32d', '#c8432b', '#2b3f57'],
  sea: ['#2b8a92', '#f4efe2', '#c73d4c'],
  slate: ['#3a4653', '#d8d2c3', '#d98b2b'],
} as const satisfies Record<string, Dyes>

export type Dye = keyof typeof DYES

function sky({ w, h, random }: Canvas, light: Light, horizon: number): string {
  const { sky: colours, cloud } = LIGHTS[light]
  const { def, fill } = gradient([
    [0, colours[0]],
    [0.55, colours[1]],
    [1, colours[2]],
  ])
  const unit = Math.min(w, h)
  const count = light === 'noon' ? 5 : light === 'overcast' || light === 'storm' ? 9 : 4
  const clouds = Array.from({ length: count }, () => {
    const [x, y] = [between(random, 0, w), between(random, 0.04, 0.75) * horizon]
    const size = between(random, 0.05, 0.12) * unit
    return Array.from({ length: 6 }, () =>
      ellipse(
        x + between(random, -2.4, 2.4) * size,
        y + between(random, -0.25, 0.2) * size,
        size * between(random, 1.3, 2.6),
        size * between(random, 0.3, 0.66),
        'url(#cloud)',
      ),
    ).join('')
  }).join('')
  const stars =
    light === 'night'
      ? Array.from({ length: 140 }, () =>
          ellipse(
            between(random, 0, w),
            between(random, 0, horizon),
            between(random, 0.6, 2.6),
            between(random, 0.6, 2.6),
            '#dfe6f5',
            `opacity="${between(random, 0.3, 0.95).toFixed(2)}"`,
          ),
        ).join('')
      : ''
  const sun =
    light === 'golden'
      ? glow(w * 0.78, horizon * 0.72, unit * 0.5, '#fff3cf', 0.95)
      : light === 'morning'
        ? glow(w * 0.2, horizon * 0.8, unit * 0.5, '#fff1d8', 0.8)
        : light === 'dusk'
          ? glow(w * 0.6, horizon, unit * 0.6, '#ffb783', 0.7)
          : ''
  const vapour = `<radialGradient id="cloud"><stop offset="0" stop-color="${cloud}" stop-opacity=".95"/><stop offset=".5" stop-color="${cloud}" stop-opacity=".6"/><stop offset="1" stop-color="${cloud}" stop-opacity="0"/></radialGradient>`
  return `${def}${vapour}${rect(0, 0, w, h, fill)}${stars}${sun}<g opacity="${light === 'night' ? 0.5 : 0.8}">${clouds}</g>`
}

type Ground = 'dunes' | 'strand' | 'meadow' | 'slip'

function ground(canvas: Canvas, light: Light, kind: Ground, horizon: number): string {
  const { w, h, random } = canvas
  const { far, near, sand, sea } = LIGHTS[light]
  const swing = h * 0.035
  const hills = ridge(random, w, h, horizon - swing, swing, far, 6)
  const grass = (y: number, colour: string, count: number) =>
    Array.from({ length: count }, () => {
      const [x, base, tall] = [between(random, 0, w), between(random, y, h), between(random, 0.015, 0.05) * h]
      return stroke(
        `M${x} ${base} q${between(random, -6, 6)} ${-tall * 0.6} ${between(random, -16, 16)} ${-tall}`,
        mix(colour, pick(random, ['#000000', '#e8e0a8']), between(random, 0.05, 0.3)),
        between(random, 1.5, 4),
      )
    }).join('')
  if (kind === 'meadow')
    return (
      hills +
      ridge(random, w, h, horizon + swing, swing * 0.8, mix(far, near, 0.55)) +
      ridge(random, w, h, horizon + h * 0.1, swing, near, 4) +
      grass(horizon + h * 0.12, near, 260)
    )
  const water = gradient([
    [0, mix(sea, '#ffffff', 0.25)],
    [1, sea],
  ])
  const shore = horizon + (h - horizon) * (kind === 'dunes' ? 0.22 : 0.4)
  const waves = Array.from({ length: 34 }, () => {
    const y = between(random, horizon + 6, shore)
    const length = between(random, 0.03, 0.14) * w * (0.4 + (y - horizon) / (shore - horizon))
    const x = between(random, -0.05, 1) * w
    return stroke(
      `M${x} ${y} q${length / 2} ${between(random, -5, 5)} ${length} 0`,
      mix(sea, '#ffffff', between(random, 0.2, 0.6)),
      between(random, 1.5, 4),
      'opacity=".7"',
    )
  }).join('')
  const beach =
    ridge(random, w, h, shore, swing * 0.5, mix(sand, '#ffffff', 0.12), 4) +
    ridge(random, w, h, shore + (h - shore) * 0.3, swing * 0.6, sand, 5) +
    ridge(random, w, h, shore + (h - shore) * 0.62, swing * 0.6, mix(sand, '#6b5536', 0.16), 4)
  const pebbles = Array.from({ length: 70 }, () => {
    const y = between(random, shore + (h - shore) * 0.15, h)
    const r = 2 + ((y - shore) / (h - shore)) * between(random, 3, 12)
    return ellipse(between(random, 0, w), y, r * 1.5, r * 0.7, mix(sand, '#3b3226', between(random, 0.15, 0.5)))
  }).join('')
  const head = path(
    `M${w * 0.62} ${horizon + 4} C${w * 0.7} ${horizon - h * 0.09} ${w * 0.85} ${horizon - h * 0.1} ${w} ${horizon - h * 0.12} V${horizon + 4}Z`,
    mix(far, '#2d3b3a', 0.25),
  )
  const base = water.def + rect(0, horizon, w, h - horizon, water.fill) + head + waves + beach + pebbles
  if (kind === 'dunes')
    return base + ridge(random, w, h, h * 0.86, h * 0.05, mix(near, sand, 0.4), 5) + grass(h * 0.84, near, 220)
  if (kind === 'slip') {
    const stones = Array.from({ length: 26 }, (_, i) =>
      polygon(
        [
          [w * 0.02 + i * w * 0.018, h],
          [w * 0.035 + i * w * 0.02, h],
          [w * 0.3 + i * w * 0.012, shore],
          [w * 0.29 + i * w * 0.012, shore],
        ],
        mix('#8d8779', '#5d574c', random()),
      ),
    ).join('')
    return base + stones
  }
  return base
}

export interface FlightOptions {
  readonly light: Light
  readonly ground: Ground
  readonly kites: readonly { make: KiteMake; dye: Dye; x: number; y: number; size: number; tilt?: number }[]
  readonly people?: readonly { who: Look; x: number; y: number; height: number; arm?: 'up' | 'down' | 'both' }[]
  readonly horizon?: number
}

/** Kites over a coast. Places and sizes are shares of the canvas: x of w, y and size of h. */
export function flight(
  canvas: Canvas,
  { light, ground: kind, kites, people = [], horizon = 0.74 }: FlightOptions,
): string {
  const { w, h, random } = canvas
  const line = h * horizon
  const lines = kites.map((one, i) => {
    const holder = people[i % Math.max(1, people.length)]
    const to = holder
      ? ([w * holder.x + h * holder.height * 0.28, h * (holder.y - holder.height * 0.92)] as const)
      : ([w * (0.35 + 0.3 * random()), h * 1.02] as const)
    return kite(random, {
      make: one.make,
      dyes: DYES[one.dye],
      x: w * one.x,
      y: h * one.y,
      size: h * one.size,
      tilt: one.tilt ?? between(random, -18, 18),
      to,
    })
  })
  return (
    sky(canvas, light, line) +
    ground(canvas, light, kind, line) +
    lines.join('') +
    people.map((one) => figure(one.who, w * one.x, h * one.y, h * one.height, one.arm)).join('')
  )
}

/** One kite close up against the sky, its weave to be seen. */
export function closeUp(canvas: Canvas, light: Light, make: KiteMake, dye: Dye, tilt: number): string {
  const { w, h, random } = canvas
  return (
    sky(canvas, light, h * 1.15) +
    kite(random, {
      make,
      dyes: DYES[dye],
      x: w * 0.5,
      y: h * 0.47,
      size: Math.min(w, h) * 0.74,
      tilt,
      to: [w * 0.56, h * 1.05],
    })
  )
}

function boards({ w, h, random }: Canvas, colour: string, upright: boolean, count: number): string {
  return Array.from({ length: count }, (_, i) => {
    const tone = mix(colour, pick(random, ['#000000', '#ffffff']), between(random, 0.02, 0.12))
    const grain = Array.from({ length: 5 }, () => {
      const along = between(random, 0, 1)
      return upright
        ? stroke(
            `M${((i + along) * w) / count} 0 q${between(random, -8, 8)} ${h / 2} 0 ${h}`,
            mix(tone, '#2a1a0c', 0.25),
            between(random, 1, 3),
            'opacity=".35"',
          )
        : stroke(
            `M0 ${((i + along) * h) / count} q${w / 2} ${between(random, -10, 10)} ${w} 0`,
            mix(tone, '#2a1a0c', 0.25),
            between(random, 1, 3),
            'opacity=".35"',
          )
    }).join('')
    const board = upright
      ? rect((i * w) / count, 0, w / count - 3, h, tone)
      : rect(0, (i * h) / count, w, h / count - 3, tone)
    return board + grain
  }).join('')
}

/** The kite shed from outside. */
export function shed(canvas: Canvas, light: Light, door: string): string {
  const { w, h, random } = canvas
  const line = h * 0.62
  const [x, y, sw, sh] = [w * 0.2, h * 0.36, w * 0.56, h * 0.46]
  const wall = group(`translate(${x} ${y})`, boards({ w: sw, h: sh, random }, '#6c5a47', true, 16))
  const roof =
    polygon(
      [
        [x - w * 0.04, y + 6],
        [x + sw * 0.24, y - h * 0.2],
        [x + sw * 0.8, y - h * 0.2],
        [x + sw + w * 0.04, y + 6],
      ],
      '#4d5254',
    ) +
    Array.from({ length: 14 }, (_, i) =>
      stroke(`M${x + sw * (0.26 + i * 0.04)} ${y - h * 0.19} L${x - w * 0.02 + i * sw * 0.079} ${y}`, '#3d4244', 3),
    ).join('')
  const opening =
    rect(x + sw * 0.1, y + sh * 0.22, sw * 0.24, sh * 0.78, door) +
    rect(x + sw * 0.115, y + sh * 0.25, sw * 0.21, sh * 0.3, mix(door, '#000000', 0.18)) +
    ellipse(x + sw * 0.31, y + sh * 0.66, 9, 9, '#d9b25a')
  const window =
    rect(x + sw * 0.5, y + sh * 0.25, sw * 0.36, sh * 0.36, '#f0e8d4') +
    rect(
      x + sw * 0.512,
      y + sh * 0.275,
      sw * 0.336,
      sh * 0.31,
      light === 'dusk' || light === 'night' ? '#f2c66d' : '#5c7480',
    ) +
    stroke(`M${x + sw * 0.68} ${y + sh * 0.26} V${y + sh * 0.6}`, '#f0e8d4', 9)
  const hanging = kiteStill(random, 'rokkaku', DYES.madder, x + sw * 0.93, y + sh * 0.4, sh * 0.5, 4)
  return (
    sky(canvas, light, line) +
    ground(canvas, light, 'meadow', line) +
    polygon(
      [
        [x - 20, y + sh],
        [x + sw + 40, y + sh],
        [x + sw + 140, y + sh + 60],
        [x - 60, y + sh + 50],
      ],
      '#1d1b18',
      'opacity=".25"',
    ) +
    wall +
    roof +
    opening +
    window +
    hanging
  )
}

/** Inside: a wall with kites hung up to dry, and a bench below. */
export function rack(canvas: Canvas, makes: readonly (readonly [KiteMake, Dye])[]): string {
  const { w, h, random } = canvas
  const step = w / makes.length
  const hung = makes.map(([make, dye], i) => {
    const [x, y] = [step * (i + 0.5), h * (0.34 + 0.05 * Math.sin(i * 2))]
    const size = Math.min(step * 0.95, h * 0.5)
    return (
      stroke(`M${x} ${h * 0.06} V${y - size * 0.4}`, '#e6dcc4', 3) +
      group(
        'translate(16 22)',
        kiteStill(random, make, ['#1d1510', '#1d1510', '#1d1510'], x, y, size, 3),
        'opacity=".22"',
      ) +
      kiteStill(random, make, DYES[dye], x, y, size, 3)
    )
  })
  const lamp = glow(w * 0.5, h * 0.1, Math.min(w, h) * 0.7, '#ffe7b8', 0.5)
  const bench = rect(0, h * 0.78, w, h * 0.05, '#a8804f') + rect(0, h * 0.83, w, h * 0.17, '#5c432b')
  const things =
    reel(w * 0.18, h * 0.75, h * 0.1, '#d9d2bf') +
    reel(w * 0.3, h * 0.755, h * 0.09, '#b8402f') +
    rect(w * 0.62, h * 0.66, w * 0.06, h * 0.12, '#49606b') +
    rect(w * 0.7, h * 0.7, w * 0.16, h * 0.08, '#c9b98f')
  return (
    group('', boards(canvas, '#8b6b4b', true, 14)) +
    rect(0, h * 0.05, w, h * 0.02, '#4a3523') +
    hung.join('') +
    lamp +
    bench +
    things
  )
}

export type BenchStep = 'spars' | 'sail' | 'sewing' | 'bridle' | 'knot' | 'reel' | 'tear' | 'paint' | 'tools' | 'frame'

function knotLine(w: number, h: number, colour: string, thick: number): string {
  const d = `M${-w * 0.05} ${h * 0.62} C${w * 0.2} ${h * 0.5} ${w * 0.3} ${h * 0.36} ${w * 0.46} ${h * 0.38} C${w * 0.66} ${h * 0.4} ${w * 0.66} ${h * 0.66} ${w * 0.5} ${h * 0.66} C${w * 0.34} ${h * 0.66} ${w * 0.36} ${h * 0.44} ${w * 0.52} ${h * 0.46} C${w * 0.7} ${h * 0.48} ${w * 0.8} ${h * 0.36} ${w * 1.05} ${h * 0.3}`
  return (
    stroke(d, mix(colour, '#000000', 0.5), thick + 8, 'opacity=".3" transform="translate(8 14)"') +
    stroke(d, mix(colour, '#000000', 0.3), thick) +
    stroke(d, colour, thick * 0.74) +
    stroke(
      d,
      mix(colour, '#ffffff', 0.45),
      thick * 0.5,
      `stroke-dasharray="${thick * 0.5} ${thick * 0.7}" opacity=".55"`,
    )
  )
}

/** Work on the bench, seen from above, with hands in it. */
export function bench(canvas: Canvas, step: BenchStep, dye: Dye, who: Look, wood = '#a9825a'): string {
  const { w, h, random } = canvas
  const u = Math.min(w, h)
  const [a, b, c] = DYES[dye]
  const board = boards(canvas, wood, false, 7)
  const left = (x: number, y: number, scale = 1, turn = -12) =>
    hand(random, who.skin, who.coat, w * x, h * y, (u / 1400) * scale, turn)
  const right = (x: number, y: number, scale = 1, turn = 192) =>
    hand(random, who.skin, who.coat, w * x, h * y, (u / 1400) * scale, turn, true)
  const shadow = (inner: string) => group('translate(14 20)', inner, 'opacity=".25"')
  switch (step) {
    case 'spars': {
      const spars = Array.from({ length: 6 }, (_, i) =>
        stroke(
          `M${w * 0.08} ${h * (0.22 + i * 0.1)} L${w * 0.92} ${h * (0.18 + i * 0.105)}`,
          mix('#d9b77a', '#8a5f30', i * 0.14),
          u * 0.022,
        ),
      ).join('')
      return board + shadow(spars) + spars + reel(w * 0.82, h * 0.84, u * 0.16, c, 20) + left(0.2, 0.66, 1.25)
    }
    case 'frame': {
      const frame =
        stroke(
          `M${w * 0.5} ${h * 0.08} V${h * 0.94} M${w * 0.2} ${h * 0.3} H${w * 0.8} M${w * 0.2} ${h * 0.72} H${w * 0.8}`,
          '#c99f62',
          u * 0.022,
        ) +
        stroke(
          `M${w * 0.5} ${h * 0.08} L${w * 0.8} ${h * 0.3} V${h * 0.72} L${w * 0.5} ${h * 0.94} L${w * 0.2} ${h * 0.72} V${h * 0.3}Z`,
          '#efe6d0',
          u * 0.006,
        )
      const joint = [
        [0.5, 0.3],
        [0.5, 0.72],
      ]
        .map(([x, y]) => rect(w * x! - u * 0.025, h * y! - u * 0.025, u * 0.05, u * 0.05, a, 'rx="6"'))
        .join('')
      return board + shadow(frame) + frame + joint + right(0.86, 0.4, 1.1)
    }
    case 'sail': {
      const cloth = polygon(
        [
          [w * 0.16, h * 0.2],
          [w * 0.72, h * 0.12],
          [w * 0.86, h * 0.74],
          [w * 0.3, h * 0.88],
        ],
        a,
      )
      const folds = [0.3, 0.48, 0.64]
        .map((x) => stroke(`M${w * x} ${h * 0.16} L${w * (x + 0.13)} ${h * 0.84}`, mix(a, '#000000', 0.18), u * 0.006))
        .join('')
      const stripe = polygon(
        [
          [w * 0.35, h * 0.17],
          [w * 0.45, h * 0.156],
          [w * 0.59, h * 0.81],
          [w * 0.49, h * 0.83],
        ],
        b,
      )
      return (
        board +
        shadow(cloth) +
        cloth +
        stripe +
        folds +
        polygon(
          [
            [w * 0.66, h * 0.42],
            [w * 0.9, h * 0.3],
            [w * 0.91, h * 0.33],
            [w * 0.67, h * 0.45],
          ],
          '#8d9498',
        ) +
        left(0.2, 0.6, 1.2) +
        ellipse(w * 0.92, h * 0.28, u * 0.045, u * 0.04, 'none', `stroke="#2d3138" stroke-width="${u * 0.016}"`)
      )
    }
    case 'sewing': {
      const cloth =
        path(`M0 ${h * 0.5} C${w * 0.3} ${h * 0.42} ${w * 0.6} ${h * 0.6} ${w} ${h * 0.48} V${h} H0Z`, a) +
        path(
          `M0 ${h * 0.5} C${w * 0.3} ${h * 0.42} ${w * 0.6} ${h * 0.6} ${w} ${h * 0.48} V${h * 0.56} C${w * 0.6} ${h * 0.68} ${w * 0.3} ${h * 0.5} 0 ${h * 0.58}Z`,
          b,
        )
      const seam = stroke(
        `M0 ${h * 0.54} C${w * 0.3} ${h * 0.46} ${w * 0.6} ${h * 0.64} ${w} ${h * 0.52}`,
        c,
        u * 0.006,
        `stroke-dasharray="${u * 0.02} ${u * 0.014}"`,
      )
      const machine =
        path(`M${w * 0.4} ${h * 0.02} H${w * 0.98} V${h * 0.16} H${w * 0.56} V${h * 0.4} H${w * 0.43}Z`, '#23343b') +
        rect(w * 0.455, h * 0.4, w * 0.012, h * 0.13, '#c9ccc8') +
        ellipse(w * 0.9, h * 0.09, u * 0.05, u * 0.05, '#c9a24a')
      return board + cloth + seam + machine + left(0.16, 0.62, 1.3, -4) + right(0.9, 0.72, 1.2, 200)
    }
    case 'bridle': {
      const cloth =
        polygon(
          [
            [w * 0.05, h * 0.95],
            [w * 0.5, h * 0.05],
            [w * 0.98, h * 0.9],
          ],
          a,
        ) +
        polygon(
          [
            [w * 0.3, h * 0.95],
            [w * 0.5, h * 0.05],
            [w * 0.7, h * 0.95],
          ],
          b,
        )
      const lines = stroke(
        `M${w * 0.5} ${h * 0.2} L${w * 0.58} ${h * 0.52} L${w * 0.5} ${h * 0.86} M${w * 0.28} ${h * 0.62} L${w * 0.58} ${h * 0.52} L${w * 0.78} ${h * 0.64} M${w * 0.58} ${h * 0.52} L${w * 1.02} ${h * 0.2}`,
        '#f6f0df',
        u * 0.008,
      )
      return (
        board +
        shadow(cloth) +
        cloth +
        lines +
        ellipse(w * 0.58, h * 0.52, u * 0.022, u * 0.022, 'none', `stroke="#c9ccc8" stroke-width="${u * 0.009}"`) +
        right(0.82, 0.5, 1.05, 186)
      )
    }
    case 'knot':
      return board + knotLine(w, h, b === '#f0e4cc' ? a : b, u * 0.055) + left(0.12, 0.72, 1.15, -22)
    case 'reel':
      return (
        board +
        stroke(
          `M${w * 0.5} ${h * 0.5} C${w * 0.7} ${h * 0.3} ${w * 0.8} ${h * 0.6} ${w * 1.04} ${h * 0.4}`,
          c,
          u * 0.006,
        ) +
        reel(w * 0.5, h * 0.5, u * 0.42, a, -14) +
        left(0.2, 0.62, 1.2, -8) +
        right(0.83, 0.44, 1.1, 188)
      )
    case 'tear': {
      const cloth =
        rect(0, 0, w, h, a) +
        polygon(
          [
            [0, 0],
            [w * 0.4, 0],
            [w * 0.15, h],
            [0, h],
          ],
          b,
        )
      const tear = polygon(
        [
          [w * 0.42, h * 0.3],
          [w * 0.47, h * 0.36],
          [w * 0.5, h * 0.5],
          [w * 0.58, h * 0.66],
          [w * 0.52, h * 0.62],
          [w * 0.45, h * 0.5],
          [w * 0.41, h * 0.4],
        ],
        '#c9ad80',
      )
      const weave = Array.from({ length: 40 }, (_, i) =>
        stroke(`M${(i * w) / 40} 0 V${h} M0 ${(i * h) / 40} H${w}`, mix(a, '#000000', 0.25), 1.2, 'opacity=".35"'),
      ).join('')
      return (
        cloth +
        weave +
        tear +
        stroke(`M${w * 0.43} ${h * 0.29} L${w * 0.6} ${h * 0.67}`, c, u * 0.006, 'stroke-dasharray="18 14"') +
        right(0.86, 0.58, 1.2, 196)
      )
    }
    case 'paint': {
      const disc =
        ellipse(w * 0.5, h * 0.5, u * 0.34, u * 0.34, '#f1e7d0') +
        path(
          `M${w * 0.5 - u * 0.34} ${h * 0.5} a${u * 0.34} ${u * 0.34} 0 0 1 ${u * 0.68} 0 q${-u * 0.17} ${u * 0.12} ${-u * 0.34} 0 t${-u * 0.34} 0`,
          a,
        )
      const pots = [
        [0.12, 0.16, a],
        [0.24, 0.14, c],
        [0.88, 0.84, b],
      ]
        .map(
          ([x, y, colour]) =>
            ellipse(w * Number(x), h * Number(y), u * 0.08, u * 0.08, '#e9e3d3') +
            ellipse(w * Number(x), h * Number(y), u * 0.064, u * 0.064, String(colour)),
        )
        .join('')
      return (
        board +
        shadow(disc) +
        disc +
        pots +
        stroke(`M${w * 0.62} ${h * 0.46} L${w * 0.98} ${h * 0.2}`, '#6b4a2c', u * 0.02) +
        right(0.86, 0.32, 1.05, 160)
      )
    }
    case 'tools':
      return (
        board +
        [0.16, 0.3, 0.44]
          .map(
            (x, i) =>
              shadow(rect(w * x, h * 0.2, u * 0.05, h * 0.5, '#000000')) +
              rect(w * x, h * 0.2, u * 0.05, h * 0.28, ['#b8402f', '#d5a12e', '#2f7a66'][i]!, 'rx="14"') +
              rect(w * x + u * 0.016, h * 0.48, u * 0.018, h * 0.24, '#b9bec0'),
          )
          .join('') +
        reel(w * 0.68, h * 0.34, u * 0.24, a, 10) +
        reel(w * 0.72, h * 0.66, u * 0.2, b, -16) +
        rect(w * 0.55, h * 0.82, w * 0.36, u * 0.04, '#e3c56a') +
        Array.from({ length: 18 }, (_, i) =>
          stroke(`M${w * (0.56 + i * 0.019)} ${h * 0.82} v${u * 0.02}`, '#4a3a1a', 2),
        ).join('')
      )
  }
}

/** Somebody with a kite. */
export function portrait(
  canvas: Canvas,
  who: Look,
  light: Light,
  make: KiteMake,
  dye: Dye,
  facing: 1 | -1 = 1,
): string {
  const { w, h, random } = canvas
  const u = Math.min(w, h)
  const line = h * 0.7
  const behind = kiteStill(random, make, DYES[dye], w * (facing === 1 ? 0.76 : 0.24), h * 0.36, u * 0.6, 14 * facing)
  const back = sky(canvas, light, line) + ground(canvas, light, 'dunes', line)
  return `${back}${rect(0, 0, w, h, LIGHTS[light].sky[2], 'opacity=".3"')}${behind}${bust(who, w * (facing === 1 ? 0.42 : 0.58), h - u * 0.14, u / 420, facing)}`
}

/** The night flight: lanterns under kites over dark water. */
export function lanterns(canvas: Canvas, count: number, close = false): string {
  const { w, h, random } = canvas
  const u = Math.min(w, h)
  const line = h * 0.8
  const lamps = Array.from({ length: count }, (_, i) => {
    const x = w * (close ? 0.5 : between(random, 0.06, 0.94))
    const y = close ? h * 0.45 : h * (0.12 + (0.5 * ((i * 7) % count)) / count)
    const size = close ? u * 0.42 : between(random, 0.05, 0.11) * u
    const colour = pick(random, ['#ffb347', '#ffd27a', '#ff8d5c', '#ffe3a6'])
    const body = path(
      `M${x - size * 0.3} ${y - size * 0.4} C${x - size * 0.5} ${y} ${x - size * 0.4} ${y + size * 0.4} ${x - size * 0.2} ${y + size * 0.5} H${x + size * 0.2} C${x + size * 0.4} ${y + size * 0.4} ${x + size * 0.5} ${y} ${x + size * 0.3} ${y - size * 0.4}Z`,
      colour,
      'opacity=".93"',
    )
    const ribs = [-0.2, 0, 0.2]
      .map((at) =>
        stroke(
          `M${x + at * size} ${y - size * 0.4} q${at * size * 0.8} ${size * 0.4} 0 ${size * 0.88}`,
          '#a85b24',
          Math.max(1, size * 0.012),
        ),
      )
      .join('')
    const above = kite(random, {
      make: pick(random, ['delta', 'rokkaku', 'diamond'] as const),
      dyes: ['#24304a', '#31405f', '#1b2438'],
      x: x + size * 0.3,
      y: y - size * 1.3,
      size: size * 1.1,
      tilt: between(random, -20, 20),
    })
    const glimmer = stroke(
      `M${x - size * 0.4} ${line + h * 0.04} h${size * 0.8} M${x - size * 0.25} ${line + h * 0.07} h${size * 0.5} M${x - size * 0.15} ${line + h * 0.1} h${size * 0.3}`,
      colour,
      Math.max(2, size * 0.05),
      'opacity=".4"',
    )
    return (
      above +
      stroke(`M${x + size * 0.3} ${y - size * 0.9} L${x} ${y - size * 0.4}`, '#55617c', 2) +
      glow(x, y, size * 1.7, colour, 0.55) +
      body +
      ribs +
      glimmer
    )
  }).join('')
  const crowd = close
    ? ''
    : Array.from({ length: 9 }, (_, i) =>
        figure(
          { ...PEOPLE.wilf, coat: '#0c1119', skin: '#5d4636', hair: '#0a0d13', hat: '#0c1119', scarf: '#141b28' },
          w * (0.08 + i * 0.1 + random() * 0.04),
          h * between(random, 0.95, 0.99),
          h * between(random, 0.11, 0.15),
          'up',
        ),
      ).join('')
  return sky(canvas, 'night', line) + ground(canvas, 'night', 'strand', line) + lamps + crowd
}
