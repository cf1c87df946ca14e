import type { Inline } from '../../core/blocks/inline.ts'
import type { Block } from '../../core/post/body.ts'
import { EMPTY_POST, type PostContent } from '../../core/post/post.ts'
import { makeRow } from '../../core/post/changes/make-row.ts'
import type { PlacedPicture } from '../../core/post/row.ts'
import { type RowChoices, withChoices } from '../../core/post/changes/row-choices.ts'

/** A short hand for writing the sample posts. `**bold**`, `*italic*` and `[words](address)` inside texts. */

const MARKED = /\*\*(.+?)\*\*|\*(.+?)\*|\[(.+?)\]\((.+?)\)/g

function inlines(text: string): Inline[] {
  const parts: Inline[] = []
  let end = 0
  for (const match of text.matchAll(MARKED)) {
    if (match.index > end) parts.push({ type: 'text', text: text.slice(end, match.index) })
    const [, bold, italic, words, href] = match
    if (bold) parts.push({ type: 'text', text: bold, marks: [{ type: 'bold' }] })
    else if (italic) parts.push({ type: 'text', text: italic, marks: [{ type: 'italic' }] })
    else parts.push({ type: 'text', text: words!, marks: [{ type: 'link', attrs: { href: href! } }] })
    end = match.index + match[0].length
  }
  if (end < text.length) parts.push({ type: 'text', text: text.slice(end) })
  return parts
}

export const p = (text: string): Block => ({ type: 'paragraph', content: inlines(text) })
export const h2 = (text: string): Block => ({ type: 'heading', attrs: { level: 2 }, content: inlines(text) })
export const h3 = (text: string): Block => ({ type: 'heading', attrs: { level: 3 }, content: inlines(text) })
const items = (texts: readonly string[]) =>
  texts.map((text) => ({
    type: 'listItem' as const,
    content: [{ type: 'paragraph' as const, content: inlines(text) }],
  }))
export const ul = (...texts: string[]): Block => ({ type: 'bulletList', content: items(texts) })
export const ol = (...texts: string[]): Block => ({ type: 'orderedList', attrs: { start: 1 }, content: items(texts) })
export const quote = (text: string): Block => ({
  type: 'blockquote',
  content: [{ type: 'paragraph', content: inlines(text) }],
})
/** A step begins with its words; `on` goes on with the numbers of the list before. */
export const step = (text: string, number: 'on' | null = null): Block => ({
  type: 'step',
  attrs: { number, pictures: null },
  content: inlines(text),
})
export const rule: Block = { type: 'horizontalRule' }

/** A picture by the number of its file, with this row's own wording. */
export type Shown = number | ({ readonly n: number } & Omit<PlacedPicture, 'id'>)

/** Numbers of sample files to ids of the pictures they became. */
export type Ids = (n: number) => string

let rows = 0
export function row(ids: Ids, pictures: readonly Shown[], options: RowChoices = {}): Block {
  const placed = pictures.map((shown): PlacedPicture => {
    if (typeof shown === 'number') return { id: ids(shown) }
    const { n, ...own } = shown
    return { id: ids(n), ...own }
  })
  const made = makeRow(
    `sample-row-${++rows}`,
    placed.map(({ id }) => id),
  )
  return { type: 'row', attrs: withChoices(made, { ...options, pictures: placed }) }
}

export const post = (content: Partial<PostContent> & { body: { type: 'doc'; content: Block[] } }): PostContent => ({
  ...EMPTY_POST,
  ...content,
})
