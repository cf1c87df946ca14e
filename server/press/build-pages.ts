import { gzipSync } from 'node:zlib'
import type { HouseStyle } from '../../core/house/house-style.ts'
import { blogCss } from '../../core/page/house-css.ts'
import { featuredInList, type ListedPost } from '../../core/page/list-page.ts'
import { type ListPages, listPages } from '../../core/page/list-pages.ts'
import { type PostPages, postPages } from '../../core/page/post-page.ts'
import { type HouseFiles, siteIcon } from '../../core/page/site-icon.ts'
import type { Library } from '../../core/place/library.ts'
import { placePost } from '../../core/place/place-post.ts'
import { type PostContent, titleOf } from '../../core/post/post.ts'
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
}

/** Keeps what every page of the blog has. */
const houseFilesOf = (house: HouseStyle, keepSheet: SiteFiles['keepSheet']): HouseFiles => ({
  sheet: keepSheet('house', blogCss(house)),
  icon: keepSheet('icon', siteIcon(house)),
})

/** Builds a post with the pages that go with it; `keepSheet` says where style sheets go. */
export function buildPostPages(site: SiteFiles, source: PostSource, keepSheet = site.keepSheet): PostPages {
  const { content, house, library, date, draft, url } = source
  return postPages({
    post: placePost(content, library, house),
    date,
    draft,
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

/** Builds the list of live posts as they were sent, page by page and for each topic. */
export function buildListPages(
  site: SiteFiles,
  live: readonly LivePost[],
  house: HouseStyle,
  library: Library,
): ListPages {
  const posts = live.flatMap(({ listed, address, firstLiveAt }): ListedPost[] =>
    listed
      ? [
          {
            title: titleOf(listed),
            excerpt: listed.excerpt,
            date: firstLiveAt,
            topics: listed.topics,
            href: `posts/${address}/`,
            featured: featuredInList(listed.featured, house, library),
          },
        ]
      : [],
  )
  return listPages(posts, house, houseFilesOf(house, site.keepSheet))
}
