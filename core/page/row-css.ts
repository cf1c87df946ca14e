import type { Line } from '../geometry/line.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { gapOf, spaceOf } from '../layout/row.ts'
import type { Variant } from '../layout/row-layout.ts'
import { figure } from './html.ts'
import type { LaidRow } from './row-html.ts'

/** `calc()` of a line: per cent of the container, gaps, px. */
function calc({ p, g, c }: Line): string {
  const terms = [
    p ? `${figure(p * 100)}%` : '',
    g ? `${figure(g)} * var(--gap)` : '',
    c ? `${figure(c)}px` : '',
  ].filter(Boolean)
  return terms.length === 0 ? '0px' : `calc(${terms.join(' + ')})`
}

/** The rules of one row that the house style sheet cannot know: own gap and space, widths, folds. */
export function rowCss(laid: LaidRow, house: HouseStyle): string {
  const { row, layout } = laid
  const id = `.page #row-${row.id}`
  const rules: string[] = []
  const own = [
    gapOf(row, house) === house.gap ? '' : `--gap:${figure(gapOf(row, house))}px`,
    spaceOf(row, house) === house.space ? '' : `--space:${figure(spaceOf(row, house))}px`,
  ].filter(Boolean)
  if (own.length) rules.push(`${id}{${own.join(';')}}`)
  const widest = layout.variants[0]!
  if (widest.form.type === 'single') rules.push(...singleCss(id, layout.variants, house))
  else rules.push(...layout.variants.slice(1).map((variant, i) => foldCss(id, variant, layout.variants[i]!.from)))
  return rules.join('\n')
}

function singleCss(id: string, variants: readonly Variant[], house: HouseStyle): string[] {
  const { form, boxes, from } = variants[0]!
  const width = calc(boxes[0]!.w)
  if (form.type === 'single' && form.beside) {
    const other = form.beside === 'left' ? 'right' : 'left'
    const column = from + 2 * house.margin
    // Wider than the measure: the picture would never leave text room, so it always stands alone.
    if (from > house.measure) return []
    return [
      `@container page (width >= ${figure(column)}px){${id}{float:${form.beside};clear:none;width:${width};` +
        `margin:0.3em 0 var(--space);margin-${other}:var(--space)}}`,
    ]
  }
  return width === 'calc(100%)' ? [] : [`${id}>.pic{width:min(100%,${width});margin-inline:auto}`]
}

function foldCss(id: string, variant: Variant, below: number): string {
  const widths = variant.boxes.map(
    // A trifle less than the share: a line must not wrap because of rounding to the browser's layout grid.
    (box, i) => `${id} .p${i + 1}{flex:none;width:calc(${calc(box.w)} - .02px)}`,
  )
  return `@container row (width < ${figure(below)}px){${id}>.row{flex-wrap:wrap}${id} :is(.row .row,.stack){display:contents}${widths.join('')}}`
}
