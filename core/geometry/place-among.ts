/** Where one of several boxes stands in what they fill together. */
export interface PlaceAmong {
  readonly down: 'top' | 'middle' | 'foot'
  readonly across: 'left' | 'middle' | 'right'
}

interface Box {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** A box whose middle is within this share of a side is at that side. */
const NEAR = 0.4

/** In which of nine places the middle of a box lies: three down, three across. */
export function placeAmong(boxes: readonly Box[], index: number): PlaceAmong {
  const right = Math.max(...boxes.map(({ x, w }) => x + w))
  const foot = Math.max(...boxes.map(({ y, h }) => y + h))
  const { x, y, w, h } = boxes[index]!
  const near = <T>(at: number, whole: number, [first, last]: readonly [T, T]) =>
    at < NEAR * whole ? first : at > (1 - NEAR) * whole ? last : 'middle'
  return { down: near(y + h / 2, foot, ['top', 'foot']), across: near(x + w / 2, right, ['left', 'right']) }
}
