import { directionOf } from '../readers/languages.ts'
import { fullWidth } from '../house/seats.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { PostShow } from '../shows/show.ts'
import { INSET, lineSpace, NARROW_SLIDE, setLine, stepOn } from '../shows/show-type.ts'
import { besideFrom } from '../shows/slide-widths.ts'
import { BESIDE_FROM, lineColour, lineColourOnBand, rowAndColumn, showColours } from '../shows/slide-setting.ts'
import { BLOCK_PLACES } from '../shows/show.ts'
import { atLeast, figure, rem } from './html.ts'
import { showClass } from './post-show-html.ts'

/** s between the lines of a slide that come in one after another, and until the last is there, in shares of its stay. */
const COMES = { between: 0.18, takes: 0.5, most: 0.3 } as const

/** A veil is as strong as it is said to be under all of the words, and goes out softly beyond their block, px. */
const VEIL = { blur: 56, spread: 56 } as const

/** The rules of a slideshow of posts. They hold in any container of rows, so in lists and in posts. */
export function postShowCss(show: PostShow, house: HouseStyle): string {
  const own = `.page .${showClass(show)}`
  const changes = Object.values(show.changes)
  const bands = [...new Set([show, ...changes].map(({ bandBelow }) => bandBelow ?? 0))].filter((from) => from > 0)
  const smaller = [...new Set(changes.map((change) => change.smaller ?? 0))].filter((by) => by > 0)
  // Places are left and right in every language; words go as they are read.
  const [onSides, inText] = directionOf(house.language) === 'rtl' ? ['direction:ltr;', 'direction:rtl;'] : ['', '']
  return [
    `.page .seat:has(>.${showClass(show)})+.list{padding-top:.5em}
${own} .slides{align-items:stretch}
${own} .told{--h:auto;display:flex;container:told/inline-size}
${own} .face{${onSides}--inset:clamp(${INSET.least}px,${100 * INSET.share}cqi,${INSET.most}px);flex:1;min-width:0;position:relative;isolation:isolate;overflow:hidden;display:grid;grid-template:1fr/100%}
${own} .seen{grid-area:1/1;position:relative;z-index:-1;min-height:calc(100cqi/${figure(show.frame)})}
${own} .seen img{position:absolute;inset:0;width:100%;height:100%;object-fit:cover}
${own} .said{grid-area:1/1;position:relative;z-index:0;${inText}margin:var(--inset);text-align:${show.align === 'middle' ? 'center' : show.align};min-width:0}
${own} .said p{margin:0 0 ${rem(lineSpace(house))}}
${own} .said p:last-child{margin:0}
${own} a{color:inherit}
${own} .to{text-decoration:none}
${own} .to::after{content:"";position:absolute;inset:-200vmax}
${own} .all{grid-area:1/1}
${own} .told:hover .to{text-decoration:underline}
${own} .to:focus-visible{outline:0}
${own} .face:has(.to:focus-visible){outline:3px solid ${house.colours.link};outline-offset:-3px}`,
    ...linesCss(show, house, own, 0),
    ...smaller.flatMap((by) => linesCss(show, house, own, by)),
    ...standsCss(show, house, own, bands),
    ...acrossCss(show, house, own),
    comesCss(show, own),
  ]
    .filter(Boolean)
    .join('\n')
}

/** Sizes of the lines, and smaller ones on narrow slides. */
function linesCss(show: PostShow, house: HouseStyle, own: string, smaller: number): string[] {
  const which = smaller ? `.smaller-${smaller}` : ''
  const rules = (narrow: boolean) =>
    show.lines
      .map(({ step, bold }, at) => {
        const { size, high } = setLine(stepOn(step, smaller, narrow), bold, house)
        return `${own} ${which} .l${at}{font-size:${rem(size)};line-height:${rem(high)};font-weight:${bold ? 700 : 400}}`
      })
      .join('\n')
  return [rules(false), `@container told (width < ${NARROW_SLIDE}px){${rules(true)}}`]
}

const ALIGNED = ['start', 'center', 'end'] as const
const JUSTIFIED = ['left', 'center', 'right'] as const

/** Where the words stand: over the picture, beside it, or below it in a band. */
function standsCss(show: PostShow, house: HouseStyle, own: string, bands: readonly number[]): string[] {
  const { words, under, veil } = showColours(show.words, house)
  const colours = (colour: (at: number) => string) => show.lines.map((_, at) => `.l${at}{color:${colour(at)}}`)
  const nested = (which: string, rules: readonly string[]) => rules.map((rule) => `${own} ${which} ${rule}`).join('')
  const onBand = colours((at) => {
    const { colour, step, bold } = show.lines[at]!
    // The smallest that it can be needs most.
    return lineColourOnBand(colour, show.words, setLine(stepOn(step, 4, true), bold, house).needs, house)
  })
  const band = (which: string) => `${own} ${which} .face{grid-template:auto 1fr/100%}
${own} ${which} .seen{min-height:0;aspect-ratio:${figure(show.frame)}}
${own} ${which} .said{grid-area:2/1;place-self:stretch;width:auto;margin:0;padding:var(--inset);background:${under};color:${words}}
${own} ${which} .said::before{display:none}
${nested(which, onBand)}`
  if (show.stands === 'band') return [band('.told')]
  const places = BLOCK_PLACES.map((place) => {
    const [row, column] = rowAndColumn(place)
    return { place, row, column }
  })
  if (show.stands === 'beside')
    return [
      band('.told'),
      `@container told ${atLeast(`${BESIDE_FROM}px`)}{${own} .told .face{grid-template:1fr/calc(100% - 100%*var(--k)) calc(100%*var(--k));background:${under}}
${own} .told .seen{min-height:calc(100cqi/${figure(show.frame)});aspect-ratio:auto}
${own} .told .said{grid-area:1/2}
${own} .told img{object-position:var(--beside)!important}
${places
  .map(({ place, row, column }) => {
    const at = `${own} .at-${place}`
    const left = `${at} .face{grid-template-columns:calc(100%*var(--k)) calc(100% - 100%*var(--k))}${at} .seen{grid-area:1/2}${at} .said{grid-area:1/1}`
    return `${at} .said{align-self:${ALIGNED[row]}}${column === 0 ? left : ''}`
  })
  .join('\n')}}`,
    ]
  return [
    `${own} .said{width:calc(var(--k)*(100cqi - 2*var(--inset)));color:${words}}
${own} .said::before{content:"";position:absolute;z-index:-1;inset:calc(-1*var(--inset));background:${veil};box-shadow:0 0 ${VEIL.blur}px ${VEIL.spread}px ${veil};opacity:var(--v,0)}
${nested(
  '.told',
  colours((at) => lineColour(show.lines[at]!.colour, show.words, house)),
)}
${places.map(({ place, row, column }) => `${own} .at-${place} .said{align-self:${ALIGNED[row]};justify-self:${JUSTIFIED[column]}}`).join('\n')}`,
    ...bands.map((from) => `@container told (width < ${from}px){${band(`.band-${from}`)}}`),
  ]
}

/** More slides beside each other where there is room for them. */
function acrossCss({ across, sits }: PostShow, house: HouseStyle, own: string): string[] {
  const widest = sits === 'bleed' ? Infinity : fullWidth(sits, house)
  return Array.from({ length: across - 1 }, (_, i) => i + 2)
    .filter((n) => besideFrom(n, house.gap) <= widest)
    .map((n) => `@container row ${atLeast(`${besideFrom(n, house.gap)}px`)}{${own} .strip{--n:${n}}}`)
}

/** Lines that come in one after another, where motion is welcome: all of them are there in good time to be read. */
function comesCss({ comes, seconds, lines }: PostShow, own: string): string {
  if (comes === 'still') return ''
  const between = Math.min(COMES.between, (COMES.most * seconds - COMES.takes) / Math.max(1, lines.length))
  const takes = Math.min(COMES.takes, COMES.most * seconds)
  return `@media screen and (prefers-reduced-motion:no-preference){${own} .told:not([inert]) .said>p{animation:told-${comes} ${figure(takes)}s both;animation-delay:calc(var(--j)*${figure(Math.max(0, between))}s)}
@keyframes told-${comes}{from{opacity:0${comes === 'rise' ? ';transform:translateY(.7em)' : ''}}}}`
}
