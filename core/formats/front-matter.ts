import { parseDocument, stringify } from 'yaml'
import { Language } from '../readers/languages.ts'
import { LONGEST, MOST_KEYWORDS, MOST_TOPICS } from '../post/limits.ts'
import { type PostContent, slug } from '../post/post.ts'

/** What stands at the head of a Markdown file: facts of its post, as YAML between two lines of hyphens. */

export interface FrontMatter {
  readonly title?: string
  /** ISO 8601 */
  readonly date?: string
  readonly facts: Partial<
    Pick<PostContent, 'address' | 'topics' | 'excerpt' | 'description' | 'byline' | 'keywords' | 'language'>
  >
  readonly featured?: { readonly src: string; readonly alt: string; readonly focus: { x: number; y: number } | null }
  /** names that say nothing here, and what could not be read */
  readonly leftOut: readonly string[]
}

const FENCED = /^---[ \t]*\r?\n([^]*?)(?:^|\r?\n)(?:---|\.\.\.)[ \t]*(?:\r?\n|$)/

/** The head of the text and what follows it, with how many lines the head takes. */
export function splitFrontMatter(text: string): { head: string | undefined; body: string; lines: number } {
  const plain = text.replace(/^\ufeff/, '')
  const plus = /^\+\+\+[ \t]*\r?\n([^]*?)\r?\n\+\+\+[ \t]*(?:\r?\n|$)/.exec(plain)
  if (plus) {
    const [whole, head] = plus
    return { head: asYaml(head!), body: plain.slice(whole.length), lines: whole.split('\n').length - 1 }
  }
  const found = FENCED.exec(plain)
  if (!found) return { head: undefined, body: plain, lines: 0 }
  const [whole, head] = found
  return { head: head!, body: plain.slice(whole.length), lines: whole.split('\n').length - 1 }
}

/** Lines of `name = value` as YAML has them: texts in quotes, lists and dates are alike in both. */
const asYaml = (head: string): string => head.replace(/^[ \t]*([\w-]+)[ \t]*=[ \t]*/gm, '$1: ')

/** What each fact may be called. */
const NAMES: Readonly<Record<string, readonly string[]>> = {
  title: ['title'],
  date: ['date', 'published'],
  address: ['address', 'slug'],
  topics: ['topics', 'tags', 'categories'],
  excerpt: ['excerpt', 'summary'],
  description: ['description'],
  byline: ['byline', 'author'],
  keywords: ['focus words', 'keywords'],
  language: ['language', 'lang'],
  featured: ['featured', 'image', 'cover'],
  alt: ['featured alt'],
  focus: ['featured focus'],
}

export function readFrontMatter(head: string | undefined): FrontMatter {
  if (head === undefined || !head.trim()) return { facts: {}, leftOut: [] }
  const document = parseDocument(head, { logLevel: 'silent', schema: 'core' })
  const [error] = document.errors
  if (error) return { facts: {}, leftOut: [`its head, which is no YAML: ${error.message.split('\n')[0]}`] }
  let values: unknown
  try {
    values = document.toJS({ maxAliasCount: 50 })
  } catch {
    return { facts: {}, leftOut: ['its head, which names itself in itself'] }
  }
  if (values === null || typeof values !== 'object' || Array.isArray(values))
    return { facts: {}, leftOut: ['its head, which has no names in it'] }
  const given = new Map(Object.entries(values).map(([name, value]) => [name.toLowerCase(), value as unknown]))
  const take = (fact: keyof typeof NAMES): unknown => {
    for (const name of NAMES[fact]!)
      if (given.has(name)) {
        const value = given.get(name)
        given.delete(name)
        return value
      }
    return undefined
  }
  const cut = (fact: 'title' | 'excerpt' | 'description' | 'byline'): string =>
    textOf(take(fact)).slice(0, LONGEST[fact])
  const title = cut('title')
  const date = dateOf(take('date'))
  const address = slug(textOf(take('address')).split('/').filter(Boolean).at(-1) ?? '')
  const lists = NAMES.topics!.flatMap(() => listOf(take('topics')))
  const topics = [...new Set(lists.map((topic) => topic.slice(0, LONGEST.topic)))].slice(0, MOST_TOPICS)
  const keywords = listOf(take('keywords'))
    .map((word) => word.slice(0, LONGEST.keyword))
    .slice(0, MOST_KEYWORDS)
  const [excerpt, description, byline] = [cut('excerpt'), cut('description'), cut('byline')]
  const language = textOf(take('language')).toLowerCase().slice(0, 2)
  const src = textOf(take('featured'))
  const alt = textOf(take('alt'))
  const focus = focusOf(take('focus'))
  return {
    ...(title ? { title } : {}),
    ...(date ? { date } : {}),
    facts: {
      ...(address ? { address } : {}),
      ...(topics.length ? { topics } : {}),
      ...(excerpt ? { excerpt } : {}),
      ...(description ? { description } : {}),
      ...(byline ? { byline } : {}),
      ...(keywords.length ? { keywords } : {}),
      ...(Language.safeParse(language).success ? { language: language as Language } : {}),
    },
    ...(src ? { featured: { src, alt, focus } } : {}),
    leftOut: [...given.keys()].map((name) => `“${name}” at its head`),
  }
}

const textOf = (value: unknown): string =>
  typeof value === 'string'
    ? value.trim()
    : typeof value === 'number' || typeof value === 'boolean'
      ? String(value)
      : ''

const listOf = (value: unknown): string[] =>
  (Array.isArray(value) ? value.map(textOf) : textOf(value).split(',')).map((one) => one.trim()).filter(Boolean)

function dateOf(value: unknown): string | undefined {
  const text = textOf(value)
  const time = /^\d{4}-\d{2}-\d{2}/.test(text)
    ? Date.parse(text.length === 10 ? `${text}T00:00:00Z` : text)
    : Number.NaN
  return Number.isNaN(time) ? undefined : new Date(time).toISOString()
}

function focusOf(value: unknown): { x: number; y: number } | null {
  const [x, y] = Array.isArray(value) ? value.map(Number) : []
  const share = (one: number | undefined) => one !== undefined && one >= 0 && one <= 1
  return share(x) && share(y) ? { x: x!, y: y! } : null
}

export interface PostHead {
  readonly content: PostContent
  /** when it was live first, ISO 8601; null where it never was */
  readonly date: string | null
  readonly featured: { readonly src: string; readonly alt: string } | null
}

/** `---`, a line for each fact that there is, `---`. */
export function writeFrontMatter({ content, date, featured }: PostHead): string {
  const facts: Record<string, unknown> = {
    title: content.title,
    ...(date ? { date } : {}),
    ...(content.address ? { address: content.address } : {}),
    ...(content.topics.length ? { topics: content.topics } : {}),
    ...(content.excerpt ? { excerpt: content.excerpt } : {}),
    ...(content.description ? { description: content.description } : {}),
    ...(content.byline ? { byline: content.byline } : {}),
    ...(content.keywords?.length ? { 'focus words': content.keywords } : {}),
    ...(content.language ? { language: content.language } : {}),
    ...(featured
      ? {
          featured: featured.src,
          ...(featured.alt ? { 'featured alt': featured.alt } : {}),
          'featured focus': [content.featured!.focus.x, content.featured!.focus.y],
        }
      : {}),
  }
  return `---\n${stringify(facts, { lineWidth: 0, version: '1.2', schema: 'core' })}---\n`
}
