import { ellipse, group, mix, path, type Random, rect, stroke } from './draw.ts'

/** People and hands in a plain, flat style. Nobody here exists. */

export interface Look {
  readonly skin: string
  readonly hair: string
  readonly coat: string
  readonly hat: string | null
  readonly scarf: string
}

export const PEOPLE = {
  orla: { skin: '#e3b18f', hair: '#8a4a2b', coat: '#28566b', hat: '#d5a12e', scarf: '#b8402f' },
  tam: { skin: '#8b5a3c', hair: '#231a16', coat: '#6d7a3f', hat: null, scarf: '#e2d3b0' },
  ines: { skin: '#c98d66', hair: '#2d211c', coat: '#a44a3f', hat: null, scarf: '#3a6f73' },
  wilf: { skin: '#ecc3a6', hair: '#cfcabf', coat: '#3d4652', hat: '#54606d', scarf: '#c6812d' },
  noor: { skin: '#a9714c', hair: '#1f1a1c', coat: '#7b4b74', hat: '#efe4cf', scarf: '#2f7a66' },
} as const satisfies Record<string, Look>

/** Head and shoulders, about 300 px high, shoulders at the bottom. */
export function bust(look: Look, x: number, y: number, scale: number, facing: 1 | -1 = 1): string {
  const shade = mix(look.skin, '#5a2a1a', 0.18)
  const hair = look.hat
    ? path('M-58 -168 C-66 -120 -62 -84 -54 -70 L-42 -120 H42 L54 -70 C62 -90 66 -130 58 -168Z', look.hair) +
      path('M-64 -150 C-64 -230 64 -230 64 -150 Z', look.hat) +
      rect(-68, -160, 136, 26, mix(look.hat, '#000000', 0.18), 'rx="13"')
    : path('M-60 -90 C-78 -210 78 -210 60 -90 C52 -150 20 -164 -6 -158 C-30 -156 -50 -140 -60 -90Z', look.hair)
  return group(
    `translate(${x} ${y}) scale(${scale * facing} ${scale})`,
    path('M-150 60 C-140 -30 -70 -40 0 -40 C70 -40 140 -30 150 60 V140 H-150Z', look.coat) +
      stroke('M0 10 V140', mix(look.coat, '#000000', 0.25), 4) +
      stroke('M-96 30 C-80 60 -84 100 -88 140 M96 30 C82 60 84 100 88 140', mix(look.coat, '#000000', 0.18), 5) +
      path('M-30 -80 H30 V-24 C14 -10 -14 -10 -30 -24Z', shade) +
      ellipse(0, -112, 54, 66, look.skin) +
      path('M10 -174 C60 -160 62 -80 26 -52 C44 -90 40 -140 10 -174Z', shade, 'opacity=".35"') +
      ellipse(-18, -118, 5, 6, '#2a211d') +
      ellipse(22, -118, 5, 6, '#2a211d') +
      stroke('M-28 -132 q9 -7 18 -1 M13 -133 q10 -6 18 2', mix(look.hair, '#000000', 0.1), 4) +
      stroke('M4 -112 q8 14 -3 18', shade, 4) +
      stroke('M-16 -78 q16 12 36 -2', '#8c3f35', 4) +
      ellipse(-30, -94, 10, 6, '#d0705a', 'opacity=".35"') +
      ellipse(34, -94, 9, 6, '#d0705a', 'opacity=".35"') +
      hair +
      path(
        'M-62 -46 C-30 -20 40 -20 64 -46 C70 -26 66 -8 56 0 C20 18 -30 16 -58 0 C-68 -14 -68 -30 -62 -46Z',
        look.scarf,
      ) +
      path('M30 0 C44 40 40 80 30 118 L62 112 C70 70 66 30 54 -4Z', mix(look.scarf, '#000000', 0.12)),
  )
}

/** A standing figure seen from afar, feet at (x, y), `height` px tall, one arm raised to the line. */
export function figure(look: Look, x: number, y: number, height: number, arm: 'up' | 'down' | 'both' = 'up'): string {
  const raised = stroke('M6 -66 C20 -78 26 -88 30 -100', look.coat, 9) + ellipse(30, -103, 4, 4, look.skin)
  const hanging = stroke('M-8 -66 C-16 -54 -16 -46 -14 -38', look.coat, 9)
  return group(
    `translate(${x} ${y}) scale(${height / 110})`,
    ellipse(2, 1, 22, 3.5, '#1d1b18', 'opacity=".22"') +
      stroke('M-5 -34 L-8 -2 M5 -34 L9 -2', '#2d3138', 10) +
      stroke('M-10 0 H-4 M8 0 H14', '#1d1b18', 5) +
      path('M-13 -70 C-15 -50 -14 -40 -14 -30 H14 C14 -44 15 -56 12 -70 C6 -76 -8 -76 -13 -70Z', look.coat) +
      (arm === 'down' ? hanging : raised) +
      (arm === 'both' ? stroke('M-6 -66 C-2 -80 12 -90 22 -100', look.coat, 9) : hanging) +
      ellipse(0, -84, 10.5, 12, look.skin) +
      (look.hat
        ? path('M-12 -86 C-12 -102 12 -102 12 -86Z', look.hat)
        : path('M-11 -80 C-14 -102 14 -102 11 -82 C6 -92 -4 -92 -11 -80Z', look.hair)) +
      stroke('M-9 -72 H9', look.scarf, 6),
  )
}

/** A hand from the side of a picture, fingers towards +x, about 300 px long; `sleeve` reaches back. */
export function hand(
  _random: Random,
  skin: string,
  sleeve: string,
  x: number,
  y: number,
  scale: number,
  turn: number,
  mirrored = false,
): string {
  const shade = mix(skin, '#5a2a1a', 0.22)
  const finger = (fy: number, length: number, bend: number) =>
    stroke(`M60 ${fy} C110 ${fy - 6} ${60 + length * 0.6} ${fy + bend * 0.3} ${60 + length} ${fy + bend}`, shade, 43) +
    stroke(`M60 ${fy} C110 ${fy - 6} ${60 + length * 0.6} ${fy + bend * 0.3} ${60 + length} ${fy + bend}`, skin, 37) +
    ellipse(60 + length + 6, fy + bend - 6, 9, 7, mix(skin, '#ffffff', 0.35))
  return group(
    `translate(${x} ${y}) rotate(${turn}) scale(${scale} ${mirrored ? -scale : scale})`,
    rect(-900, -86, 800, 190, sleeve, 'rx="40"') +
      rect(-150, -94, 60, 206, mix(sleeve, '#000000', 0.2), 'rx="22"') +
      path('M-110 -70 C-40 -96 40 -92 84 -60 C104 -20 104 40 80 78 C30 104 -50 98 -110 84Z', skin) +
      finger(62, 96, 18) +
      finger(28, 138, 14) +
      finger(-10, 146, 16) +
      finger(-44, 124, 30) +
      stroke('M-20 -80 C40 -128 100 -118 150 -78', shade, 50) +
      stroke('M-20 -80 C40 -128 100 -118 150 -78', skin, 44) +
      ellipse(154, -84, 11, 9, mix(skin, '#ffffff', 0.35)) +
      stroke('M-60 -20 C-20 -10 0 10 10 40', shade, 5, 'opacity=".5"'),
  )
}
