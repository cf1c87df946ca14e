/** A point inside a picture; x and y run from 0 (left, top) to 1 (right, bottom). */
export interface FocusPoint {
  readonly x: number
  readonly y: number
}

export const CENTRE: FocusPoint = { x: 0.5, y: 0.5 }

/** The part of a picture that is kept, as shares (0 to 1) of its width and height. */
export interface CropWindow {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** All of a picture. */
export const WHOLE: CropWindow = { x: 0, y: 0, width: 1, height: 1 }

/** The nearest point that lies on the picture. */
export const onPicture = ({ x, y }: FocusPoint): FocusPoint => ({ x: clamp(x, 0, 1), y: clamp(y, 0, 1) })

const clamp = (value: number, least: number, most: number) => Math.min(Math.max(value, least), most)

/**
 * The largest window of shape `cell` (width / height) inside a picture of shape `aspect` that holds
 * the focus as near its centre as the edges allow. O(1).
 * `cropWindow(1.5, 1, { x: 0.9, y: 0.5 })` keeps the right two thirds: x = 1/3, width = 2/3.
 */
export function cropWindow(aspect: number, cell: number, focus: FocusPoint = CENTRE): CropWindow {
  const width = Math.min(1, cell / aspect)
  const height = Math.min(1, aspect / cell)
  return {
    x: clamp(focus.x - width / 2, 0, 1 - width),
    y: clamp(focus.y - height / 2, 0, 1 - height),
    width,
    height,
  }
}

/** The share of the picture's area that the window leaves out, 0 to 1. */
export const shareLost = (window: CropWindow): number => 1 - window.width * window.height

/**
 * The CSS `object-position` (in per cent) that shows exactly this window under `object-fit: cover`.
 * A dimension that is not cropped has no play; 50 stands for it.
 */
export function objectPosition(window: CropWindow): { x: number; y: number } {
  const share = (start: number, size: number) => (size >= 1 ? 50 : (100 * start) / (1 - size))
  return { x: share(window.x, window.width), y: share(window.y, window.height) }
}
