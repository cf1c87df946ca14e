import type { Grey, RawPixels } from './grey.ts'

/** What is told of a picture, and never acted on. Slight blur is not among them: it can't be told reliably. */
export const FLAWS = ['dark', 'burnt', 'blurred', 'small'] as const
export type Flaw = (typeof FLAWS)[number]

/** What is measured on a picture's px. */
export interface Measures {
  /** how much of the finest detail is lost when it is blurred a little more, 0 to 1; the same at any contrast */
  readonly sharpness: number
  /** mean brightness, 0 to 1 */
  readonly brightness: number
  /** 99 of 100 px are darker than this, 0 to 1 */
  readonly highlight: number
  /** share of px in which any colour is as bright as can be */
  readonly burnt: number
}

/** Longer side at which sharpness is measured, px: what is unsharp only in a larger one is not seen in a post. */
export const MEASURED_AT = 1080

/** A picture of which 99 of 100 px are darker than this shows hardly anything. */
const DARK = 0.3
/** So much of a picture without any drawing left in it is seen as a hole. */
const BURNT = 0.25
/** What a picture loses after a blur over a three hundredth of its width; sharp ones lose half and more. */
const BLURRED = 0.25
/** Px of the longer side: narrower than a column of text, it fills no row without being enlarged. */
const SMALL = 560

/** @param size of the original, upright, px */
export function flawsOf(
  { sharpness, highlight, burnt }: Measures,
  size: { readonly width: number; readonly height: number },
): Flaw[] {
  const dark = highlight < DARK
  const small = Math.max(size.width, size.height) < SMALL
  const is: Record<Flaw, boolean> = {
    dark,
    burnt: burnt > BURNT,
    // In the dark there is no detail to lose, and small ones are drawn of large px.
    blurred: !dark && !small && sharpness < BLURRED,
    small,
  }
  return FLAWS.filter((flaw) => is[flaw])
}

/** Tiles each way; the sharpest speak for the picture: a blurred background is meant. */
const TILES = 8
const SHARPEST = 6
/** Mean difference between neighbouring px (of 255) below which a tile shows nothing that could be sharp. */
const PLAIN = 1.2

/** @param grey of these very px */
export function measure(pixels: RawPixels, grey: Grey): Measures {
  const counts = new Uint32Array(256)
  let sum = 0
  for (let at = 0; at < grey.data.length; at++) {
    const value = grey.data[at]!
    counts[(value + 0.5) | 0]!++
    sum += value
  }
  let below = 0
  let highlight = 0
  while (highlight < 255 && (below += counts[highlight]!) < 0.99 * grey.data.length) highlight++
  return {
    sharpness: sharpnessOf(grey),
    brightness: sum / grey.data.length / 255,
    highlight: highlight / 255,
    burnt: burntShare(pixels),
  }
}

function burntShare({ data, channels }: RawPixels): number {
  // Of a grey picture the three are one.
  const [second, third] = channels < 3 ? [0, 0] : [1, 2]
  let burnt = 0
  for (let at = 0; at < data.length; at += channels)
    if (data[at]! >= 254 || data[at + second]! >= 254 || data[at + third]! >= 254) burnt++
  return burnt / (data.length / channels)
}

/** Px that a px would be mixed with on each side, in its row or its column. */
const REACH = 2
const MIXED = 2 * REACH + 1
/** Every so many rows are looked at: a third tells as much as all. */
const ROWS = 3

/**
 * How much of the difference between neighbours goes when the picture is blurred once more along it, in the tiles that
 * have most of it: what is blurred already loses little. 1 where nothing can be told. The difference between two
 * neighbouring means of five is a fifth of that between the px that they do not share; where it grows nothing is lost,
 * for a blur spreads an edge without making it smaller. Source: after Crété and others, The blur effect (2007).
 */
function sharpnessOf({ data, width, height }: Grey): number {
  const before = new Float64Array(TILES * TILES)
  const lost = new Float64Array(TILES * TILES)
  const counts = new Float64Array(TILES * TILES)
  const tileOf = Uint8Array.from({ length: width }, (_, x) => Math.floor((x * TILES) / width))
  for (let y = REACH; y + REACH + 1 < height; y += ROWS) {
    const row = Math.floor((y * TILES) / height) * TILES
    for (let x = REACH; x + REACH + 1 < width; x++) {
      const at = y * width + x
      const tile = row + tileOf[x]!
      const here = data[at]!
      const across = Math.abs(data[at + 1]! - here)
      const down = Math.abs(data[at + width]! - here)
      const acrossAfter = Math.abs(data[at + REACH + 1]! - data[at - REACH]!) / MIXED
      const downAfter = Math.abs(data[at + (REACH + 1) * width]! - data[at - REACH * width]!) / MIXED
      before[tile]! += across + down
      lost[tile]! += Math.max(0, across - acrossAfter) + Math.max(0, down - downAfter)
      counts[tile]!++
    }
  }
  const tiles = Array.from(before, (own, i) => ({ own: own / counts[i]!, share: lost[i]! / own }))
    .filter(({ own }) => own >= PLAIN)
    .sort((a, b) => b.own - a.own)
    .slice(0, SHARPEST)
  if (tiles.length === 0) return 1
  return tiles.reduce((sum, { share }) => sum + share, 0) / tiles.length
}
