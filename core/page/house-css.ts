import { CAPTION_TYPE, captionType, type HouseStyle } from '../house/house-style.ts'
import { STEP } from '../layout/row-lengths.ts'
import {
  CODE_TYPE,
  FACTS_TYPE,
  FOOT_TYPE,
  HEADING_TYPE,
  LIST_TYPE,
  MASTHEAD_TYPE,
  PARAGRAPH_SPACE,
  partSize,
  QUOTE_TYPE,
  RULE_TYPE,
  SPACE_TYPE,
  TABLE_TYPE,
  TITLE_SPACING,
  WORDS_BESIDE,
} from '../house/text-type.ts'
import { FONT_STACK, fontFaces } from './fonts-css.ts'
import { edgeCss } from './edge-css.ts'
import { rem } from './html.ts'
import { CARDS, ROWS } from './list-shapes.ts'
import { PRINT_CSS } from './print-css.ts'
import { stepsCss } from './steps-css.ts'
import { VIDEO_CSS } from './video-css.ts'
import { pointersCss } from './pointers-css.ts'
import { captionsOverCss, galleryCss, REVEAL_CSS, shareCss, slideshowCss } from './reading-css.ts'

/**
 * The house style as a style sheet. Everything hangs on `.page`, so that the board shows a post with the
 * very rules that readers get.
 */
export function houseCss(house: HouseStyle): string {
  const { colours, type } = house
  const caption = captionType(house)
  return `.page{--measure:${house.measure}px;--outset:${house.outset}px;--margin:${house.margin}px;--gap:${house.gap}px;--space:${house.space}px;
container:page/inline-size;background:${colours.ground};color:${colours.ink};
font:${rem(type.fontSize)}/${type.lineHeight} ${FONT_STACK};font-optical-sizing:auto;font-synthesis:none;text-rendering:geometricPrecision;overflow-wrap:break-word;-webkit-text-size-adjust:100%;text-size-adjust:100%}
.page *,.page *::before,.page *::after{box-sizing:border-box}
.page .column{width:min(var(--measure),100% - 2*var(--margin));margin-inline:auto;display:flow-root}
.page p,.page ul,.page ol,.page blockquote{margin:0 0 ${PARAGRAPH_SPACE}em}
${headingCss(1, type.fontSize, `letter-spacing:${TITLE_SPACING}em;text-wrap:balance`)}
${headingCss(2, type.fontSize, 'text-wrap:balance')}
${headingCss(3, type.fontSize)}
${headingCss(4, type.fontSize, 'font-style:italic')}
.page ul{list-style:disc;padding-inline-start:${LIST_TYPE.bullets}em}
.page ol{list-style:decimal;padding-inline-start:${LIST_TYPE.numbers}em}
.page li>p{margin:0 0 ${LIST_TYPE.below}em}
.page blockquote{padding-inline-start:${QUOTE_TYPE.indent}em;border-inline-start:${QUOTE_TYPE.rule}px solid ${colours.soft};font-style:italic}
${formsCss(house)}
.page .space{clear:both;container-type:inline-size}
.page .space>i{display:block;height:calc(var(--lines)*${type.lineHeight}em)}
@container (width < ${SPACE_TYPE.narrow}px){.page .space>i{height:calc(var(--lines)*${SPACE_TYPE.whereNarrow * type.lineHeight}em)}}
.page hr{border:0;border-top:${RULE_TYPE.rule}px solid ${colours.soft};width:6em;margin:${RULE_TYPE.space}em auto}
.page a{color:${colours.link};text-decoration:underline;text-decoration-thickness:1px;text-underline-offset:.18em}
.page a:focus-visible{outline:2px solid ${colours.link};outline-offset:3px}
.page .post-facts{color:${colours.soft};font-size:${rem(partSize(FACTS_TYPE, type.fontSize))};margin:0 0 ${FACTS_TYPE.below}em}
.page figure{margin:0}
.page .seat{clear:both;margin-block:var(--space);container:row/inline-size}
.page .seat-outset{width:min(var(--measure) + 2*var(--outset),100cqi - 2*var(--margin));margin-inline-start:calc((100% - min(var(--measure) + 2*var(--outset),100cqi - 2*var(--margin)))/2)}
.page .seat-bleed{width:100cqi;margin-inline-start:calc((100% - 100cqi)/2)}
.page .row{display:flex;gap:var(--gap);align-items:flex-start}
.page .row>*{min-width:0}
.page .stack{display:flex;flex-direction:column;gap:var(--gap)}
.page .row.tree,.page .tree .row{align-items:stretch}
.page :is(.stack.tree,.tree .stack)>:last-child{flex:1 0 auto}
.page .tree :is(.pic,.shown,.pic a:has(>img,>picture)){display:flex;flex-direction:column}
.page .tree .pic>:first-child,.page .tree .pic :is(img,.shown>a){flex:1 1 auto;min-height:0}
.page .tree .pic img{max-height:calc(var(--h) + .02px)}
.page .lines{flex-wrap:wrap}
.page .words{min-width:0;align-self:flex-start;padding-inline:${WORDS_BESIDE}em}
.page .words.starts{padding-inline-start:0}
.page .words.ends{padding-inline-end:0}
.page .words.sits-middle{align-self:center}
.page .words.sits-foot{align-self:flex-end}
.page .seat-bleed .words.starts{padding-inline-start:var(--margin)}
.page .seat-bleed .words.ends{padding-inline-end:var(--margin)}
.page .words>:first-child{margin-top:0}
.page .words>:last-child{margin-bottom:0}
.page .cells{display:grid}
.page .cells>.pic{--at:round(down,var(--i)/var(--n),1);--h:calc(round((var(--at) + 1)*var(--c),${STEP}px) - round(var(--at)*var(--c),${STEP}px))}
.page .placed{display:block;position:relative}
.page .pic{min-width:0;scroll-margin-top:1em}
.page .pic a:has(>img,>picture){display:block}
.page picture{display:contents}
.page .letter{display:inline-block;height:1em;max-width:100%;margin:0;vertical-align:-.12em;object-fit:cover}
.page .pic img{display:block;width:100%;height:var(--h,auto);object-fit:cover}
${pictureEdge(house)}.page figcaption{color:${colours.soft};font-size:${rem(caption.size)};line-height:${rem(caption.line)};font-style:italic;margin-top:${rem(caption.above)};min-height:calc(var(--l,0)*${rem(caption.line)})}
.page .seat>figcaption,.page .seat>.pic figcaption{overflow-x:clip;overflow-clip-margin:.1em}
.page .seat-bleed figcaption{padding-inline:var(--margin)}
.page .seat-bleed :is(.row,.stack,.slides) figcaption{padding-inline:${CAPTION_TYPE.inset}px}
.page :is(.keyed,.number){display:none}
.page .by-place{display:block}
.page .key{color:${colours.ink}}
.page .pic:has(>.number){position:relative}
.page .number{position:absolute;top:.4em;inset-inline-start:.4em;min-width:1.7em;padding:0 .4em;border-radius:1em;background:rgb(29 27 24/.82);color:#fffdf9;font-size:${rem(caption.size)};line-height:1.7;text-align:center;pointer-events:none}
${stepsCss(house)}
${VIDEO_CSS}
${slideshowCss(house)}
${galleryCss(house)}
${captionsOverCss()}
${REVEAL_CSS}
${shareCss(house)}
${pointersCss(colours)}
${PRINT_CSS}`
}

const CODE_STACK = 'ui-monospace,SFMono-Regular,Menlo,Consolas,"DejaVu Sans Mono",monospace'

/**
 * Code, tables, struck, raised and lowered letters. Beside pictures of a row, where the height of words must be certain,
 * code has the text's own letters.
 */
function formsCss({ colours, type }: HouseStyle): string {
  const tint = `color-mix(in srgb,${colours.ink} 6%,${colours.ground})`
  const line = `color-mix(in srgb,${colours.soft} 45%,transparent)`
  const { down, across, rule } = TABLE_TYPE
  return `.page code{font-family:${CODE_STACK};font-size:${CODE_TYPE.size}em;background:${tint};padding:.1em .25em;border-radius:2px}
.page .words code{font:inherit;padding-inline:0}
.page pre{clear:both;margin:0 0 ${rem(PARAGRAPH_SPACE * type.fontSize)};padding:${rem(CODE_TYPE.padding * type.fontSize)} ${rem(type.fontSize)};background:${tint};overflow-x:auto;font-size:${rem(partSize(CODE_TYPE, type.fontSize))};line-height:${CODE_TYPE.line};tab-size:4}
.page pre code{display:block;width:max-content;font-size:inherit;background:none;padding:0;overflow-wrap:normal}
.page :is(sub,sup){font-size:.72em;line-height:0;position:relative;vertical-align:baseline}
.page sup{top:-.45em}
.page sub{top:.2em}
.page .scrolls{clear:both;overflow-x:auto;margin:0 0 ${PARAGRAPH_SPACE}em}
.page table{border-collapse:collapse;font-size:${rem(partSize(TABLE_TYPE, type.fontSize))};line-height:${TABLE_TYPE.line};overflow-wrap:normal}
.page :is(td,th){padding:${down}em ${2 * across}em ${down}em 0;border-bottom:${rule}px solid ${line};text-align:start;vertical-align:top;font-weight:400}
.page :is(th,table.heads tr:first-child>td){font-weight:700;border-bottom-color:${colours.soft}}
.page :is(pre,.scrolls):focus-visible{outline:2px solid ${colours.link};outline-offset:2px}`
}

function headingCss(level: keyof typeof HEADING_TYPE, fontSize: number, more?: string): string {
  const { line, above, below } = HEADING_TYPE[level]
  return `.page h${level}{font-size:${rem(partSize(HEADING_TYPE[level], fontSize))};line-height:${line};font-weight:700;margin:${above}em 0 ${below}em${more ? `;${more}` : ''}}`
}

/** The edge of all pictures. */
function pictureEdge(house: HouseStyle): string {
  const css = edgeCss(house)
  return css && `.page .pic img{${css}}\n`
}

/** Rules around posts on the published blog: masthead and list. */
export function blogCss(house: HouseStyle): string {
  const { colours } = house
  return `${fontFaces()}
html{background:${colours.ground}}
body{margin:0}
${houseCss(house)}
.page .masthead{border-bottom:${MASTHEAD_TYPE.rule}px solid color-mix(in srgb,${colours.soft} 35%,transparent)}
.page .masthead a{color:inherit;text-decoration:none;font-weight:700}
.page .masthead .column{padding-block:${MASTHEAD_TYPE.padding}em;display:flex;gap:${MASTHEAD_TYPE.gap}em;align-items:baseline;flex-wrap:wrap}
.page .masthead span{color:${colours.soft};font-size:${MASTHEAD_TYPE.lineSize}em}
.page .picture-page .large{margin:0 auto 1em;padding-inline:var(--margin);text-align:center}
.page .large .shown{width:fit-content;max-width:100%;margin-inline:auto}
.page .large img{display:block;max-width:100%;height:auto;margin-inline:auto}
.page .picture-page{padding-top:1.4em}
.page .picture-page h1{font-size:1.5em;margin:0 0 .6em}
.page .picture-page .post-facts{margin-bottom:.7em}
.page .place{white-space:nowrap}
.page .shows{color:${colours.soft}}
.page .turn{display:flex;justify-content:space-between;gap:1em;padding-block:.6em 1.5em;border-top:1px solid color-mix(in srgb,${colours.soft} 35%,transparent)}
.page .foot{color:${colours.soft};font-size:${FOOT_TYPE.size}em;padding-block:${FOOT_TYPE.above}em ${FOOT_TYPE.below}em}
.page .list{list-style:none;margin:0;padding:1.6em 0 2em}
.page .list li{margin:0}
.page .list h2{margin:0 0 .25em}
.page .list h2 a{color:inherit;text-decoration:none}
.page .list h2 a:hover{text-decoration:underline}
.page .list p{margin:0}
.page .list .post-facts{margin:.4em 0 0}
.page .list img{display:block;width:100%;height:auto;object-fit:cover}
.page .list-rows li{display:grid;grid-template-columns:minmax(${ROWS.least}px,${100 * ROWS.share}%) 1fr;gap:1.1em;padding-block:1.1em;border-bottom:1px solid color-mix(in srgb,${colours.soft} 25%,transparent)}
.page .list-rows h2{font-size:1.16em}
.page .list-rows p{font-size:.88em}
.page .list-cards{display:grid;grid-template-columns:repeat(auto-fill,minmax(min(${CARDS.least}px,100%),1fr));gap:${CARDS.down}em ${CARDS.across}em}
.page .list-cards img,.page .list-banners img{margin-bottom:.7em}
.page .list-cards h2{font-size:1.1em}
.page .list-cards p{font-size:.88em}
.page .list-banners li{padding-block:1em 1.6em}
.page .list-banners:has(+.list-cards){padding-bottom:0}
.page .post-facts a{color:inherit}
.page .topic-head{padding-top:1.4em}
.page .topic-head img{display:block;width:100%;height:auto;object-fit:cover}
.page .topic-head h1{margin-top:.6em}
.page .about{color:${colours.soft}}
.page .topics ul{display:flex;flex-wrap:wrap;gap:.2em 1.2em;margin:0;padding:0;list-style:none;font-size:.88em}`
}
