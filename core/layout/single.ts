import { at, FULL, type Line, minus, onLayoutGrid, px, times, ZERO } from '../geometry/line.ts'
import type { LinearBox } from './join-tree.ts'
import type { RowLayout, Variant } from './row-layout.ts'

/** How wide one picture is: px, or per cent of its container. */
export type PictureWidth = { readonly unit: 'px' | '%'; readonly value: number }

export interface SingleOptions {
  readonly aspect: number
  /** null: fills the container */
  readonly width: PictureWidth | null
  /** px of its own, which it does not outgrow unless its width was chosen */
  readonly most: number
  /** The side on which the picture stands, with text running beside it; null: centred, text above and below. */
  readonly beside: 'left' | 'right' | null
  /** px between the picture and the text beside it */
  readonly space: number
  /** px that a line of text beside the picture needs to be read at all; narrower, the picture stands alone. */
  readonly leastText: number
  readonly gap: number
  /** px of the container on a wide screen */
  readonly fullWidth: number
}

/**
 * One picture. It never outgrows its container, and stands alone where too little text would be left
 * beside it; both widths are solved. O(1).
 */
export function layoutSingle(options: SingleOptions): RowLayout {
  const { aspect, beside, space, leastText, gap } = options
  const own = ownWidth(options)
  const full = single({ x: ZERO, w: FULL, aspect }, 0)
  if (own.p === 1 && own.c === 0) return { gap, variants: [full] }
  if (beside === null) return { gap, variants: centred(own, aspect, full) }
  // W − own(W) − space ≥ leastText
  const from = onLayoutGrid((leastText + space + own.c) / (1 - own.p))
  const x = beside === 'left' ? ZERO : minus(FULL, own)
  // Alone, it is as wide as its place, or as itself.
  const alone = options.most < from ? centred(px(options.most), aspect, full) : [full]
  return { gap, variants: [single({ x, w: own, aspect, beside }, from), ...alone] }
}

/** In the middle, as wide as this; where the container is narrower, as wide as that. */
function centred(own: Line, aspect: number, full: Variant): Variant[] {
  const fits = own.p === 0 ? own.c : 0
  const there = single({ x: times(minus(FULL, own), 0.5), w: own, aspect }, fits)
  return fits > 0 ? [there, full] : [there]
}

/** The width that was chosen; where none was, no more than the picture has. */
export function ownWidth({ width, most, fullWidth }: SingleOptions): Line {
  const wanted: Line =
    width === null ? FULL : width.unit === 'px' ? px(width.value) : { p: width.value / 100, g: 0, c: 0 }
  const asked = width === null ? Infinity : at(wanted, fullWidth, 0)
  return most < asked ? px(most) : wanted
}

interface Stands {
  readonly x: Line
  readonly w: Line
  readonly aspect: number
  readonly beside?: 'left' | 'right'
}

function single({ x, w, aspect, beside }: Stands, from: number): Variant {
  const h = times(w, 1 / aspect)
  const box: LinearBox = { x, y: ZERO, w, h }
  return { from, boxes: [box], height: h, form: { type: 'single', beside: beside ?? null } }
}
