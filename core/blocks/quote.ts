import { z } from 'zod'
import { PARAGRAPH_SPACE, QUOTE_TYPE } from '../house/text-type.ts'
import type { BlockKind } from './block-kind.ts'
import { under } from './flow.ts'
import type { TextBlock } from './table.ts'

export interface Quote {
  type: 'blockquote'
  content: TextBlock[]
}

export const quote: BlockKind<Quote> = {
  schema: (inner) => z.object({ type: z.literal('blockquote'), content: z.array(inner).min(1) }),
  text: ({ content }, textOf) => content.map(textOf).join('\n'),
  html: ({ content }, htmlOf) => `<blockquote>${content.map(htmlOf).join('')}</blockquote>`,
  flow({ content }, at, set, flowOf) {
    const { fontSize } = set.house.type
    const width = set.width - QUOTE_TYPE.indent * fontSize - QUOTE_TYPE.rule
    return under(flowOf(content, at, { ...set, width, italic: true, inList: false }), PARAGRAPH_SPACE * fontSize)
  },
  miniature: 'text',
}
