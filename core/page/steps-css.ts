import type { HouseStyle } from '../house/house-style.ts'
import { LIST_TYPE, PARAGRAPH_SPACE, partSize, STEP_TYPE } from '../house/text-type.ts'
import { numberRoom, stepColumns, stepsWideFrom } from '../steps/room.ts'
import { atLeast, rem } from './html.ts'

/**
 * Steps: a number, words and pictures under one rule. Numbers stand in the margin where it is wide enough; narrower they
 * stand above, and the pictures come before the words. Pictures beside words are as far up as the words that they follow.
 */
export function stepsCss(house: HouseStyle): string {
  const { colours, type, outset } = house
  const room = numberRoom(house)
  const columns = stepColumns(house)
  const size = partSize(STEP_TYPE, type.fontSize)
  // What stands by itself keeps the space of its last part inside, so that as much is left as where it is shared.
  const apart =
    `.page .step>:is(ul,ol){margin-bottom:${PARAGRAPH_SPACE - LIST_TYPE.below}em}.page .step>blockquote{margin-bottom:0}` +
    `.page .step .seat{margin-block:0 var(--space)}.page .step :is(.ground-dark,.ground-light){margin-block:var(--edge) calc(var(--space) + var(--edge))}`
  const beside = columns
    ? `@container page ${atLeast(rem(columns.from))}{
.page .step.beside{display:flow-root}
.page .step.columns::after{inset-inline-end:-${outset}px}
.page .step.beside>:not(.seat,.row-holder,.shown-way){float:inline-start;clear:inline-start;width:${columns.words}px}
${apart.replaceAll('.step', '.step.beside')}
.page .step.beside .seat{float:inline-end;clear:inline-end;width:${columns.pictures}px;margin-inline:0 -${outset}px}
}`
    : ''
  return `.page .steps{list-style:none;margin:0;padding:0}
.page .step{position:relative;clear:both;padding-top:${STEP_TYPE.above}em}
.page .steps>.step>p{margin:0 0 ${PARAGRAPH_SPACE}em}
.page .step::before{content:attr(data-number);font-size:${rem(size)};line-height:1;font-weight:700;font-variant-numeric:lining-nums;color:${colours.ink}}
.page .step::after{content:"";position:absolute;top:0;inset-inline:0;border-top:${STEP_TYPE.rule}px solid color-mix(in srgb,${colours.soft} 55%,transparent)}
@container page (width < ${rem(stepsWideFrom(house))}){
.page .step{display:flex;flex-direction:column}
.page .step::before{order:-2;margin-bottom:${STEP_TYPE.below}em}
.page .step .seat{order:-1}
${apart}
}
@container page ${atLeast(rem(stepsWideFrom(house)))}{
.page .step::before{position:absolute;top:${rem(STEP_TYPE.above * type.fontSize)};inset-inline-start:-${rem(room)}}
.page .step::after{inset-inline-start:-${rem(room)}}
}
${beside}`
}
