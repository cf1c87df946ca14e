import { toHtml } from 'hast-util-to-html'
import type { Element as HastElement, ElementContent, Properties } from 'hast'
import type { Definition, Image, InlineCode, Link, Text } from 'mdast'
import { fromMarkdown } from 'mdast-util-from-markdown'
import { gfmStrikethroughFromMarkdown } from 'mdast-util-gfm-strikethrough'
import { gfmTableFromMarkdown } from 'mdast-util-gfm-table'
import { type State, toHast } from 'mdast-util-to-hast'
import { gfmStrikethrough } from 'micromark-extension-gfm-strikethrough'
import { gfmTable } from 'micromark-extension-gfm-table'
import { withKept } from './tokens.ts'

/** Nested deeper than this, quotes and lists are more than any text has, and take a parser minutes. */
const MOST_NESTED = 60

/** Notes, which CommonMark does not know and would read as addresses of links, as the text that they are. */
const noted = (text: string): string => text.replace(/^([ ]{0,3})\[\^([^\]\n]{1,99})\]:/gm, '$1\\[^$2]:')

/** Marks at the head of a line that open one quote or list in another, beyond any sense. */
const capped = (text: string): string =>
  text.replace(/^(?:[ \t]*(?:>|[-*+]|\d{1,9}[.)])(?=[ \t>]|$)){61,}/gm, (marks) => {
    const kept = [...marks.matchAll(/[ \t]*(?:>|[-*+]|\d{1,9}[.)])/g)].slice(0, MOST_NESTED)
    return kept.map(([mark]) => mark).join('')
  })

/** Lines that say what follows them: they show nothing in any renderer. */
const MARKERS: Readonly<Record<string, string>> = {
  row: 'set-row',
  step: 'set-step',
  steps: 'set-steps',
  space: 'set-space',
  posts: 'set-posts',
}

const element = (tagName: string, properties: Properties, children: ElementContent[] = []): HastElement => ({
  type: 'element',
  tagName,
  properties,
  children,
})
const line = (node: { position?: { start: { line: number } } | undefined }, before: number) =>
  node.position ? String(node.position.start.line + before) : undefined

/**
 * Markdown (CommonMark, with the tables and struck words that everyone has added to it) as HTML, to be read by the one reader of HTML, so
 * that what stands in it as HTML is read like all else. `before` is how many lines stood above the text.
 */
export function markdownHtml(text: string, before = 0): string {
  const tree = fromMarkdown(noted(capped(text.replaceAll('\ufdd0', ''))), {
    extensions: [gfmTable(), gfmStrikethrough({ singleTilde: false })],
    mdastExtensions: [gfmTableFromMarkdown(), gfmStrikethroughFromMarkdown()],
  })
  const hast = toHast(tree, {
    allowDangerousHtml: true,
    handlers: {
      definition(_: State, node: Definition) {
        const tag = Object.hasOwn(MARKERS, node.identifier) ? MARKERS[node.identifier] : undefined
        if (!tag || !node.url.startsWith('#')) return undefined
        return element(tag, {
          kind: node.url.slice(1),
          choices: node.title ?? undefined,
          'data-line': line(node, before),
        })
      },
      image: (_: State, node: Image) =>
        element('img', {
          src: node.url,
          alt: node.alt ?? '',
          title: node.title ?? undefined,
          'data-line': line(node, before),
        }),
      // Addresses stand as they were written.
      link: (state: State, node: Link) =>
        element('a', { href: node.url, title: node.title ?? undefined }, state.all(node)),
      text: (_: State, node: Text) => ({ type: 'text', value: withKept(node.value) }),
      inlineCode: (_: State, node: InlineCode) =>
        element('code', {}, [{ type: 'text', value: withKept(node.value.replace(/\n/g, ' ')) }]),
    },
  })
  return toHtml(hast, { allowDangerousHtml: true })
}
