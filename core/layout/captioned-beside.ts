import { at, onLayoutGrid, px, ZERO } from '../geometry/line.ts'
import { layoutSingle, ownWidth, type SingleOptions } from './single.ts'
import type { RowLayout } from './row-layout.ts'

/** Of the row's width, a picture of which nobody has said how wide it is. */
export const USUAL_BESIDE_CAPTION = 0.68

/** What a caption beside its picture needs, px. */
export interface CaptionRoom {
  readonly space: number
  /** width of a line that can be read */
  readonly least: number
  /** px of the container at most */
  readonly widest: number
}

/**
 * One picture with its caption at its side: as wide as was chosen, the caption in what is left. Where that is too narrow
 * to be read, the caption stands below, and the picture as if it never had been beside; the width is solved. O(1).
 */
export function layoutCaptionedBeside(options: SingleOptions, { space, least, widest }: CaptionRoom): RowLayout {
  const below = layoutSingle(options)
  const chosen =
    options.width === null ? { ...options, width: { unit: '%' as const, value: 100 * USUAL_BESIDE_CAPTION } } : options
  const own = ownWidth(chosen)
  // In the widest window too it is no larger than itself.
  const w = options.width === null && at(own, widest, 0) > options.most ? px(options.most) : own
  // W − own(W) − space ≥ least
  const from = w.p < 1 ? onLayoutGrid((least + space + w.c) / (1 - w.p)) : Infinity
  if (from > options.fullWidth) return below
  const h = { p: w.p / options.aspect, g: 0, c: w.c / options.aspect }
  return {
    ...below,
    variants: [
      { from, boxes: [{ x: ZERO, y: ZERO, w, h }], height: h, form: { type: 'single', beside: null, caption: space } },
      // Those that would start where it stands beside already are never seen.
      ...below.variants.filter((variant) => variant.from < from),
    ],
  }
}
