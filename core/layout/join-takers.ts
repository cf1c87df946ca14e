import type { BestFew } from './best-few.ts'
import { BESIDE, classOf, type Kind, type Parts, type PartsJoin, STACKED } from './patchwork-parts.ts'
import { leastCost } from './patchwork-score.ts'
import type { Container } from './set-search.ts'

/** What becomes of joins that are even enough: called a million times for sixteen pictures, so that nothing is made for a call. */
export interface JoinTaker {
  /** @param uneven of the join, see `Parts.unevenOf` */
  take(kind: Kind, left: number, right: number, uneven: number): void
}

/** Makes a part of every join. */
export class EveryJoin implements JoinTaker {
  constructor(private readonly parts: Parts) {}
  take(kind: Kind, left: number, right: number): void {
    this.parts.join(this.parts.next(), kind, left, right)
  }
}

/**
 * Of every type of join and class of shape the most even. They are made into parts at the end, for most are outdone on the
 * way; then it begins anew, for there are too many sets to make one for each.
 */
export class MostEvenJoins implements JoinTaker {
  private readonly uneven: Float64Array
  private readonly left: Int32Array
  private readonly right: Int32Array
  /** types and classes in the order in which they were met */
  private readonly met: number[] = []
  constructor(
    private readonly parts: Parts,
    private readonly classes: number,
  ) {
    this.uneven = new Float64Array(2 * classes).fill(Infinity)
    this.left = new Int32Array(2 * classes)
    this.right = new Int32Array(2 * classes)
  }
  take(kind: Kind, left: number, right: number, uneven: number): void {
    const shape = classOf(this.parts.logAOf(kind, left, this.parts.difference(kind, left, right)), this.classes)
    const key = kind === BESIDE ? shape : shape + this.classes
    if (uneven >= this.uneven[key]! - 1e-12) return
    if (this.uneven[key] === Infinity) this.met.push(key)
    this.uneven[key] = uneven
    this.left[key] = left
    this.right[key] = right
  }
  /** O(classes). */
  make(): void {
    for (const key of this.met) {
      this.uneven[key] = Infinity
      this.parts.join(this.parts.next(), key < this.classes ? BESIDE : STACKED, this.left[key]!, this.right[key]!)
    }
    this.met.length = 0
  }
}

/** The cheapest of joins of all pictures. */
export class BestWholes implements JoinTaker {
  constructor(
    private readonly parts: Parts,
    private readonly container: Container,
    private readonly best: BestFew<PartsJoin>,
  ) {}
  take(kind: Kind, left: number, right: number, uneven: number): void {
    const { parts, best } = this
    if (leastCost(parts.pictures[left]! + parts.pictures[right]!, uneven) >= best.limit) return
    const join = { kind, left, right }
    const cost = parts.costOfWhole(join, this.container)
    if (cost < best.limit) best.add(join, cost)
  }
}

/** To make a join takes as long as to try so many. */
const MADE = 3

/**
 * Every join of a part of one list with one of another that is less uneven than `most`, but none whose first part is of
 * its own type. Where `most` is not Infinity both lists are sorted by how uneven they are. Returns the work, in joins tried.
 */
export function tryJoins(
  parts: Parts,
  [lefts, rights]: readonly [readonly number[], readonly number[]],
  most: number,
  taker: JoinTaker,
): number {
  // As `Parts.unevenOf`, with what is the same for many joins taken out of the loop. What is joined on the way stands behind these.
  const { kind, logA, mean, uneven, pictures } = parts
  const [m, n] = [pictures[lefts[0]!]!, pictures[rights[0]!]!]
  const weight = (m * n) / (m + n)
  let tried = 1
  for (const left of lefts) {
    tried++
    const own = uneven[left]!
    if (own + uneven[rights[0]!]! >= most) break
    const [kindOfLeft, a, meanOfLeft] = [kind[left]!, logA[left]!, mean[left]!]
    for (const right of rights) {
      const both = own + uneven[right]!
      if (both >= most) break
      const difference = logA[right]! - a
      const apart = meanOfLeft - mean[right]!
      if (kindOfLeft !== BESIDE) {
        tried++
        const joined = both + weight * (apart - difference) ** 2
        if (joined < most) {
          taker.take(BESIDE, left, right, joined)
          tried += MADE
        }
      }
      if (kindOfLeft !== STACKED) {
        tried++
        const joined = both + weight * (apart + difference) ** 2
        if (joined < most) {
          taker.take(STACKED, left, right, joined)
          tried += MADE
        }
      }
    }
  }
  return tried
}
