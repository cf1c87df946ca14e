import { SEATS } from '../house/seats.ts'
import { WELL_PARTED } from './costs.ts'
import type { Places } from './places.ts'
import { ARRANGED_KINDS, type Option } from './request.ts'
import { bandOf, type Terms } from './terms.ts'

/** The classes of rows that the programme tells apart: what of a row the next one is compared with. */
export class Classes {
  /** one option of each */
  readonly list: Option[] = []
  private readonly numbers: number[] = []
  private known: readonly Float64Array[] | undefined

  get length(): number {
    return this.list.length
  }
  /** The number of an option's class. */
  of(option: Option): number {
    const { kind, sits, side, height } = option
    const seat = 3 * SEATS.indexOf(sits) + (side === null ? 0 : side === 'left' ? 1 : 2)
    const key = (ARRANGED_KINDS.indexOf(kind) * 9 + seat) * 4 + bandOf(height)
    return (this.numbers[key] ??= this.list.push(option) - 1)
  }
  /** What it costs that one class follows another, near and well parted: one row of the table after another. */
  changes(terms: Terms): readonly Float64Array[] {
    this.known ??= [0, WELL_PARTED].map((words) =>
      Float64Array.from(this.list.flatMap((one) => this.list.map((other) => sum(terms.alike(one, other, words))))),
    )
    return this.known
  }
}

/** What the text between two open places costs after a row of each class, and from which place on it parts them well. */
export class TextTables {
  readonly costs: readonly Float64Array[]
  /** for each open place the number of the first that is well parted from it */
  readonly partedFrom: readonly number[]
  constructor(
    of: { readonly open: readonly number[]; readonly places: Places; readonly terms: Terms },
    classes: Classes,
  ) {
    const { open, places, terms } = of
    const pairs = <T>(value: (from: number, to: number) => T) =>
      open.flatMap((from, p) => open.map((to, q) => (q < p ? null : value(from, to))))
    this.partedFrom = open.map((from, p) => {
      const far = open.findIndex((to, q) => q >= p && places.wordsBetween(from, to) >= WELL_PARTED)
      return far < 0 ? open.length : far
    })
    const plain = Float64Array.from(
      pairs((from, to) => places.between(from, to)),
      (cost) => cost ?? NaN,
    )
    this.costs = classes.list.map((option) =>
      option.side === null
        ? plain
        : Float64Array.from(
            pairs((from, to) => places.between(from, to) + sum(terms.besideText(option, from, to))),
            (cost) => cost ?? NaN,
          ),
    )
  }
}

export const sum = (parts: readonly (readonly [unknown, number])[]): number =>
  parts.reduce((all, [, one]) => all + one, 0)
