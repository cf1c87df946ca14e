import { gzipSync } from 'node:zlib'
import type { HouseStyle } from '../../core/house/house-style.ts'
import { blogCss } from '../../core/page/house-css.ts'
import { featuredInList, listPage, type ListedPost } from '../../core/page/list-page.ts'
import { type PageBelow, postPages, postWeights } from '../../core/page/post-page.ts'
import { excerptOf, type PostContent, titleOf } from '../../core/post/post.ts'
import type { PageWeight } from '../../core/wire/page-weight.ts'
import type { Picture } from '../../core/wire/picture.ts'
import type { SiteFiles } from './site-files.ts'

/** Posts and drafts lie two folders deep on the blog and in the proof; files beside them at the top. */
const FROM_POST = (file: string) => `../../files/${file}`
const FROM_LIST = (file: string) => `files/${file}`

export interface BuiltPage {
  readonly html: string
  readonly files: readonly string[]
}

/** A post with the pages that go with it. */
export interface BuiltPost extends BuiltPage {
  readonly below: readonly PageBelow[]
}

export interface PostState {
  readonly date: string | null
  readonly draft: boolean
  readonly url: string
}

function inputOf(
  site: SiteFiles,
  content: PostContent,
  house: HouseStyle,
  pictures: ReadonlyMap<string, Picture>,
  state: PostState,
) {
  const houseSheet = site.keepSheet('house', blogCss(house))
  return {
    content,
    house,
    pictures,
    ...state,
    houseSheet,
    address: FROM_POST,
    home: '../../',
    reader: site.reader(),
    full: (relative: string) => new URL(relative, state.url).href,
  }
}

export function buildPostPage(...asked: Parameters<typeof inputOf>): BuiltPost {
  const [site] = asked
  const input = inputOf(...asked)
  // The post's sheet is named for its content, which is known only once the page has been laid out.
  const { css } = postPages({ ...input, postSheet: '' })
  return postPages({ ...input, postSheet: site.keepSheet('post', css) })
}

/** What a post's page weighs: its pictures by screen as planned, everything else as it is built. */
export async function weighPostPage(...asked: Parameters<typeof inputOf>): Promise<PageWeight> {
  const [site] = asked
  const { html } = buildPostPage(...asked)
  const packed = async (names: readonly string[]) =>
    (await Promise.all(names.map(async (name) => gzipSync(await site.read(name)).length))).reduce(
      (sum, size) => sum + size,
      0,
    )
  const named = (pattern: RegExp) => [...new Set([...html.matchAll(pattern)].map((found) => found[1]!))]
  const sizes = await Promise.all(named(/rel="preload"[^>]*files\/([\w.-]+\.woff2)/g).map((name) => site.size(name)))
  return {
    text: gzipSync(html).length + (await packed(named(/rel="stylesheet"[^>]*files\/([\w.-]+\.css)/g))),
    fonts: sizes.reduce((sum, size) => sum + size, 0),
    script: await packed(named(/(reader-[a-z]+-[0-9a-f]{16}\.(?:js|css))/g)),
    screens: postWeights({ ...inputOf(...asked), postSheet: '' }),
  }
}

export interface LivePost {
  readonly content: PostContent
  readonly address: string
  readonly firstLiveAt: string
}

export function buildListPage(
  site: SiteFiles,
  live: readonly LivePost[],
  house: HouseStyle,
  pictures: ReadonlyMap<string, Picture>,
): BuiltPage {
  const posts = live.map(
    ({ content, address, firstLiveAt }): ListedPost => ({
      title: titleOf(content),
      excerpt: excerptOf(content),
      date: firstLiveAt,
      topics: content.topics,
      href: `posts/${address}/`,
      featured: featuredInList(content.featured, house, pictures),
    }),
  )
  return listPage(posts, house, site.keepSheet('house', blogCss(house)), FROM_LIST)
}
