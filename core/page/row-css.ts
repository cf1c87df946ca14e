import { GAP, minus, plus, times, ZERO } from '../geometry/line.ts'
import { WORDS_FOLDED } from '../house/text-type.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { filterOf } from '../layout/filter-bar.ts'
import { leavesBelow } from '../place/captions-below.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { widthOfRow } from '../layout/container.ts'
import type { Seat } from '../house/seats.ts'
import { gapOf, seatOf, spaceOf } from '../layout/row-lengths.ts'
import type { Form, Variant } from '../layout/row-layout.ts'
import { filterCss } from './gallery-filter.ts'
import { type JoinTree, partWidths } from '../layout/join-tree.ts'
import { edgeOf } from '../post/effective.ts'
import { ownEdgeCss } from './edge-css.ts'
import { atLeast, figure, fine, rem } from './html.ts'
import { calc, expression, heightBetween, type Written } from './lengths-css.ts'
import { filling, foldedLineCss, linesCss } from './lines-css.ts'
import { BESIDE_ABOVE } from './row-heights.ts'
import { nodeName } from './row-html.ts'

/** The rules of one row that the house style sheet cannot know: own gap and space, widths, places, folds, filter. */
export function rowCss(laid: LaidRow, house: HouseStyle): string {
  const { row } = laid
  const id = `.page #row-${row.id}`
  const own = [
    gapOf(row, house) === house.gap ? '' : `--gap:${figure(gapOf(row, house))}px`,
    spaceOf(row, house) === house.space ? '' : `--space:${figure(spaceOf(row, house))}px`,
  ].filter(Boolean)
  const rules = own.length ? [`${id}{${own.join(';')}}`] : []
  const chosen = widthOfRow(row)
  if (chosen !== null) rules.push(`${id}{${narrowedCss(chosen, seatOf(row))}}`)
  if (row.corner !== null || row.border !== null) rules.push(`${id} .pic img{${ownEdgeCss(edgeOf(row, house))}}`)
  rules.push(...layoutCss(laid.rest ? `${id}>.parts` : id, laid, house))
  if (laid.rest) rules.push(...layoutCss(`${id}-rest`, laid.rest, house))
  rules.push(...belowCss(id, laid))
  const tags = filterOf(laid, house)
  if (tags.length) rules.push(filterCss(laid, tags))
  return rules.join('\n')
}

/** A row of several that is narrower than its seat stands in the middle of it. */
function narrowedCss(value: number, sits: Seat): string {
  const seat = sits === 'measure' ? '100%' : 'var(--measure) + 2*var(--outset),100cqi - 2*var(--margin)'
  const width = `min(${value}px,${seat})`
  return `width:${width};margin-inline-start:calc((100% - ${width})/2)`
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

/** Captions too long for their pictures stand below the row while it is joined, and below their pictures where it folds. */
function belowCss(id: string, { layout }: LaidRow): string[] {
  const joined = layout.variants.filter(leavesBelow).at(-1)
  if (!layout.below?.length || !joined) return []
  const css = `${id}>.keyed,${id} .number{display:block}${id} .moved{display:none}`
  return [inRange(css, { gap: layout.gap, followsText: layout.followsText ?? false }, joined.from, undefined)]
}

/** Rules for containers from `from` px up to `below`; without limits they need no query. */
function inRange(css: string, { followsText }: Written, from: number, below: number | undefined): string {
  const width = (px: number) => (followsText ? rem(px) : `${fine(px)}px`)
  const limits = [below === undefined ? '' : `(width < ${width(below)})`, from > 0 ? atLeast(width(from)) : ''].filter(
    Boolean,
  )
  return limits.length ? `@container row ${limits.join(' and ')}{${css}}` : css
}

function singleCss(id: string, variants: readonly Variant[], house: HouseStyle): string[] {
  const { form, boxes, from } = variants[0]!
  if (form.type === 'single' && form.caption !== undefined) {
    const { w, h } = boxes[0]!
    const own = expression(w, { gap: 0, followsText: false }, 'cqi')
    const aspect = (w.p + w.c) / (h.p + h.c)
    return [
      ...singleCss(id, variants.slice(1), house),
      `@container row ${atLeast(rem(from))}{${id}>.pic{display:grid;grid-template-columns:calc(${own}) minmax(0,1fr);` +
        `column-gap:${rem(form.caption)};align-items:start;width:auto;margin:0${aspect < TALL ? `;--h:calc((${own})/${fine(aspect)})` : ''}}` +
        `${id}>.pic figcaption{margin-top:0;align-self:end}}`,
    ]
  }
  const plain = { gap: 0, followsText: false }
  const { w, h } = boxes[0]!
  const width = expression(w, plain)
  // A browser rounds the width before it works out the height, which tells on shapes that are very tall.
  const aspect = (w.p + w.c) / (h.p + h.c)
  const height = (own: string) => (aspect < TALL ? `;--h:calc(${own}/${fine(aspect)})` : '')
  // All of its place is said as such: what is worked out from it may be cut down by one step more.
  const standing = (own: string) =>
    `${id}>.pic{width:${own === '100cqi' ? '100%' : own};margin-inline:auto${height(own)}}`
  if (form.type === 'single' && form.beside) {
    // As the language runs: where it runs from right to left, all is mirrored.
    const [side, other] = form.beside === 'left' ? ['inline-start', 'inline-end'] : ['inline-end', 'inline-start']
    const column = from + 2 * house.margin
    // Wider than the measure: the picture would never leave text room, so it always stands alone.
    const alone = variants[1]!.boxes[0]!.w
    const most = alone.p === 1 ? '100cqi' : `min(100cqi,${expression(alone, plain, 'cqi')})`
    const base = alone.p === 1 && aspect >= TALL ? [] : [standing(most)]
    if (from > house.measure) return base
    return [
      ...base,
      `@container page ${atLeast(rem(column))}{${id}{float:${side};width:calc(${width});` +
        // What the float is wide is cut down already; lengths worked out from it would be cut down once more.
        `margin:${BESIDE_ABOVE}em 0 var(--space);margin-${other}:var(--space)}` +
        `${aspect < TALL ? `${id}>.pic{--h:auto}` : ''}}`,
    ]
  }
  const most = w.p === 1 && w.c === 0 ? '100cqi' : `min(100cqi,${expression(w, plain, 'cqi')})`
  return most === '100cqi' && aspect >= TALL ? [] : [standing(most)]
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
        joinsCss(form.tree, place) +
        perPicture((i) => {
          const { y, h } = boxes[i]!
          return `--h:${heightBetween(y, plus(y, h), written)}${lines?.[i] ? `;--l:${lines[i]}` : ''}`
        })
      )
    case 'lines':
      return nested
        ? `${top}{display:flex;flex-flow:row wrap;align-items:flex-start}${flat}${perPicture(foldedLineCss(form, boxes, written))}`
        : (built.type === 'placed' ? `${top}{display:flex;flex-wrap:wrap}` : '') + linesCss(place, form, boxes)
    case 'worded':
      return wordedCss(place, variant, perPicture)
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
          return `inset-inline-start:${calc(x, written)};top:${calc(y, written, 'cqi')};width:${calc(w, written)};--h:${calc(h, written, 'cqi')}`
        })
      )
    case 'strip':
      return built.type === 'strip' && built.across > 1 ? `${id} .strip{--n:${form.across}}` : ''
    case 'single':
      return ''
  }
}

/** Pictures with words between them: beside each other, or one below another and the words after their picture. */
function wordedCss(
  { id, laid, written }: Place,
  { form, boxes, words }: Variant,
  perPicture: (rule: (index: number) => string) => string,
): string {
  if (form.type === 'worded' && form.folded) {
    const first = laid.row.words.some(({ at }) => at === 0) ? `${id} .p${laid.pictures[0]!.at + 1}{order:-1}` : ''
    return (
      `${id}>.row{flex-direction:column}${id} .words{width:100%;margin-block:${WORDS_FOLDED}em;padding-inline:${laid.row.sits === 'bleed' ? 'var(--margin)' : 0}}` +
      perPicture((i) => {
        const { y, w, h } = boxes[i]!
        // Gaps are on the grid: what is reached is counted without them.
        const top = minus(y, times(GAP, i))
        const share = w.p < 1 ? `width:${fine(100 * w.p)}%;margin-inline:${fine(50 * (1 - w.p))}%` : 'width:100%'
        return `flex:none;${share};--h:${heightBetween(top, plus(top, h), written)}`
      }) +
      first
    )
  }
  return (
    perPicture((i) => {
      const { w, h } = boxes[i]!
      return `${filling(expression(w, written), fine(w.p), fine(1000 * w.p))};--h:${heightBetween(ZERO, h, written)}`
    }) + (words ?? []).map(({ w }, i) => `${id} .w${i + 1}{flex:none;width:${fine(100 * w.p)}%}`).join('')
  )
}

/** How wide the parts of side-by-side joins are. Parts of stacks are as high as they are. */
function joinsCss(tree: JoinTree, place: Place): string {
  if (tree.type === 'picture') return ''
  const { id, laid, written } = place
  const widths = tree.type === 'beside' ? partWidths(tree.parts) : []
  return tree.parts
    .map((part, i) => {
      const inner = joinsCss(part, place)
      const own = widths[i]
      if (!own) return inner
      const size = filling(expression(own, written), fine(own.p), fine(1000 * own.p))
      return `${id} .${nodeName(part, laid)}{${size}}${inner}`
    })
    .join('')
}

/** Rules that say the same, said once. */
function grouped(rules: readonly (readonly [selector: string, css: string])[]): string {
  const selectors = new Map<string, string[]>()
  for (const [selector, css] of rules) selectors.set(css, [...(selectors.get(css) ?? []), selector])
  return [...selectors].map(([css, list]) => `${list.join()}{${css}}`).join('')
}
