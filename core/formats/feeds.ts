import type { HouseStyle } from '../house/house-style.ts'
import { escape } from '../page/html.ts'

/** One post of a feed. */
export interface FeedPost {
  /** stays whatever is edited */
  readonly id: string
  readonly title: string
  /** full address */
  readonly url: string
  readonly excerpt: string
  /** the whole post as bare HTML with full addresses */
  readonly html: string
  /** when it became live, ISO; an edit does not change it */
  readonly date: string
  readonly byline: string
  readonly topics: readonly string[]
  readonly language: string
  readonly image: { readonly url: string; readonly bytes: number; readonly type: string } | null
}

export interface Feed {
  readonly house: HouseStyle
  /** full address of the front page */
  readonly home: string
  /** full addresses of the feeds */
  readonly atom: string
  readonly json: string
  /** newest first */
  readonly posts: readonly FeedPost[]
}

/** What XML 1.0 does not admit, even escaped. */
const NOT_IN_XML = /[^\t\n\r\u{20}-\u{d7ff}\u{e000}-\u{fffd}\u{10000}-\u{10ffff}]/gu
const xml = (text: string): string => escape(text.replace(NOT_IN_XML, ''))
const tag = (name: string, text: string, more = ''): string => `<${name}${more}>${xml(text)}</${name}>`
const attribute = (name: string, value: string | number): string => ` ${name}="${xml(String(value))}"`

/** An id that no other feed has: RFC 4151, with the day on which the post became live. */
const tagUri = (home: string, date: string, id: string): string =>
  `tag:${/^https?:\/\/([^/:]+)/.exec(home)![1]!},${date.slice(0, 10)}:${encodeURIComponent(id)}`

/** Before there is any post a feed has to have changed at some time. */
const NEVER = '1970-01-01T00:00:00.000Z'

/** As RFC 4287 has it: whole posts, as escaped HTML. */
export function atomFeed({ house, home, atom, posts }: Feed): string {
  const entries = posts.map((post) =>
    [
      '<entry>',
      tag('id', tagUri(home, post.date, post.id)),
      tag('title', post.title),
      `<link rel="alternate" type="text/html"${attribute('href', post.url)}/>`,
      ...(post.image
        ? [
            `<link rel="enclosure"${attribute('type', post.image.type)}${attribute('length', post.image.bytes)}${attribute('href', post.image.url)}/>`,
          ]
        : []),
      tag('published', post.date),
      tag('updated', post.date),
      ...(post.byline ? [`<author>${tag('name', post.byline)}</author>`] : []),
      ...post.topics.map((topic) => `<category${attribute('term', topic)}/>`),
      ...(post.excerpt ? [tag('summary', post.excerpt)] : []),
      tag('content', post.html, ` type="html"${attribute('xml:lang', post.language)}`),
      '</entry>',
    ].join('\n'),
  )
  return `<?xml version="1.0" encoding="utf-8"?>
<feed xmlns="http://www.w3.org/2005/Atom"${attribute('xml:lang', house.language)}>
${tag('id', home)}
${tag('title', house.blogName)}
${house.blogLine ? `${tag('subtitle', house.blogLine)}\n` : ''}${tag('updated', posts[0]?.date ?? NEVER)}
<author>${tag('name', house.blogName)}</author>
<link rel="alternate" type="text/html"${attribute('href', home)}/>
<link rel="self" type="application/atom+xml"${attribute('href', atom)}/>
${entries.join('\n')}
</feed>
`
}

/** As JSON Feed 1.1 has it. */
export function jsonFeed({ house, home, json, posts }: Feed): string {
  return JSON.stringify({
    version: 'https://jsonfeed.org/version/1.1',
    title: house.blogName,
    ...(house.blogLine ? { description: house.blogLine } : {}),
    home_page_url: home,
    feed_url: json,
    language: house.language,
    items: posts.map((post) => ({
      id: tagUri(home, post.date, post.id),
      url: post.url,
      title: post.title,
      content_html: post.html,
      ...(post.excerpt ? { summary: post.excerpt } : {}),
      ...(post.image ? { image: post.image.url } : {}),
      date_published: post.date,
      ...(post.byline ? { authors: [{ name: post.byline }] } : {}),
      ...(post.topics.length ? { tags: post.topics } : {}),
      language: post.language,
    })),
  })
}
