import type { HouseStyle } from '../house/house-style.ts'
import { slug } from '../post/post.ts'
import { say } from '../readers/words.ts'
import { blogPageHtml } from './blog-page.ts'
import { FONT_FILES } from './fonts-css.ts'
import { attributes, escape } from './html.ts'
import { listedHtml, type ListedPost } from './list-page.ts'
import { type FileAddress, webpFiles } from './placed-files.ts'
import type { HouseFiles } from './site-icon.ts'

/** A page of the list below the front, with its path from there. */
export interface ListPage {
  readonly path: string
  readonly html: string
}

export interface ListPages {
  /** the front page */
  readonly html: string
  readonly pages: readonly ListPage[]
  /** every file that any of them names */
  readonly files: readonly string[]
}

/**
 * How many posts stand on the first page, and how many whole pages of older ones there are. Older pages are counted
 * from the oldest post and are always full: so each keeps its address and what it shows, however many posts come, and
 * the first page has the rest, `perPage` to twice as many less one. Of 25 posts by 10 there are 15 and one page.
 */
export function pagesOf(count: number, perPage: number): { readonly first: number; readonly older: number } {
  const older = Math.max(0, Math.floor(count / perPage) - 1)
  return { first: count - older * perPage, older }
}

/** Addresses of the topics' pages: the topic that was there first has the plain one. O(topics). */
export function topicPaths(posts: readonly ListedPost[]): ReadonlyMap<string, string> {
  const paths = new Map<string, string>()
  const taken = new Set<string>()
  for (const topic of [...posts].reverse().flatMap(({ topics }) => topics)) {
    if (paths.has(topic)) continue
    const plain = slug(topic)
    // Letters that an address can't have say which topic it is by their numbers.
    const own = [...topic].map((letter) => letter.codePointAt(0)!.toString(36)).join('-')
    const name = plain && !taken.has(plain) ? plain : own
    taken.add(name)
    paths.set(topic, `topics/${name}/`)
  }
  return paths
}

interface Around {
  readonly house: HouseStyle
  readonly files: HouseFiles
  readonly filesFrom: (up: string) => FileAddress
  readonly topics: ReadonlyMap<string, string>
}

/** The published list of posts, newest first: the front page, older posts page by page, and the same for each topic. */
export function listPages(
  posts: readonly ListedPost[],
  house: HouseStyle,
  files: HouseFiles,
  /** where files lie, seen from a page that is so far below the front */
  filesFrom: (up: string) => FileAddress = (up) => (file) => `${up}files/${file}`,
): ListPages {
  const around = { house, files, filesFrom, topics: topicPaths(posts) }
  const [front, ...older] = pagesFor({ title: house.blogName, path: '', posts }, around)
  const topics = [...around.topics].flatMap(([title, path]) =>
    pagesFor({ title, path, posts: posts.filter((post) => post.topics.includes(title)) }, around),
  )
  const named = new Set([
    ...FONT_FILES,
    files.sheet,
    files.icon,
    ...posts.flatMap((post) => (post.featured ? webpFiles(post.featured.picture).map((file) => file.file) : [])),
  ])
  return { html: front!.html, pages: [...older, ...topics], files: [...named] }
}

interface Subject {
  readonly title: string
  /** from the front: '' or "topics/launch-days/" */
  readonly path: string
  readonly posts: readonly ListedPost[]
}

function pagesFor(subject: Subject, around: Around): ListPage[] {
  const { posts, path } = subject
  const { first, older } = pagesOf(posts.length, around.house.postsPerPage)
  const olderPath = (page: number) => (page > older ? path : `${path}older/${page}/`)
  const pages = [{ posts: posts.slice(0, first), number: older + 1 }]
  for (let number = older; number >= 1; number--) {
    const from = first + (older - number) * around.house.postsPerPage
    pages.push({ posts: posts.slice(from, from + around.house.postsPerPage), number })
  }
  return pages.map(({ posts: shown, number }) => ({
    path: olderPath(number),
    html: pageHtml({ ...subject, posts: shown }, around, {
      here: olderPath(number),
      newer: number <= older ? olderPath(number + 1) : undefined,
      older: number > 1 ? olderPath(number - 1) : undefined,
    }),
  }))
}

interface Turns {
  readonly here: string
  readonly newer: string | undefined
  readonly older: string | undefined
}

function pageHtml(
  { title, path, posts }: Subject,
  { house, files, filesFrom, topics }: Around,
  { here, newer, older }: Turns,
): string {
  const up = '../'.repeat(here.split('/').length - 1)
  const to = (place: string) => `${up}${place}` || './'
  const address = filesFrom(up)
  const listed = posts.map((post) => ({ ...post, href: to(post.href) }))
  const topic = (name: string) => {
    const own = topics.get(name)
    return own === undefined || own === path ? undefined : to(own)
  }
  const list = posts.length
    ? listedHtml(listed, house, address, { topic, first: newer === undefined })
    : `<p>${escape(say(house, 'nothingYet'))}</p>`
  const links = [...topics].map(([name, place]) => `<li><a${attributes({ href: to(place) })}>${escape(name)}</a></li>`)
  // On the front alone: elsewhere each post has its own.
  const nav =
    here === '' && links.length > 1
      ? `<nav class="topics"${attributes({ 'aria-label': say(house, 'topics') })}><ul>${links.join('')}</ul></nav>\n`
      : ''
  const turn = (place: string | undefined, rel: 'prev' | 'next', words: string) =>
    place === undefined ? '<span></span>' : `<a${attributes({ href: to(place), rel })}>${escape(words)}</a>`
  const turns =
    newer === undefined && older === undefined
      ? ''
      : `\n<nav class="turn">${turn(newer, 'prev', say(house, 'newerPosts'))}${turn(older, 'next', say(house, 'olderPosts'))}</nav>`
  const main = `<div class="column"><h1>${escape(title)}</h1>
${nav}${list}${turns}</div>`
  return blogPageHtml(
    {
      title: path === '' ? title : `${title} · ${house.blogName}`,
      description: house.blogLine,
      main,
      icon: files.icon,
      styleSheets: [files.sheet],
      home: to(''),
    },
    house,
    address,
  )
}
