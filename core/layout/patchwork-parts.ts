import type { Composition } from '../post/composition.ts'
import { patchworkCost } from './patchwork-score.ts'

/** ln(1 + eˣ) from a table with steps of 1/256, to six digits: a call of Math.log costs ten times that. */
const STEPS = 256
const FAR = 12
const LOG_1_PLUS_EXP = Float64Array.from({ length: 2 * FAR * STEPS + 2 }, (_, i) =>
  Math.log1p(Math.exp(i / STEPS - FAR)),
)
function logOnePlusExp(x: number): number {
  if (x <= -FAR) return 0
  if (x >= FAR) return x
  const place = (x + FAR) * STEPS
  const i = place | 0
  return LOG_1_PLUS_EXP[i]! + (place - i) * (LOG_1_PLUS_EXP[i + 1]! - LOG_1_PLUS_EXP[i]!)
}

const PICTURE = 0
export const BESIDE = 1
export const STACKED = 2
export type Kind = typeof PICTURE | typeof BESIDE | typeof STACKED

/** Two parts, by their places, and how they are joined. */
export interface PartsJoin {
  readonly kind: Kind
  readonly left: number
  readonly right: number
}

/** Classes of shape go in equal steps of log aspect from 1 : this to this : 1. */
const WIDEST = Math.log(6)
export const classOf = (logAspect: number, classes: number): number =>
  Math.min(classes - 1, Math.max(0, Math.floor(((logAspect + WIDEST) / (2 * WIDEST)) * classes)))

/**
 * Parts of compositions as columns of numbers, one place a part: a million joins are weighed for sixteen
 * pictures, and an object for each would cost more than the arithmetic.
 */
export class Parts {
  length = 0
  private room = 1024
  kind = new Uint8Array(this.room)
  left = new Int32Array(this.room)
  right = new Int32Array(this.room)
  pictures = new Uint8Array(this.room)
  /** ln of the aspect of the part, gaps left out */
  logA = new Float64Array(this.room)
  /** gaps: width = aspect · height + gaps · gap, as in geometry/linear-size */
  gaps = new Float64Array(this.room)
  /** mean over pictures of d, see `Weighed`, in units of this part's own area */
  mean = new Float64Array(this.room)
  /** sum over pictures of (d − mean)²: how uneven the part is in itself, whatever size it will get */
  uneven = new Float64Array(this.room)
  /** see `Weighed` */
  smallest = new Float64Array(this.room)

  private grow(): void {
    this.room *= 2
    const larger = <T extends Uint8Array | Int32Array | Float64Array>(old: T): T => {
      const next = new (old.constructor as new (room: number) => T)(this.room)
      next.set(old)
      return next
    }
    this.kind = larger(this.kind)
    this.left = larger(this.left)
    this.right = larger(this.right)
    this.pictures = larger(this.pictures)
    this.logA = larger(this.logA)
    this.gaps = larger(this.gaps)
    this.mean = larger(this.mean)
    this.uneven = larger(this.uneven)
    this.smallest = larger(this.smallest)
  }

  addPicture(aspect: number, d: number): number {
    const at = this.next()
    const logA = Math.log(aspect)
    this.kind[at] = PICTURE
    this.pictures[at] = 1
    this.logA[at] = logA
    this.mean[at] = d
    this.uneven[at] = 0
    this.smallest[at] = -Math.abs(logA)
    return at
  }

  next(): number {
    if (this.length === this.room) this.grow()
    return this.length++
  }

  /** ln of the second part's share of the joined area less that of the first, with the sign turned. */
  difference(kind: Kind, left: number, right: number): number {
    const d = this.logA[right]! - this.logA[left]!
    return kind === BESIDE ? d : -d
  }

  /** How uneven the join is: its parts', and what lies between their means. */
  unevenOf(left: number, right: number, difference: number): number {
    const [m, n] = [this.pictures[left]!, this.pictures[right]!]
    const apart = this.mean[left]! - this.mean[right]! - difference
    return this.uneven[left]! + this.uneven[right]! + ((m * n) / (m + n)) * apart * apart
  }

  logAOf(kind: Kind, left: number, difference: number): number {
    const grown = logOnePlusExp(difference)
    return kind === BESIDE ? this.logA[left]! + grown : this.logA[left]! - grown
  }

  /** What the join of all pictures costs at this width. O(1). */
  costOfWhole({ kind, left, right }: PartsJoin, { width, gap }: { width: number; gap: number }): number {
    const pictures = this.pictures[left]! + this.pictures[right]!
    const trial = this.next()
    this.join(trial, kind, left, right)
    this.length--
    const squares = this.uneven[trial]! + pictures * this.mean[trial]! ** 2
    const height = (width - this.gaps[trial]! * gap) / Math.exp(this.logA[trial]!)
    return patchworkCost({ pictures, squares, smallest: this.smallest[trial]! }, height, width)
  }

  /** Joins two parts at the place given. O(1). */
  join(at: number, kind: Kind, left: number, right: number): void {
    const { logA, gaps, mean, smallest, pictures } = this
    const beside = kind === BESIDE
    const difference = this.difference(kind, left, right)
    const grown = logOnePlusExp(difference)
    // ln of the share of the joined area that each takes.
    const [l, r] = [-grown, difference - grown]
    const [m, n] = [pictures[left]!, pictures[right]!]
    const joined = this.logAOf(kind, left, difference)
    this.uneven[at] = this.unevenOf(left, right, difference)
    this.kind[at] = kind
    this.left[at] = left
    this.right[at] = right
    mean[at] = (m * (mean[left]! + l) + n * (mean[right]! + r)) / (m + n)
    gaps[at] = beside
      ? gaps[left]! + gaps[right]! + 1
      : (gaps[left]! * Math.exp(-logA[left]!) + gaps[right]! * Math.exp(-logA[right]!) - 1) * Math.exp(joined)
    smallest[at] = Math.min(smallest[left]! + l, smallest[right]! + r)
    pictures[at] = m + n
    logA[at] = joined
  }

  /** Places of parts, the most even first. */
  sorted(places: number[]): number[] {
    return places.sort((x, y) => this.uneven[x]! - this.uneven[y]!)
  }

  compositionOf(at: number): Composition {
    return this.kind[at] === PICTURE
      ? '.'
      : this.joinOf({ kind: this.kind[at] as Kind, left: this.left[at]!, right: this.right[at]! })
  }

  /** The pictures of two parts joined, by their places, as they come in the composition. */
  leavesOf({ left, right }: PartsJoin): number[] {
    const own = (at: number): number[] =>
      this.kind[at] === PICTURE ? [at] : [...own(this.left[at]!), ...own(this.right[at]!)]
    return [...own(left), ...own(right)]
  }

  /** The composition of two parts joined. */
  joinOf({ kind, left, right }: PartsJoin): Composition {
    const flat = (one: number): number[] =>
      this.kind[one] === kind ? [...flat(this.left[one]!), ...flat(this.right[one]!)] : [one]
    const parts = [...flat(left), ...flat(right)].map((one) => this.compositionOf(one))
    return kind === BESIDE ? { beside: parts } : { stacked: parts }
  }
}
