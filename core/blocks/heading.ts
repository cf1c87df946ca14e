import { z } from 'zod'
import { HEADING_TYPE } from '../house/text-type.ts'
import { FACES } from '../type/typeface.ts'
import type { BlockKind } from './block-kind.ts'
import { flowLines } from './flow.ts'
import { Inline, inlineHtml, inlineLetters, inlineText, saysSomething } from './inline.ts'

const Heading = z.object({
  type: z.literal('heading'),
  attrs: z.object({ level: z.union([z.literal(2), z.literal(3), z.literal(4)]) }),
  content: z.array(Inline).optional(),
})
export type Heading = z.infer<typeof Heading>

export const heading: BlockKind<Heading> = {
  schema: () => Heading,
  text: ({ content }) => inlineText(content),
  html: ({ content, attrs: { level } }) =>
    content && saysSomething(content) ? `<h${level}>${inlineHtml(content)}</h${level}>` : '',
  flow({ content, attrs: { level } }, at, { width, house, italic }) {
    if (!content || !saysSomething(content)) return at
    // The smallest heading is set in italics.
    const face = level === 4 || italic ? FACES.boldItalic : FACES.bold
    return flowLines({ text: inlineLetters(content), type: HEADING_TYPE[level], face }, at, width, house)
  },
  miniature: 'heading',
}
