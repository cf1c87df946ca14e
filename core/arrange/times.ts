import { takenMs } from '../looks/alike.ts'

/** What the times of pictures say: where one occasion ends, and which were taken in one burst. */

/** s: no break is shorter; a longer one always is a break. */
const LEAST_BREAK = 20 * 60
const CERTAIN_BREAK = 4 * 3600
/** s between the pictures of a burst, at most */
const BURST = 5
/** How far from the usual gap, in its own spread of logarithms, a break begins, and where it is certain. */
const [BEGINS, CERTAIN] = [1, 2.5]
const LEAST_SPREAD = 0.7

export interface Gap {
  /** how sure it is that another occasion begins after it, 0 to 1 */
  readonly breaks: number
  readonly burst: boolean
}

/** The gaps between pictures in the order given: one fewer than pictures. Where a time is not known nothing is said. O(n log n). */
export function gapsBetween(taken: readonly (string | null)[]): Gap[] {
  const times = taken.map(takenMs)
  const seconds = times.slice(1).map((time, i) => Math.abs(time - times[i]!) / 1000)
  const logs = seconds
    .filter((gap) => gap > 0)
    .map(Math.log)
    .sort((a, b) => a - b)
  const at = (share: number) => logs[Math.min(logs.length - 1, Math.floor(share * logs.length))] ?? 0
  const spread = Math.max(LEAST_SPREAD, (at(0.75) - at(0.25)) / 1.35)
  return seconds.map((gap) => ({
    breaks:
      Number.isNaN(gap) || gap < LEAST_BREAK
        ? 0
        : gap >= CERTAIN_BREAK
          ? 1
          : Math.min(1, Math.max(0, ((Math.log(gap) - at(0.5)) / spread - BEGINS) / (CERTAIN - BEGINS))),
    burst: gap <= BURST,
  }))
}
