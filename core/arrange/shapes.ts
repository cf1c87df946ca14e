import { CELLS } from '../kinds/gallery/least-cropping.ts'
import { shareEmpty } from '../layout/strip.ts'

/** Pictures next to each other, in figures. */
export interface Run {
  readonly length: number
  /** of the aspects, width / height: their sum, their geometric mean, the deviation of their logarithms, least and most */
  readonly sum: number
  readonly average: number
  readonly spread: number
  readonly narrowest: number
  readonly longest: number
  /** device px that the least sharp of them would have for each px if it had an area of one px² */
  readonly sharp: number
  /** the common shape of cell that leaves out least of them, and the mean and largest share that it leaves out */
  readonly cell: number
  readonly lost: { readonly mean: number; readonly most: number }
}

/** Figures of every run of the pictures. O(n · cells) once, O(n) for the first run from a picture, O(cells) for each more. */
export class Shapes {
  private readonly sums: Float64Array
  private readonly logs: Float64Array
  private readonly squares: Float64Array
  private readonly lost: readonly Float64Array[]
  private readonly ranges: {
    readonly least: Float64Array
    readonly most: Float64Array
    readonly sharp: Float64Array
  }[] = []

  /** @param has px that each picture has across */
  constructor(
    private readonly aspects: readonly number[],
    private readonly has: readonly number[],
  ) {
    const upTo = (of: (aspect: number) => number) => {
      const all = new Float64Array(aspects.length + 1)
      aspects.forEach((aspect, i) => (all[i + 1] = all[i]! + of(aspect)))
      return all
    }
    this.sums = upTo((aspect) => aspect)
    this.logs = upTo(Math.log)
    this.squares = upTo((aspect) => Math.log(aspect) ** 2)
    this.lost = CELLS.map((cell) => upTo((aspect) => shareEmpty(aspect, cell)))
  }

  of(start: number, length: number): Run {
    const within = (sums: Float64Array) => sums[start + length]! - sums[start]!
    const middle = within(this.logs) / length
    const { least, most, sharp } = this.rangesFrom(start)
    const [narrowest, longest] = [least[length - 1]!, most[length - 1]!]
    let best = 0
    for (let i = 1; i < CELLS.length; i++) if (within(this.lost[i]!) < within(this.lost[best]!) - 1e-9) best = i
    const cell = CELLS[best]!
    return {
      length,
      sum: within(this.sums),
      average: Math.exp(middle),
      spread: Math.sqrt(Math.max(0, within(this.squares) / length - middle ** 2)),
      narrowest,
      longest,
      sharp: sharp[length - 1]!,
      cell,
      lost: {
        mean: within(this.lost[best]!) / length,
        most: Math.max(shareEmpty(narrowest, cell), shareEmpty(longest, cell)),
      },
    }
  }

  /** The least and the most of every run from this picture on. */
  private rangesFrom(start: number) {
    const known = this.ranges[start]
    if (known) return known
    const size = this.aspects.length - start
    const found = { least: new Float64Array(size), most: new Float64Array(size), sharp: new Float64Array(size) }
    for (let i = 0, [least, most, sharp] = [Infinity, 0, Infinity]; i < size; i++) {
      const aspect = this.aspects[start + i]!
      found.least[i] = least = Math.min(least, aspect)
      found.most[i] = most = Math.max(most, aspect)
      found.sharp[i] = sharp = Math.min(sharp, this.has[start + i]! / Math.sqrt(aspect))
    }
    this.ranges[start] = found
    return found
  }
}
