import { gzipSync } from 'node:zlib'
import type { HouseStyle } from '../../core/house/house-style.ts'
import { blogCss } from '../../core/page/house-css.ts'
import type { Front } from '../../core/front/front.ts'
import { listedPost, type PostFacts } from '../../core/front/listed-post.ts'
import { type ListPages, listPages, topicPaths } from '../../core/page/list-pages.ts'
import { type PostPages, postPages } from '../../core/page/post-page.ts'
import { type HouseFiles, siteIcon } from '../../core/page/site-icon.ts'
import type { Library } from '../../core/place/library.ts'
import { placePost } from '../../core/place/place-post.ts'
import type { LivePosts } from '../../core/shows/shown-in-post.ts'
import type { PostContent } from '../../core/post/post.ts'
import type { PageWeight } from '../../core/wire/page-weight.ts'
import type { LivePost } from '../database/publications-table.ts'
import type { SiteFiles } from './site-files.ts'

/** Posts and drafts lie two folders deep on the blog and in the proof; files beside them at the top. */
const FROM_POST = (file: string) => `../../files/${file}`

/** What a post's pages are built from. */
export interface PostSource {
  readonly content: PostContent
  readonly house: HouseStyle
  readonly library: Library
  readonly date: string | null
  readonly draft: boolean
  /** the full address that the post has on the blog */
  readonly url: string
  /** addresses of topics' pages, by name, from the front page */
  readonly topicPaths: ReadonlyMap<string, string>
  /** what slideshows of posts are made of */
  readonly live: LivePosts
}

/** Keeps what every page of the blog has. */
const houseFilesOf = (house: HouseStyle, keepSheet: SiteFiles['keepSheet']): HouseFiles => ({
  sheet: keepSheet('house', blogCss(house)),
  icon: keepSheet('icon', siteIcon(house)),
})

/** Builds a post with the pages that go with it; `keepSheet` says where style sheets go. */
export function buildPostPages(site: SiteFiles, source: PostSource, keepSheet = site.keepSheet): PostPages {
  const { content, house, library, date, draft, url } = source
  const topics = topicPaths(content.topics, source.topicPaths)
  return postPages({
    post: placePost(content, library, house, source.live),
    date,
    draft,
    // Of a draft's topics, those have a page that live posts have too.
    topic: (name) => (draft && !source.topicPaths.has(name) ? undefined : `../../${topics.get(name)!}`),
    houseFiles: houseFilesOf(house, keepSheet),
    keepSheet: (css) => keepSheet('post', css),
    address: FROM_POST,
    home: '../../',
    reader: site.reader(),
    full: (relative) => new URL(relative, url).href,
  })
}

/** What a post's page weighs: its pictures by screen as planned, everything else as it is built. */
export async function weighPage(site: SiteFiles, { html, files, weights }: PostPages): Promise<PageWeight> {
  const sum = (sizes: readonly number[]) => sizes.reduce((all, size) => all + size, 0)
  const packed = async (names: readonly string[]) =>
    sum(await Promise.all(names.map(async (name) => gzipSync(await site.read(name)).length)))
  return {
    text: gzipSync(html).length + (await packed(files.styleSheets)),
    fonts: sum(await Promise.all(files.fontsAtOnce.map((name) => site.size(name)))),
    script: await packed(files.script),
    screens: [...weights],
  }
}

/** What lists tell of live posts, newest first, as they were sent. */
export const factsOfLive = (live: readonly LivePost[]): PostFacts[] =>
  live.flatMap(({ postId, listed, address, firstLiveAt }) =>
    listed
      ? [
          {
            id: postId,
            title: listed.title,
            excerpt: listed.excerpt,
            date: firstLiveAt,
            topics: listed.topics,
            byline: listed.byline ?? '',
            pictures: listed.pictures ?? 0,
            href: `posts/${address}/`,
            featured: listed.featured,
          },
        ]
      : [],
  )

interface ListSource {
  readonly live: readonly LivePost[]
  readonly house: HouseStyle
  readonly front: Front
  readonly library: Library
  readonly now: Date
  readonly topicPaths: ReadonlyMap<string, string>
}

/** Builds the list of live posts as they were sent, page by page and for each topic. */
export function buildListPages(site: SiteFiles, { live, house, library, ...source }: ListSource): ListPages {
  return listPages({
    ...source,
    house,
    library,
    posts: factsOfLive(live).map((facts) => listedPost(facts, house, library)),
    files: houseFilesOf(house, site.keepSheet),
    reader: site.reader(),
    keepSheet: (css) => site.keepSheet('post', css),
  })
}
