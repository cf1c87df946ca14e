/**
 * A picture keeps its shape, so its width is a straight line in its height. That stays true of any
 * group of pictures joined side by side or stacked with a fixed gap:
 *
 * width = a · height + b · gap + k   (CSS px)
 */
export interface LinearSize {
  readonly a: number
  readonly b: number
  readonly k: number
}

/** A picture of the given aspect (width / height) with `band` px of caption under it. */
export function pictureSize(aspect: number, band = 0): LinearSize {
  if (!(aspect > 0 && Number.isFinite(aspect))) throw new RangeError(`aspect: expected a number over 0, got ${aspect}`)
  return { a: aspect, b: 0, k: -aspect * band }
}

/**
 * Joined side by side at one height. O(n).
 * Two 3:2 pictures: `{ a: 3, b: 1, k: 0 }`, so 1000 px wide with a gap of 10 they are 330 px high.
 */
export function sideBySideSize(parts: readonly LinearSize[]): LinearSize {
  let [a, b, k] = [0, parts.length - 1, 0]
  for (const part of parts) {
    a += part.a
    b += part.b
    k += part.k
  }
  return { a, b, k }
}

/**
 * Stacked at one width. O(n).
 * Two 3:2 pictures: `{ a: 0.75, b: -0.75, k: 0 }`, so 300 px wide with a gap of 10 they are 410 px high.
 */
export function stackedSize(parts: readonly LinearSize[]): LinearSize {
  let [inverse, b, k] = [0, -(parts.length - 1), 0]
  for (const part of parts) {
    inverse += 1 / part.a
    b += part.b / part.a
    k += part.k / part.a
  }
  return { a: 1 / inverse, b: b / inverse, k: k / inverse }
}
