import { breakRows } from './break-rows.ts'
import { type AcrossOptions, acrossRanges, cellWidth } from './fit-across.ts'
import { LONE } from './fold.ts'
import { linesUsableFrom, linesVariant, TALLEST_ALONE } from './lines.ts'
import type { RowLayout, Variant } from './row-layout.ts'

/** Under this mean width (px) of its pictures a line holds fewer. */
const LEAST_MEAN = 120
/** No picture that shares a line is smaller than this on either side, px. */
const LEAST_THUMBNAIL = 48

export interface LevelRowsOptions extends AcrossOptions {
  readonly aspects: readonly number[]
}

/**
 * A gallery in level rows: every line at one height, nothing cropped, the order kept. For each range of
 * widths the lines are broken anew, so that a phone gets fewer pictures a line. O(across · n · k).
 */
export function layoutLevelRows({ aspects, across, gap, fullWidth }: LevelRowsOptions): RowLayout {
  const mean = Math.exp(aspects.reduce((sum, aspect) => sum + Math.log(aspect), 0) / aspects.length)
  const variants: Variant[] = []
  let upper = Infinity
  for (const { columns, from } of acrossRanges(Math.min(across, aspects.length), fullWidth, gap, LEAST_MEAN)) {
    if (from >= upper) continue
    // Broken for a width inside the range: the full width, or the middle of a narrower range.
    const width = upper === Infinity ? fullWidth : (Math.max(from, 280) + upper) / 2
    const broken = breakRows(aspects, width, gap, {
      height: cellWidth(columns, width, gap) / mean,
      least: LEAST_THUMBNAIL,
      ragged: true,
      tallest: TALLEST_ALONE,
      lone: LONE,
    })
    const lines = { ...broken, ragged: broken.ragged && fitsAsHighAsBefore(aspects, broken.counts) }
    const variant = linesVariant(aspects, lines, 0)
    const alone = lines.counts.every((count) => count === 1)
    const usable = alone || from === 0 ? 0 : Math.max(from, linesUsableFrom(variant.boxes, lines, LEAST_THUMBNAIL, gap))
    if (usable >= upper) continue
    variants.push({ ...variant, from: usable })
    upper = usable
    if (usable === 0) break
  }
  return { gap, variants }
}

/** Whether the last line, as high as the line before it, stays inside the row: it has fewer pictures, and narrower ones in all. */
function fitsAsHighAsBefore(aspects: readonly number[], counts: readonly number[]): boolean {
  const [before, last] = [counts.at(-2), counts.at(-1)!]
  if (before === undefined || last > before) return false
  const sum = (list: readonly number[]) => list.reduce((all, aspect) => all + aspect, 0)
  return sum(aspects.slice(-last)) <= sum(aspects.slice(-last - before, -last))
}
