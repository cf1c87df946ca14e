import { POINTER_TYPE } from '../pointers/placed-pointers.ts'
import { FONT_STACK } from './fonts-css.ts'
import { fine } from './html.ts'

/** How pointers look, on a page and where a picture is enlarged. */
export const pointersCss = ({ ink, ground }: { readonly ink: string; readonly ground: string }): string => {
  const { least, share, high, beside, line, edge } = POINTER_TYPE
  const place = (axis: 'x' | 'y', length: 'w' | 'h', half: string) =>
    `clamp(${half},(var(--c${axis}) - var(--${axis}))/var(--c${length})*-100%,100% - ${half})`
  const stroke = (times: number) => `max(${fine(line.least * times)}px,${fine(100 * line.share * times)}cqi)`
  const label = ':is(.page,.pswp) .pointers li'
  return `.page .shown{position:relative}
.pointers{position:absolute;inset:0;z-index:1;overflow:hidden;pointer-events:none;container-type:inline-size}
.pointers svg{position:absolute;inset:0;width:100%;height:100%;fill:none;stroke:${ink}}
.pointers svg *{vector-effect:non-scaling-stroke;stroke-width:${stroke(1)};stroke-linecap:round;stroke-linejoin:round}
.pointers .under{stroke:${ground}}
.pointers .under *{stroke-width:${stroke(line.under)}}
:is(.page,.pswp) .pointers ol{position:absolute;inset:0;margin:0;padding:0;list-style:none}
${label}{position:absolute;left:${place('x', 'w', 'var(--half)*1em')};top:${place('y', 'h', `${high / 2}em`)}}
${label}{translate:-50% -50%;box-sizing:border-box;min-width:${high}em;height:${high}em;margin:0;padding:0 ${beside / 2}em}
${label}{border-radius:${high}em;background:${ink};color:${ground};box-shadow:0 0 0 ${edge}em ${ground}}
${label}{font:700 max(${least / 16}rem,${fine(100 * share)}cqi)/${high} ${FONT_STACK};letter-spacing:0;text-align:center;white-space:nowrap}
:is(.page,.pswp) .pointers .disc{padding:0}
:is(.page,.pswp) .pointers .word{border-radius:.25em}
:is(.page,.pswp) .pointers .off{display:none}
${label.replace(/li$/, '.unseen')}{position:absolute;width:1px;height:1px;min-width:0;padding:0;overflow:hidden;clip-path:inset(50%);box-shadow:none}
.pswp .pointers{inset:auto;left:0;top:0}
.page .show:fullscreen .frame:has(.pointers){container-type:size}
.page .show:fullscreen .pointers{width:min(100cqw,100cqh*var(--shape))!important;margin:auto}
.page .show:fullscreen .pointers:not(.whole){display:none}`
}
