import { z } from 'zod'
import { SPACE_TYPE } from '../house/text-type.ts'
import type { BlockKind } from './block-kind.ts'

export const Space = z.object({
  type: z.literal('space'),
  attrs: z.object({ lines: z.number().int().min(1).max(SPACE_TYPE.most) }),
})
export type Space = z.infer<typeof Space>

/** An empty stretch, so many lines of the house's text high; less in a narrow column, as on a phone. It stands below what text runs beside. */
export const space: BlockKind<Space> = {
  schema: () => Space,
  text: () => '',
  html: ({ attrs }) => `<div class="space" style="--lines:${attrs.lines}"><i></i></div>`,
  flow({ attrs }, at, { house, width }) {
    const { fontSize, lineHeight } = house.type
    const share = width < SPACE_TYPE.narrow ? SPACE_TYPE.whereNarrow : 1
    const top = Math.max(at.y + at.below, at.beside?.until ?? 0)
    return { y: top + attrs.lines * share * lineHeight * fontSize, below: 0, beside: null }
  },
  miniature: 'text',
}
