import type { BlockContent, DefinitionContent, List, ListItem, PhrasingContent, RootContent, Table } from 'mdast'
import { gfmTableToMarkdown } from 'mdast-util-gfm-table'
import { toMarkdown } from 'mdast-util-to-markdown'
import { codeText } from '../blocks/code-block.ts'
import type { ListItem as Item } from '../blocks/lists.ts'
import { blockHtml, type TextBlock } from '../blocks/table.ts'
import { withLinePictures } from '../blocks/line-picture.ts'
import { attributes, escape } from '../page/html.ts'
import type { Block } from '../post/body.ts'
import type { PlacedPicture } from '../post/row.ts'
import { endsSteps, stepEnd } from '../steps/steps.ts'
import { lineTitle } from './incoming/image.ts'
import { addressed, phrasing } from './markdown-inline.ts'
import { comesBack } from './comes-back.ts'
import type { Inherited } from './row-text/picture-choices.ts'
import { writeChoices } from './row-text/read.ts'
import { rowHtmlOf, rowNodes, type RowWriting } from './row-text/write.ts'
import { tidied } from './tidied.ts'

/** Posts as Markdown that reads well in any renderer and comes back here exactly. */

export interface MarkdownSetting {
  /** where the file of a picture is, from the text */
  readonly src: (id: string) => string
  readonly inherited: (placed: PlacedPicture) => Inherited
  /** every row begins with the line that says what it is, though a picture alone need not */
  readonly alwaysSaid?: boolean
}

const listItem = ({ content }: Item): ListItem => {
  const children = content.length === 1 && !('content' in content[0]!) ? [] : texts(content)
  return { type: 'listItem', spread: children.length > 1, children }
}

type Text = BlockContent | DefinitionContent

function texts(blocks: readonly TextBlock[]): Text[] {
  return blocks.map((block): Text => {
    switch (block.type) {
      case 'paragraph':
      case 'step':
        return { type: 'paragraph', children: phrasing(block.content ?? []) }
      case 'heading':
        return { type: 'heading', depth: block.attrs.level, children: phrasing(block.content ?? []) }
      case 'horizontalRule':
        return { type: 'thematicBreak' }
      case 'blockquote':
        return { type: 'blockquote', children: texts(block.content) }
      case 'codeBlock':
        return { type: 'code', lang: block.attrs.language, value: codeText(block) }
      case 'bulletList':
        return listOf(block.content.map(listItem), null)
      case 'orderedList':
        return listOf(block.content.map(listItem), block.attrs.start)
      case 'table':
        return tableNode(block)
      case 'space':
        return said('space', String(block.attrs.lines))
      case 'shownPosts':
        return said('posts', block.attrs.show)
      case 'stepsEnd':
        return said('steps', 'end')
    }
  })
}

function listOf(children: ListItem[], start: number | null): List {
  return { type: 'list', ordered: start !== null, start, spread: children.some(({ spread }) => spread), children }
}

/** A line that says something and shows nothing. */
const said = (label: string, address: string, title = ''): DefinitionContent => ({
  type: 'definition',
  identifier: label,
  label,
  url: `#${address}`,
  title: title || null,
})

function tableNode({ attrs: { heads }, content }: Extract<TextBlock, { type: 'table' }>): Table {
  const rows = content.map((row) => row.content.map((cell) => phrasing(cell.content ?? []).map(inCell)))
  const empty = rows[0]!.map(() => [] as PhrasingContent[])
  return {
    type: 'table',
    children: [...(heads ? [] : [empty]), ...rows].map((cells) => ({
      type: 'tableRow',
      children: cells.map((children) => ({ type: 'tableCell', children })),
    })),
  }
}

/** Cells have one line each: a break in one is written as HTML has it. */
function inCell(node: PhrasingContent): PhrasingContent {
  if (node.type === 'break') return { type: 'html', value: '<br>' }
  return 'children' in node ? { ...node, children: node.children.map((child) => inCell(child)) as never } : node
}

/** `other`: with the other signs of lists, so that what follows a list is no part of it. */
const written = (nodes: readonly RootContent[], other = false): string =>
  toMarkdown(
    { type: 'root', children: [...nodes] },
    {
      bullet: other ? '*' : '-',
      bulletOther: other ? '-' : '*',
      bulletOrdered: other ? ')' : '.',
      emphasis: '*',
      strong: '*',
      rule: '-',
      listItemIndent: 'one',
      fences: true,
      resourceLink: true,
      extensions: [gfmTableToMarkdown({ tablePipeAlign: false })],
    },
  )

/** Comes back as what it was. */
export interface MarkdownWriting extends MarkdownSetting {
  readonly measure: number
}

/** The body as Markdown, without front matter. Each block is read back before it goes out; what Markdown can't say is said in HTML. */
export function markdownOf(body: readonly Block[], setting: MarkdownWriting): string {
  const blocks = tidied(body)
  const parts: string[] = []
  let other = false
  for (let at = 0; at < blocks.length; ) {
    const end = blocks[at]!.type === 'step' ? stepsEnd(blocks, at) : at + 1
    // Two lists that follow one another differ in their signs.
    other = LISTS.has(blocks[at]!.type) && LISTS.has(blocks[at - 1]?.type ?? '') && !other
    parts.push(exactly(blocks.slice(at, end), setting, other))
    at = end
  }
  return parts.map((part) => part.trim()).join('\n\n') + '\n'
}

const LISTS: ReadonlySet<string> = new Set(['bulletList', 'orderedList', 'row', 'step'])

function stepsEnd(blocks: readonly Block[], from: number): number {
  let at = from
  while (at < blocks.length && !endsSteps(blocks[at]!)) at = stepEnd(blocks, at)
  return at
}

/** The block, or the list of steps, in the plainest form that says all of it. */
function exactly(blocks: readonly Block[], setting: MarkdownWriting, other: boolean): string {
  const plain = written(addressed(nodesOf(blocks, setting), setting), other)
  if (comesBack(plain, blocks, setting)) return plain
  const whole = blocks[0]!.type === 'step' ? stepsHtml(blocks, setting) : htmlOf(blocks[0]!, setting)
  const html = withLinePictures(whole, (id, wide, alt) => {
    const said = alt ?? escape(setting.inherited({ id }).alt)
    return `<img${attributes({ src: setting.src(id) })} alt="${said}"${attributes({ title: lineTitle(wide, alt !== undefined) })}>`
  })
  // As in fences, a line feed ends the last line of code.
  const told = html.replaceAll('</code></pre>', '\n</code></pre>').replaceAll('<table>', '<table role="table">')
  return `<div style="white-space:pre-wrap">${told.replaceAll('\n', '&#10;')}</div>`
}

function nodesOf(blocks: readonly Block[], setting: MarkdownWriting): RootContent[] {
  if (blocks[0]?.type === 'step') return stepNodes(blocks, setting)
  return blocks.flatMap((block) => (block.type === 'row' ? rowNodes(block.attrs, rowWriting(setting)) : texts([block])))
}

const rowWriting = ({ src, inherited, alwaysSaid = false }: MarkdownSetting): RowWriting => ({
  src,
  inherited,
  alwaysSaid,
  blocks: texts,
})

/** A numbered list; what an item has to say of its step stands at its head. */
function stepNodes(blocks: readonly Block[], setting: MarkdownWriting): RootContent[] {
  const items: ListItem[] = []
  let start: number | undefined
  for (let at = 0; at < blocks.length; ) {
    const step = blocks[at]! as Step
    const end = stepEnd(blocks, at)
    const inside = blocks.slice(at + 1, end)
    const says = stepSays(step, inside)
    const { number } = step.attrs
    start ??= typeof number === 'number' ? number : 1
    const words: Text[] = step.content?.length ? texts([step]) : []
    const marker = says ? [said('step', says.kind, says.choices)] : []
    const children = [...marker, ...words, ...(nodesOf(inside, setting) as Text[])]
    items.push({ type: 'listItem', spread: children.length > 1, children })
    at = end
  }
  return [said('steps', ''), listOf(items, start ?? 1)]
}

/** What an item of a list of steps has to say of its step. */
function stepSays(step: Step, inside: readonly Block[]): { kind: string; choices: string } | undefined {
  const { number, pictures } = step.attrs
  const wordless = !step.content?.length && inside[0]?.type === 'paragraph'
  const choices = [pictures ? `pictures ${pictures}` : '', wordless ? 'no words' : ''].filter(Boolean).join('; ')
  return number !== null || choices ? { kind: number === null ? '' : String(number), choices } : undefined
}
type Step = Extract<Block, { type: 'step' }>

/** The same as HTML, where a text has things in it that Markdown can't say. */
function htmlOf(block: Block, setting: MarkdownWriting): string {
  if (block.type !== 'row') return blockHtml(block)
  const row = block.attrs
  const words = (content: readonly TextBlock[]) => content.map(blockHtml).join('')
  const says = { kind: row.kind, choices: writeChoices(row) || undefined }
  return `<set-row${attributes(says)}></set-row>${rowHtmlOf(row, rowWriting(setting), words)}`
}

function stepsHtml(blocks: readonly Block[], setting: MarkdownWriting): string {
  let items = ''
  for (let at = 0; at < blocks.length; ) {
    const step = blocks[at]! as Step
    const end = stepEnd(blocks, at)
    const inside = blocks.slice(at + 1, end)
    const says = stepSays(step, inside)
    const marker = says
      ? `<set-step${attributes({ kind: says.kind, choices: says.choices || undefined })}></set-step>`
      : ''
    items += `<li>${marker}${blockHtml(step)}${inside.map((block) => htmlOf(block, setting)).join('')}</li>`
    at = end
  }
  return `<set-steps></set-steps><ol>${items}</ol>`
}
