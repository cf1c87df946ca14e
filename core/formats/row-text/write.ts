import type { BlockContent, DefinitionContent, List, Paragraph, PhrasingContent, RootContent } from 'mdast'
import type { TextBlock } from '../../blocks/table.ts'
import { attributes, escape } from '../../page/html.ts'
import type { PlacedPicture, Row } from '../../post/row.ts'
import { wordsInOrder, writeChoices } from './read.ts'
import { type Inherited, type PictureItem, writePicture } from './picture-choices.ts'

/** A row as text: a line that says what it is and shows nothing in any renderer, then its pictures, one after another. */

export interface RowWriting {
  /** where the file of the picture is, as the text names it */
  readonly src: (id: string) => string
  readonly inherited: (placed: PlacedPicture) => Inherited
  readonly alwaysSaid: boolean
  readonly blocks: (content: readonly TextBlock[]) => (BlockContent | DefinitionContent)[]
}

type Item = { readonly picture: PictureItem & { readonly src: string } } | { readonly words: readonly TextBlock[] }

/** Pictures with the words between them, in the order in which they are read. */
function itemsOf(row: Row, writing: RowWriting): Item[] {
  const order = wordsInOrder(row.words)
  const items: Item[] = []
  let next = 0
  row.pictures.forEach((placed, i) => {
    while (next < order.length && row.words[order[next]!]!.at <= i)
      items.push({ words: row.words[order[next++]!]!.content })
    items.push({ picture: { ...writePicture(placed, row, writing.inherited(placed)), src: writing.src(placed.id) } })
  })
  while (next < order.length) items.push({ words: row.words[order[next++]!]!.content })
  return items
}

/** Lines of plain text, parted by breaks. */
export const brokenText = (text: string): PhrasingContent[] =>
  text
    .split('\n')
    .flatMap((line, i): PhrasingContent[] => [
      ...(i > 0 ? [{ type: 'break' as const }] : []),
      ...(line ? [{ type: 'text' as const, value: line }] : []),
    ])

function pictureLine({
  src,
  alt,
  title,
  href,
  caption,
  credit,
}: Extract<Item, { picture: unknown }>['picture']): Paragraph {
  const image = { type: 'image' as const, url: src, alt, title: title || null }
  return {
    type: 'paragraph',
    children: [
      href === undefined ? image : { type: 'link', url: href, children: [image] },
      ...(caption ? [{ type: 'break' as const }, ...brokenText(caption)] : []),
      ...(credit ? [{ type: 'break' as const }, { type: 'emphasis' as const, children: brokenText(credit) }] : []),
    ],
  }
}

/** Whether all that is to be said of it is said by its picture alone. */
const isPlain = (row: Row, items: readonly Item[]): boolean => {
  const [item] = items
  return (
    row.kind === 'one' &&
    items.length === 1 &&
    item !== undefined &&
    'picture' in item &&
    !item.picture.caption &&
    !item.picture.credit &&
    !item.picture.title &&
    item.picture.alt !== '' &&
    item.picture.href === undefined &&
    row.pictures[0]!.caption === undefined &&
    row.pictures[0]!.credit === undefined &&
    row.pictures[0]!.onClick === undefined &&
    !row.caption &&
    writeChoices(row) === ''
  )
}

const isLone = (row: Row, items: readonly Item[]): boolean =>
  items.length === 1 && 'picture' in items[0]! && !row.caption

export function rowNodes(row: Row, writing: RowWriting): RootContent[] {
  const items = itemsOf(row, writing)
  const lines = items.map((item) => ('picture' in item ? [pictureLine(item.picture)] : writing.blocks(item.words)))
  if (!writing.alwaysSaid && isPlain(row, items)) return lines[0]! as Paragraph[]
  const said = { type: 'definition' as const, identifier: 'row', label: 'row', url: `#${row.kind}` }
  const definition = { ...said, title: writeChoices(row) || null }
  if (isLone(row, items)) return [definition, ...(lines[0] as Paragraph[])]
  const caption: Paragraph[] = row.caption ? [{ type: 'paragraph', children: brokenText(row.caption) }] : []
  const list: List = {
    type: 'list',
    ordered: false,
    spread: lines.some((line) => line.length > 1),
    children: [...lines, ...(caption.length ? [caption] : [])].map((children) => ({
      type: 'listItem',
      spread: children.length > 1,
      children,
    })),
  }
  return [definition, list]
}

const asHtml = (text: string): string => escape(text).replaceAll('\n', '<br>')

/** What follows the line that says what the row is, as one line of HTML: for what Markdown can't say. `html` is of words. */
export function rowHtmlOf(row: Row, writing: RowWriting, html: (content: readonly TextBlock[]) => string): string {
  const items = itemsOf(row, writing).map((item) => {
    if ('words' in item) return html(item.words)
    const { src, alt, title, href, caption, credit } = item.picture
    const image = `<img${attributes({ src, alt, title: title || undefined })}>`
    const linked = href === undefined ? image : `<a${attributes({ href })}>${image}</a>`
    return linked + (caption ? `<br>${asHtml(caption)}` : '') + (credit ? `<br><em>${asHtml(credit)}</em>` : '')
  })
  const caption = row.caption ? [asHtml(row.caption)] : []
  return `<ul>${[...items, ...caption].map((item) => `<li>${item}</li>`).join('')}</ul>`
}
