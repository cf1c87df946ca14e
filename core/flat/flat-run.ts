import type { Row } from '../post/row.ts'

/** Groups of pictures made into flat pictures one after another: some in hand, some made, the rest left. */
export interface FlatRun {
  /** ids of all pictures there are for it, in their order */
  readonly all: readonly string[]
  /** those in hand, in the order in which they are to stand */
  readonly group: readonly string[]
  /** rows that are set aside as made */
  readonly made: readonly Row[]
}

/** So many are in hand first, where nobody has said. */
const FIRST_GROUP = 4

/** Begins, or goes on, with those of the chosen that are left; else with as many as the last group had, or the first few. */
export function beginRun(all: readonly string[], chosen: readonly string[], made: readonly Row[] = []): FlatRun {
  const left = leftOf({ all, made })
  const wanted = chosen.filter((id) => left.includes(id))
  return {
    all,
    group: wanted.length ? wanted : left.slice(0, made.at(-1)?.pictures.length ?? FIRST_GROUP),
    made,
  }
}

/** Those that are in no group that was made. */
export function leftOf({ all, made }: Pick<FlatRun, 'all' | 'made'>): string[] {
  const gone = new Set(made.flatMap(({ pictures }) => pictures.map(({ id }) => id)))
  return all.filter((id) => !gone.has(id))
}

/** Takes a picture into the hand, at the end, or out of it. */
export const toggleInGroup = (run: FlatRun, id: string): FlatRun => ({
  ...run,
  group: run.group.includes(id) ? run.group.filter((one) => one !== id) : [...run.group, id],
})

export const swapInGroup = (run: FlatRun, a: number, b: number): FlatRun => ({
  ...run,
  group: run.group.map((id, i) => (i === a ? run.group[b]! : i === b ? run.group[a]! : id)),
})

/** Sets the group aside as made, as this row, and takes as many of those that are left into the hand. */
export function setAside(run: FlatRun, row: Row): FlatRun {
  const next = { ...run, made: [...run.made, row] }
  return { ...next, group: leftOf(next).slice(0, Math.max(1, row.pictures.length)) }
}

/** Takes one that was made back into the hand; those in hand are left again. */
export const takeInHand = (run: FlatRun, at: number): FlatRun => ({
  ...run,
  group: run.made[at]?.pictures.map(({ id }) => id) ?? run.group,
  made: run.made.filter((_, i) => i !== at),
})
