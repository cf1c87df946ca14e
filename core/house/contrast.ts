import { LIGHT_OF, linear } from './light.ts'

/** A blog has few colours, which are asked for again and again. */
const luminances = new Map<string, number>()
const REMEMBERED = 200

/** The relative luminance of `#rrggbb`, 0 to 1, as WCAG 2 defines it. */
export function luminance(colour: string): number {
  const known = luminances.get(colour)
  if (known !== undefined) return known
  const found = LIGHT_OF.reduce(
    (sum, weight, i) => sum + weight * linear(parseInt(colour.slice(1 + 2 * i, 3 + 2 * i), 16) / 255),
    0,
  )
  if (luminances.size < REMEMBERED) luminances.set(colour, found)
  return found
}

/** The contrast of two colours, 1 to 21. `contrast("#000000", "#ffffff")` is 21. */
export function contrast(a: string, b: string): number {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number]
  return (high + 0.05) / (low + 0.05)
}

/** Text is readable from this contrast on (WCAG 2, AA). */
export const READABLE_CONTRAST = 4.5

const [INK, PAPER] = ['#1d1b18', '#ffffff']
/** Of ink and paper the one that can be read better on this ground. */
export const inkOn = (ground: string): string => (contrast(INK, ground) >= contrast(PAPER, ground) ? INK : PAPER)
