import { z } from 'zod'
import { attributes, escape } from '../page/html.ts'
import { LinePicture, linePictureHtml } from './line-picture.ts'
import { lineLetter, withoutLineLetters } from '../type/line-letter.ts'
import { WebAddress, webAddress } from '../post/web-address.ts'

/** What stands in a line of text: letters with their marks, breaks, and small pictures. */

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
  z.object({ type: z.literal('linePicture'), attrs: LinePicture, marks: z.array(Mark).optional() }),
])
export type Inline = z.infer<typeof Inline>

/** The words as they are read: only a break ends a line, and white space within letters is a space. */
export const inlineText = (content: readonly Inline[] = []): string =>
  content.map((part) => (part.type === 'text' ? spaced(part.text) : part.type === 'hardBreak' ? '\n' : '')).join('')

const spaced = (text: string): string => text.replace(/[\t\n\f\r]/g, ' ')

/** The same for its lines to be counted: with a letter for each picture. */
export const inlineLetters = (content: readonly Inline[] = []): string =>
  content
    .map((part) =>
      part.type === 'text'
        ? withoutLineLetters(spaced(part.text))
        : part.type === 'hardBreak'
          ? '\n'
          : lineLetter(part.attrs.wide),
    )
    .join('')

const SEEN = /[^\s\p{Cc}\p{Cs}\p{Noncharacter_Code_Point}]/u

/** Whether there is anything to be seen: what is not admitted, spaces and breaks alone make no line. */
export const saysSomething = (content: readonly Inline[]): boolean =>
  content.some((part) => part.type === 'linePicture' || (part.type === 'text' && SEEN.test(part.text)))

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

/** The order in which the marks of a piece of text stand. */
const MARK_ORDER: readonly Mark['type'][] = ['link', 'bold', 'code', 'italic', 'strike', 'subscript', 'superscript']
export const inOrder = (marks: readonly Mark[]): Mark[] =>
  [...marks].sort((a, b) => MARK_ORDER.indexOf(a.type) - MARK_ORDER.indexOf(b.type))

const sameMarks = (a: Inline, b: Inline) => JSON.stringify(a.marks ?? []) === JSON.stringify(b.marks ?? [])

/** Neighbours of the same kind as one piece, without the breaks at either end, which nobody sees. */
export function joined(content: readonly Inline[]): Inline[] {
  const parts: Inline[] = []
  for (const part of content) {
    const last = parts.at(-1)
    if (part.type === 'text' && last?.type === 'text' && sameMarks(part, last))
      parts[parts.length - 1] = { ...last, text: last.text + part.text }
    else parts.push(part)
  }
  while (parts[0]?.type === 'hardBreak') parts.shift()
  while (parts.at(-1)?.type === 'hardBreak') parts.pop()
  return parts
}

function marked(inline: Inline): string {
  if (inline.type === 'hardBreak') return '<br>'
  // It stands as high as plain letters do, whatever those around it are.
  if (inline.type === 'linePicture') return linePictureHtml(inline.attrs)
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
