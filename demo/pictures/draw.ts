/** Small helpers for drawing with SVG: chance with a seed, colours, shapes. All lengths in px of a canvas. */

export type Random = () => number

/** Seeded chance (mulberry32): the same seed always draws the same picture. */
export function seeded(seed: number): Random {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

export const between = (random: Random, least: number, most: number): number => least + random() * (most - least)
export const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!

/** Mixes two #rrggbb colours; 0 gives the first. */
export function mix(a: string, b: string, share: number): string {
  const part = (colour: string, i: number) => Number.parseInt(colour.slice(1 + 2 * i, 3 + 2 * i), 16)
  return `#${[0, 1, 2]
    .map((i) =>
      Math.round(part(a, i) + (part(b, i) - part(a, i)) * share)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
}

const n = (value: number) => value.toFixed(1)

export const polygon = (points: readonly (readonly [number, number])[], fill: string, more = ''): string =>
  `<polygon points="${points.map(([x, y]) => `${n(x)},${n(y)}`).join(' ')}" fill="${fill}" ${more}/>`
export const ellipse = (x: number, y: number, rx: number, ry: number, fill: string, more = ''): string =>
  `<ellipse cx="${n(x)}" cy="${n(y)}" rx="${n(rx)}" ry="${n(ry)}" fill="${fill}" ${more}/>`
export const rect = (x: number, y: number, w: number, h: number, fill: string, more = ''): string =>
  `<rect x="${n(x)}" y="${n(y)}" width="${n(w)}" height="${n(h)}" fill="${fill}" ${more}/>`
export const path = (d: string, fill: string, more = ''): string => `<path d="${d}" fill="${fill}" ${more}/>`
export const stroke = (d: string, colour: string, width: number, more = ''): string =>
  `<path d="${d}" fill="none" stroke="${colour}" stroke-width="${n(width)}" stroke-linecap="round" stroke-linejoin="round" ${more}/>`
export const group = (transform: string, inner: string, more = ''): string =>
  `<g transform="${transform}" ${more}>${inner}</g>`

let gradients = 0
/** A vertical gradient and the fill that refers to it. */
export function gradient(
  stops: readonly (readonly [number, string])[],
  horizontal = false,
): { def: string; fill: string } {
  const id = `g${gradients++}`
  const list = stops.map(([at, colour]) => `<stop offset="${at}" stop-color="${colour}"/>`).join('')
  return {
    def: `<linearGradient id="${id}" x1="0" y1="0" x2="${horizontal ? 1 : 0}" y2="${horizontal ? 0 : 1}">${list}</linearGradient>`,
    fill: `url(#${id})`,
  }
}

/** A soft round light. */
export function glow(x: number, y: number, r: number, colour: string, strength: number): string {
  const id = `g${gradients++}`
  return `<radialGradient id="${id}"><stop offset="0" stop-color="${colour}" stop-opacity="${strength}"/><stop offset="1" stop-color="${colour}" stop-opacity="0"/></radialGradient>${ellipse(x, y, r, r, `url(#${id})`)}`
}

/** A wavering horizon as a filled path down to the bottom. */
export function ridge(random: Random, w: number, h: number, y: number, swing: number, fill: string, bumps = 5): string {
  const step = w / bumps
  let d = `M0 ${n(y + between(random, -swing, swing))}`
  let x = 0
  for (let i = 0; i < bumps; i++) {
    const next = y + between(random, -swing, swing)
    d += ` C${n(x + step * 0.4)} ${n(y + between(random, -swing, swing))} ${n(x + step * 0.6)} ${n(next)} ${n(x + step)} ${n(next)}`
    x += step
  }
  return path(`${d} V${h} H0 Z`, fill)
}
