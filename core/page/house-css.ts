import { CAPTION_TYPE, type HouseStyle } from '../house/house-style.ts'
import { PARAGRAPH_SPACE } from '../layout/beside-text.ts'
import { FONT_FILES } from './blog-page.ts'

/**
 * The house style as a style sheet. Everything hangs on `.page`, so that the board shows a post with the
 * very rules that readers get.
 */
export function houseCss(house: HouseStyle): string {
  const { colours, type } = house
  return `.page{--measure:${house.measure}px;--outset:${house.outset}px;--margin:${house.margin}px;--gap:${house.gap}px;--space:${house.space}px;
container:page/inline-size;background:${colours.ground};color:${colours.ink};
font:${type.fontSize}px/${type.lineHeight} "Source Serif 4 Variable",Georgia,serif;font-optical-sizing:auto;font-synthesis:none;text-rendering:optimizeLegibility;overflow-wrap:break-word;-webkit-text-size-adjust:100%;text-size-adjust:100%}
.page *,.page *::before,.page *::after{box-sizing:border-box}
.page .column{width:min(var(--measure),100% - 2*var(--margin));margin-inline:auto;display:flow-root}
.page p,.page ul,.page ol,.page blockquote{margin:0 0 ${PARAGRAPH_SPACE}em}
.page h1{font-size:2.1em;line-height:1.14;font-weight:700;margin:1.3em 0 .35em;letter-spacing:-.012em;text-wrap:balance}
.page h2{font-size:1.4em;line-height:1.22;font-weight:700;margin:1.5em 0 .4em;text-wrap:balance}
.page h3{font-size:1.14em;line-height:1.3;font-weight:700;margin:1.3em 0 .35em}
.page h4{font-size:1em;line-height:1.35;font-weight:700;font-style:italic;margin:1.2em 0 .3em}
.page ul{list-style:disc;padding-left:1.3em}
.page ol{list-style:decimal;padding-left:1.5em}
.page li>p{margin:0 0 .3em}
.page blockquote{padding-left:1.1em;border-left:2px solid ${colours.soft};font-style:italic}
.page hr{border:0;border-top:1px solid ${colours.soft};width:6em;margin:2em auto}
.page a{color:${colours.link};text-decoration:underline;text-decoration-thickness:1px;text-underline-offset:.18em}
.page a:focus-visible{outline:2px solid ${colours.link};outline-offset:3px}
.page .post-facts{color:${colours.soft};font-size:.82em;margin:0 0 1.8em}
.page figure{margin:0}
.page .seat{clear:both;margin-block:var(--space);container:row/inline-size}
.page .seat-outset{width:min(var(--measure) + 2*var(--outset),100cqi - 2*var(--margin));margin-left:calc((100% - min(var(--measure) + 2*var(--outset),100cqi - 2*var(--margin)))/2)}
.page .seat-bleed{width:100cqi;margin-left:calc((100% - 100cqi)/2)}
.page .row{display:flex;gap:var(--gap);align-items:flex-start}
.page .row>*{flex:var(--a) 0 calc(var(--b)*var(--gap) + var(--k,0)*var(--band,0px));min-width:0}
.page .stack{display:flex;flex-direction:column;gap:var(--gap)}
.page .lines{flex-wrap:wrap}
.page .cells{display:grid}
.page .placed{display:block;position:relative}
.page .strip{overflow-x:auto;overscroll-behavior-x:contain;scroll-snap-type:x mandatory;scrollbar-width:thin}
.page .strip>.pic{flex:0 0 100%;scroll-snap-align:center}
.page .frame{position:relative;display:grid;place-items:center;width:100%;aspect-ratio:var(--frame)}
.page .frame>a{width:100%}
.page .frame img{margin-inline:auto}
.page .count{position:absolute;top:.6em;right:.6em;padding:.1em .5em;background:#1d1b18;color:#fffdf9;font-size:.7em;line-height:1.5}
.page .pic{min-width:0}
.page .pic>a{display:block}
.page .pic img{display:block;width:100%;height:auto;object-fit:cover}
.page figcaption{color:${colours.soft};font-size:${CAPTION_TYPE.size}em;line-height:${CAPTION_TYPE.lineHeight};font-style:italic;margin-top:${CAPTION_TYPE.above}em}
.page .credit{font-style:normal}
.page .seat-bleed figcaption{padding-inline:var(--margin)}
.page .seat-bleed :is(.row,.stack) figcaption{padding-inline:${CAPTION_TYPE.inset}px}`
}

/** Characters outside the first font file are in the second, fetched only where a page has them. */
const EXTENDED = 'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+1E00-1E9F,U+1EF2-1EFF,U+20A0-20AB,U+20AD-20C4,U+2113,U+2C60-2C7F,U+A720-A7FF'

/** `optional`: a font that comes late is used from the next page on, for text must not move under the reader. */
function fontFaces(): string {
  const face = (style: string, file: string, range: string) =>
    `@font-face{font-family:"Source Serif 4 Variable";font-style:${style};font-weight:200 900;font-display:optional;src:url(${file}) format("woff2");unicode-range:${range}}`
  const basic = 'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD'
  const [upright, italic, uprightExt, italicExt] = FONT_FILES
  return [face('normal', upright, basic), face('italic', italic, basic), face('normal', uprightExt, EXTENDED), face('italic', italicExt, EXTENDED)].join('\n')
}

/** Rules around posts on the published blog: masthead and list. */
export function blogCss(house: HouseStyle): string {
  const { colours } = house
  return `${fontFaces()}
html{background:${colours.ground}}
body{margin:0}
${houseCss(house)}
.page .masthead{border-bottom:1px solid color-mix(in srgb,${colours.soft} 35%,transparent)}
.page .masthead a{color:inherit;text-decoration:none;font-weight:700}
.page .masthead .column{padding-block:1em;display:flex;gap:1em;align-items:baseline;flex-wrap:wrap}
.page .masthead span{color:${colours.soft};font-size:.82em}
.page .foot{color:${colours.soft};font-size:.82em;padding-block:2.5em 3em}
.page .list{list-style:none;margin:0;padding:1.6em 0 2em}
.page .list li{margin:0}
.page .list h2{margin:0 0 .25em}
.page .list h2 a{color:inherit;text-decoration:none}
.page .list h2 a:hover{text-decoration:underline}
.page .list p{margin:0}
.page .list .post-facts{margin:.4em 0 0}
.page .list img{display:block;width:100%;height:auto;object-fit:cover}
.page .list-rows li{display:grid;grid-template-columns:minmax(96px,30%) 1fr;gap:1.1em;padding-block:1.1em;border-bottom:1px solid color-mix(in srgb,${colours.soft} 25%,transparent)}
.page .list-rows h2{font-size:1.16em}
.page .list-rows p{font-size:.88em}
.page .list-cards{display:grid;grid-template-columns:repeat(auto-fill,minmax(min(240px,100%),1fr));gap:1.6em 1.2em}
.page .list-cards img,.page .list-banners img{margin-bottom:.7em}
.page .list-cards h2{font-size:1.1em}
.page .list-cards p{font-size:.88em}
.page .list-banners li{padding-block:1em 1.6em}`
}
