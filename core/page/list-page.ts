import type { Library } from '../place/library.ts'
import { cropWindow, type FocusPoint, objectPosition } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Featured } from '../post/post.ts'
import type { Picture } from '../wire/picture.ts'
import { blogPageHtml } from './blog-page.ts'
import type { HouseFiles } from './site-icon.ts'
import { FONT_FILES } from './fonts-css.ts'
import { attributes, escape, figure } from './html.ts'
import { LIST_SHAPES, listSizes } from './list-shapes.ts'
import { type FileAddress, srcset, webpFiles } from './placed-files.ts'
import { longDate } from '../readers/languages.ts'
import { say } from '../readers/words.ts'

export interface ListedPost {
  readonly title: string
  readonly excerpt: string
  readonly date: string
  readonly topics: readonly string[]
  /** path of the post from the list */
  readonly href: string
  readonly featured: { readonly picture: Picture; readonly focus: FocusPoint } | null
}

/** The picture that stands for a post in lists: its own choice, then the house's. */
export function featuredInList(featured: Featured | null, house: HouseStyle, library: Library): ListedPost['featured'] {
  const own = featured && library.picture(featured.picture)
  if (own) return { picture: own, focus: featured.focus }
  const fallback = library.picture(house.fallbackFeatured ?? '')
  return fallback ? { picture: fallback, focus: fallback.focus } : null
}

/** The posts in the house's shape, newest first, without what stands around the list. */
export function listedHtml(posts: readonly ListedPost[], house: HouseStyle, address: FileAddress): string {
  const { aspect } = LIST_SHAPES[house.listShape]
  const items = posts.map((post, i) => {
    const image = post.featured ? featuredHtml(post.featured, i) : '<span></span>'
    return `<li>${image}<div><h2><a${attributes({ href: post.href })}>${escape(post.title)}</a></h2><p>${escape(post.excerpt)}</p><p class="post-facts">${escape([longDate(post.date, house.language), ...post.topics].join(' · '))}</p></div></li>`
  })

  function featuredHtml({ picture, focus }: NonNullable<ListedPost['featured']>, place: number): string {
    const window = cropWindow(picture.width / picture.height, aspect, focus)
    const { x, y } = objectPosition(window)
    const files = webpFiles(picture)
    return `<img${attributes({
      src: files[0] ? address(files[0].file) : '',
      srcset: srcset(files, address),
      sizes: listSizes(house.listShape, house),
      width: Math.round(aspect * 600),
      height: 600,
      // The link beside it says where it leads; a second description would be read out twice.
      alt: '',
      style: `aspect-ratio:${figure(aspect)};object-position:${figure(x)}% ${figure(y)}%;background:${picture.colour}`,
      loading: place > 3 ? 'lazy' : undefined,
      decoding: 'async',
    })}>`
  }

  return `<ul class="list list-${house.listShape}">\n${items.join('\n')}\n</ul>`
}

/** The published list of posts, newest first, in the house's shape; and the files it names. */
export function listPage(
  posts: readonly ListedPost[],
  house: HouseStyle,
  { sheet, icon }: HouseFiles,
  address: FileAddress,
): { html: string; files: string[] } {
  const empty = `<p>${escape(say(house, 'nothingYet'))}</p>`
  const main = `<div class="column"><h1>${escape(house.blogName)}</h1>
${posts.length ? listedHtml(posts, house, address) : empty}</div>`
  const html = blogPageHtml(
    { title: house.blogName, description: house.blogLine, main, icon, styleSheets: [sheet], home: './' },
    house,
    address,
  )
  const files = new Set([
    ...FONT_FILES,
    sheet,
    icon,
    ...posts.flatMap((post) => (post.featured ? webpFiles(post.featured.picture).map((file) => file.file) : [])),
  ])
  return { html, files: [...files] }
}
