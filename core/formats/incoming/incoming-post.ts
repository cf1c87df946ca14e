import type { Block } from '../../post/body.ts'
import { LONGEST } from '../../post/limits.ts'
import { EMPTY_POST, type PostContent } from '../../post/post.ts'
import { salvagePost } from '../../post/salvage.ts'
import { count } from '../../words/numbers.ts'
import { Language } from '../../readers/languages.ts'
import { type FrontMatter, readFrontMatter, splitFrontMatter } from '../front-matter.ts'
import type { RowFault } from '../row-text/read.ts'
import type { Image } from './image.ts'
import { markdownHtml } from './markdown.ts'
import { type BodySetting, readBody } from './read-body.ts'
import { type Element, elementsIn, isElement, type Node, type Page, parsePage, textIn } from './tree.ts'

/** A text that a post is to be made of. */
export interface IncomingText {
  readonly kind: 'markdown' | 'html'
  readonly text: string
  /** of the page itself, where it has one */
  readonly base: string
  /** what its file is called, without its ending: its title where it says none */
  readonly name: string
}

/** What was understood of it. */
export interface IncomingPost {
  /** its pictures called as the setting calls them */
  readonly content: PostContent
  /** when it says that it was published first, ISO 8601 */
  readonly date: string | null
  /** what its featured image is said to show, where that is said */
  readonly featuredAlt: string
  readonly faults: readonly RowFault[]
  /** in words, with how often */
  readonly leftOut: ReadonlyMap<string, number>
  readonly players: readonly string[]
}

/** Letters of one text. */
export const MOST_LETTERS = 20_000_000

/** Throws `TooLarge` of a text that no post has. */
export function readIncoming(incoming: IncomingText, setting: BodySetting): IncomingPost {
  return incoming.kind === 'markdown' ? readMarkdown(incoming, setting) : readPage(incoming, setting)
}

function readMarkdown({ text, name }: IncomingText, setting: BodySetting): IncomingPost {
  const { head, body, lines } = splitFrontMatter(text)
  const front = readFrontMatter(head)
  const page = parsePage(markdownHtml(body, lines))
  const own = front.title === undefined ? takeTitle(page.body) : undefined
  const read = readBody(page, own?.rest ?? page.body, { markdown: true, base: '' }, setting)
  return made({ ...front, title: front.title ?? own?.title ?? name }, read, setting)
}

function readPage({ text, base, name }: IncomingText, setting: BodySetting): IncomingPost {
  const page = parsePage(text)
  const { content, outside } = mainPart(page)
  const own = takeTitle(content) ?? (outside.length ? titleAmong(outside) : undefined)
  const address =
    base && page.base && URL.canParse(page.base, base) ? new URL(page.base, base).href : base || full(page.base)
  const read = readBody(page, own?.rest ?? content, { markdown: false, base: address }, setting)
  const leftOut = new Map(read.leftOut)
  for (const part of outside) {
    const words = textIn(part).split(' ').filter(Boolean).length
    const pictures = [...elementsIn(part)].filter(({ tag }) => tag === 'img').length
    const holds = [words ? count(words, 'word') : '', pictures ? count(pictures, 'picture') : ''].filter(Boolean)
    if (holds.length) leftOut.set(`${AROUND[part.tag] ?? 'something around the text'} (${holds.join(', ')})`, 1)
  }
  const meta = (...names: string[]) => names.map((one) => page.meta.get(one)).find(Boolean)
  const date = meta('article:published_time', 'date') ?? timeIn(content)
  const image = meta('og:image')
  const language = page.language.toLowerCase().slice(0, 2)
  const excerpt = meta('description', 'og:description')?.slice(0, LONGEST.excerpt)
  const byline = meta('author')?.slice(0, LONGEST.byline)
  return made(
    {
      title: (own?.title || page.title.replace(/\s+/g, ' ').trim() || name).slice(0, LONGEST.title),
      ...(date && !Number.isNaN(Date.parse(date)) ? { date: new Date(date).toISOString() } : {}),
      facts: {
        ...(excerpt ? { excerpt } : {}),
        ...(byline ? { byline } : {}),
        ...(Language.safeParse(language).success ? { language: language as Language } : {}),
      },
      ...(image ? { featured: { src: image, alt: '', focus: null } } : {}),
      leftOut: [],
    },
    { ...read, leftOut },
    setting,
  )
}

/** What stands around the text of a page. */
const AROUND: Readonly<Record<string, string>> = {
  header: 'the head of the page',
  footer: 'the foot of the page',
  nav: 'a menu',
  aside: 'a column beside the text',
}

const full = (address: string): string => (/^https?:\/\//i.test(address) && URL.canParse(address) ? address : '')

const timeIn = (content: Element): string | undefined =>
  [...elementsIn(content)].find(({ tag, attrs }) => tag === 'time' && attrs.datetime)?.attrs.datetime

/** The one article of a page, or its main part; else all but what stands around it. */
function mainPart({ body }: Page): { content: Element; outside: Element[] } {
  const all = [...elementsIn(body)]
  const articles = all.filter(({ tag }) => tag === 'article')
  const mains = all.filter(({ tag, attrs }) => tag === 'main' || attrs.role === 'main')
  const chosen = articles.length === 1 ? articles[0] : mains.length === 1 ? mains[0] : undefined
  if (chosen && textIn(chosen)) {
    const outside = body.children.filter(isElement).flatMap((child) => around(child, chosen))
    return { content: chosen, outside }
  }
  const outside = body.children
    .filter(isElement)
    .filter(({ tag }) => tag === 'header' || tag === 'footer' || tag === 'aside')
  return {
    content: { ...body, children: body.children.filter((child) => !outside.includes(child as Element)) },
    outside,
  }
}

/** The largest parts of a tree that do not hold the chosen one. */
function around(element: Element, chosen: Element): Element[] {
  if (element === chosen) return []
  for (const inner of elementsIn(element))
    if (inner === chosen) return element.children.filter(isElement).flatMap((child) => around(child, chosen))
  return [element]
}

/** The heading of the first level, and the tree without it. */
function takeTitle(from: Element): { title: string; rest: Element } | undefined {
  const heading = [...elementsIn(from)].find(({ tag }) => tag === 'h1')
  const title = heading ? textIn(heading).slice(0, LONGEST.title) : ''
  // One with a picture in it says more than a title can.
  if (!heading || !title || [...elementsIn(heading)].some(({ tag }) => tag === 'img')) return undefined
  return { title, rest: without(from, heading) }
}

const titleAmong = (parts: readonly Element[]) => {
  for (const part of parts) {
    const heading = [...elementsIn(part)].find(({ tag }) => tag === 'h1')
    if (heading && textIn(heading)) return { title: textIn(heading).slice(0, LONGEST.title), rest: undefined }
  }
  return undefined
}

const without = (from: Element, out: Element): Element => ({
  ...from,
  children: from.children.flatMap((child): Node[] =>
    child === out ? [] : isElement(child) ? [without(child, out)] : [child],
  ),
})

interface Read {
  readonly blocks: readonly Block[]
  readonly faults: readonly RowFault[]
  readonly leftOut: ReadonlyMap<string, number>
  readonly players: readonly string[]
}

function made(front: FrontMatter, { blocks, faults, leftOut, players }: Read, setting: BodySetting): IncomingPost {
  const image = front.featured ? imageAt(front.featured.src) : undefined
  const wanted = {
    ...EMPTY_POST,
    ...front.facts,
    title: (front.title ?? '').slice(0, LONGEST.title),
    featured: image
      ? { picture: setting.pictures.idOf(image), focus: front.featured!.focus ?? { x: 0.5, y: 0.5 } }
      : null,
    body: { type: 'doc' as const, content: blocks.length ? [...blocks] : EMPTY_POST.body.content },
  }
  const content = salvagePost(wanted)
  const told = new Map(leftOut)
  for (const what of front.leftOut) told.set(what, 1)
  return { content, date: front.date ?? null, featuredAlt: front.featured?.alt ?? '', faults, leftOut: told, players }
}

const imageAt = (src: string): Image => ({
  src,
  alt: undefined,
  title: '',
  side: null,
  width: null,
  shape: null,
  href: undefined,
  enlarges: false,
  inLine: null,
  line: undefined,
})
