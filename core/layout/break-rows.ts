/** What `breakRows` minimises and what it refuses. Lengths in px. */
export interface BreakWishes {
  /** wanted height of a line */
  readonly height: number
  /** A line lower than this, or holding a picture narrower than this, is refused if it can be avoided. */
  readonly least?: number
  /** More pictures than this never share a line. */
  readonly most?: number
  /** The last line may keep the wanted height and end before the edge, where filling the width would blow it up. */
  readonly ragged?: boolean
  /** width over height under which a picture alone in its line is no higher than one of this shape */
  readonly tallest?: number
  /** What one picture alone in the last of several lines costs: it looks left over. */
  readonly lone?: number
}

export interface BrokenRows {
  /** pictures in each line */
  readonly counts: number[]
  /** the last line keeps the wanted height and does not fill the width */
  readonly ragged: boolean
}

/** A last line that would be higher than this many times the wanted height may stay ragged. */
const BLOWN_UP = 1.25
/** What a ragged last line costs: as much as a line 1.5 times too high, and more the emptier it is. */
const RAGGED = 0.16
const RAGGED_EMPTY = 0.5

/**
 * What a line of this height costs: (log height/wanted)². Between half and double the logarithm is summed
 * from its series, log r = 2·artanh((r − 1)/(r + 1)), to 10 digits: a call of Math.log costs ten times that.
 */
export function lineCost(height: number, wanted: number): number {
  if (height > 2 * wanted || height < wanted / 2) return Math.log(height / wanted) ** 2
  const z = (height - wanted) / (height + wanted)
  const q = z * z
  const log =
    2 *
    z *
    (1 + q * (1 / 3 + q * (1 / 5 + q * (1 / 7 + q * (1 / 9 + q * (1 / 11 + q * (1 / 13 + q * (1 / 15 + q / 17))))))))
  return log * log
}

/**
 * The longest line that is looked at, as the sum of its shapes, where one of `wanted` would be as high as wanted. A longer
 * one is better cut near its middle, where both halves are still as long as wanted. Where single pictures are longer than
 * that, to cut may cost more than to go on; but nobody wants more and more of them in a line of a few px.
 */
export const longestLine = (wanted: number, widest: number): number => 2.2 * wanted + widest

/**
 * Where to end lines so that pictures, each line at one height and filling `width`, come nearest to the
 * wanted height.
 *
 * Cost of a line = (log height/wanted)², summed. Shortest path over break points with a bounded window: a
 * line longer than `longestLine` is never looked at. O(n·k) with k the pictures in such a line.
 * Source: the optimal line breaking of Knuth and Plass, Software: Practice and Experience 11 (1981).
 *
 * `breakRows([1.5, 1.5, 1.5, 1.5], 1000, 10, { height: 330 }).counts` is [2, 2].
 */
export function breakRows(aspects: readonly number[], width: number, gap: number, wishes: BreakWishes): BrokenRows {
  const n = aspects.length
  const { height: wanted, least = 0, most = n, ragged = false, tallest = 0, lone = 0 } = wishes
  const best = new Float64Array(n + 1)
  const from = new Int32Array(n + 1)
  let lastIsRagged = false
  let widest = 0
  for (const aspect of aspects) widest = Math.max(widest, aspect)
  const widestSum = longestLine(width / wanted, widest)
  best[0] = 0
  for (let end = 1; end <= n; end++) {
    let sum = 0
    let narrowest = Infinity
    let found = Infinity
    let foundFrom = end - 1
    const stop = Math.max(0, end - most)
    for (let start = end - 1; start >= stop; start--) {
      const aspect = aspects[start]!
      sum += aspect
      if (aspect < narrowest) narrowest = aspect
      // The height of the line is room / sum, the wanted one share / sum: only their ratio counts.
      const room = width - (end - start - 1) * gap
      const share = wanted * (start === end - 1 ? Math.max(sum, tallest) : sum)
      // One picture always may stand alone: there is no way to show it larger.
      if (start < end - 1 && (room < least * sum || room * narrowest < least * sum || room <= 0 || sum > widestSum))
        break
      const blownUp = ragged && end === n && room > BLOWN_UP * share
      // Twice as high or half as high as wanted costs 0.48 at least: most such lines need no logarithm.
      if (!blownUp && (room > 2 * share || 2 * room < share) && best[start]! + 0.48 >= found) continue
      const raggedCost = blownUp ? RAGGED + RAGGED_EMPTY * (1 - share / room) : Infinity
      const leftOver = end === n && start === n - 1 && start > 0 ? lone : 0
      const filledCost = lineCost(room, share) + leftOver
      const cost = best[start]! + Math.min(raggedCost, filledCost)
      // Of equals the longer last line: better a picture alone at the head than at the foot.
      if (cost <= found + 1e-12) {
        found = cost
        foundFrom = start
        lastIsRagged = raggedCost < filledCost
      }
    }
    best[end] = found
    from[end] = foundFrom
  }
  const counts: number[] = []
  for (let end = n; end > 0; end = from[end]!) counts.push(end - from[end]!)
  return { counts: counts.reverse(), ragged: lastIsRagged }
}

/**
 * The plain way, for comparison: a line takes the next picture while that brings it nearer to the wanted
 * height. O(n).
 */
export function breakRowsGreedily(aspects: readonly number[], width: number, gap: number, wanted: number): number[] {
  const counts: number[] = []
  let [count, sum] = [0, 0]
  for (const aspect of aspects) {
    const before = count ? (width - (count - 1) * gap) / sum : Infinity
    const after = (width - count * gap) / (sum + aspect)
    if (count && (after <= 0 || lineCost(after, wanted) > lineCost(before, wanted))) {
      counts.push(count)
      ;[count, sum] = [0, 0]
    }
    count++
    sum += aspect
  }
  if (count) counts.push(count)
  return counts
}
