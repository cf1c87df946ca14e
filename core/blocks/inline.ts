import { z } from 'zod'
import { attributes, escape } from '../page/html.ts'
import { WebAddress, webAddress } from '../post/web-address.ts'

/** What stands in a line of text: letters with their marks, and breaks. */

const Mark = z.discriminatedUnion('type', [
  z.object({ type: z.literal('bold') }),
  z.object({ type: z.literal('italic') }),
  z.object({ type: z.literal('code') }),
  z.object({ type: z.literal('strike') }),
  z.object({ type: z.literal('subscript') }),
  z.object({ type: z.literal('superscript') }),
  z.object({ type: z.literal('link'), attrs: z.object({ href: WebAddress }) }),
])
export type Mark = z.infer<typeof Mark>

export const Inline = z.discriminatedUnion('type', [
  z.object({ type: z.literal('text'), text: z.string().min(1), marks: z.array(Mark).optional() }),
  z.object({ type: z.literal('hardBreak'), marks: z.array(Mark).optional() }),
])
export type Inline = z.infer<typeof Inline>

export const inlineText = (content: readonly Inline[] = []): string =>
  content.map((part) => (part.type === 'text' ? part.text : '\n')).join('')

export const linkOf = (inline: Inline): string | undefined =>
  inline.marks?.find((mark): mark is Extract<Mark, { type: 'link' }> => mark.type === 'link')?.attrs.href

export const hasMark = (inline: Inline, type: Mark['type']): boolean =>
  inline.marks?.some((mark) => mark.type === type) ?? false

/** Every mark but the link with its element, from the innermost on. */
export const MARK_ELEMENTS = [
  ['code', 'code'],
  ['subscript', 'sub'],
  ['superscript', 'sup'],
  ['strike', 's'],
  ['italic', 'em'],
  ['bold', 'strong'],
] as const satisfies readonly (readonly [Mark['type'], string])[]

function marked(inline: Inline): string {
  if (inline.type === 'hardBreak') return '<br>'
  return MARK_ELEMENTS.reduce(
    (html, [type, element]) => (hasMark(inline, type) ? `<${element}>${html}</${element}>` : html),
    escape(inline.text),
  )
}

/** Neighbours with the same address become one link, not one for each change of type. */
export function inlineHtml(content: readonly Inline[] = []): string {
  let html = ''
  for (let i = 0; i < content.length; ) {
    const link = linkOf(content[i]!)
    let run = ''
    const start = i
    while (i < content.length && (i === start || linkOf(content[i]!) === link)) run += marked(content[i++]!)
    const href = link === undefined ? undefined : webAddress(link)
    html += href === undefined ? run : `<a${attributes({ href })}>${run}</a>`
  }
  return html
}
