import type { Composition } from '../post/composition.ts'
import { BestFew } from './best-few.ts'
import type { Container } from './set-search.ts'
import { JOINS, type Kind, Parts, type PartsJoin } from './patchwork-parts.ts'
import { LEAD_WEIGHT } from './patchwork-score.ts'

/** The pictures of a patchwork, in order. */
export interface PatchworkPictures {
  readonly aspects: readonly number[]
  /** positions of pictures that should be larger than the others */
  readonly leads?: readonly number[]
}

export interface FoundComposition {
  /** worked out when it is asked for: of many that are looked at few are */
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
/** A part this uneven, for each of its pictures, spoils whatever it is part of: some are twenty times the others. */
const TOO_UNEVEN = 2

/** All that can be joined of the pictures but for the whole, which depends on the width: for one list of pictures. */
interface Joined {
  readonly parts: Parts
  /** runs[start][length]: the first and the last place of its parts */
  readonly runs: readonly (readonly [from: number, to: number])[][]
}

/** Lists of pictures whose parts are kept: the same are composed for a seat, a wider one and a phone. */
const REMEMBERED = 8
const known = new Map<string, Joined>()

function joinedOf(aspects: readonly number[], leads: readonly number[], exhaustive: boolean): Joined {
  const key = `${aspects.join()} ${leads.join()} ${exhaustive}`
  const before = known.get(key)
  if (before) return before
  const spoilt = (pictures: number) => (exhaustive ? Infinity : TOO_UNEVEN * pictures)
  const found = joinRuns({ aspects, leads }, exhaustive, spoilt)
  if (known.size >= REMEMBERED) known.delete(known.keys().next().value!)
  known.set(key, found)
  return found
}

/** @param spoilt how uneven a part of so many pictures may be, to be kept */
function joinRuns(
  { aspects, leads }: Required<PatchworkPictures>,
  exhaustive: boolean,
  spoilt: (pictures: number) => number,
): Joined {
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
      const most = spoilt(length)
      joinCuts(runs, parts, start, length, (kind, left, right) => {
        if (exhaustive) return parts.join(parts.next(), kind, left, right)
        const uneven = parts.unevenOf(left, right, parts.difference(kind, left, right))
        if (uneven <= most) parts.keepMostEven(kept, { kind, left, right }, uneven)
      })
      runs[start]![length] = [from, parts.length]
    }
  }
  return { parts, runs }
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
  const joined = joinedOf(aspects, leads, exhaustive)
  return wholes(joined, aspects.length, { width, gap }, new BestFew<PartsJoin>(most))
}

/**
 * The best composition of the pictures in their order that costs less than `limit`, of those that `searchCompositions`
 * looks at beyond `MOST_EXHAUSTIVE`: the less it may cost, the fewer parts can be in it. Undefined where none does.
 */
export function searchUnder(
  pictures: Required<PatchworkPictures>,
  container: Container,
  limit: number,
): FoundComposition | undefined {
  const n = pictures.aspects.length
  const joined = joinRuns(pictures, false, (some) => Math.min(limit * n, TOO_UNEVEN * some))
  return wholes(joined, n, container, new BestFew<PartsJoin>(1, limit))[0]
}

function wholes(
  { parts, runs }: Joined,
  n: number,
  container: Container,
  best: BestFew<PartsJoin>,
): FoundComposition[] {
  joinCuts(runs, parts, 0, n, (kind, left, right) => {
    const cost = parts.costOfWhole({ kind, left, right }, container, best.limit)
    if (cost < best.limit) best.add({ kind, left, right }, cost)
  })
  return best.list().map(({ item, cost }) => ({
    cost,
    get composition() {
      return parts.joinOf(item)
    },
  }))
}
