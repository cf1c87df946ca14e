/**
 * On paper nothing moves, opens or is chosen: every row shows all its pictures, in order, with their captions, and no
 * picture that fits a page is cut in two by its end. Rules for what readers do with rows are for the screen alone.
 */
export const PRINT_CSS = `@media print{
.page :is(.pic,.tree,.step){break-inside:avoid}
.page :is(h1,h2,h3,h4){break-after:avoid}
.page pre{white-space:pre-wrap}
.page pre code{width:auto;overflow-wrap:anywhere}
.page .scrolls{overflow:visible}
.page .seat>figcaption{break-before:avoid}
.page :is(.show-bar,.share,.filter,.more,.turn,.count){display:none!important}
.page .strip{overflow:visible!important}
.page .slides{flex-wrap:wrap;gap:var(--gap)!important;transform:none!important;--s:calc((100cqi + var(--gap))/2)!important}
.page .slides>.pic{--i:0!important;margin:0!important;opacity:1!important;transform:none!important;visibility:visible!important}
.page .slides>.pic img{display:block!important}
.page .rest{display:block!important}
.page .parts-cells .rest{display:contents!important}
.page .row.placed{display:flex!important;flex-flow:row wrap;height:auto!important}
.page .row.placed>.pic{position:static!important;width:calc((100% - 2*var(--gap))/3)!important;--h:auto!important}
.page [data-visit]{visibility:visible!important}
.page .over .pic figcaption{position:static;display:block;opacity:1!important;padding:0;background:none;color:inherit}
.page :is(.reveal-fade,.reveal-rise) *{animation:none!important}
}`
