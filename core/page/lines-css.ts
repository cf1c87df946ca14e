import { GAP, minus, plus, times } from '../geometry/line.ts'
import type { LinearBox } from '../layout/join-tree.ts'
import { shareAlone, TALLEST_ALONE } from '../layout/lines.ts'
import type { Form } from '../layout/row-layout.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { fine } from './html.ts'
import { expression, heightBetween, type Written } from './lengths-css.ts'

/** How pictures stand in lines that fill their row. */

/**
 * A picture in a line that fills: less than its share of the line by its part of one px, and growing into just that. So
 * no rounding of the browser can make a line wrap, the line ends where its container does, and the next picture, which
 * is wider than a px, never comes up into it. It grows no further: a page that is still coming has half a line.
 */
export const filling = (width: string, part: string, grow: string): string =>
  `--f:calc(${width});flex:${grow} 1 calc(var(--f) - 1px*${part});max-width:calc(var(--f) + .02px)`

/** A picture that is too tall to fill its line stands in the middle of it. */
function alone(line: readonly number[]): string | undefined {
  const share = line.length === 1 ? shareAlone(line[0]!) : 1
  return share < 1 ? inTheMiddle(share) : undefined
}
const inTheMiddle = (share: number): string =>
  `flex:none;width:${fine(100 * share)}%;margin-inline:${fine(50 * (1 - share))}%`

type LinesForm = Extract<Form, { type: 'lines' }>

/** The heights of pictures in each line. Gaps are on the grid: what is reached is counted without them. */
function lineHeights({ counts }: LinesForm, boxes: readonly LinearBox[], written: Written): string[] {
  let first = 0
  return counts.map((count, line) => {
    const { y, h } = boxes[first]!
    first += count
    const top = minus(y, times(GAP, line))
    return heightBetween(top, plus(top, h), written)
  })
}

/** Where the rules of lines go. */
interface LinesPlace {
  readonly id: string
  readonly laid: LaidRow
  readonly written: Written
}

/** One rule a line, not one a picture: the pictures say their own aspects. */
export function linesCss({ id, laid, written }: LinesPlace, form: LinesForm, boxes: readonly LinearBox[]): string {
  const { counts, ragged } = form
  const aspects = laid.pictures.map(({ shape }) => shape.aspect)
  const heights = lineHeights(form, boxes, written)
  let first = 0
  let filled = { sum: 1, gaps: 0 }
  return counts
    .map((count, i) => {
      const line = aspects.slice(first, first + count)
      const keepsHeight = ragged && i === counts.length - 1 && i > 0
      const across = line.reduce((sum, aspect) => sum + aspect, 0)
      if (!keepsHeight) filled = { sum: count === 1 ? Math.max(across, TALLEST_ALONE) : across, gaps: count - 1 }
      const sum = fine(filled.sum)
      const width = `(100% - ${filled.gaps}*var(--gap))/${sum}*var(--a)`
      const size = keepsHeight
        ? `flex:none;width:calc(${width})`
        : (alone(line) ?? filling(width, `var(--a)/${sum}`, 'calc(1000*var(--a))'))
      const which = `:nth-child(n+${first + 1})${i === counts.length - 1 ? '' : `:nth-child(-n+${first + count})`}`
      first += count
      return `${id}>.row>${which}{${size};--h:${heights[i]}}`
    })
    .join('')
}

/** As a nested row's pictures stand when it folds into lines: each says its own share. */
export function foldedLineCss(form: LinesForm, boxes: readonly LinearBox[], written: Written) {
  const { counts, ragged } = form
  const lineOf = counts.flatMap((count, line) => Array.from({ length: count }, () => line))
  const heights = lineHeights(form, boxes, written)
  return (index: number): string => {
    const { w } = boxes[index]!
    const width = expression(w, written)
    const keepsHeight = ragged && lineOf[index] === counts.length - 1 && counts.length > 1
    const lone = w.p < 1 && counts[lineOf[index]!] === 1
    const size = keepsHeight
      ? `flex:none;width:calc(${width})`
      : lone
        ? inTheMiddle(w.p)
        : filling(width, fine(w.p), fine(1000 * w.p))
    return `${size};--h:${heights[lineOf[index]!]}`
  }
}
