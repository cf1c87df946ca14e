import { firstNow, type Front, orderedTopics, topicPage } from '../front/front.ts'
import { focused, type FocusedPicture, type ListedPost } from '../front/listed-post.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Library } from '../place/library.ts'
import { slug } from '../post/post.ts'
import { say } from '../readers/words.ts'
import { slidesOf } from '../shows/choose.ts'
import type { PostShow } from '../shows/show.ts'
import type { ReaderFiles } from '../wire/house.ts'
import { blogPageHtml } from './blog-page.ts'
import { FONT_FILES } from './fonts-css.ts'
import { attributes, escape } from './html.ts'
import { featuredHtml, listedHtml } from './list-page.ts'
import { type FileAddress, webpFiles } from './placed-files.ts'
import { scriptElement } from './reader-parts.ts'
import { postShowCss } from './post-show-css.ts'
import { postShowHtml } from './post-show-html.ts'
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

export interface ListPagesInput {
  /** newest first */
  readonly posts: readonly ListedPost[]
  readonly house: HouseStyle
  readonly front: Front
  /** says which post stands first */
  readonly now: Date
  readonly library: Library
  readonly files: HouseFiles
  readonly reader: ReaderFiles
  /** keeps the style sheet of the slideshows and gives its name, which changes with its content */
  readonly keepSheet: (css: string) => string
  /** addresses of topics, by name; those that are not there are given one */
  readonly topicPaths?: ReadonlyMap<string, string>
  /** where files lie, seen from a page that is so far below the front */
  readonly filesFrom?: (up: string) => FileAddress
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

/**
 * Addresses of topics' pages, those that are known first: of two that would have the same, the one that was there first
 * has the plain one. O(topics).
 */
export function topicPaths(
  topics: Iterable<string>,
  known: ReadonlyMap<string, string> = new Map(),
): ReadonlyMap<string, string> {
  const paths = new Map<string, string>()
  const taken = new Set(known.values())
  for (const topic of topics) {
    if (paths.has(topic)) continue
    const plain = `topics/${slug(topic)}/`
    // Letters that an address can't have say which topic it is by their numbers.
    const own = [...topic].map((letter) => letter.codePointAt(0)!.toString(36)).join('-')
    const free = [...(slug(topic) ? [plain] : []), `topics/${own}/`].find((path) => !taken.has(path))
    // A topic that is called what another is numbered by.
    const path = known.get(topic) ?? free ?? `topics/${own}-${taken.size}/`
    taken.add(path)
    paths.set(topic, path)
  }
  return paths
}

/** Topics of posts, the one that was there first at the head. */
export const topicsOf = (posts: readonly Pick<ListedPost, 'topics'>[]): string[] => [
  ...new Set([...posts].reverse().flatMap(({ topics }) => topics)),
]

interface Around extends ListPagesInput {
  readonly filesFrom: (up: string) => FileAddress
  readonly paths: ReadonlyMap<string, string>
  readonly postFirst: ListedPost | undefined
  readonly showSheet: string | null
}

/** The published list of posts: the front page, older posts page by page, and the same for each topic. */
export function listPages(input: ListPagesInput): ListPages {
  const { posts, house, front, now, library, files } = input
  const topics = topicsOf(posts)
  const first = firstNow(front, now)
  const shown = [front.show, ...topics.map((name) => topicPage(front, name)?.show ?? null)]
  const shows = front.shows.filter(({ id }) => shown.includes(id))
  const around: Around = {
    ...input,
    filesFrom: input.filesFrom ?? ((up) => (file) => `${up}files/${file}`),
    paths: topicPaths(topics, input.topicPaths),
    postFirst: posts.find(({ id }) => id === first),
    showSheet: shows.length ? input.keepSheet(shows.map((show) => postShowCss(show, house)).join('\n')) : null,
  }
  const onFront = posts.filter(({ id }) => id === first || !front.leftOut.includes(id))
  const [start, ...older] = pagesFor(
    { title: house.blogName, path: '', posts: onFront, picture: null, show: showOf(front, front.show) },
    around,
  )
  const ofTopics = topics.flatMap((title) => {
    const own = topicPage(front, title)
    return pagesFor(
      {
        title,
        path: around.paths.get(title)!,
        posts: posts.filter((post) => post.topics.includes(title)),
        line: own?.line ?? '',
        picture: focused(own?.picture ?? null, library),
        show: showOf(front, own?.show ?? null),
      },
      around,
    )
  })
  const pictures = [
    ...posts.map(({ featured }) => featured),
    ...topics.map((name) => focused(topicPage(front, name)?.picture ?? null, library)),
  ]
  const named = new Set([
    ...FONT_FILES,
    files.sheet,
    files.icon,
    ...(around.showSheet === null ? [] : [around.showSheet, ...scriptElement(SHOW_PARTS, house, input.reader).files]),
    ...pictures.flatMap((one) => (one ? webpFiles(one.picture).map(({ file }) => file) : [])),
  ])
  return { html: start!.html, pages: [...older, ...ofTopics], files: [...named] }
}

/** What of the reader script a page with slideshows of posts needs. */
const SHOW_PARTS = ['slideshow'] as const
const showOf = (front: Front, id: string | null): PostShow | undefined => front.shows.find((show) => show.id === id)

interface Subject {
  readonly title: string
  /** from the front: '' or "topics/launch-days/" */
  readonly path: string
  readonly posts: readonly ListedPost[]
  readonly line?: string
  readonly picture: FocusedPicture | null
  readonly show: PostShow | undefined
}

function pagesFor(subject: Subject, around: Around): ListPage[] {
  const { posts, path } = subject
  const { first, older } = pagesOf(posts.length, around.house.postsPerPage)
  const olderPath = (page: number) => (page > older ? path : `${path}older/${page}/`)
  const start = posts.slice(0, first)
  const ahead = path === '' ? around.postFirst : undefined
  // On the page of older posts where it has its place it stays, so that those keep what they show.
  const pages = [{ posts: ahead ? [ahead, ...start.filter((post) => post !== ahead)] : start, number: older + 1 }]
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

function pageHtml(subject: Subject, around: Around, { here, newer, older }: Turns): string {
  const { title, path, posts, line = '' } = subject
  const { house, files, front, paths } = around
  const up = '../'.repeat(here.split('/').length - 1)
  const to = (place: string) => `${up}${place}` || './'
  const address = around.filesFrom(up)
  const at = (all: readonly ListedPost[]) => all.map((post) => ({ ...post, href: to(post.href) }))
  const topic = (name: string) => {
    const own = paths.get(name)
    return own === undefined || own === path ? undefined : to(own)
  }
  // A page of older posts is about those alone.
  const isFirst = newer === undefined
  const show = isFirst ? subject.show : undefined
  const slides = show ? slidesOf(show, at(around.posts)) : []
  const list = posts.length
    ? listedHtml(at(posts), house, address, { topic, first: isFirst, before: slides.length })
    : `<p>${escape(say(house, 'nothingYet'))}</p>`
  const links = orderedTopics(front, paths.keys()).map(
    (name) => `<li><a${attributes({ href: to(paths.get(name)!) })}>${escape(name)}</a></li>`,
  )
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
  const picture = isFirst && subject.picture ? featuredHtml(subject.picture, 'banners', { house, address }, 0) : ''
  const head = `${picture}<h1>${escape(title)}</h1>${isFirst && line ? `\n<p class="about">${escape(line)}</p>` : ''}`
  const shown = show && slides.length ? `\n${postShowHtml(show, slides, { house, address, first: !picture })}` : ''
  const main = `<div class="column">${picture ? `<div class="topic-head">${head}</div>` : head}
${nav}${shown}${list}${turns}</div>`
  return blogPageHtml(
    {
      title: path === '' ? title : `${title} · ${house.blogName}`,
      description: line || house.blogLine,
      main,
      icon: files.icon,
      styleSheets: [files.sheet, ...(shown && around.showSheet !== null ? [around.showSheet] : [])],
      home: to(''),
      ...(shown ? { script: scriptElement(SHOW_PARTS, house, around.reader, address).html } : {}),
    },
    house,
    address,
  )
}
