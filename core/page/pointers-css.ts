import { POINTER_TYPE } from '../pointers/placed-pointers.ts'
import { FONT_STACK } from './fonts-css.ts'

/** How pointers look, on a page and where a picture is enlarged. */
export const pointersCss = ({ ink, ground }: { readonly ink: string; readonly ground: string }): string => {
  const place = (axis: 'x' | 'y', half: string) =>
    `clamp(${half},(var(--${axis}) - var(--c${axis}))/var(--c${axis === 'x' ? 'w' : 'h'})*100%,100% - ${half})`
  return `.page .shown{position:relative}
.pointers{position:absolute;inset:0;z-index:1;overflow:hidden;pointer-events:none;container-type:inline-size}
.pointers svg{position:absolute;inset:0;width:100%;height:100%;fill:none;stroke:${ink};stroke-linecap:round;stroke-linejoin:round}
.pointers svg *{vector-effect:non-scaling-stroke;stroke-width:max(2px,.45cqi)}
.pointers .under{stroke:${ground}}
.pointers .under *{stroke-width:max(5px,1cqi)}
:is(.page,.pswp) .pointers ol{position:absolute;inset:0;margin:0;padding:0;list-style:none}
:is(.page,.pswp) .pointers li{position:absolute;margin:0;left:${place('x', 'var(--half)*1em')};top:${place('y', `${POINTER_TYPE.high / 2}em`)};translate:-50% -50%;min-width:${POINTER_TYPE.high}em;height:${POINTER_TYPE.high}em;padding:0 ${POINTER_TYPE.beside / 2}em;box-sizing:border-box;border-radius:${POINTER_TYPE.high}em;background:${ink};color:${ground};box-shadow:0 0 0 1.5px ${ground};font-size:max(${POINTER_TYPE.least / 16}rem,${100 * POINTER_TYPE.share}cqi);line-height:${POINTER_TYPE.high};font-weight:700;font-family:${FONT_STACK};letter-spacing:0;text-align:center;white-space:nowrap}
:is(.page,.pswp) .pointers .disc{padding:0}
:is(.page,.pswp) .pointers .word{border-radius:.25em}
:is(.page,.pswp) .pointers .off{display:none}
:is(.page,.pswp) .pointers .unseen{position:absolute;width:1px;height:1px;min-width:0;padding:0;overflow:hidden;clip-path:inset(50%);box-shadow:none}
.pswp .pointers{inset:auto;left:0;top:0}
.page .show:fullscreen .pointers{display:none}`
}
