import { z } from 'zod'
import { CODE_TYPE, PARAGRAPH_SPACE, partSize } from '../house/text-type.ts'
import { attributes, escape } from '../page/html.ts'
import type { BlockKind } from './block-kind.ts'

export const CodeBlock = z.object({
  type: z.literal('codeBlock'),
  attrs: z.object({
    /** the language that it is in, where that is said */
    language: z
      .string()
      .regex(/^[\w+#.-]{1,40}$/)
      .nullable(),
  }),
  content: z.array(z.object({ type: z.literal('text'), text: z.string().min(1) })).optional(),
})
export type CodeBlock = z.infer<typeof CodeBlock>

export const codeText = ({ content }: CodeBlock): string => (content ?? []).map(({ text }) => text).join('')

/** Lines as they were typed, none of them broken: where they are too long for the column, the block scrolls by itself. */
export const codeBlock: BlockKind<CodeBlock> = {
  schema: () => CodeBlock,
  text: codeText,
  html(block) {
    const text = codeText(block)
    const { language } = block.attrs
    if (!text) return ''
    return `<pre tabindex="0"><code${attributes({ class: language ? `language-${language}` : undefined })}>${escape(text)}</code></pre>`
  },
  flow(block, at, { house }) {
    const text = codeText(block)
    if (!text) return at
    const { fontSize } = house.type
    const lines = text.replace(/\n$/, '').split('\n').length
    const top = Math.max(at.y + at.below, at.beside?.until ?? 0)
    const height = lines * CODE_TYPE.line * partSize(CODE_TYPE, fontSize) + 2 * CODE_TYPE.padding * fontSize
    return { ...at, y: top + height, below: PARAGRAPH_SPACE * fontSize, beside: null }
  },
  miniature: 'text',
}
