export const CELLS = [1, 3 / 2, 4 / 3, 2 / 3, 3 / 4, 16 / 9]

/** The common shape of cell, width / height, that leaves out least of pictures of these shapes. */
export function leastCropping(aspects: readonly number[]): number {
  const lost = (cell: number) => aspects.reduce((sum, aspect) => sum + 1 - Math.min(cell / aspect, aspect / cell), 0)
  return CELLS.reduce((best, cell) => (lost(cell) < lost(best) - 1e-9 ? cell : best))
}
