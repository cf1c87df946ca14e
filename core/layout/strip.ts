import { FULL, GAP, minus, plus, times } from '../geometry/line.ts'
import { WIDE } from '../house/screens.ts'
import type { LinearBox } from './join-tree.ts'
import type { RowLayout } from './row-layout.ts'

export interface StripOptions {
  readonly aspects: readonly number[]
  /** shape of the frame, width / height; null: the one that suits the pictures best */
  readonly frame: number | null
  readonly gap: number
  /** px of the container on a wide screen */
  readonly fullWidth: number
}

/** The share of a frame that a picture shown whole in it leaves empty, 0 to 1. */
export const shareEmpty = (aspect: number, frame: number): number => 1 - Math.min(aspect / frame, frame / aspect)

/** A slideshow is never higher than this share of the screen. */
const MOST_OF_SCREEN = 0.9

/**
 * The shape of frame in which these pictures, shown whole, leave the least empty: one of their own shapes.
 * Not so tall that it would leave the screen. O(n²).
 */
export function bestFrame(aspects: readonly number[], fullWidth: number): number {
  const emptyAt = (frame: number) => aspects.reduce((sum, aspect) => sum + shareEmpty(aspect, frame), 0)
  const best = aspects.reduce((frame, one) => (emptyAt(one) < emptyAt(frame) - 1e-9 ? one : frame))
  return Math.max(best, fullWidth / (MOST_OF_SCREEN * WIDE.height))
}

/** A slideshow as a strip of frames, each as wide as the row and holding its picture whole, in the middle. */
export function layoutStrip({ aspects, frame, gap, fullWidth }: StripOptions): RowLayout {
  const shape = frame ?? bestFrame(aspects, fullWidth)
  const height = times(FULL, 1 / shape)
  const boxes = aspects.map((aspect, i): LinearBox => {
    const w = times(FULL, Math.min(1, aspect / shape))
    const h = times(w, 1 / aspect)
    return { x: plus(times(plus(FULL, GAP), i), times(minus(FULL, w), 0.5)), y: times(minus(height, h), 0.5), w, h }
  })
  return { gap, variants: [{ from: 0, boxes, height, form: { type: 'strip', frame: shape } }] }
}
