import type { HouseStyle } from '../../core/house/house-style.ts'
import { blogCss } from '../../core/page/house-css.ts'
import { listPage, type ListedPost } from '../../core/page/list-page.ts'
import { postPage } from '../../core/page/post-page.ts'
import { excerptOf, type PostContent } from '../../core/post/post.ts'
import type { Picture } from '../../core/wire/picture.ts'
import type { SiteFiles } from './site-files.ts'

/** Posts and drafts lie two folders deep on the blog and in the proof; files beside them at the top. */
const FROM_POST = (file: string) => `../../files/${file}`
const FROM_LIST = (file: string) => `files/${file}`

export interface BuiltPage {
  readonly html: string
  readonly files: string[]
}

export function buildPostPage(
  site: SiteFiles,
  content: PostContent,
  house: HouseStyle,
  pictures: ReadonlyMap<string, Picture>,
  state: { readonly date: string | null; readonly draft: boolean },
): BuiltPage {
  const houseSheet = site.keepSheet('house', blogCss(house))
  const input = { content, house, pictures, ...state, houseSheet, address: FROM_POST, home: '../../' }
  // The post's sheet is named for its content, which is known only once the page has been laid out.
  const { css } = postPage({ ...input, postSheet: '' })
  const { html, files } = postPage({ ...input, postSheet: site.keepSheet('post', css) })
  return { html, files }
}

export interface LivePost {
  readonly content: PostContent
  readonly address: string
  readonly firstLiveAt: string
}

export function buildListPage(site: SiteFiles, live: readonly LivePost[], house: HouseStyle, pictures: ReadonlyMap<string, Picture>): BuiltPage {
  const posts = live.map(({ content, address, firstLiveAt }): ListedPost => {
    const picture = pictures.get(content.featured?.picture ?? '')
    const fallback = pictures.get(house.fallbackFeatured ?? '')
    return {
      title: content.title || 'Untitled',
      excerpt: excerptOf(content),
      date: firstLiveAt,
      topics: content.topics,
      href: `posts/${address}/`,
      featured: picture ? { picture, focus: content.featured!.focus } : fallback ? { picture: fallback, focus: fallback.focus } : null,
    }
  })
  return listPage(posts, house, site.keepSheet('house', blogCss(house)), FROM_LIST)
}
