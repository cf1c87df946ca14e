import type { Picture } from '../wire/picture.ts'
import { sums } from './sums.ts'

/** Look-alikes among pictures in their order. */
export class Twins {
  /** pairs of neighbours that are look-alikes, up to each picture */
  private readonly before: readonly number[]
  private readonly any: boolean
  private readonly pairsFrom: (readonly number[])[] = []
  private readonly best: ReadonlySet<number>

  constructor(
    private readonly pictures: readonly Picture[],
    leads: ReadonlySet<string>,
  ) {
    this.before = sums(pictures.slice(1).map((_, i) => Number(this.are(i, i + 1))))
    this.any = pictures.some(({ alike }) => alike !== null)
    this.best = this.bestOf(leads)
  }

  /** Whether two neighbours are look-alikes. */
  are(a: number, b: number): boolean {
    return this.pictures[a]!.alike !== null && this.pictures[a]!.alike === this.pictures[b]!.alike
  }

  /** Whether it is the best of its look-alikes next to each other, has none, or leads. */
  stays(at: number): boolean {
    return this.best.has(at)
  }

  /** Pairs of look-alikes in a run: next to each other, and others. O(1), after O(n) for the first run from there. */
  within(start: number, length: number): { beside: number; inRow: number } {
    const beside = this.before[start + length - 1]! - this.before[start]!
    if (!this.any) return { beside, inRow: 0 }
    let pairs = this.pairsFrom[start]
    if (!pairs) {
      const met = new Map<number, number>()
      let all = 0
      pairs = this.pictures.slice(start).map(({ alike }) => {
        if (alike === null) return all
        all += met.get(alike) ?? 0
        met.set(alike, (met.get(alike) ?? 0) + 1)
        return all
      })
      this.pairsFrom[start] = pairs
    }
    return { beside, inRow: pairs[length - 1]! - beside }
  }

  /** Of look-alikes next to each other the one that stays: what leads, else the first without a flaw. */
  private bestOf(leads: ReadonlySet<string>): ReadonlySet<number> {
    const { pictures } = this
    const best = new Set<number>()
    const worth = (at: number) => (leads.has(pictures[at]!.id) ? 100 : 0) - pictures[at]!.flaws.length
    for (let start = 0; start < pictures.length; ) {
      let [end, own] = [start + 1, start]
      for (; end < pictures.length && this.are(end - 1, end); end++) if (worth(end) > worth(own)) own = end
      for (let at = start; at < end; at++) if (at === own || leads.has(pictures[at]!.id)) best.add(at)
      start = end
    }
    return best
  }
}
