import { THUMB } from './signature.ts'

/** How much is to be seen at each px of a thumb: differences to its neighbours, but for what is usual in the picture. */
export function detailOf(thumb: Uint8Array): Float32Array {
  const detail = new Float32Array(thumb.length)
  for (let y = 0; y < THUMB; y++)
    for (let x = 0; x < THUMB; x++) {
      const at = y * THUMB + x
      const right = x + 1 < THUMB ? Math.abs(thumb[at + 1]! - thumb[at]!) : 0
      const below = y + 1 < THUMB ? Math.abs(thumb[at + THUMB]! - thumb[at]!) : 0
      detail[at] = right + below
    }
  const mean = detail.reduce((sum, value) => sum + value, 0) / detail.length
  return detail.map((value) => Math.max(0, value - mean))
}
