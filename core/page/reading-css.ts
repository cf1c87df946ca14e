import { CAPTION_OVER, CAPTION_TYPE, type HouseStyle } from '../house/house-style.ts'
import { GROUND_EDGE, MORE_TYPE, SHOW_BAR } from '../house/text-type.ts'
import { FILTER_TYPE } from '../layout/filter-bar.ts'
import { STEP } from '../layout/row-lengths.ts'

/**
 * How rows behave for readers: slideshow, filter, grounds, captions over pictures, reveal, sharing. What needs
 * the reader script hangs on `.scripts`, which the script's starter sets before anything is painted; a part
 * that fails leaves `.left` on its element, and the page is as it is without scripts.
 */

export const slideshowCss = ({
  colours,
}: HouseStyle): string => `.page .strip{overflow-x:auto;overscroll-behavior-x:contain;scroll-snap-type:x mandatory;scrollbar-width:thin}
.page .slides{display:flex;gap:var(--gap);align-items:flex-start;--s:calc((100cqi + var(--gap))/var(--n,1))}
.page .slides>.pic{--h:min((var(--s) - var(--gap))/var(--a,.0001),(var(--s) - var(--gap))/var(--frame));flex:0 0 calc(round((var(--i,0) + 1)*var(--s),${STEP}px) - round(var(--i,0)*var(--s),${STEP}px) - var(--gap));scroll-snap-align:center}
.page .frame{position:relative;display:grid;place-items:center;width:100%;aspect-ratio:var(--frame)}
.page .frame>a{width:100%}
.page .frame img{margin-inline:auto}
.page .count{position:absolute;top:.6em;inset-inline-end:.6em;padding:.1em .5em;background:#1d1b18;color:#fffdf9;font-size:.7em;line-height:1.5}
.page .show{display:flex;flex-direction:column}
.page .show-bar{display:none;order:1}
.scripts .show:not(.left) .count{display:none}
.scripts .show:not(.left) .strip{overflow:hidden;scroll-snap-type:none}
.scripts .show:not(.left) .slides{gap:0}
.scripts .show:not(.left) .pic{margin-inline-end:var(--gap)}
.scripts .show:not(.left) .pic:not(.near) img{display:none}
.scripts .show-bar{display:flex;align-items:center;gap:.15em;height:${SHOW_BAR}px;margin-inline:-.6em;font-size:.8em;color:${colours.ink}}
.page .show-bar button{font:inherit;color:inherit;background:none;border:0;border-radius:2px;min-width:${SHOW_BAR}px;height:${SHOW_BAR}px;padding:0 .6em;cursor:pointer}
.page .show-bar button:hover{text-decoration:underline;text-underline-offset:.2em}
.page .show-bar button:focus-visible{outline:2px solid ${colours.link};outline-offset:-2px}
.page .show-bar svg{display:block;margin:auto;width:22px;height:14px;fill:none;stroke:currentColor;stroke-width:1.6}
.page .show-bar .at{min-width:5.2em;text-align:center;font-variant-numeric:tabular-nums}
[dir=rtl] .show-bar svg{transform:scaleX(-1)}
.page .show-bar .end{margin-inline-start:auto}
.page .show-bar .dots{display:flex;min-width:0;overflow:hidden}
.page .show-bar .dots button{min-width:24px;width:24px;padding:0}
.page .show-bar .dots button::before{content:"";display:block;width:9px;height:9px;margin:auto;border:1.5px solid currentColor}
.page .show-bar .dots [aria-current=true]::before{background:currentColor}
.page .seat-bleed .show-bar{padding-inline:var(--margin);margin-inline:0}
.page .show:fullscreen{background:${colours.ground};display:grid;grid-template-rows:minmax(0,1fr) ${SHOW_BAR}px;padding:12px}
.page .show:fullscreen :is(.strip,.slides){height:100%}
.page .show:fullscreen .slides>.pic{flex-basis:100%;height:100%;display:grid;grid-template-rows:minmax(0,1fr) auto}
.page .show:fullscreen .frame{aspect-ratio:auto;height:100%;min-height:0}
.page .show:fullscreen .frame>a{display:contents}
.page .show:fullscreen .frame img{position:absolute;inset:0;width:100%!important;height:100%;aspect-ratio:auto!important;object-fit:contain;background:none!important}
.page .show:fullscreen figcaption{text-align:center}`

export const galleryCss = ({ colours }: HouseStyle): string => `.scripts [data-visit]:not(.mixed){visibility:hidden}
.page .filter ul{list-style:none;display:flex;flex-wrap:wrap;gap:${FILTER_TYPE.lines}em ${FILTER_TYPE.between}em;margin:0 0 ${FILTER_TYPE.below}em;padding:0;font-size:${FILTER_TYPE.size}em}
.page .filter li{margin:0}
.page .filter a{display:inline-block;padding:${FILTER_TYPE.padding}em 0;color:inherit;text-decoration:none;border-bottom:${FILTER_TYPE.rule}px solid transparent;scroll-margin-top:1em}
.page .filter span{font-variant-numeric:tabular-nums;font-size:${FILTER_TYPE.count}em}
.page .filter a:hover{border-bottom-color:currentColor}
.page .filter a:is([aria-current=true],:target){border-bottom-color:currentColor;font-weight:700}
.page .rest{margin-top:var(--gap)}
.page .rest[hidden]{display:none}
.page .rest:has(:target){display:block}
.page .parts-cells{display:grid;gap:var(--gap)}
.page .parts-cells :is(.cells,.rest:is(:not([hidden]),:has(:target))){display:contents}
.page .more{margin:${MORE_TYPE.above}em 0 0;font-size:${MORE_TYPE.size}em}
.page :is(.ground-dark,.ground-light){box-shadow:0 0 0 var(--edge) var(--ground);background:var(--ground);--edge:min(${GROUND_EDGE}px,var(--margin));margin-block:calc(var(--space) + var(--edge))}
.page .ground-dark{--ground:${colours.ink};color:${colours.ground}}
.page .ground-light{--ground:color-mix(in srgb,${colours.ink} 7%,${colours.ground});color:${colours.ink}}
.page :is(.ground-dark,.ground-light) :is(figcaption,.more a){color:inherit}
.page :is(.ground-dark,.ground-light) a:focus-visible{outline-color:currentColor}`

/**
 * Captions over their pictures: always, or when the picture is pointed at or has the focus, and in short where nothing can be
 * pointed. Their band lets so little through that they read at 11 : 1 even over white.
 */
export const captionsOverCss = (): string => `.page .over .pic{position:relative}
.page .over .pic figcaption{position:absolute;z-index:1;left:0;right:0;bottom:0;margin:0;padding:${CAPTION_OVER.above}em min(${CAPTION_OVER.beside}em,12%);background:rgb(29 27 24/.88);color:#fffdf9;pointer-events:none;opacity:0;overflow:hidden}
.page .over .pic:is(:hover,:focus-within,:focus-visible) figcaption{opacity:1}
.page .always .pic figcaption{opacity:1}
.page .over .pic:focus-visible{outline:2px solid currentColor;outline-offset:2px}
@media (hover:none){.page .over:not(.always) .pic:not(:focus-within) figcaption{opacity:1;display:-webkit-box;-webkit-box-orient:vertical;-webkit-line-clamp:2;overflow:hidden;padding:.3em .6em}}
@media (prefers-reduced-motion:no-preference){.page .over .pic figcaption{transition:opacity .15s}}`

/** Pictures below the first screen come up as they are scrolled to; where motion is unwelcome or scripts are off, they are just there. */
export const REVEAL_CSS = `@media (prefers-reduced-motion:no-preference) and (scripting:enabled){@supports (animation-timeline:view()){
.page .reveal-fade :is(img,.strip),.page .reveal-rise :is(img,.strip){animation:page-fade linear both;animation-timeline:view();animation-range:entry 0% entry 45%}
.page .reveal-rise :is(img,.strip){animation-name:page-rise}
.page .reveal-fade .strip img,.page .reveal-rise .strip img{animation:none}
@keyframes page-fade{from{opacity:.05}}
@keyframes page-rise{from{opacity:.05;translate:0 28px}}
}}`

const SHARE_SIZE = { small: 28, medium: 36, large: 44 } as const

export const shareCss = ({
  share,
  colours,
}: HouseStyle): string => `.page .share{position:absolute;z-index:2;font-size:${CAPTION_TYPE.size}em;line-height:1.4;--size:${SHARE_SIZE[share.size]}px}
.page .share-top-left{top:8px;left:8px}
.page .share-top-right{top:8px;right:8px}
.page .share-bottom-left{bottom:8px;left:8px}
.page .share-bottom-right{bottom:8px;right:8px}
.page .share :is(summary,.mark){list-style:none;width:max-content;padding:0 .8em;height:var(--size);background:${colours.ground};color:${colours.ink};border-radius:2px;cursor:pointer;display:grid;place-items:center}
.page .share summary::-webkit-details-marker{display:none}
.page .share summary:focus-visible{outline:2px solid ${colours.link};outline-offset:2px}
.page .share ul{list-style:none;position:absolute;margin:4px 0 0;padding:.3em 0;width:max-content;max-width:min(70vw,20em);background:${colours.ground};color:${colours.ink};border:1px solid ${colours.soft}}
.page .share:is(.share-top-right,.share-bottom-right) ul{right:0}
.page .share:is(.share-bottom-left,.share-bottom-right) ul{bottom:100%;margin:0 0 4px}
.page .share li{margin:0}
.page .share a{display:block;padding:.4em .9em}`
