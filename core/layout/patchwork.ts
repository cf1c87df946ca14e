import type { Composition } from '../post/composition.ts'
import { BestFew } from './best-few.ts'
import type { Container } from './set-search.ts'
import { BestWholes, EveryJoin, MostEvenJoins, tryJoins } from './join-takers.ts'
import { Parts, type PartsJoin } from './patchwork-parts.ts'
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
export const TOO_UNEVEN = 2

/** All that can be joined of the pictures but for the whole, which depends on the width: for one list of pictures. */
export interface Joined {
  readonly parts: Parts
  /** runs[start][length]: the places of its parts, sorted by how uneven they are where not all are kept */
  readonly runs: readonly (readonly number[])[][]
  readonly exhaustive: boolean
}

/** Lists of pictures whose parts are kept: the same are composed for a seat, a wider one and a phone. */
const REMEMBERED = 8
const known = new Map<string, Joined>()

function joinedOf(aspects: readonly number[], leads: readonly number[], exhaustive: boolean): Joined {
  const key = `${aspects.join()} ${leads.join()} ${exhaustive}`
  const before = known.get(key)
  if (before) return before
  const spoilt = (pictures: number) => (exhaustive ? Infinity : TOO_UNEVEN * pictures)
  const found = joinRuns({ aspects, leads }, { exhaustive, spoilt })
  if (known.size >= REMEMBERED) known.delete(known.keys().next().value!)
  known.set(key, found)
  return found
}

interface JoinWishes {
  readonly exhaustive: boolean
  /** how uneven a part of so many pictures may be, to be kept */
  readonly spoilt: (pictures: number) => number
  /** pictures of the longest run that is joined; all but the whole where left out */
  readonly longest?: number
  readonly classes?: number
}

/** Every run of neighbouring pictures, composed of two shorter ones. O(n · longest² · classes²). */
export function joinRuns({ aspects, leads }: Required<PatchworkPictures>, wishes: JoinWishes): Joined {
  const n = aspects.length
  const { exhaustive, spoilt, longest = n - 1, classes = classesFor(n) } = wishes
  const parts = new Parts()
  const weights = aspects.map((_, i) => (leads.includes(i) ? LEAD_WEIGHT : 1))
  const total = Math.log(weights.reduce((sum, weight) => sum + weight, 0))
  const runs: number[][][] = aspects.map((aspect, i) => [[], [parts.addPicture(aspect, total - Math.log(weights[i]!))]])
  const taker = exhaustive ? new EveryJoin(parts) : new MostEvenJoins(parts, classes)
  for (let length = 2; length <= longest; length++) {
    for (let start = 0; start + length <= n; start++) {
      const from = parts.length
      const most = spoilt(length)
      for (const pair of cutsOf(runs, start, length)) tryJoins(parts, pair, most, taker)
      if (taker instanceof MostEvenJoins) taker.make()
      const made = Array.from({ length: parts.length - from }, (_, i) => from + i)
      runs[start]![length] = exhaustive ? made : parts.sorted(made)
    }
  }
  return { parts, runs, exhaustive }
}

/** Both parts of every cut of a run in two; none where one of them has no parts. */
function* cutsOf(
  runs: Joined['runs'],
  start: number,
  length: number,
): Generator<readonly [readonly number[], readonly number[]]> {
  for (let cut = 1; cut < length; cut++) {
    const [lefts, rights] = [runs[start]![cut]!, runs[start + cut]![length - cut]!]
    if (lefts.length && rights.length) yield [lefts, rights]
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
  const joined = joinRuns(pictures, {
    exhaustive: false,
    spoilt: (some) => Math.min(limit * n, TOO_UNEVEN * some),
  })
  return wholes(joined, n, container, new BestFew<PartsJoin>(1, limit))[0]
}

function wholes(
  { parts, runs, exhaustive }: Joined,
  n: number,
  container: Container,
  best: BestFew<PartsJoin>,
): FoundComposition[] {
  const taker = new BestWholes(parts, container, best)
  for (const pair of cutsOf(runs, 0, n)) tryJoins(parts, pair, exhaustive ? Infinity : best.limit * n, taker)
  return best.list().map(({ item, cost }) => ({
    cost,
    get composition() {
      return parts.joinOf(item)
    },
  }))
}
