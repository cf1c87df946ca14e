import { foldedVariants, LEAST_SIDE } from './fold.ts'
import { linesVariant } from './lines.ts'
import { type RowLayout, usableFrom } from './row-layout.ts'

/**
 * The one height at which these pictures, side by side and uncropped, fill `width`, in px. O(n).
 * `rowHeight([1.5, 1.5, 0.75], 1000, 10)` is 261.33…
 */
export const rowHeight = (aspects: readonly number[], width: number, gap: number): number =>
  (width - (aspects.length - 1) * gap) / aspects.reduce((sum, aspect) => sum + aspect, 0)

/** Pictures side by side at one height, folding into fewer a line where they would become too small. */
export function layoutSideBySide(aspects: readonly number[], gap: number): RowLayout {
  const line = linesVariant(aspects, { counts: [aspects.length], ragged: false }, 0)
  const from = aspects.length === 1 ? 0 : usableFrom(line.boxes, LEAST_SIDE, gap)
  return { gap, variants: [{ ...line, from }, ...foldedVariants(aspects, gap, from)] }
}
