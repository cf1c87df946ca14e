import type { Composition } from '../post/composition.ts'
import { leastCost, LEAD_WEIGHT, patchworkCost } from './patchwork-score.ts'

/** The pictures of a patchwork, in order. */
export interface PatchworkPictures {
  readonly aspects: readonly number[]
  /** positions of pictures that should be larger than the others */
  readonly leads?: readonly number[]
}

export interface FoundComposition {
  readonly composition: Composition
  /** lower is better; see patchwork-score */
  readonly cost: number
}

/** Up to this many pictures every composition is looked at. */
export const MOST_EXHAUSTIVE = 8

/**
 * Classes of shape, in equal steps of log aspect from 1:6 to 6:1; of each the most even part is kept. Finer
 * classes come nearer to weighing everything, and cost their square in time.
 */
const classesFor = (pictures: number): number => (pictures <= 10 ? 36 : pictures <= 13 ? 16 : 13)
const WIDEST = Math.log(6)
/** A part this uneven, for each of its pictures, spoils whatever it is part of: some are twenty times the others. */
const TOO_UNEVEN = 2

const classOf = (logAspect: number, classes: number): number =>
  Math.min(classes - 1, Math.max(0, Math.floor(((logAspect + WIDEST) / (2 * WIDEST)) * classes)))

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
const BESIDE = 1
const STACKED = 2
type Kind = typeof PICTURE | typeof BESIDE | typeof STACKED

/**
 * Parts of compositions as columns of numbers, one place a part: a million joins are weighed for sixteen
 * pictures, and an object for each would cost more than the arithmetic.
 */
class Parts {
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

  compositionOf(at: number): Composition {
    const kind = this.kind[at]!
    if (kind === PICTURE) return '.'
    const flat = (one: number): number[] =>
      this.kind[one] === kind ? [...flat(this.left[one]!), ...flat(this.right[one]!)] : [one]
    const parts = flat(at).map((one) => this.compositionOf(one))
    return kind === BESIDE ? { beside: parts } : { stacked: parts }
  }
}

/**
 * Compositions of the pictures, in their order, for a container of `width` px: best first, at most `most`,
 * each spelled out only when it is asked for.
 * Deterministic. Every run of neighbouring pictures is composed from two shorter runs. A join's first part
 * is never a join of the same type, so that each composition is met once: 2, 6, 22, 90, 394, 1806, 8558 of
 * them for n = 2 to 8, all of which are weighed.
 *
 * Beyond that, of each run only the most even part of every class of shape is kept, for each type of join:
 * O(n³ · classes²). Source: the dynamic programme over spans of Cocke, Younger and Kasami, with the shape
 * as the state.
 */
// oxlint-disable-next-line eslint/max-params -- the last is left out but by what compares the two searches
export function* searchCompositions(
  { aspects, leads = [] }: PatchworkPictures,
  width: number,
  gap: number,
  most: number,
  exhaustive = aspects.length <= MOST_EXHAUSTIVE,
): Generator<FoundComposition> {
  const n = aspects.length
  const parts = new Parts()
  const weights = aspects.map((_, i) => (leads.includes(i) ? LEAD_WEIGHT : 1))
  const total = Math.log(weights.reduce((sum, weight) => sum + weight, 0))
  // runs[start][length]: the first and the last place of its parts.
  const runs = aspects.map((aspect, i) => {
    const first = parts.addPicture(aspect, total - Math.log(weights[i]!))
    return [
      [0, 0],
      [first, first + 1],
    ] as [number, number][]
  })
  const classes = classesFor(n)
  const best = new BestFew(most)
  const trial = parts.next()

  for (let length = 2; length <= n; length++) {
    for (let start = 0; start + length <= n; start++) {
      const from = parts.length
      const kept = new Int32Array(2 * classes).fill(-1)
      for (let cut = 1; cut < length; cut++) {
        const [leftFrom, leftTo] = runs[start]![cut]!
        const [rightFrom, rightTo] = runs[start + cut]![length - cut]!
        for (let left = leftFrom; left < leftTo; left++) {
          for (let right = rightFrom; right < rightTo; right++) {
            for (const kind of JOINS) {
              if (parts.kind[left] === kind) continue
              if (length === n) weighWhole(kind, left, right)
              else if (exhaustive) parts.join(parts.next(), kind, left, right)
              else keepMostEven(kept, kind, left, right)
            }
          }
        }
      }
      runs[start]![length] = [from, parts.length]
    }
  }
  for (const { place, cost } of best.list()) yield { composition: parts.compositionOf(place), cost }

  function weighWhole(kind: Kind, left: number, right: number): void {
    if (leastCost(n, parts.unevenOf(left, right, parts.difference(kind, left, right))) >= best.limit) return
    parts.join(trial, kind, left, right)
    const squares = parts.uneven[trial]! + n * parts.mean[trial]! ** 2
    const height = (width - parts.gaps[trial]! * gap) / Math.exp(parts.logA[trial]!)
    const cost = patchworkCost({ pictures: n, squares, smallest: parts.smallest[trial]! }, height, width)
    if (cost >= best.limit) return
    const place = parts.next()
    parts.join(place, kind, left, right)
    best.add(place, cost)
  }

  function keepMostEven(kept: Int32Array, kind: Kind, left: number, right: number): void {
    const difference = parts.difference(kind, left, right)
    const uneven = parts.unevenOf(left, right, difference)
    if (uneven > TOO_UNEVEN * (parts.pictures[left]! + parts.pictures[right]!)) return
    const key = classOf(parts.logAOf(kind, left, difference), classes) + (kind === BESIDE ? 0 : classes)
    const known = kept[key]!
    if (known >= 0 && uneven >= parts.uneven[known]! - 1e-12) return
    const place = known >= 0 ? known : parts.next()
    kept[key] = place
    parts.join(place, kind, left, right)
  }
}

const JOINS = [BESIDE, STACKED] as const

/** The few cheapest of many, without sorting them all. */
class BestFew {
  /** What costs this much or more is not among them. */
  limit = Infinity
  private found: { place: number; cost: number }[] = []
  constructor(private readonly most: number) {}

  add(place: number, cost: number): void {
    this.found.push({ place, cost })
    if (this.found.length >= 3 * this.most) this.trim()
  }
  private trim(): void {
    // Equal costs stay in the order in which they were met: the same input always gives the same list.
    this.found.sort((x, y) => x.cost - y.cost || x.place - y.place)
    this.found.length = Math.min(this.found.length, this.most)
    if (this.found.length === this.most) this.limit = this.found[this.most - 1]!.cost
  }
  list(): readonly { place: number; cost: number }[] {
    this.trim()
    return this.found
  }
}
