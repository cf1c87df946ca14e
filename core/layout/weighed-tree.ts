import { type Composition, partsOf } from '../post/composition.ts'
import { patchworkCost } from './patchwork-score.ts'

/** What of a picture is the same in every order. */
interface Logs {
  /** −ln of the share of the area that it should have */
  readonly wanted: Float64Array
  /** |ln aspect| */
  readonly aspect: Float64Array
}

export interface WeighedPictures {
  readonly aspects: readonly number[]
  readonly weights: readonly number[]
  /** for who asks thousands of times */
  readonly logs?: Logs
}

export function logsOf({ aspects, weights }: Omit<WeighedPictures, 'logs'>): Logs {
  const total = weights.reduce((all, weight) => all + weight, 0)
  return {
    wanted: Float64Array.from(weights, (weight) => Math.log(total / weight)),
    aspect: Float64Array.from(aspects, (aspect) => Math.abs(Math.log(aspect))),
  }
}

/**
 * A composition as columns of numbers, one place a part, so that it can be weighed for thousands of orders of its
 * pictures: the same cost as `weigh` and `patchworkCost`, in a microsecond.
 */
export class WeighedTree {
  /** the join that each part is in; parts come after the join that they are in */
  private readonly up: number[] = []
  /** which place of the composition a part is; −1 for a join */
  private readonly place: number[] = []
  private readonly beside: boolean[] = []
  private readonly pictures: number
  private readonly a: Float64Array
  private readonly b: Float64Array
  /** sums over the parts of a join: of their a or 1/a, and of their b or b/a */
  private readonly sum: Float64Array
  private readonly gaps: Float64Array
  private readonly share: Float64Array

  constructor(composition: Composition) {
    let places = 0
    const add = (part: Composition, up: number) => {
      const at = this.up.push(up) - 1
      this.place.push(part === '.' ? places++ : -1)
      this.beside.push(part !== '.' && 'beside' in part)
      if (part !== '.') for (const one of partsOf(part)) add(one, at)
    }
    add(composition, -1)
    this.pictures = places
    const column = () => new Float64Array(this.up.length)
    this.a = column()
    this.b = column()
    this.sum = column()
    this.gaps = column()
    this.share = column()
  }

  /** What it costs with pictures of these shapes and weights in this order, in a container of `width` px. O(pictures). */
  cost(
    order: readonly number[],
    { aspects, weights, logs = logsOf({ aspects, weights }) }: WeighedPictures,
    { width, gap }: { readonly width: number; readonly gap: number },
  ): number {
    const { up, place, beside, a, b, sum, gaps, share, pictures } = this
    sum.fill(0)
    for (let at = 0; at < up.length; at++) gaps[at] = beside[at] ? -1 : 1
    for (let at = up.length - 1; at >= 0; at--) {
      if (place[at]! >= 0) {
        a[at] = aspects[order[place[at]!]!]!
        b[at] = 0
      } else if (beside[at]) {
        a[at] = sum[at]!
        b[at] = gaps[at]!
      } else {
        a[at] = 1 / sum[at]!
        b[at] = gaps[at]! * a[at]!
      }
      const joined = up[at]!
      if (joined < 0) continue
      // A join has one gap less than it has parts: beside, they take from the width, and stacked from the height.
      if (beside[joined]) {
        sum[joined]! += a[at]!
        gaps[joined]! += b[at]! + 1
      } else {
        sum[joined]! += 1 / a[at]!
        gaps[joined]! += b[at]! / a[at]! - 1
      }
    }
    let squares = 0
    let smallest = Infinity
    for (let at = 0; at < up.length; at++) {
      const joined = up[at]!
      share[at] = joined < 0 ? 1 : (share[joined]! * (beside[joined] ? a[at]! : 1 / a[at]!)) / sum[joined]!
      if (place[at]! < 0) continue
      const log = Math.log(share[at]!)
      const picture = order[place[at]!]!
      const d = log + logs.wanted[picture]!
      squares += d * d
      smallest = Math.min(smallest, log - logs.aspect[picture]!)
    }
    return patchworkCost({ pictures, squares, smallest }, (width - b[0]! * gap) / a[0]!, width)
  }
}
