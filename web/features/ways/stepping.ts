import { type Way, waysToShow } from '../../../core/layout/ways.ts'

/** The ways as tiles: each shows one proposal of its kind, and can be stepped to the others of that kind. */
export interface Tiles {
  /** for each tile, positions in the list of ways: what it shows first, then what no other tile shows */
  readonly proposals: readonly (readonly number[])[]
}

/**
 * The ways to show first, and always a gallery: whoever wants one of pictures that hardly suit it can have it, and
 * sees what speaks against it.
 */
export function tilesOf(ways: readonly Way[], most: number): Tiles {
  const first = waysToShow(ways, most)
  const gallery = ways.findIndex(({ shape }) => shape.kind === 'gallery')
  if (gallery >= 0 && !first.some((at) => ways[at]!.shape.kind === 'gallery')) first.push(gallery)
  const shown = new Set(first)
  return {
    proposals: first.map((at) => [
      at,
      ...ways.flatMap((way, i) => (way.family === ways[at]!.family && !shown.has(i) ? [i] : [])),
    ]),
  }
}

/** Which tile is shown in the page, and how far each was stepped. */
export interface Stepping {
  readonly at: number | null
  readonly steps: Readonly<Record<number, number>>
}

export const NOT_STEPPED: Stepping = { at: null, steps: {} }

/** Position in the list of ways of what the tile shows now; undefined where there is no such tile. */
export function shownBy({ proposals }: Tiles, { steps }: Stepping, tile: number): number | undefined {
  const list = proposals[tile]
  return list?.[(steps[tile] ?? 0) % list.length]
}

/** To the tile before or after, round at the ends; the first press shows the tile that has the focus. */
export const besides = ({ proposals }: Tiles, { at }: Stepping, focused: number, by: 1 | -1): number => {
  const n = proposals.length
  return at === null ? focused : (at + by + n) % n
}

/** Shows the tile, stepped `by` proposals on, round at the ends. */
export function stepped({ proposals }: Tiles, { steps }: Stepping, tile: number, by = 0): Stepping {
  const n = proposals[tile]?.length ?? 1
  return { at: tile, steps: { ...steps, [tile]: ((steps[tile] ?? 0) + by + n) % n } }
}
