import { type Classes, sum } from './classes.ts'
import { type Standing, STANDINGS } from './option-figures.ts'
import type { Options } from './options.ts'
import type { Places } from './places.ts'
import type { Option } from './request.ts'
import type { Terms } from './terms.ts'

/** What the programme is asked: the pictures as runs, the places that are open, and what may stand where. */
export interface Programme {
  readonly pictures: number
  /** how runs can stand, in each of what they may stand in */
  readonly options: { readonly page: Pick<Options, 'of'>; readonly column?: Pick<Options, 'of'> }
  readonly places: Places
  readonly terms: Terms
  /** places where rows may stand, in order */
  readonly open: readonly number[]
  /** how many pictures a run may have */
  readonly lengths: readonly number[]
  /** where a run stands, or that it must not be one: undefined where nothing is fixed */
  readonly fixed: (
    start: number,
    length: number,
  ) => { readonly look: string; readonly place: number } | 'no' | undefined
  /** whether the picture may be left out */
  readonly mayLeave: (at: number) => boolean
}

/** A run set in one way, with all that it costs wherever it stands. */
export interface Step {
  readonly start: number
  readonly length: number
  readonly option: Option
  /** number of its class */
  readonly kind: number
  readonly cost: number
  readonly standing: Standing
  /** the number of the only open place where it may stand; −1: any in what it is priced for */
  readonly only: number
}

/** A step for every option of a run that may be; none where it may not. */
export function stepsOf(programme: Programme, classes: Classes, start: number, length: number): Step[] {
  const { fixed, options, terms, open, places } = programme
  const held = fixed(start, length)
  if (held === 'no') return []
  const run = sum(terms.ofRun(start, length))
  const only = held ? open.indexOf(held.place) : -1
  return STANDINGS.flatMap((standing): Step[] => {
    const all = options[standing]?.of(start, length) ?? []
    if (held && places.standing[held.place] !== standing) return []
    const asked = held ? all.filter(({ look }) => look === held.look) : all
    return (asked.length ? asked : all).map((option) => ({
      start,
      length,
      option,
      kind: classes.of(option),
      cost: run + sum(terms.ofOption({ start, length, option })),
      standing,
      only,
    }))
  })
}
