import type { TextBlock } from '../blocks/table.ts'
import { Block, EMPTY_BODY } from './body.ts'
import { LONGEST, MOST_IN_TRAY, MOST_PICTURES_IN_ROW, MOST_TOPICS } from './limits.ts'
import { EMPTY_POST, parsePost, PostContent } from './post.ts'
import { Row } from './row.ts'
import { upgraded } from './upgrades.ts'

/**
 * What can be kept of a post that does not pass the door: every word, and everything else that is valid by itself.
 * For drafts that were kept in a browser: whatever went wrong, what was typed comes back.
 */
export function salvagePost(value: unknown): PostContent {
  try {
    return parsePost(value)
  } catch {
    const given = (isObject(upgraded(value)) ? upgraded(value) : {}) as Partial<Record<keyof PostContent, unknown>>
    const title = typeof given.title === 'string' ? given.title : ''
    const excerpt = typeof given.excerpt === 'string' ? given.excerpt : ''
    // What is too long for its place stands at the head of the text.
    const over = [title.slice(LONGEST.title), excerpt.slice(LONGEST.excerpt)].filter(Boolean).map(paragraph)
    const blocks = [...over, ...(isObject(given.body) ? listOf(given.body.content).flatMap(salvageBlock) : [])]
    return {
      ...EMPTY_POST,
      ...valid('address', given.address),
      ...valid('featured', given.featured),
      ...valid('language', given.language),
      ...valid('byline', given.byline),
      ...valid('dated', given.dated),
      ...valid('keywords', given.keywords),
      ...valid('description', given.description),
      title: title.slice(0, LONGEST.title),
      excerpt: excerpt.slice(0, LONGEST.excerpt),
      topics: listOf(given.topics)
        .filter((topic): topic is string => typeof topic === 'string' && topic !== '')
        .map((topic) => topic.slice(0, LONGEST.topic))
        .slice(0, MOST_TOPICS),
      tray: listOf(given.tray)
        .filter((id): id is string => PostContent.shape.tray.element.safeParse(id).success)
        .slice(0, MOST_IN_TRAY),
      body: blocks.length ? { type: 'doc', content: blocks } : EMPTY_BODY,
    }
  }
}

type Json = Record<string, unknown>
const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)
const listOf = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : [])
const paragraph = (text: string): TextBlock => ({ type: 'paragraph', content: [{ type: 'text', text }] })

function valid<F extends 'address' | 'featured' | 'language' | 'byline' | 'dated' | 'keywords' | 'description'>(
  field: F,
  value: unknown,
): Partial<PostContent> {
  const parsed = PostContent.shape[field].safeParse(value)
  return parsed.success && parsed.data !== undefined ? { [field]: parsed.data } : {}
}

/** The block as it is, or what can be kept of it; several where it held too much for one. */
export function salvageBlock(value: unknown): Block[] {
  const parsed = Block.safeParse(value)
  if (parsed.success) return [parsed.data]
  if (isObject(value) && value.type === 'row' && isObject(value.attrs)) {
    const rows = salvageRow(value.attrs)
    if (rows.length) return rows.map((attrs) => ({ type: 'row', attrs }))
  }
  return wordsIn(value).map(paragraph)
}

/** A row within its limits: pictures too many for one go on in another, texts too long end where they must. */
function salvageRow(attrs: Json): Row[] {
  const pictures = listOf(attrs.pictures)
  const cut = (one: Json, field: 'alt' | 'caption' | 'credit') =>
    typeof one[field] === 'string' ? { [field]: one[field].slice(0, LONGEST[field]) } : {}
  const rows: Row[] = []
  for (let from = 0; from < pictures.length; from += MOST_PICTURES_IN_ROW) {
    const some = pictures.slice(from, from + MOST_PICTURES_IN_ROW).filter(isObject)
    const row = Row.safeParse({
      ...attrs,
      ...cut(attrs, 'caption'),
      id: from === 0 ? attrs.id : `${String(attrs.id).slice(0, 50)}-${from}`,
      pictures: some.map((one) => ({ ...one, ...cut(one, 'alt'), ...cut(one, 'caption'), ...cut(one, 'credit') })),
    })
    if (row.success) rows.push(row.data)
  }
  return rows
}

/** Every text that stands anywhere in it. */
function wordsIn(value: unknown): string[] {
  if (Array.isArray(value)) return value.flatMap(wordsIn)
  if (!isObject(value)) return []
  if (value.type === 'text' && typeof value.text === 'string') return value.text === '' ? [] : [value.text]
  const texts = ['caption', 'alt', 'credit'].flatMap((field) => (value[field] ? [String(value[field])] : []))
  return [
    ...texts,
    ...Object.values(value).flatMap((inner) => (isObject(inner) || Array.isArray(inner) ? wordsIn(inner) : [])),
  ]
}
