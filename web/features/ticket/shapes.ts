/** The shapes offered for cells and frames, width / height, as people name them. */
export const SHAPES = [
  ['1', 'Square'],
  ['1.5', '3 : 2'],
  ['1.3333', '4 : 3'],
  ['1.7778', '16 : 9'],
  ['0.6667', '2 : 3'],
  ['0.75', '3 : 4'],
] as const

const exact: Record<string, number> = {
  '1': 1,
  '1.5': 1.5,
  '1.3333': 4 / 3,
  '1.7778': 16 / 9,
  '0.6667': 2 / 3,
  '0.75': 3 / 4,
}
export const shapeOf = (key: string): number => exact[key] ?? Number(key)

/** The key of a shape, and the list with it where it is none of the usual ones. */
export function shapeOptions(shape: number): { key: string; options: readonly (readonly [string, string])[] } {
  const key = String(Math.round(shape * 10000) / 10000)
  return SHAPES.some(([known]) => known === key)
    ? { key, options: SHAPES }
    : { key, options: [...SHAPES, [key, `${Math.round(shape * 100) / 100} : 1`]] }
}
