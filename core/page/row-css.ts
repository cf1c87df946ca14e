import type { Line } from '../geometry/line.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { filterOf } from '../layout/filter-bar.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { gapOf, spaceOf } from '../layout/row-lengths.ts'
import type { Form, Variant } from '../layout/row-layout.ts'
import { filterCss } from './gallery-filter.ts'
import type { LinearBox } from '../layout/join-tree.ts'
import { figure, fine } from './html.ts'
import { BESIDE_ABOVE } from './row-heights.ts'

/** A line as an expression; `unit` is a hundredth of the container's width: per cent of it across, cqi down. */
function expression({ p, g, c }: Line, unit: '%' | 'cqi' = '%'): string {
  const terms = [p ? `${figure(p * 100)}${unit}` : '', g ? `${figure(g)}*var(--gap)` : '', c ? `${figure(c)}px` : '']
  return terms.filter(Boolean).join(' + ') || '0px'
}

const calc = (line: Line, unit?: '%' | 'cqi'): string => `calc(${expression(line, unit)})`

/** The rules of one row that the house style sheet cannot know: own gap and space, widths, places, folds, filter. */
export function rowCss(laid: LaidRow, house: HouseStyle): string {
  const { row } = laid
  const id = `.page #row-${row.id}`
  const own = [
    gapOf(row, house) === house.gap ? '' : `--gap:${figure(gapOf(row, house))}px`,
    spaceOf(row, house) === house.space ? '' : `--space:${figure(spaceOf(row, house))}px`,
  ].filter(Boolean)
  const rules = own.length ? [`${id}{${own.join(';')}}`] : []
  rules.push(...layoutCss(laid.rest ? `${id}>.parts` : id, laid, house))
  if (laid.rest) rules.push(...layoutCss(`${id}-rest`, laid.rest, house))
  const tags = filterOf(laid, house)
  if (tags.length) rules.push(filterCss(laid, tags))
  return rules.join('\n')
}

/** The rules that place the pictures of a row, or of one part of it. */
function layoutCss(id: string, laid: LaidRow, house: HouseStyle): string[] {
  const { variants } = laid.layout
  const { form } = variants[0]!
  if (form.type === 'single') return singleCss(id, variants, house)
  return variants.flatMap((variant, i) => {
    const css = variantCss(id, variant, form, laid)
    return css ? [inRange(css, variant.from, variants[i - 1]?.from)] : []
  })
}

/** Rules for containers from `from` px up to `below`; without limits they need no query. */
function inRange(css: string, from: number, below: number | undefined): string {
  const limits = [
    below === undefined ? '' : `(width < ${figure(below)}px)`,
    from > 0 ? `(width >= ${figure(from)}px)` : '',
  ].filter(Boolean)
  return limits.length ? `@container row ${limits.join(' and ')}{${css}}` : css
}

function singleCss(id: string, variants: readonly Variant[], house: HouseStyle): string[] {
  const { form, boxes, from } = variants[0]!
  const width = calc(boxes[0]!.w)
  if (form.type === 'single' && form.beside) {
    const other = form.beside === 'left' ? 'right' : 'left'
    const column = from + 2 * house.margin
    // Wider than the measure: the picture would never leave text room, so it always stands alone.
    const alone = variants[1]!.boxes[0]!.w
    const base = alone.p === 1 ? [] : [`${id}>.pic{width:min(100%,${calc(alone)});margin-inline:auto}`]
    if (from > house.measure) return base
    return [
      ...base,
      `@container page (width >= ${figure(column)}px){${id}{float:${form.beside};clear:none;width:${width};` +
        `margin:${BESIDE_ABOVE}em 0 var(--space);margin-${other}:var(--space)}}`,
    ]
  }
  return width === 'calc(100%)' ? [] : [`${id}>.pic{width:min(100%,${width});margin-inline:auto}`]
}

/** The rules of one variant; '' where the house style sheet and the inline numbers say all. `built` is the form that the HTML was built for. */
function variantCss(
  id: string,
  { form, boxes, height, band }: Variant,
  built: Form,
  { pictures, rest }: LaidRow,
): string {
  const nested = built.type === 'tree'
  const top = `${id}>:is(.row,.stack)`
  // Where the HTML is nested, the inner boxes give way and leave their pictures to the outer one.
  const flat = nested ? `${top} :is(.row,.stack){display:contents}` : ''
  const perPicture = (rule: (index: number) => string) =>
    grouped(boxes.map((_, i) => [`${id} .p${pictures[i]!.at + 1}`, rule(i)]))
  switch (form.type) {
    case 'tree':
      // On the box inside: the seat is the container that is asked, and can't be styled by its own width.
      return band
        ? `${top}{--band:${figure(band)}px}${id} .pic{display:grid;grid-template-rows:auto minmax(var(--band),auto);align-content:start}`
        : ''
    case 'lines':
      return nested
        ? `${top}{display:flex;flex-flow:row wrap}${flat}${perPicture(foldedLineCss(form, boxes))}`
        : linesCss(
            id,
            form,
            pictures.map(({ picture }) => picture.width / picture.height),
          )
    case 'cells':
      // With more to show, both parts stand in one grid, so that no hole is left between them.
      return `${rest ? id : top}{grid-template-columns:repeat(${form.columns},minmax(0,1fr))}`
    case 'placed':
      return (
        `${top}{display:block;position:relative;height:${calc(height, 'cqi')}}${flat}${top} .pic{position:absolute}` +
        perPicture((i) => `left:${calc(boxes[i]!.x)};top:${calc(boxes[i]!.y, 'cqi')};width:${calc(boxes[i]!.w)}`)
      )
    case 'strip':
      return built.type === 'strip' && built.across > 1 ? `${id} .strip{--n:${form.across}}` : ''
    case 'single':
      return ''
  }
}

/** Rules that say the same, said once. */
function grouped(rules: readonly (readonly [selector: string, css: string])[]): string {
  const selectors = new Map<string, string[]>()
  for (const [selector, css] of rules) selectors.set(css, [...(selectors.get(css) ?? []), selector])
  return [...selectors].map(([css, list]) => `${list.join()}{${css}}`).join('')
}

/**
 * A picture in a line that fills: less than its share of the line by its part of one px, and growing into just that. So
 * no rounding of the browser can make a line wrap, the line ends where its container does, and the next picture, which
 * is wider than a px, never comes up into it. It grows no further: a page that is still coming has half a line.
 */
const filling = (width: string, part: string, grow: string): string =>
  `--f:calc(${width});flex:${grow} 1 calc(var(--f) - 1px*${part});max-width:calc(var(--f) + .02px)`

/** One rule a line, not one a picture: the pictures say their own aspects. */
function linesCss(
  id: string,
  { counts, ragged }: Extract<Form, { type: 'lines' }>,
  aspects: readonly number[],
): string {
  let first = 0
  let filled = { sum: 1, gaps: 0 }
  return counts
    .map((count, i) => {
      const line = aspects.slice(first, first + count)
      const keepsHeight = ragged && i === counts.length - 1 && i > 0
      if (!keepsHeight) filled = { sum: line.reduce((sum, aspect) => sum + aspect, 0), gaps: count - 1 }
      const sum = fine(filled.sum)
      const width = `(100% - ${filled.gaps}*var(--gap))/${sum}*var(--a)`
      const size = keepsHeight
        ? `flex:none;width:calc(${width})`
        : filling(width, `var(--a)/${sum}`, 'calc(1000*var(--a))')
      const rule = `${id}>.row>:nth-child(n+${first + 1}):nth-child(-n+${first + count}){${size}}`
      first += count
      return rule
    })
    .join('')
}

/** As a nested row's pictures stand when it folds into lines: each says its own share. */
function foldedLineCss({ counts, ragged }: Extract<Form, { type: 'lines' }>, boxes: readonly LinearBox[]) {
  const lineOf = counts.flatMap((count, line) => Array.from({ length: count }, () => line))
  return (index: number): string => {
    const { w } = boxes[index]!
    const keepsHeight = ragged && lineOf[index] === counts.length - 1 && counts.length > 1
    return keepsHeight ? `flex:none;width:calc(${expression(w)})` : filling(expression(w), fine(w.p), fine(1000 * w.p))
  }
}
