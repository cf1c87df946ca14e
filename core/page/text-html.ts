import type { Block, Inline, ListItem, Mark } from '../post/body.ts'
import { hrefOf, isSafeAddress } from '../post/web-address.ts'
import { attributes, escape } from './html.ts'

const linkOf = (inline: Inline): string | undefined =>
  inline.marks?.find((mark): mark is Extract<Mark, { type: 'link' }> => mark.type === 'link')?.attrs.href

function marked(inline: Inline): string {
  if (inline.type === 'hardBreak') return '<br>'
  const has = (type: Mark['type']) => inline.marks?.some((mark) => mark.type === type)
  let html = escape(inline.text)
  if (has('italic')) html = `<em>${html}</em>`
  if (has('bold')) html = `<strong>${html}</strong>`
  return html
}

/** Neighbours with the same address become one link, not one for each change of type. */
export function inlineHtml(content: readonly Inline[] = []): string {
  let html = ''
  for (let i = 0; i < content.length; ) {
    const href = linkOf(content[i]!)
    let run = ''
    const start = i
    while (i < content.length && (i === start || linkOf(content[i]!) === href)) run += marked(content[i++]!)
    html += href !== undefined && isSafeAddress(href) ? `<a${attributes({ href: hrefOf(href) })}>${run}</a>` : run
  }
  return html
}

const itemHtml = (item: ListItem): string => `<li>${item.content.map(textBlockHtml).join('')}</li>`

/** The HTML of one block of text. An empty paragraph, which writers use as they type, publishes nothing. */
export function textBlockHtml(block: Exclude<Block, { type: 'row' }>): string {
  switch (block.type) {
    case 'paragraph':
      return block.content?.length ? `<p>${inlineHtml(block.content)}</p>` : ''
    case 'heading':
      return block.content?.length ? `<h${block.attrs.level}>${inlineHtml(block.content)}</h${block.attrs.level}>` : ''
    case 'horizontalRule':
      return '<hr>'
    case 'bulletList':
      return `<ul>${block.content.map(itemHtml).join('')}</ul>`
    case 'orderedList': {
      const start = block.attrs.start === 1 ? undefined : block.attrs.start
      return `<ol${attributes({ start })}>${block.content.map(itemHtml).join('')}</ol>`
    }
    case 'blockquote':
      return `<blockquote>${block.content.map(textBlockHtml).join('')}</blockquote>`
  }
}
