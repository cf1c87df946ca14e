import type { AlikePictures } from './alike-pictures.ts'
import { BestFew } from './best-few.ts'
import { JOINS, Parts, type PartsJoin } from './patchwork-parts.ts'

/** Where a patchwork is to stand, px. */
export interface Container {
  readonly width: number
  readonly gap: number
}

/** A whole of which the leaves are not pictures yet, but groups of alike ones. */
export interface FoundTree {
  readonly parts: Parts
  readonly join: PartsJoin
  readonly cost: number
}

/** What a search may leave out. */
interface Bounds {
  /** wholes that cost this much or more */
  readonly limit: number
  /** sets so many times as uneven, for each of their pictures, as the limit; Infinity: only what can't be in a whole under the limit */
  readonly slack: number
  /** of every set, all but the most even of each of so many classes of shape; null: nothing */
  readonly classes: number | null
  /** joins to be tried at most */
  readonly tried: number
}

/** Up to so many pictures no order is left out. */
export const MOST_IN_ANY_ORDER = 9
/** Up to so many it is tried: their shapes are often few. */
const MAYBE_IN_ANY_ORDER = 12
/** Classes of shape of which the most even part is kept, where not all are. */
const CLASSES = 18
/** A set may be so many times as uneven, for each of its pictures, as the whole may be. */
const SLACK = 1.6
/** The first limit of a bounded search; each next is twice as high. */
const FIRST_LIMIT = 0.01
/** Joins tried at most, about 30 and 60 ms. */
const TRIED = { bounded: 800_000, whole: 800_000 }
/** To make a join takes as long as to try so many. */
const MADE = 3

/**
 * Compositions of pictures in any order. A composition weighs the same however the parts of its joins are turned, so that
 * what is searched are trees over sets of pictures, not orders; pictures of one shape and weight are the same. Every set
 * is joined of two smaller ones: a join's first part holds its first picture and is no join of the same type, so that
 * each tree is met once. Source: the dynamic programme over subsets of Held and Karp.
 */
export class SetSearch {
  private readonly counts: readonly number[]
  /** what one picture of each group adds to the number of a set, in a mixed radix */
  private readonly radix: readonly number[]
  /** numbers of all sets of so many pictures */
  private readonly bySize: readonly (readonly number[])[]
  /** how many of each group are in a set */
  private readonly digits: readonly Uint8Array[]
  /** how many pictures are in a set */
  private readonly sizes: readonly number[]

  constructor(
    private readonly groups: readonly AlikePictures[],
    private readonly container: Container,
  ) {
    this.counts = groups.map(({ members }) => members.length)
    let sets = 1
    this.radix = this.counts.map((count) => {
      const own = sets
      sets *= count + 1
      return own
    })
    this.digits = Array.from({ length: sets }, (_, set) =>
      Uint8Array.from(this.counts, (count, i) => Math.floor(set / this.radix[i]!) % (count + 1)),
    )
    const bySize: number[][] = Array.from({ length: this.pictures + 1 }, () => [])
    this.sizes = this.digits.map((own) => own.reduce((sum, count) => sum + count, 0))
    this.sizes.forEach((size, set) => bySize[size]!.push(set))
    this.bySize = bySize
  }

  private get pictures(): number {
    return this.counts.reduce((sum, count) => sum + count, 0)
  }

  /**
   * The best few of a bounded search, best first: limits rise until `wanted` cost less, or more joins would have to be
   * tried than there is time for.
   */
  few(most: number, wanted: number): FoundTree[] {
    let tried = TRIED.bounded
    let found: FoundTree[] = []
    for (let limit = FIRST_LIMIT; tried > 0 && found.length < wanted; limit *= 2) {
      const run = this.run(most, { limit, slack: SLACK, classes: CLASSES, tried })
      tried = run.left
      if (run.found.length > found.length) found = run.found
    }
    return found
  }

  /**
   * The one best of all that cost less than `limit`: everything is weighed but what is as uneven as that and so can't be
   * part of it. With many pictures, or shapes so extreme that too many joins are in question, only more than in the
   * first search. Undefined where nothing costs less.
   */
  best(limit: number): FoundTree | undefined {
    const few = this.pictures <= MOST_IN_ANY_ORDER
    if (few || this.pictures <= MAYBE_IN_ANY_ORDER) {
      const { found, left } = this.run(1, {
        limit,
        slack: Infinity,
        classes: null,
        tried: few ? TRIED.whole : TRIED.bounded,
      })
      if (left > 0) return found[0]
    }
    return this.run(1, { limit, slack: 2 * SLACK, classes: 2 * CLASSES, tried: TRIED.bounded }).found[0]
  }

  private run(most: number, { limit, slack, classes, tried }: Bounds): { found: FoundTree[]; left: number } {
    const n = this.pictures
    const parts = new Parts()
    const total = Math.log(this.groups.reduce((sum, { weight, members }) => sum + weight * members.length, 0))
    const list: (readonly number[])[] = this.digits.map(() => [])
    this.groups.forEach(({ aspect, weight }, i) => {
      list[this.radix[i]!] = [parts.addPicture(aspect, total - Math.log(weight))]
    })
    const best = new BestFew<PartsJoin>(most, limit)
    let left = tried
    for (const set of this.bySize.slice(2).flat()) {
      const size = this.sizes[set]!
      const whole = size === n
      const most = Math.min(limit * n, slack * limit * size)
      const kept = classes && !whole ? new Int32Array(2 * classes).fill(-1) : undefined
      const from = parts.length
      this.eachCut(set, (a, b) => {
        left -= eachJoin(parts, [list[a]!, list[b]!], most, (join, uneven) => {
          if (whole) {
            const cost = parts.costOfWhole(join, this.container, best.limit)
            if (cost < best.limit) best.add(join, cost)
          } else if (kept) parts.keepMostEven(kept, join, uneven)
          else parts.join(parts.next(), join.kind, join.left, join.right)
        })
      })
      const own = Array.from({ length: parts.length - from }, (_, i) => from + i)
      list[set] = own.sort((x, y) => parts.uneven[x]! - parts.uneven[y]!)
      if (left <= 0) break
    }
    return { found: best.list().map(({ item, cost }) => ({ parts, join: item, cost })), left }
  }

  /** Every way to cut a set in two of which the first holds its first picture. */
  private eachCut(set: number, cut: (a: number, b: number) => void): void {
    const all = this.digits[set]!
    const first = all.findIndex((count) => count > 0)
    // Counts up through the digits of the set, the first never 0.
    const own = new Uint8Array(all.length)
    own[first] = 1
    let a = this.radix[first]!
    while (a !== set) {
      cut(a, set - a)
      let i = first
      while (own[i] === all[i]) {
        const least = i === first ? 1 : 0
        a -= (own[i]! - least) * this.radix[i]!
        own[i] = least
        i++
      }
      own[i]!++
      a += this.radix[i]!
    }
  }
}

/** Every join of a part of one list with one of another that is less uneven than `most`; both are sorted by it. Returns the work in joins tried. */
function eachJoin(
  parts: Parts,
  [lefts, rights]: readonly [readonly number[], readonly number[]],
  most: number,
  join: (join: PartsJoin, uneven: number) => void,
): number {
  let tried = 1
  for (const left of lefts) {
    const own = parts.uneven[left]!
    for (const right of rights) {
      if (own + parts.uneven[right]! >= most) break
      for (const kind of JOINS) {
        if (parts.kind[left] === kind) continue
        tried++
        const uneven = parts.unevenOf(left, right, parts.difference(kind, left, right))
        if (uneven >= most) continue
        join({ kind, left, right }, uneven)
        tried += MADE
      }
    }
  }
  return tried
}
