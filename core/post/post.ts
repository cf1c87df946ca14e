import { linePicturesIn } from './line-pictures.ts'
import { z } from 'zod'
import { Language } from '../readers/languages.ts'
import { Body, EMPTY_BODY, plainText, rowsOf } from './body.ts'
import { LONGEST, MOST_IN_TRAY, MOST_KEYWORDS, MOST_TOPICS } from './limits.ts'
import { Id } from './id.ts'
import { tooMuch } from './size.ts'
import { upgraded } from './upgrades.ts'

/** Version of the stored shape. Raised when older stored posts need an upgrade on reading. */
export const POST_VERSION = 7

const Share = z.number().min(0).max(1)

/** Everything a blogger writes and chooses for one post: the unit that is saved, undone and returned to. */
export const PostContent = z.object({
  version: z.literal(POST_VERSION),
  title: z.string().max(LONGEST.title),
  body: Body,
  excerpt: z.string().max(LONGEST.excerpt),
  /** last part of the post's web address; '' derives it from the title */
  address: z.string().regex(/^[a-z0-9-]{0,100}$/, 'expected small letters, digits and hyphens'),
  /** where it is not the blog's */
  language: Language.optional(),
  /** who it is by, where that is said */
  byline: z.string().max(LONGEST.byline).optional(),
  /** when it was published first, where that was elsewhere or is to be said otherwise */
  dated: z.iso.datetime().optional(),
  /** focus words: what people who look for such a post may ask for */
  keywords: z.array(z.string().min(1).max(LONGEST.keyword)).max(MOST_KEYWORDS).optional(),
  /** for search engines, where that is to be another than the excerpt */
  description: z.string().max(LONGEST.description).optional(),
  topics: z.array(z.string().min(1).max(LONGEST.topic)).max(MOST_TOPICS),
  /** the focus is a place of the upright original, so that it stays where it is however the picture is adjusted */
  featured: z.object({ picture: Id, focus: z.object({ x: Share, y: Share }) }).nullable(),
  /** pictures gathered for this post, in order */
  tray: z.array(Id).max(MOST_IN_TRAY),
})
export type PostContent = z.infer<typeof PostContent>
export type Featured = NonNullable<PostContent['featured']>

export const EMPTY_POST: PostContent = {
  version: POST_VERSION,
  title: '',
  body: EMPTY_BODY,
  excerpt: '',
  address: '',
  topics: [],
  featured: null,
  tray: [],
}

/** Names the place of a fault the way code would: `body.content[2].attrs.pictures[0].id`. */
const place = (path: readonly PropertyKey[]): string =>
  path
    .map((part, i) => (typeof part === 'number' ? `[${part}]` : i === 0 ? String(part) : `.${String(part)}`))
    .join('') || 'post'

/** What stored or sent JSON is not a post, and where. */
export class NotAPost extends Error {
  override name = 'NotAPost'
}

/** The issue that says most: of the branches of a union, the one that got furthest into the value. */
function deepest(issue: z.core.$ZodIssue, at: readonly PropertyKey[] = []): { path: PropertyKey[]; message: string } {
  const path = [...at, ...issue.path]
  if (issue.code !== 'invalid_union') return { path, message: issue.message }
  const inner = issue.errors.flat().map((sub) => deepest(sub, path))
  return inner.reduce((best, next) => (next.path.length > best.path.length ? next : best), {
    path,
    message: issue.message,
  })
}

/** The one door: nothing becomes a post except through here, older shapes included. Throws `NotAPost` with the first fault's place. */
export function parsePost(value: unknown): PostContent {
  const much = tooMuch((value as { body?: unknown } | null | undefined)?.body)
  if (much) throw new NotAPost(much)
  const result = PostContent.safeParse(upgraded(value))
  if (result.success) return result.data
  const { path, message } = deepest(result.error.issues[0]!)
  const got = path.reduce<unknown>((inner, part) => (inner as Record<PropertyKey, unknown> | undefined)?.[part], value)
  throw new NotAPost(`${place(path)}: ${message}, got ${JSON.stringify(got)?.slice(0, 80) ?? 'nothing'}`)
}

/** Small letters, digits and hyphens, as in a web address. `slug("At the slip, 7 a.m.")` is "at-the-slip-7-a-m". */
export const slug = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 80)
    .replace(/-+$/, '')

/** The post's address: its own, else from its title, else from its id. */
export const addressOf = (content: Pick<PostContent, 'address' | 'title'>, id: string): string =>
  content.address || slug(content.title) || id.toLowerCase().replace(/[^a-z0-9]+/g, '-')

/** Whether nothing has been written or set yet. */
export const isBlank = ({ title, body: { content } }: PostContent): boolean =>
  title.trim() === '' && content.every((block) => block.type === 'paragraph' && !block.content?.length)

/** What the post is called where its title is not yet written, or not yet known. */
export const titleOf = (post: { readonly title: string } | undefined): string => post?.title || 'Untitled'

/** Ids of every picture the post needs: placed, in its lines, featured, in that order, each once. */
export const picturesShown = (content: Pick<PostContent, 'body' | 'featured'>): string[] => [
  ...new Set([
    ...rowsOf(content.body).flatMap((row) => row.pictures.map((picture) => picture.id)),
    ...linePicturesIn(content.body.content).map(({ id }) => id),
    ...(content.featured ? [content.featured.picture] : []),
  ]),
]

/** What search engines are told of a post. */
export const descriptionOf = (content: PostContent): string => content.description?.trim() || excerptOf(content)

/** The excerpt, or the first words of the text, up to 180 characters at a word's end. */
export function excerptOf(content: PostContent): string {
  if (content.excerpt.trim()) return content.excerpt.trim()
  let text = ''
  for (const block of content.body.content) {
    if (block.type === 'paragraph' || block.type === 'step')
      text = `${text} ${plainText(block)}`.replace(/\s+/g, ' ').trimStart()
    if (text.trim().length > 180) break
  }
  text = text.trim()
  return text.length <= 180 ? text : `${text.slice(0, 180).replace(/\s+\S*$/, '')}…`
}
