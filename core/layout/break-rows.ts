/** What `breakRows` minimises and what it refuses. */
export interface BreakWishes {
  /** px wanted for the height of a line */
  readonly height: number
  /** A line lower than this, or holding a picture narrower than this, is refused if it can be avoided (px). */
  readonly least?: number
  /** More pictures than this never share a line. */
  readonly most?: number
}

/**
 * Where to end lines so that pictures, each line at one height and filling `width`, come nearest to the
 * wanted height: the numbers of pictures in each line.
 *
 * Cost of a line = (log height/wanted)², summed. Shortest path over break points; a line grows until it is
 * so low that adding to it can only cost more, so the work is O(n·k) with k the pictures that fit a line.
 * Source: the optimal line breaking of Knuth and Plass, Software: Practice and Experience 11 (1981).
 *
 * `breakRows([1.5, 1.5, 1.5, 1.5], 1000, 10, { height: 330 })` is [2, 2].
 */
export function breakRows(aspects: readonly number[], width: number, gap: number, wishes: BreakWishes): number[] {
  const n = aspects.length
  const { height: wanted, least = 0, most = n } = wishes
  const best = new Float64Array(n + 1).fill(Infinity)
  const from = new Int32Array(n + 1)
  best[0] = 0
  for (let start = 0; start < n; start++) {
    let sum = 0
    let narrowest = Infinity
    for (let end = start + 1; end <= n && end - start <= most; end++) {
      const aspect = aspects[end - 1]!
      sum += aspect
      narrowest = Math.min(narrowest, aspect)
      const lineHeight = (width - (end - start - 1) * gap) / sum
      const alone = end === start + 1
      // One picture always may stand alone: there is no way to show it larger.
      if (!alone && (lineHeight < least || lineHeight * narrowest < least || lineHeight <= 0)) break
      const cost = best[start]! + Math.log(lineHeight / wanted) ** 2
      if (cost < best[end]!) {
        best[end] = cost
        from[end] = start
      }
      // Lower than wanted already, and far costlier than two lines would be: longer lines cannot win.
      if (!alone && lineHeight < wanted / 4) break
    }
  }
  const counts: number[] = []
  for (let end = n; end > 0; end = from[end]!) counts.unshift(end - from[end]!)
  return counts
}
