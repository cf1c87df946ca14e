import { z } from 'zod'
import { LIST_TYPE, PARAGRAPH_SPACE } from '../house/text-type.ts'
import { FACES } from '../type/typeface.ts'
import type { BlockKind, Setting } from './block-kind.ts'
import { type Flow, flowLines } from './flow.ts'
import { Inline, inlineHtml, inlineLetters, inlineText, saysSomething } from './inline.ts'

const Paragraph = z.object({ type: z.literal('paragraph'), content: z.array(Inline).optional() })
export type Paragraph = z.infer<typeof Paragraph>

/** The lines of a paragraph's words; `block` is whose they are. */
export const flowWords = (
  block: { readonly content?: readonly Inline[] | undefined },
  at: Flow,
  { width, house, italic, inList }: Setting,
): Flow =>
  block.content && saysSomething(block.content)
    ? flowLines(
        {
          text: inlineLetters(block.content),
          type: { size: 1, line: house.type.lineHeight, above: 0, below: inList ? LIST_TYPE.below : PARAGRAPH_SPACE },
          face: italic ? FACES.italic : FACES.upright,
          block,
        },
        at,
        width,
        house,
      )
    : at

export const wordsHtml = (content: readonly Inline[] | undefined): string =>
  content && saysSomething(content) ? `<p>${inlineHtml(content)}</p>` : ''

/** An empty paragraph, which writers use as they type, publishes nothing. */
export const paragraph: BlockKind<Paragraph> = {
  schema: () => Paragraph,
  text: ({ content }) => inlineText(content),
  html: ({ content }) => wordsHtml(content),
  flow: flowWords,
  miniature: 'text',
}
