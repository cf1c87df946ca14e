import { type Composition, partsOf } from '../post/composition.ts'
import { ComposedRuns } from './composed-runs.ts'
import { LEAST_SIDE } from './fold.ts'

/** Pictures of one patchwork of the stack, at most. */
const LONGEST = 7
/** Area of a picture as a share of the square over the width: about six of them make a patchwork as high as it is wide. */
const WANTED = 0.1
/** The same for other proposals: smaller ones, larger ones. */
const OTHERS = [0.6, 1.7]
/** A picture too small to be seen, of ln(least side / side): dearer than any difference in size. */
const ILLEGIBLE = 12
/** A picture alone across the whole width holds the eye up. */
const ALONE = 0.4

/**
 * Very many pictures as patchworks stacked on one another: where each ends and how it is joined, so that all pictures come
 * nearest to one size. Shortest path over break points. The best first, then with smaller and with larger pictures; none
 * where every run is spoilt by its shapes. Each proposal O(n · longest · classes), after O(n · longest² · classes²) for all.
 */
export function stackedPatchworks(
  aspects: readonly number[],
  leads: readonly number[],
  width: number,
  gap: number,
): Composition[] {
  const runs = runsOf(aspects, leads)
  const found = [1, ...OTHERS].flatMap(
    (share) => stacked(aspects.length, runs, { width, gap, area: share * WANTED * width ** 2 }) ?? [],
  )
  return found.filter((one, i) => found.findIndex((other) => JSON.stringify(other) === JSON.stringify(one)) === i)
}

/** The list asked about last: its runs are the same for a seat, a wider one and a phone. */
let known: { readonly key: string; readonly runs: ComposedRuns } | undefined

function runsOf(aspects: readonly number[], leads: readonly number[]): ComposedRuns {
  const key = `${aspects.join()} ${leads.join()}`
  if (known?.key !== key) known = { key, runs: new ComposedRuns(aspects, LONGEST, leads) }
  return known.runs
}

interface Wanted {
  readonly width: number
  readonly gap: number
  /** px² that a picture ought to have */
  readonly area: number
}

function stacked(n: number, runs: ComposedRuns, { width, gap, area }: Wanted): Composition | undefined {
  const wanted = Math.log(area)
  /** what the pictures up to each cost at least, and how the last patchwork of them is joined */
  const best: { cost: number; from: number; composition: Composition }[] = [{ cost: 0, from: 0, composition: '.' }]
  for (let end = 1; end <= n; end++) {
    let least: (typeof best)[number] = { cost: Infinity, from: 0, composition: '.' }
    for (let length = 1; length <= Math.min(LONGEST, end); length++) {
      const before = best[end - length]!.cost
      if (before === Infinity) continue
      for (const part of runs.parts(end - length, length, width, gap)) {
        const short = Math.max(0, Math.log((1.1 * LEAST_SIDE) / part.least))
        const cost =
          before + part.uneven + length * (part.meanArea - wanted) ** 2 + ILLEGIBLE * short + (length === 1 ? ALONE : 0)
        if (cost < least.cost - 1e-12) least = { cost, from: end - length, composition: part.composition }
      }
    }
    best.push(least)
  }
  if (best[n]!.cost === Infinity) return undefined
  const list: Composition[] = []
  for (let end = n; end > 0; end = best[end]!.from) list.unshift(best[end]!.composition)
  // A stack in a stack is one stack.
  const parts = list.flatMap((one) => (one !== '.' && 'stacked' in one ? partsOf(one) : [one]))
  return parts.length === 1 ? parts[0]! : { stacked: parts }
}
