import type { HouseStyle } from '../../core/house/house-style.ts'
import { blogCss } from '../../core/page/house-css.ts'
import { featuredInList, listPage, type ListedPost } from '../../core/page/list-page.ts'
import { type PageBelow, postPages } from '../../core/page/post-page.ts'
import { excerptOf, type PostContent, titleOf } from '../../core/post/post.ts'
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

export function buildPostPage(
  site: SiteFiles,
  content: PostContent,
  house: HouseStyle,
  pictures: ReadonlyMap<string, Picture>,
  state: { readonly date: string | null; readonly draft: boolean; readonly url: string },
): BuiltPost {
  const houseSheet = site.keepSheet('house', blogCss(house))
  const input = { content, house, pictures, ...state, houseSheet, address: FROM_POST, home: '../../', reader: site.reader(), full: (relative: string) => new URL(relative, state.url).href }
  // The post's sheet is named for its content, which is known only once the page has been laid out.
  const { css } = postPages({ ...input, postSheet: '' })
  return postPages({ ...input, postSheet: site.keepSheet('post', css) })
}

export interface LivePost {
  readonly content: PostContent
  readonly address: string
  readonly firstLiveAt: string
}

export function buildListPage(site: SiteFiles, live: readonly LivePost[], house: HouseStyle, pictures: ReadonlyMap<string, Picture>): BuiltPage {
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
