import type { RawPixels } from '../looks/grey.ts'

/** Columns of a histogram: four levels each. */
export const COLUMNS = 64

/** How many px have which light. */
export interface Histogram {
  /** share of all px, dark to light */
  readonly shares: readonly number[]
  /** share of px that are black through and through */
  readonly black: number
  /** share of px of which a colour has no more room */
  readonly burnt: number
}

/** O(px). Colours of 3 channels, or 4. */
export function histogramOf({ data, width, height, channels }: RawPixels): Histogram {
  const counts = new Uint32Array(COLUMNS)
  let [black, burnt] = [0, 0]
  for (let i = 0; i < data.length; i += channels) {
    const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!]
    counts[((54 * r + 183 * g + 19 * b) >> 8) >> 2]!++
    if (r <= 1 && g <= 1 && b <= 1) black++
    if (r >= 254 || g >= 254 || b >= 254) burnt++
  }
  const all = Math.max(1, width * height)
  return { shares: Array.from(counts, (count) => count / all), black: black / all, burnt: burnt / all }
}
