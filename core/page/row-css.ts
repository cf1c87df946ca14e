import { GAP, type Line, minus, plus, times } from '../geometry/line.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { filterOf } from '../layout/filter-bar.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { gapOf, spaceOf, STEP } from '../layout/row-lengths.ts'
import type { Form, Variant } from '../layout/row-layout.ts'
import { filterCss } from './gallery-filter.ts'
import { type JoinTree, type LinearBox, partWidths } from '../layout/join-tree.ts'
import { figure, fine, rem } from './html.ts'
import { BESIDE_ABOVE } from './row-heights.ts'
import { nodeName } from './row-html.ts'

/** What lengths are written in: the gap of the row in px, and whether its px follow the size of a reader's text. */
interface Written {
  readonly gap: number
  readonly followsText: boolean
}

/** A line as an expression; `unit` is a hundredth of the container's width: per cent of it across, cqi down. */
function expression({ p, g, c }: Line, { gap, followsText }: Written, unit: '%' | 'cqi' = '%'): string {
  const px = g * gap + (followsText ? 0 : c)
  const terms = [
    Math.abs(p) < NOTHING ? '' : `${figure(p * 100)}${unit}`,
    Math.abs(px) < NOTHING ? '' : `${figure(px)}px`,
    followsText && Math.abs(c) > NOTHING ? rem(c) : '',
  ]
  return terms.filter(Boolean).join(' + ').replaceAll('+ -', '- ') || '0px'
}
const NOTHING = 5e-5

const calc = (line: Line, written: Written, unit?: '%' | 'cqi'): string => {
  const said = expression(line, written, unit)
  return said.includes(' ') ? `calc(${said})` : said
}

/** A length down the row as far as it is reached, on the step that adds up. */
const reached = (line: Line, written: Written): string => `round(${expression(line, written, 'cqi')},${STEP}px)`

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
  const { variants, gap, followsText = false } = laid.layout
  const written = { gap, followsText }
  const { form } = variants[0]!
  if (form.type === 'single') return singleCss(id, variants, house)
  return variants.flatMap((variant, i) => {
    const css = variantCss({ id, built: form, laid, written }, variant)
    return css ? [inRange(css, written, variant.from, variants[i - 1]?.from)] : []
  })
}

/** Rules for containers from `from` px up to `below`; without limits they need no query. */
function inRange(css: string, { followsText }: Written, from: number, below: number | undefined): string {
  const width = (px: number) => (followsText ? rem(px) : `${fine(px)}px`)
  const limits = [
    below === undefined ? '' : `(width < ${width(below)})`,
    from > 0 ? `(width >= ${width(from)})` : '',
  ].filter(Boolean)
  return limits.length ? `@container row ${limits.join(' and ')}{${css}}` : css
}

function singleCss(id: string, variants: readonly Variant[], house: HouseStyle): string[] {
  const { form, boxes, from } = variants[0]!
  const plain = { gap: 0, followsText: false }
  const { w, h } = boxes[0]!
  const width = expression(w, plain)
  // A browser rounds the width before it works out the height, which tells on shapes that are very tall.
  const aspect = (w.p + w.c) / (h.p + h.c)
  const height = (own: string) => (aspect < TALL ? `;--h:calc(${own}/${fine(aspect)})` : '')
  if (form.type === 'single' && form.beside) {
    const other = form.beside === 'left' ? 'right' : 'left'
    const column = from + 2 * house.margin
    // Wider than the measure: the picture would never leave text room, so it always stands alone.
    const alone = variants[1]!.boxes[0]!.w
    const most = alone.p === 1 ? '100cqi' : `min(100cqi,${expression(alone, plain, 'cqi')})`
    const base = alone.p === 1 && aspect >= TALL ? [] : [`${id}>.pic{width:${most};margin-inline:auto${height(most)}}`]
    if (from > house.measure) return base
    return [
      ...base,
      `@container page (width >= ${rem(column)}){${id}{float:${form.beside};clear:none;width:calc(${width});` +
        `margin:${BESIDE_ABOVE}em 0 var(--space);margin-${other}:var(--space)}}`,
    ]
  }
  const most = w.p === 1 && w.c === 0 ? '100cqi' : `min(100cqi,${expression(w, plain, 'cqi')})`
  return most === '100cqi' && aspect >= TALL ? [] : [`${id}>.pic{width:${most};margin-inline:auto${height(most)}}`]
}
/** width / height under which a single picture is given its height, and not left to its shape. */
const TALL = 0.25

/** Where rules go, and what the HTML was built for. */
interface Place {
  readonly id: string
  readonly built: Form
  readonly laid: LaidRow
  readonly written: Written
}

/** The rules of one variant; '' where the house style sheet says all. */
function variantCss(place: Place, variant: Variant): string {
  const { id, built, laid, written } = place
  const { form, boxes, height, lines } = variant
  const nested = built.type === 'tree'
  const top = `${id}>:is(.row,.stack)`
  // Where the HTML is nested, the inner boxes give way and leave their pictures to the outer one.
  const flat = nested ? `${top} :is(.row,.stack){display:contents}` : ''
  const perPicture = (rule: (index: number) => string) =>
    grouped(boxes.map((_, i) => [`${id} .p${laid.pictures[i]!.at + 1}`, rule(i)]))
  switch (form.type) {
    case 'tree':
      return (
        `${top}{min-height:${calc(height, written, 'cqi')}}` +
        joinsCss(form.tree, (node) => (node === '' ? top : `${id} .${node}`), place) +
        perPicture((i) => `--h:${calc(boxes[i]!.h, written, 'cqi')}${lines?.[i] ? `;--l:${lines[i]}` : ''}`)
      )
    case 'lines':
      return nested
        ? `${top}{display:flex;flex-flow:row wrap;align-items:flex-start}${flat}${perPicture(foldedLineCss(form, boxes, written))}`
        : (built.type === 'placed' ? `${top}{display:flex;flex-wrap:wrap}` : '') + linesCss(place, form, boxes)
    case 'cells':
      // With more to show, both parts stand in one grid, so that no hole is left between them.
      return (
        `${laid.rest ? id : top}{grid-template-columns:repeat(${form.columns},minmax(0,1fr))}` +
        `${top}{--n:${form.columns};--c:${calc(boxes[0]!.h, written, 'cqi')}}`
      )
    case 'placed':
      return (
        `${top}{display:block;position:relative;height:${calc(height, written, 'cqi')}}${flat}${top} .pic{position:absolute}` +
        perPicture((i) => {
          const { x, y, w, h } = boxes[i]!
          return `left:${calc(x, written)};top:${calc(y, written, 'cqi')};width:${calc(w, written)};--h:${calc(h, written, 'cqi')}`
        })
      )
    case 'strip':
      return built.type === 'strip' && built.across > 1 ? `${id} .strip{--n:${form.across}}` : ''
    case 'single':
      return ''
  }
}

/** How wide the parts of side-by-side joins are. Parts of stacks are as high as they are. */
function joinsCss(tree: JoinTree, selector: (node: string) => string, { laid, written }: Place): string {
  if (tree.type === 'picture') return ''
  const widths = tree.type === 'beside' ? partWidths(tree.parts, written.gap) : []
  return tree.parts
    .map((part, i) => {
      const node = nodeName(part, laid)
      const inner = joinsCss(part, selector, { laid, written } as Place)
      const own = widths[i]
      if (!own) return inner
      const basis = expression({ p: 0, g: 0, c: own.text }, { gap: 0, followsText: true })
      const start =
        own.text < NOTHING ? `${figure(own.px)}px` : own.px < NOTHING ? basis : `calc(${figure(own.px)}px + ${basis})`
      return `${selector(node)}{flex:${fine(1000 * own.share)} 1 ${start}}${inner}`
    })
    .join('')
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

type LinesForm = Extract<Form, { type: 'lines' }>

/**
 * The heights of pictures in each line. A browser cuts every height down to its own grid, which adds up down the row: so
 * each is what is reached below its line, on a step that the grid has, less what was reached above it.
 */
function lineHeights({ counts }: LinesForm, boxes: readonly LinearBox[], written: Written): string[] {
  let first = 0
  return counts.map((count, line) => {
    const { y, h } = boxes[first]!
    first += count
    const above = minus(y, times(GAP, line))
    const below = reached(plus(above, h), written)
    return line === 0 ? below : `calc(${below} - ${reached(above, written)})`
  })
}

/** One rule a line, not one a picture: the pictures say their own aspects. */
function linesCss({ id, laid, written }: Place, form: LinesForm, boxes: readonly LinearBox[]): string {
  const { counts, ragged } = form
  const aspects = laid.pictures.map(({ picture }) => picture.width / picture.height)
  const heights = lineHeights(form, boxes, written)
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
      const which = `:nth-child(n+${first + 1})${i === counts.length - 1 ? '' : `:nth-child(-n+${first + count})`}`
      first += count
      return `${id}>.row>${which}{${size};--h:${heights[i]}}`
    })
    .join('')
}

/** As a nested row's pictures stand when it folds into lines: each says its own share. */
function foldedLineCss(form: LinesForm, boxes: readonly LinearBox[], written: Written) {
  const { counts, ragged } = form
  const lineOf = counts.flatMap((count, line) => Array.from({ length: count }, () => line))
  const heights = lineHeights(form, boxes, written)
  return (index: number): string => {
    const { w } = boxes[index]!
    const width = expression(w, written)
    const keepsHeight = ragged && lineOf[index] === counts.length - 1 && counts.length > 1
    const size = keepsHeight ? `flex:none;width:calc(${width})` : filling(width, fine(w.p), fine(1000 * w.p))
    return `${size};--h:${heights[lineOf[index]!]}`
  }
}
