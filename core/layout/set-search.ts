import type { AlikePictures } from './alike-pictures.ts'
import { BestFew } from './best-few.ts'
import { BestWholes, EveryJoin, MostEvenJoins, tryJoins } from './join-takers.ts'
import { Parts, type PartsJoin } from './patchwork-parts.ts'

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

/** How many joins may still be tried for one question, whatever it is split into. */
export interface Work {
  left: number
}

/** What a search may leave out. */
interface Bounds {
  /** wholes that cost this much or more */
  readonly limit: number
  /** sets so many times as uneven, for each of their pictures, as the limit; Infinity: only what can't be in a whole under the limit */
  readonly slack: number
  /** of every set, all but the most even of each of so many classes of shape; null: nothing */
  readonly classes: number | null
}

/** Up to so many pictures no order is left out. */
export const MOST_IN_ANY_ORDER = 9
/** Up to so many it is tried: their shapes are often few. */
const MAYBE_IN_ANY_ORDER = 12
/** Classes of shape of which the most even part is kept, where not all are. */
const CLASSES = 18
/** A set may be so many times as uneven, for each of its pictures, as the whole may be. */
const SLACK = 1.6
/** The first limit of a bounded search; each next is so many times as high. */
const FIRST_LIMIT = 0.01
const GROWTH = 1.4
/** A composition that costs this much has pictures some of which are thirty times as large as others: none in any order is worth it. */
export const HOPELESS = 3
/** Joins tried at most in one go, to find the first few or the best: about 30 ms. */
const TRIED = 700_000
/** To look at so many cuts that can't be of use takes as long as to try one. */
const CUTS_AS_ONE = 4

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
  /** worked out where they are asked for */
  private readonly cuts: Int32Array[] = []
  /** of the last run that found nothing, for the next */
  private spare = new Parts()

  constructor(
    private readonly groups: readonly AlikePictures[],
    private readonly container: Container,
    private readonly work: Work,
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
    const own: Work = { left: TRIED }
    let found: FoundTree[] = []
    for (let limit = FIRST_LIMIT; own.left > 0 && limit < HOPELESS && found.length < wanted; limit *= GROWTH) {
      const run = this.run(most, { limit, slack: SLACK, classes: CLASSES }, own)
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
    if (this.pictures <= MAYBE_IN_ANY_ORDER) {
      const run = this.run(1, { limit, slack: Infinity, classes: null })
      if (run.whole) return run.found[0]
    }
    return this.run(1, { limit, slack: 2 * SLACK, classes: 2 * CLASSES }).found[0]
  }

  /** Its result is `whole` where the work that it might do was enough. */
  private run(
    most: number,
    { limit, slack, classes }: Bounds,
    own: Work = { left: TRIED },
  ): { found: FoundTree[]; whole: boolean } {
    const n = this.pictures
    const parts = this.spare
    parts.length = 0
    const total = Math.log(this.groups.reduce((sum, { weight, members }) => sum + weight * members.length, 0))
    const list: (readonly number[])[] = this.digits.map(() => [])
    /** how uneven the most even part of each set is */
    const least = new Float64Array(this.digits.length).fill(Infinity)
    this.groups.forEach(({ aspect, weight }, i) => {
      list[this.radix[i]!] = [parts.addPicture(aspect, total - Math.log(weight))]
      least[this.radix[i]!] = 0
    })
    const best = new BestFew<PartsJoin>(most, limit)
    const wholes = new BestWholes(parts, this.container, best)
    const sets = classes ? new MostEvenJoins(parts, classes) : new EveryJoin(parts)
    for (const set of this.bySize.slice(2).flat()) {
      const size = this.sizes[set]!
      const whole = size === n
      const most = Math.min(limit * n, slack * limit * size)
      const from = parts.length
      const taker = whole ? wholes : sets
      const cuts = (this.cuts[set] ??= this.cutsOf(set))
      let tried = cuts.length / CUTS_AS_ONE
      for (const a of cuts)
        if (least[a]! + least[set - a]! < most) tried += tryJoins(parts, [list[a]!, list[set - a]!], most, taker)
      own.left -= tried
      this.work.left -= tried
      if (taker instanceof MostEvenJoins) taker.make()
      const made = parts.sorted(Array.from({ length: parts.length - from }, (_, i) => from + i))
      list[set] = made
      if (made.length) least[set] = parts.uneven[made[0]!]!
      if (own.left <= 0 || this.work.left <= 0) break
    }
    const found = best.list()
    if (found.length > 0) this.spare = new Parts()
    return {
      found: found.map(({ item, cost }) => ({ parts, join: item, cost })),
      whole: own.left > 0 && this.work.left > 0,
    }
  }

  /** The first parts of every way to cut a set in two of which the first holds its first picture. */
  private cutsOf(set: number): Int32Array {
    const all = this.digits[set]!
    const first = all.findIndex((count) => count > 0)
    // Counts up through the digits of the set, the first never 0.
    const own = new Uint8Array(all.length)
    own[first] = 1
    const cuts: number[] = []
    for (let a = this.radix[first]!; a !== set; ) {
      cuts.push(a)
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
    return Int32Array.from(cuts)
  }
}
