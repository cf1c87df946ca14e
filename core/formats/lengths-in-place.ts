import { at, type Line, ZERO } from '../geometry/line.ts'
import type { Variant } from '../layout/row-layout.ts'
import { figure, fine } from '../page/html.ts'

/** Lengths in styles in place, where no query can be asked: of several the one that holds is chosen by arithmetic. */

/** px by which boxes are less than their share, so that no rounding makes a line wrap. */
const SLACK = 0.05
export interface Length {
  /** px of the container from which it holds */
  readonly from: number
  readonly line: Line
}

const term = ({ p, g, c }: Line, gap: number): string => {
  const px = g * gap + c - SLACK
  return `${fine(100 * p)}% ${px < 0 ? '-' : '+'} ${figure(Math.abs(px))}px`
}

/** The width that holds at each width of the container, widest range first. */
export function widthCss(lengths: readonly Length[], gap: number): string {
  const [widest, ...others] = lengths
  const { line } = widest!
  if (others.length === 0) return `width:${fine(100 * line.p)}%;width:calc(${term(line, gap)})`
  const fold = lengths[lengths.length - 2]!.from
  const plain = fold > 0 ? Math.floor((10_000 * (at(line, fold, gap) - SLACK)) / fold) / 100 : 100
  return `width:${Math.max(1, Math.min(100, plain))}%;width:${chosen(lengths, gap)}`
}

/** The length that holds: all others are far below it. */
function chosen(lengths: readonly Length[], gap: number): string {
  const parts = lengths.map((length, i) => {
    const above = i < lengths.length - 1 ? [`(100% - ${figure(length.from - 0.01)}px)*99999`] : []
    const below = i > 0 ? [`(${figure(lengths[i - 1]!.from)}px - 100%)*99999`] : []
    return `min(${[term(length.line, gap), ...above, ...below].join(',')})`
  })
  return parts.length === 1 ? `calc(${term(lengths[0]!.line, gap)})` : `max(${parts.join(',')})`
}

/** A picture too tall to fill its line stands in the middle of it, and nothing comes up beside it. */
export function aloneCss(variants: readonly Variant[], index: number, gap: number): string {
  const lengths = variants.map(({ from, form, boxes }) => ({
    from,
    line: form.type === 'lines' && isAlone(form.counts, index) && boxes[index]!.w.p < 1 ? boxes[index]!.x : ZERO,
  }))
  return lengths.some(({ line }) => line !== ZERO) ? `;margin:0 ${chosen(lengths, gap)}` : ''
}

function isAlone(counts: readonly number[], index: number): boolean {
  let first = 0
  for (const count of counts) {
    if (index < first + count) return count === 1
    first += count
  }
  return false
}

/** Lengths of one picture in every variant of its row. */
export const lengthsOf = (variants: readonly Variant[], index: number): Length[] =>
  variants.map(({ from, boxes }) => ({ from, line: boxes[index]!.w }))
