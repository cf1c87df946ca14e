import type { PhrasingContent, RootContent } from 'mdast'
import { hasMark, type Inline, linkOf } from '../blocks/inline.ts'
import type { LinePicture } from '../blocks/line-picture.ts'
import { lineTitle } from './incoming/image.ts'
import type { MarkdownSetting } from './markdown-out.ts'

/** What stands in a line of text, as Markdown has it. */

const MARKS = ['link', 'bold', 'italic', 'strike', 'superscript', 'subscript', 'code'] as const
/** What CommonMark has no letters for stands in the text as HTML. */
const AS_HTML = { strike: 's', superscript: 'sup', subscript: 'sub' } as const

const valueOf = (part: Inline, mark: (typeof MARKS)[number]) =>
  mark === 'link' ? linkOf(part) : hasMark(part, mark) || undefined

/** A picture in a line, with its id where its address goes: `addressed` puts that there. */
const lineImage = ({ id, wide, alt }: LinePicture): PhrasingContent => ({
  type: 'image',
  url: id,
  alt,
  title: lineTitle(wide, alt !== null),
  data: IN_LINE,
})
const IN_LINE = {}

/** The same nodes with the addresses of the pictures in their lines, and what those say. */
export function addressed<T extends RootContent>(nodes: readonly T[], setting: MarkdownSetting): T[] {
  return nodes.map((node): T => {
    if (node.type === 'image' && node.data === IN_LINE)
      return { ...node, url: setting.src(node.url), alt: node.alt ?? setting.inherited({ id: node.url }).alt }
    return 'children' in node ? { ...node, children: addressed(node.children as RootContent[], setting) } : node
  })
}

export function phrasing(
  content: readonly Inline[],
  marks: readonly (typeof MARKS)[number][] = MARKS,
): PhrasingContent[] {
  const [mark, ...rest] = marks
  if (!mark)
    return content.map((part) =>
      part.type === 'text'
        ? { type: 'text', value: part.text }
        : part.type === 'linePicture'
          ? lineImage(part.attrs)
          : { type: 'break' },
    )
  const nodes: PhrasingContent[] = []
  for (let i = 0; i < content.length; ) {
    const value = valueOf(content[i]!, mark)
    const start = i
    while (i < content.length && valueOf(content[i]!, mark) === value) i++
    const run = content.slice(start, i)
    if (value === undefined) nodes.push(...phrasing(run, rest))
    else if (mark === 'link') nodes.push({ type: 'link', url: value as string, children: phrasing(run, rest) })
    else if (mark === 'code')
      nodes.push({ type: 'inlineCode', value: run.map((part) => (part.type === 'text' ? part.text : ' ')).join('') })
    else if (mark === 'bold') nodes.push({ type: 'strong', children: phrasing(run, rest) })
    else if (mark === 'italic') nodes.push({ type: 'emphasis', children: phrasing(run, rest) })
    else {
      const tag = AS_HTML[mark]
      nodes.push({ type: 'html', value: `<${tag}>` }, ...phrasing(run, rest), { type: 'html', value: `</${tag}>` })
    }
  }
  return nodes
}
