import type { Line } from '../geometry/line.ts'
import { STEP } from '../layout/row-lengths.ts'
import { figure, rem } from './html.ts'

/** What lengths are written in: the gap of the row in px, and whether its px follow the size of a reader's text. */
export interface Written {
  readonly gap: number
  readonly followsText: boolean
}

/** A line as an expression; `unit` is a hundredth of the container's width: per cent of it across, cqi down. */
export function expression({ p, g, c }: Line, { gap, followsText }: Written, unit: '%' | 'cqi' = '%'): string {
  const px = g * gap + (followsText ? 0 : c)
  const terms = [
    Math.abs(p) < NOTHING ? '' : `${figure(p * 100)}${unit}`,
    Math.abs(px) < NOTHING ? '' : `${figure(px)}px`,
    followsText && Math.abs(c) > NOTHING ? rem(c) : '',
  ]
  return terms.filter(Boolean).join(' + ').replaceAll('+ -', '- ') || '0px'
}
const NOTHING = 5e-5

export const calc = (line: Line, written: Written, unit?: '%' | 'cqi'): string => {
  const said = expression(line, written, unit)
  return said.includes(' ') ? `calc(${said})` : said
}

/** A length down the row as far as it is reached, on the step that adds up. */
const reached = (line: Line, written: Written): string => `round(${expression(line, written, 'cqi')},${STEP}px)`

/**
 * A height from one length down the row to another. A browser cuts every height down to its own grid, which adds up
 * down the row: so each is what is reached at its foot, on a step that the grid has, less what was reached at its top.
 */
export const heightBetween = (top: Line, foot: Line, written: Written): string =>
  expression(top, written, 'cqi') === '0px'
    ? reached(foot, written)
    : `calc(${reached(foot, written)} - ${reached(top, written)})`
