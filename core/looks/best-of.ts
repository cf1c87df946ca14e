import type { Flaw } from './flaws.ts'

/** What of a look-alike is compared with the others of its group. */
export interface Compared {
  readonly id: string
  readonly width: number
  readonly height: number
  readonly bytes: number
  readonly flaws: readonly Flaw[]
  readonly sharpness: number
  /** whether any post shows it */
  readonly shown: boolean
}

/** Why one of a group is proposed. Nothing is said of beauty. */
export type BestReason = 'shown' | 'unflawed' | 'larger' | 'sharper' | 'more-bytes' | 'first'

/** So many times as many px are worth having. */
const MORE_PX = 1.2
/** So much more of the finest detail is seen. */
const SHARPER = 0.03
/** So many times as many bytes of the same picture keep more of it. */
const MORE_BYTES = 1.15

/**
 * The one of a group that is proposed for keeping, and why: the first thing by which it is ahead of the runner-up. One
 * that a post shows already is kept; then flaws, px, sharpness, bytes count, in this order. The group has one or more.
 */
export function bestOf(group: readonly Compared[]): { readonly id: string; readonly why: BestReason } {
  const [first, ...rest] = group
  let best = { one: first!, why: 'first' as BestReason }
  for (const other of rest) {
    const ahead = whyAhead(other, best.one)
    const behind = whyAhead(best.one, other)
    if (ahead && (!behind || RANK.indexOf(ahead) < RANK.indexOf(behind))) best = { one: other, why: ahead }
    else if (behind && best.why === 'first') best = { one: best.one, why: behind }
  }
  return { id: best.one.id, why: best.why }
}

const RANK: readonly BestReason[] = ['shown', 'unflawed', 'larger', 'sharper', 'more-bytes']

function whyAhead(one: Compared, other: Compared): BestReason | undefined {
  const more = (a: number, b: number, times: number) => a > times * b
  const is: Partial<Record<BestReason, boolean>> = {
    shown: one.shown && !other.shown,
    unflawed: one.flaws.length < other.flaws.length,
    larger: more(one.width * one.height, other.width * other.height, MORE_PX),
    sharper: one.sharpness > other.sharpness + SHARPER,
    'more-bytes': more(one.bytes, other.bytes, MORE_BYTES),
  }
  return RANK.find((reason) => is[reason])
}
