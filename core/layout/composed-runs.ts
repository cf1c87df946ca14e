import type { Composition } from '../post/composition.ts'
import { type Joined, joinRuns, TOO_UNEVEN } from './patchwork.ts'
import { LEAD_WEIGHT, patchworkCost } from './patchwork-score.ts'

/** Classes of shape of which the most even part of each run is kept: enough to judge a run by. */
const CLASSES = 12

/** One way to join a run, in figures. Lengths in px. */
export interface RunPart {
  readonly height: number
  /** sum over pictures of (log area − mean log area)² */
  readonly uneven: number
  /** mean log of a picture's area, px² */
  readonly meanArea: number
  /** the smallest side of any picture */
  readonly least: number
  /** worked out where it is asked for */
  readonly composition: Composition
}

/** The best patchwork of a run, in figures: px, and the standard deviation of its log areas. */
export interface ComposedRun {
  readonly height: number
  readonly spread: number
  /** the smallest side of any picture */
  readonly least: number
  /** see patchwork-score */
  readonly cost: number
}

/**
 * The best patchwork of every run of neighbouring pictures, all from one programme: for judging thousands of runs, of
 * which few will be composed. O(n · longest² · classes²) once, O(classes) a question.
 */
export class ComposedRuns {
  private readonly joined: Joined
  private readonly known = new Map<string, ComposedRun | undefined>()

  constructor(
    private readonly aspects: readonly number[],
    longest: number,
    private readonly leads: readonly number[] = [],
  ) {
    this.joined = joinRuns(
      { aspects, leads },
      {
        exhaustive: false,
        spoilt: (pictures) => TOO_UNEVEN * pictures,
        longest: Math.min(longest, aspects.length),
        classes: CLASSES,
      },
    )
  }

  /** The best of the run in a container of `width` px; undefined where every one is spoilt. */
  best(start: number, length: number, width: number, gap: number): ComposedRun | undefined {
    const key = `${start} ${length} ${width} ${gap}`
    if (this.known.has(key)) return this.known.get(key)
    const { parts, runs } = this.joined
    let best: ComposedRun | undefined
    // The means were taken as if the whole were all pictures.
    const apart = Math.log(length / this.aspects.length)
    for (const part of runs[start]![length]!) {
      const uneven = parts.uneven[part]!
      const smallest = parts.smallest[part]!
      const height = (width - parts.gaps[part]! * gap) / Math.exp(parts.logA[part]!)
      const squares = uneven + length * (parts.mean[part]! + apart) ** 2
      const cost = patchworkCost({ pictures: length, squares, smallest }, height, width)
      if (!(cost < (best?.cost ?? Infinity))) continue
      const least = Math.sqrt(width * height * Math.exp(smallest))
      best = { height, spread: Math.sqrt(uneven / length), least, cost }
    }
    this.known.set(key, best)
    return best
  }

  /** Every way to join the run that was kept, in a container of `width` px. Areas are those without gaps. O(classes). */
  *parts(start: number, length: number, width: number, gap: number): Generator<RunPart> {
    const { parts, runs } = this.joined
    const weightOf = (at: number) => (this.leads.includes(at) ? LEAD_WEIGHT : 1)
    const total = this.aspects.reduce((sum, _, at) => sum + weightOf(at), 0)
    const own = Array.from({ length }, (_, i) => Math.log(weightOf(start + i)))
    const weight = own.reduce((sum, log) => sum + log, 0) / length
    for (const part of runs[start]![length]!) {
      const height = (width - parts.gaps[part]! * gap) / Math.exp(parts.logA[part]!)
      if (!(height > 0)) continue
      // d = ln(share) + ln(total) − ln(weight); a lead may have so much more than the others.
      const meanArea = Math.log(width * height) + parts.mean[part]! - Math.log(total) + weight
      yield {
        height,
        uneven: parts.uneven[part]!,
        meanArea,
        least: Math.sqrt(width * height * Math.exp(parts.smallest[part]!)),
        get composition() {
          return parts.compositionOf(part)
        },
      }
    }
  }
}
