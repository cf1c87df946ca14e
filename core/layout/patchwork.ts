import type { Composition } from '../post/composition.ts'
import { BESIDE, type Kind, Parts, STACKED } from './patchwork-parts.ts'
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

/** All that can be joined of the pictures but for the whole, which depends on the width: for one list of pictures. */
interface Joined {
  readonly parts: Parts
  /** runs[start][length]: the first and the last place of its parts */
  readonly runs: readonly (readonly [from: number, to: number])[][]
  /** where the next part would go */
  readonly length: number
}

/** Lists of pictures whose parts are kept: the same are composed for a seat, a wider one and a phone. */
const REMEMBERED = 8
const known = new Map<string, Joined>()

function joinedOf(aspects: readonly number[], leads: readonly number[], exhaustive: boolean): Joined {
  const key = `${aspects.join()} ${leads.join()} ${exhaustive}`
  const before = known.get(key)
  if (before) return before
  const found = joinRuns(aspects, leads, exhaustive)
  if (known.size >= REMEMBERED) known.delete(known.keys().next().value!)
  known.set(key, found)
  return found
}

function joinRuns(aspects: readonly number[], leads: readonly number[], exhaustive: boolean): Joined {
  const n = aspects.length
  const parts = new Parts()
  const weights = aspects.map((_, i) => (leads.includes(i) ? LEAD_WEIGHT : 1))
  const total = Math.log(weights.reduce((sum, weight) => sum + weight, 0))
  const runs = aspects.map((aspect, i) => {
    const first = parts.addPicture(aspect, total - Math.log(weights[i]!))
    return [
      [0, 0],
      [first, first + 1],
    ] as [number, number][]
  })
  const classes = classesFor(n)
  for (let length = 2; length < n; length++) {
    for (let start = 0; start + length <= n; start++) {
      const from = parts.length
      const kept = new Int32Array(2 * classes).fill(-1)
      joinCuts(runs, parts, start, length, (kind, left, right) => {
        if (exhaustive) parts.join(parts.next(), kind, left, right)
        else keepMostEven(parts, kept, { kind, left, right })
      })
      runs[start]![length] = [from, parts.length]
    }
  }
  return { parts, runs, length: parts.length }
}

/** Every join of two neighbouring runs that make up this one. */
// oxlint-disable-next-line eslint/max-params -- called a million times: an object for each call would cost more than the work
function joinCuts(
  runs: Joined['runs'],
  parts: Parts,
  start: number,
  length: number,
  join: (kind: Kind, left: number, right: number) => void,
): void {
  for (let cut = 1; cut < length; cut++) {
    const [leftFrom, leftTo] = runs[start]![cut]!
    const [rightFrom, rightTo] = runs[start + cut]![length - cut]!
    for (let left = leftFrom; left < leftTo; left++)
      for (let right = rightFrom; right < rightTo; right++)
        for (const kind of JOINS) if (parts.kind[left] !== kind) join(kind, left, right)
  }
}

interface PartsJoin {
  readonly kind: Kind
  readonly left: number
  readonly right: number
}

function keepMostEven(parts: Parts, kept: Int32Array, { kind, left, right }: PartsJoin): void {
  const classes = kept.length / 2
  const difference = parts.difference(kind, left, right)
  const uneven = parts.unevenOf(left, right, difference)
  if (uneven > TOO_UNEVEN * (parts.pictures[left]! + parts.pictures[right]!)) return
  const key = classOf(parts.logAOf(kind, left, difference), classes) + (kind === BESIDE ? 0 : classes)
  const before = kept[key]!
  if (before >= 0 && uneven >= parts.uneven[before]! - 1e-12) return
  const place = before >= 0 ? before : parts.next()
  kept[key] = place
  parts.join(place, kind, left, right)
}

/**
 * Compositions of the pictures, in their order, for a container of `width` px: best first, at most `most`.
 * Deterministic. Every run of neighbouring pictures is composed from two shorter runs. A join's first part
 * is never a join of the same type, so that each composition is met once: 2, 6, 22, 90, 394, 1806, 8558 of
 * them for n = 2 to 8, all of which are weighed.
 *
 * Beyond that, of each run only the most even part of every class of shape is kept, for each type of join:
 * O(n³ · classes²). Source: the dynamic programme over spans of Cocke, Younger and Kasami, with the shape
 * as the state.
 */
// oxlint-disable-next-line eslint/max-params -- the last is left out but by what compares the two searches
export function searchCompositions(
  { aspects, leads = [] }: PatchworkPictures,
  width: number,
  gap: number,
  most: number,
  exhaustive = aspects.length <= MOST_EXHAUSTIVE,
): FoundComposition[] {
  const n = aspects.length
  const { parts, runs, length } = joinedOf(aspects, leads, exhaustive)
  const best = new BestFew(most)
  const trial = parts.next()
  joinCuts(runs, parts, 0, n, (kind, left, right) => {
    if (leastCost(n, parts.unevenOf(left, right, parts.difference(kind, left, right))) >= best.limit) return
    parts.join(trial, kind, left, right)
    const squares = parts.uneven[trial]! + n * parts.mean[trial]! ** 2
    const height = (width - parts.gaps[trial]! * gap) / Math.exp(parts.logA[trial]!)
    const cost = patchworkCost({ pictures: n, squares, smallest: parts.smallest[trial]! }, height, width)
    if (cost >= best.limit) return
    const place = parts.next()
    parts.join(place, kind, left, right)
    best.add(place, cost)
  })
  const found = best.list().map(({ place, cost }) => ({ composition: parts.compositionOf(place), cost }))
  // What was the whole for this width is none of the parts.
  parts.length = length
  return found
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
