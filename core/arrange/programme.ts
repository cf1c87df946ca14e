import { Classes, sum, TextTables } from './classes.ts'
import { ARRANGE_COSTS } from './costs.ts'
import { STANDINGS } from './option-figures.ts'
import { type Programme, type Step, stepsOf } from './steps.ts'
import type { Group } from './terms.ts'

/** An arrangement that costs least. */
export interface Solved {
  readonly groups: readonly Group[]
  readonly left: readonly number[]
  readonly cost: number
}

const LEFT_OUT = -2
const NONE = -1

/**
 * The arrangement that costs least, of all: where groups begin and end, in which way each is set, at which place; places
 * never fall. One dynamic programme over the pictures. Its state is how many are placed, the place of the last row, and
 * the class of the last row: what of it the next one is compared with. For each number of pictures the least over the
 * text to the next place, then over the change of class, then every run that begins there: no two groups are ever
 * compared. O(n · places · (classes · places + classes² + longest · options)).
 */
export function solve(programme: Programme): Solved {
  return new Solving(programme).solve()
}

class Solving {
  private readonly classes = new Classes()
  private readonly steps: Step[] = []
  /** number of the first step of each picture */
  private readonly from: number[] = []
  private readonly open: readonly number[]
  /** in what a row stands at each open place, by its number: asked in the innermost loop */
  private readonly standing: Uint8Array
  private readonly text: TextTables
  /** what placing all pictures before each costs, at every open place */
  private readonly placing: readonly Float64Array[]
  /** what it costs to have left out all pictures before each; Infinity where that may not be */
  private readonly skipped: readonly number[]
  /** what it costs at every open place that a row stands there, and for each px of its height on a phone */
  private readonly parting: Float64Array
  private readonly above: Float64Array
  private readonly states: number
  private readonly best: Float64Array
  /** the step that led there; `LEFT_OUT` where a picture was left out */
  private readonly by: Int32Array

  constructor(private readonly of: Programme) {
    const { pictures, terms, places } = of
    this.open = of.open
    this.standing = Uint8Array.from(this.open, (place) => STANDINGS.indexOf(places.standing[place]!))
    for (let start = 0; start < pictures; start++) {
      this.from.push(this.steps.length)
      for (const length of of.lengths)
        if (start + length <= pictures) this.steps.push(...stepsOf(of, this.classes, start, length))
    }
    this.from.push(this.steps.length)
    this.text = new TextTables(of, this.classes)
    this.placing = Array.from({ length: pictures + 1 }, (_, i) => {
      const all = terms.placing(i)
      return Float64Array.from(this.open, (place) => all[place]!)
    })
    this.parting = Float64Array.from(this.open, (place) => places.parting[place]! + terms.aboveText(0, place))
    this.above = Float64Array.from(this.open, (place) => terms.aboveText(1, place) - terms.aboveText(0, place))
    const skipped = [0]
    for (let i = 0; i < pictures; i++) skipped.push(of.mayLeave(i) ? skipped[i]! + ARRANGE_COSTS.leftOut : Infinity)
    this.skipped = skipped
    this.states = this.open.length * this.classes.length
    this.best = new Float64Array((pictures + 1) * this.states).fill(Infinity)
    this.by = new Int32Array((pictures + 1) * this.states).fill(NONE)
  }

  solve(): Solved {
    for (let i = 0; i < this.of.pictures; i++) {
      const entering = this.entering(i)
      for (let s = this.from[i]!; s < this.from[i + 1]!; s++) this.take(s, entering)
      if (this.of.mayLeave(i)) this.leave(i)
    }
    return this.back()
  }

  /** Sets the run of this step wherever it may stand. */
  private take(number: number, entering: Float64Array): void {
    const { start, length, kind, cost, only, option, standing } = this.steps[number]!
    const { best, by, placing, parting, above } = this
    const [stands, own] = [this.standing, STANDINGS.indexOf(standing)]
    const many = this.classes.length
    const [before, after] = [placing[start]!, placing[start + length]!]
    const to = (start + length) * this.states
    const [first, last] = only === NONE ? [0, this.open.length - 1] : [only, only]
    for (let q = first; q <= last; q++) {
      if (stands[q] !== own) continue
      const value = entering[q * many + kind]! + cost + after[q]! - before[q]! + parting[q]! + above[q]! * option.phone
      const at = to + q * many + kind
      if (value < best[at]!) {
        best[at] = value
        by[at] = number
      }
    }
  }

  /** The least that it costs to begin a row of each class at each place, so many pictures being placed. */
  private entering(placed: number): Float64Array {
    const { best, open, states, text } = this
    const many = this.classes.length
    const found = new Float64Array(states)
    for (let q = 0; q < open.length; q++)
      found.fill(this.skipped[placed]! + this.of.places.before(open[q]!), q * many, (q + 1) * many)
    if (placed === 0) return found
    const size = open.length
    // By class, then by place: what is gone through for each class lies side by side.
    const near = new Float64Array(states).fill(Infinity)
    const parted = new Float64Array(states).fill(Infinity)
    const from = placed * states
    for (let p = 0; p < size; p++) {
      // A class dearer than the cheapest by more than all that it can save later is outdone by that one.
      let least = Infinity
      for (let c = 0; c < many; c++) least = Math.min(least, best[from + p * many + c]!)
      for (let c = 0; c < many; c++) {
        const own = best[from + p * many + c]!
        if (own === Infinity || own > least + MOST_SAVED) continue
        const costs = text.costs[c]!
        lower(near, costs, own, { to: c * size, from: p * size, first: p, end: text.partedFrom[p]! })
        lower(parted, costs, own, { to: c * size, from: p * size, first: text.partedFrom[p]!, end: size })
      }
    }
    const changes = this.classes.changes(this.of.terms)
    this.change(near, changes[0]!, found)
    this.change(parted, changes[1]!, found)
    return found
  }

  /** The least over the change of class. */
  private change(table: Float64Array, changes: Float64Array, found: Float64Array): void {
    const many = this.classes.length
    const size = this.open.length
    for (let q = 0; q < size; q++) {
      let least = Infinity
      for (let c = 0; c < many; c++) least = Math.min(least, table[c * size + q]!)
      for (let c = 0; c < many; c++) {
        const from = table[c * size + q]!
        if (from === Infinity || from > least + MOST_ALIKE) continue
        for (let next = 0; next < many; next++) {
          const value = from + changes[c * many + next]!
          if (value < found[q * many + next]!) found[q * many + next] = value
        }
      }
    }
  }

  private leave(at: number): void {
    for (let state = 0; state < this.states; state++) {
      const value = this.best[at * this.states + state]! + ARRANGE_COSTS.leftOut
      const next = (at + 1) * this.states + state
      if (value < this.best[next]!) {
        this.best[next] = value
        this.by[next] = LEFT_OUT
      }
    }
  }

  /** The way back, by the very same costs. */
  private back(): Solved {
    const { best, open, states, skipped } = this
    const { pictures, terms, places } = this.of
    const many = this.classes.length
    let [placed, state, cost] = [pictures, NONE, skipped[pictures]! + places.before(places.last)]
    for (let s = 0; s < states; s++) {
      const value = best[pictures * states + s]!
      if (value === Infinity) continue
      const all = value + sum(terms.atEnd(this.classes.list[s % many]!, open[Math.floor(s / many)]!))
      if (all < cost) [cost, state] = [all, s]
    }
    const groups: Group[] = []
    const left: number[] = []
    while (state !== NONE) {
      const number = this.by[placed * states + state]!
      if (number === LEFT_OUT) {
        left.unshift(--placed)
        continue
      }
      const { start, length, option, kind, cost: own } = this.steps[number]!
      const q = Math.floor(state / many)
      groups.unshift({ start, length, option, place: open[q]! })
      const placing = this.placing[start + length]![q]! - this.placing[start]![q]!
      const standing = this.parting[q]! + this.above[q]! * option.phone
      const before = best[placed * states + state]! - own - placing - standing
      state = this.stateBefore(start, q * many + kind, before)
      placed = start
    }
    while (placed > 0) left.unshift(--placed)
    return { groups, left, cost }
  }

  /** The state from which a row was begun at this cost; `NONE`: it was the first. */
  private stateBefore(placed: number, state: number, cost: number): number {
    const { best, open, states, text } = this
    const many = this.classes.length
    const [q, next] = [Math.floor(state / many), state % many]
    const near = (value: number) => Math.abs(value - cost) < 1e-6
    if (near(this.skipped[placed]! + this.of.places.before(open[q]!))) return NONE
    if (placed > 0)
      for (let p = 0; p <= q; p++)
        for (let c = 0; c < many; c++) {
          const own = best[placed * states + p * many + c]!
          if (own === Infinity) continue
          const at = p * open.length + q
          const change = this.classes.changes(this.of.terms)[q >= text.partedFrom[p]! ? 1 : 0]![c * many + next]!
          if (near(own + text.costs[c]![at]! + change)) return p * many + c
        }
    throw new Error(`arranging: no way back from picture ${placed} at place ${open[q]}`)
  }
}

/** Every value of a table that is higher than the cost there added to what it has cost so far becomes that. */
function lower(
  table: Float64Array,
  costs: Float64Array,
  own: number,
  at: { readonly to: number; readonly from: number; readonly first: number; readonly end: number },
): void {
  const { to, from, first, end } = at
  for (let q = first; q < end; q++) {
    const value = own + costs[from + q]!
    if (value < table[to + q]!) table[to + q] = value
  }
}

/** The most that the next row can be dearer for being like the last one. */
const MOST_ALIKE = ARRANGE_COSTS.sameKind + ARRANGE_COSTS.sameSeat + ARRANGE_COSTS.sameSide + ARRANGE_COSTS.sameHeight
/** All that one class can save against another in the next row: that, and text that is too short beside it. */
const MOST_SAVED = MOST_ALIKE + ARRANGE_COSTS.textEnds
