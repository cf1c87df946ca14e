import { FULL, type Line, minus, onLayoutGrid, px, times, ZERO } from '../geometry/line.ts'
import type { LinearBox } from './join-tree.ts'
import type { RowLayout, Variant } from './row-layout.ts'

/** How wide one picture is: px, or per cent of its container. */
export type PictureWidth = { readonly unit: 'px' | '%'; readonly value: number }

export interface SingleOptions {
  readonly aspect: number
  /** null: fills the container */
  readonly width: PictureWidth | null
  /** The side on which the picture stands, with text running beside it; null: centred, text above and below. */
  readonly beside: 'left' | 'right' | null
  /** px between the picture and the text beside it */
  readonly space: number
  /** px that a line of text beside the picture needs to be read at all; narrower, the picture stands alone. */
  readonly leastText: number
  readonly gap: number
}

/**
 * One picture. It never outgrows its container, and stands alone where too little text would be left
 * beside it; both widths are solved. O(1).
 */
export function layoutSingle(options: SingleOptions): RowLayout {
  const { aspect, width, beside, space, leastText, gap } = options
  const own: Line = width === null ? FULL : width.unit === 'px' ? px(width.value) : { p: width.value / 100, g: 0, c: 0 }
  const full: Variant = single(FULL, ZERO, aspect, null, 0)
  const fills = own.p === 1 && own.c === 0
  if (fills) return { gap, variants: [full] }

  const fits = own.p === 0 ? own.c : 0
  if (beside === null) {
    const centred = single(own, times(minus(FULL, own), 0.5), aspect, null, fits)
    return { gap, variants: fits > 0 ? [centred, full] : [centred] }
  }
  // W − own(W) − space ≥ leastText
  const from = onLayoutGrid((leastText + space + own.c) / (1 - own.p))
  const x = beside === 'left' ? ZERO : minus(FULL, own)
  return { gap, variants: [single(own, x, aspect, beside, from), full] }
}

function single(w: Line, x: Line, aspect: number, beside: 'left' | 'right' | null, from: number): Variant {
  const h = times(w, 1 / aspect)
  const box: LinearBox = { x, y: ZERO, w, h }
  return { from, boxes: [box], height: h, form: { type: 'single', beside } }
}
