import { between, ellipse, group, mix, path, polygon, type Random, rect, stroke } from './draw.ts'

/** Kites of many makes, drawn around the origin, about 100 px high; the line leaves downwards. */

export type KiteMake = 'diamond' | 'delta' | 'box' | 'sled' | 'rokkaku' | 'parafoil' | 'bird' | 'star' | 'train'
export type Dyes = readonly [string, string, string]

const SPAR = '#3b2f26'

function tail(random: Random, x: number, y: number, length: number, dyes: Dyes): string {
  let [d, bows] = [`M${x} ${y}`, '']
  let [px, py] = [x, y]
  for (let i = 1; i <= 5; i++) {
    const nx = x + Math.sin(i * 1.3 + random()) * length * 0.12
    const ny = y + (length * i) / 5
    d += ` Q${px + 6} ${(py + ny) / 2} ${nx} ${ny}`
    bows += polygon(
      [
        [nx - 6, ny - 4],
        [nx + 6, ny + 4],
        [nx + 6, ny - 4],
        [nx - 6, ny + 4],
      ],
      dyes[i % 3]!,
    )
    ;[px, py] = [nx, ny]
  }
  return stroke(d, SPAR, 0.8) + bows
}

const MAKES: Record<KiteMake, (random: Random, dyes: Dyes) => string> = {
  diamond: (random, [a, b, c]) =>
    tail(random, 0, 58, 70, [b, c, a]) +
    polygon(
      [
        [0, -50],
        [36, -12],
        [0, -12],
      ],
      a,
    ) +
    polygon(
      [
        [0, -50],
        [-36, -12],
        [0, -12],
      ],
      b,
    ) +
    polygon(
      [
        [36, -12],
        [0, 58],
        [0, -12],
      ],
      mix(b, '#000000', 0.08),
    ) +
    polygon(
      [
        [-36, -12],
        [0, 58],
        [0, -12],
      ],
      c,
    ) +
    stroke('M0 -50 V58 M-36 -12 H36', SPAR, 1.1),
  delta: (random, [a, b, c]) =>
    tail(random, 0, 34, 46, [c, a, b]) +
    polygon(
      [
        [0, -42],
        [70, 34],
        [0, 22],
      ],
      a,
    ) +
    polygon(
      [
        [0, -42],
        [-70, 34],
        [0, 22],
      ],
      mix(a, '#000000', 0.12),
    ) +
    polygon(
      [
        [0, -42],
        [24, 26],
        [0, 22],
      ],
      b,
    ) +
    polygon(
      [
        [0, -42],
        [-24, 26],
        [0, 22],
      ],
      mix(b, '#000000', 0.1),
    ) +
    polygon(
      [
        [0, -10],
        [9, 44],
        [-9, 44],
      ],
      c,
    ) +
    stroke('M0 -42 V22 M0 -42 L70 34 M0 -42 L-70 34', SPAR, 1.1),
  box: (_random, [a, b]) => {
    const cell = (y: number, one: string, two: string) =>
      polygon(
        [
          [-34, y],
          [-8, y + 10],
          [-8, y + 40],
          [-34, y + 30],
        ],
        one,
      ) +
      polygon(
        [
          [-8, y + 10],
          [34, y],
          [34, y + 30],
          [-8, y + 40],
        ],
        two,
      ) +
      polygon(
        [
          [-34, y],
          [8, y - 9],
          [34, y],
          [-8, y + 10],
        ],
        mix(one, '#000000', 0.35),
      )
    return (
      cell(-52, a, mix(a, '#ffffff', 0.18)) +
      cell(18, b, mix(b, '#ffffff', 0.18)) +
      stroke('M-34 -56 V52 M-8 -46 V62 M34 -56 V52', SPAR, 1.4)
    )
  },
  sled: (_random, [a, b, c]) =>
    polygon(
      [
        [-26, -46],
        [26, -46],
        [40, -4],
        [22, 48],
        [-22, 48],
        [-40, -4],
      ],
      a,
    ) +
    polygon(
      [
        [-9, -46],
        [9, -46],
        [9, 48],
        [-9, 48],
      ],
      b,
    ) +
    ellipse(0, 22, 7, 12, mix(c, '#000000', 0.1)) +
    stroke('M-26 -46 L-22 48 M26 -46 L22 48', SPAR, 1.2) +
    stroke('M-20 48 q-6 18 2 34 M20 48 q8 16 0 36', c, 3),
  rokkaku: (_random, [a, b, c]) =>
    polygon(
      [
        [0, -58],
        [38, -34],
        [38, 34],
        [0, 58],
        [-38, 34],
        [-38, -34],
      ],
      a,
    ) +
    polygon(
      [
        [0, -58],
        [38, -34],
        [-38, -34],
      ],
      b,
    ) +
    polygon(
      [
        [0, 58],
        [38, 34],
        [-38, 34],
      ],
      b,
    ) +
    ellipse(0, 0, 19, 19, c) +
    path('M-19 0 a19 19 0 0 1 38 0 q-10 8 -19 0 t-19 0', mix(c, '#ffffff', 0.35)) +
    stroke('M0 -58 V58 M-38 -34 H38 M-38 34 H38', SPAR, 1.1),
  parafoil: (_random, [a, b, c]) =>
    Array.from({ length: 7 }, (_, i) => {
      const x = -56 + i * 16
      const sag = (y: number) => y + (i - 3) ** 2 * 1.6
      return (
        polygon(
          [
            [x, sag(-26)],
            [x + 16, sag(-26)],
            [x + 16, sag(18)],
            [x, sag(18)],
          ],
          [a, b, c][i % 3]!,
        ) + ellipse(x + 8, sag(-26), 8, 5, mix([a, b, c][i % 3]!, '#000000', 0.45))
      )
    }).join('') + stroke('M-56 32 L0 96 M56 32 L0 96 M-24 22 L0 96 M24 22 L0 96', SPAR, 0.7),
  bird: (_random, [a, b, c]) =>
    path(
      'M0 -8 C-24 -46 -64 -40 -88 -10 C-62 -20 -40 -8 -14 14 L0 40 L14 14 C40 -8 62 -20 88 -10 C64 -40 24 -46 0 -8Z',
      a,
    ) +
    path(
      'M0 -8 C-14 -26 -38 -30 -56 -24 C-36 -18 -22 -4 -10 14 L0 40 L10 14 C22 -4 36 -18 56 -24 C38 -30 14 -26 0 -8Z',
      b,
    ) +
    polygon(
      [
        [0, 34],
        [14, 66],
        [0, 58],
        [-14, 66],
      ],
      c,
    ) +
    ellipse(0, -10, 7, 9, c) +
    polygon(
      [
        [-3, -17],
        [3, -17],
        [0, -27],
      ],
      '#d98b2b',
    ),
  star: (_random, [a, b, c]) => {
    const point = (i: number, r: number): [number, number] => [
      Math.sin((i * Math.PI) / 5) * r,
      -Math.cos((i * Math.PI) / 5) * r,
    ]
    return (
      Array.from({ length: 10 }, (_, i) =>
        polygon([[0, 0], point(i, i % 2 ? 24 : 56), point(i + 1, i % 2 ? 56 : 24)], [a, b][i % 2]!),
      ).join('') + ellipse(0, 0, 9, 9, c)
    )
  },
  train: (random, dyes) =>
    Array.from({ length: 6 }, (_, i) => {
      const turned = [dyes[i % 3]!, dyes[(i + 1) % 3]!, dyes[(i + 2) % 3]!] as const
      return group(
        `translate(${i * 26} ${i * 30 + random() * 6}) scale(${0.42 - i * 0.015}) rotate(${-8 + random() * 6})`,
        MAKES.diamond(random, turned),
      )
    })
      .reverse()
      .join(''),
}

export interface KitePlace {
  readonly make: KiteMake
  readonly dyes: Dyes
  /** where the middle of the kite is, px */
  readonly x: number
  readonly y: number
  /** height of the kite, px */
  readonly size: number
  readonly tilt: number
  /** where its line ends; left out, no line is drawn */
  readonly to?: readonly [number, number]
}

export function kite(random: Random, { make, dyes, x, y, size, tilt, to }: KitePlace): string {
  const scale = size / 110
  const line = to
    ? stroke(
        `M${x} ${y + size * 0.1} C${x + between(random, -60, 60)} ${(y + to[1]) / 2 + 120} ${(x + to[0]) / 2} ${to[1] - 60} ${to[0]} ${to[1]}`,
        '#4a4038',
        Math.max(1.2, size / 260),
        'opacity=".7"',
      )
    : ''
  return (
    line +
    group(
      `translate(${x.toFixed(1)} ${y.toFixed(1)}) rotate(${tilt.toFixed(1)}) scale(${scale.toFixed(3)})`,
      MAKES[make](random, dyes),
    )
  )
}

/** A kite as it hangs or lies, without a line. */
export const kiteStill = (
  random: Random,
  make: KiteMake,
  dyes: Dyes,
  x: number,
  y: number,
  size: number,
  tilt = 0,
): string => kite(random, { make, dyes, x, y, size, tilt })

/** A reel of line, wound, seen from above. */
export const reel = (x: number, y: number, size: number, line: string, tilt = 0): string =>
  group(
    `translate(${x} ${y}) rotate(${tilt}) scale(${size / 100})`,
    rect(-50, -16, 100, 32, '#a9794a', 'rx="8"') +
      rect(-50, -16, 100, 10, '#c39563', 'rx="5"') +
      rect(-26, -26, 52, 52, line, 'rx="6"') +
      Array.from({ length: 9 }, (_, i) =>
        stroke(`M-26 ${-22 + i * 5.5} L26 ${-20 + i * 5.5}`, mix(line, '#000000', 0.22), 1),
      ).join('') +
      ellipse(-62, 0, 13, 9, '#8a5f38') +
      ellipse(62, 0, 13, 9, '#8a5f38'),
  )
