import { cropWindow, type FocusPoint } from '../geometry/crop-window.ts'
import { FULL, GAP, type Line, minus, plus, times } from '../geometry/line.ts'
import { WIDE } from '../house/screens.ts'
import type { LinearBox } from './join-tree.ts'
import { type RowLayout, usableFrom, type Variant } from './row-layout.ts'

export interface StripOptions {
  readonly pictures: readonly { readonly aspect: number; readonly focus: FocusPoint }[]
  /** shape of the frame, width / height; null: the one that suits the pictures best */
  readonly frame: number | null
  /** frames side by side on a wide screen */
  readonly across: number
  /** pictures fill the frame, cropped around their focus points */
  readonly fill: boolean
  readonly gap: number
  /** px of the container on a wide screen */
  readonly fullWidth: number
}

/** The share of a frame that a picture shown whole in it leaves empty, or of a picture that is lost when it fills the frame, 0 to 1. */
export const shareEmpty = (aspect: number, frame: number): number => 1 - Math.min(aspect / frame, frame / aspect)

/** A slideshow is never higher than this share of the screen. */
export const MOST_OF_SCREEN = 0.9

/** Several frames side by side are each at least so many px wide. */
const LEAST_FRAME = 150

/**
 * The shape of frame in which these pictures, shown whole, leave the least empty: one of their own shapes.
 * Not so tall that a frame of `width` px would leave the screen. O(n²).
 */
export function bestFrame(aspects: readonly number[], width: number): number {
  const emptyAt = (frame: number) => aspects.reduce((sum, aspect) => sum + shareEmpty(aspect, frame), 0)
  const best = aspects.reduce((frame, one) => (emptyAt(one) < emptyAt(frame) - 1e-9 ? one : frame))
  return Math.max(best, width / (MOST_OF_SCREEN * WIDE.height))
}

/** The width of one of so many frames beside each other. */
const frameWidth = (across: number): Line => times(minus(FULL, times(GAP, across - 1)), 1 / across)

/**
 * A slideshow as a strip of frames. Each picture is shown whole in the middle of its frame, or fills it; where
 * the row is too narrow for the frames side by side that were asked for, there are fewer.
 */
export function layoutStrip({ pictures, frame, across, fill, gap, fullWidth }: StripOptions): RowLayout {
  const most = Math.min(across, pictures.length)
  const shape =
    frame ??
    bestFrame(
      pictures.map(({ aspect }) => aspect),
      (fullWidth - (most - 1) * gap) / most,
    )
  const variants: Variant[] = []
  for (let n = most; n >= 1; n--) {
    const w = frameWidth(n)
    const from = n === 1 ? 0 : usableFrom([{ x: FULL, y: FULL, w, h: FULL }], LEAST_FRAME, gap)
    variants.push({
      from,
      boxes: framed(pictures, w, shape, fill),
      height: times(w, 1 / shape),
      form: { type: 'strip', frame: shape, across: n },
    })
  }
  return {
    gap,
    ...(fill ? { crops: pictures.map(({ aspect, focus }) => cropWindow(aspect, shape, focus)) } : {}),
    variants,
  }
}

function framed(pictures: StripOptions['pictures'], frame: Line, shape: number, fill: boolean): LinearBox[] {
  const height = times(frame, 1 / shape)
  return pictures.map(({ aspect }, i) => {
    const w = fill ? frame : times(frame, Math.min(1, aspect / shape))
    const h = fill ? height : times(w, 1 / aspect)
    return { x: plus(times(plus(frame, GAP), i), times(minus(frame, w), 0.5)), y: times(minus(height, h), 0.5), w, h }
  })
}
