import { z } from 'zod'
import { metricsOf } from '../house/house-style.ts'
import { HEADING_TYPE } from '../house/text-type.ts'
import { bolder } from '../house/type-metrics.ts'
import type { BlockKind } from './block-kind.ts'
import { flowLines } from './flow.ts'
import { Inline, inlineHtml, inlineText } from './inline.ts'

const Heading = z.object({
  type: z.literal('heading'),
  attrs: z.object({ level: z.union([z.literal(2), z.literal(3), z.literal(4)]) }),
  content: z.array(Inline).optional(),
})
export type Heading = z.infer<typeof Heading>

export const heading: BlockKind<Heading> = {
  schema: () => Heading,
  text: ({ content }) => inlineText(content),
  html: ({ content, attrs: { level } }) => (content?.length ? `<h${level}>${inlineHtml(content)}</h${level}>` : ''),
  flow({ content, attrs: { level } }, at, { width, house, italic }) {
    if (!content?.length) return at
    const metrics = metricsOf(house)
    // The smallest heading is set in italics.
    const advances = bolder(level === 4 || italic ? metrics.italic : metrics.upright)
    return flowLines({ text: inlineText(content), type: HEADING_TYPE[level], advances }, at, width, house)
  },
  miniature: 'heading',
}
