/**
 * A length that is a straight line in the width of the row's container.
 *
 * value = p · W + g · gap + c   (CSS px)
 *
 * `g` is kept apart from `c` so that the house style may change its gap without a new computation,
 * and so that the published style sheet can say `calc(p·100% + g·var(--gap))`.
 */
export interface Line {
  readonly p: number
  readonly g: number
  readonly c: number
}

export const ZERO: Line = { p: 0, g: 0, c: 0 }
/** The container's own width. */
export const FULL: Line = { p: 1, g: 0, c: 0 }
/** One gap. */
export const GAP: Line = { p: 0, g: 1, c: 0 }

export const px = (c: number): Line => ({ p: 0, g: 0, c })

export const plus = (a: Line, b: Line): Line => ({ p: a.p + b.p, g: a.g + b.g, c: a.c + b.c })

export const minus = (a: Line, b: Line): Line => plus(a, times(b, -1))

export const times = (a: Line, k: number): Line => ({ p: a.p * k, g: a.g * k, c: a.c * k })

/** The line's value in px at container width `width`. `at({ p: 0.5, g: -0.5, c: 0 }, 1000, 10)` is 495. */
export const at = (line: Line, width: number, gap: number): number => line.p * width + line.g * gap + line.c

/** The grid on which browsers lay out, px. */
export const LAYOUT_GRID = 1 / 64

/**
 * The first width on the layout grid that is not under `width`: rounding in the last digits must not decide
 * which side of a limit a container is on.
 */
export const onLayoutGrid = (width: number): number => Math.ceil(width / LAYOUT_GRID - 1e-6) * LAYOUT_GRID

/**
 * The container width from which `line` is at least `least`, or 0 if it always is.
 * Infinity if it never is. O(1).
 */
export function widthWhere(line: Line, least: number, gap: number): number {
  const rest = least - line.g * gap - line.c
  if (rest <= 0 && line.p >= 0) return 0
  return line.p > 0 ? rest / line.p : Infinity
}
