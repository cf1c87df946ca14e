import { type Joined, joinRuns, TOO_UNEVEN } from './patchwork.ts'
import { patchworkCost } from './patchwork-score.ts'

/** Classes of shape of which the most even part of each run is kept: enough to judge a run by. */
const CLASSES = 12

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
  ) {
    this.joined = joinRuns(
      { aspects, leads: [] },
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
}
