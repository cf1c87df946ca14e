import type { Library } from '../place/library.ts'
import { cropWindow, type FocusPoint, objectPosition } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Featured } from '../post/post.ts'
import type { Picture } from '../wire/picture.ts'
import { attributes, escape, figure } from './html.ts'
import { LIST_SHAPES, listSizes, type PlainListShape } from './list-shapes.ts'
import { type FileAddress, srcset, webpFiles } from './placed-files.ts'
import { longDate } from '../readers/languages.ts'
import { placeShown } from '../recipe/places.ts'

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
  if (own) return { picture: own, focus: placeShown(featured.focus, own) }
  const fallback = library.picture(house.fallbackFeatured ?? '')
  return fallback ? { picture: fallback, focus: fallback.focus } : null
}

/** Where a topic's own page lies from here; undefined where it has none. */
export type TopicAddress = (topic: string) => string | undefined

interface Listing {
  readonly house: HouseStyle
  readonly address: FileAddress
  readonly topic?: TopicAddress
}

/** The posts in the house's shape, newest first, without what stands around the list. `first`: its newest post is the blog's. */
export function listedHtml(
  posts: readonly ListedPost[],
  house: HouseStyle,
  address: FileAddress,
  { topic, first = true }: { readonly topic?: TopicAddress; readonly first?: boolean } = {},
): string {
  const listing = { house, address, ...(topic ? { topic } : {}) }
  if (house.listShape !== 'mixed') return shapedHtml(posts, house.listShape, listing)
  if (!first) return shapedHtml(posts, 'cards', listing)
  const [newest, ...rest] = posts
  const banner = newest ? shapedHtml([newest], 'banners', listing) : ''
  return rest.length ? `${banner}\n${shapedHtml(rest, 'cards', listing, 1)}` : banner
}

function shapedHtml(posts: readonly ListedPost[], shape: PlainListShape, listing: Listing, before = 0): string {
  const { house, topic } = listing
  const items = posts.map((post, i) => {
    const image = post.featured ? featuredHtml(post.featured, shape, listing, before + i) : '<span></span>'
    const topics = post.topics.map((name) => {
      const href = topic?.(name)
      return href ? `<a${attributes({ href })}>${escape(name)}</a>` : escape(name)
    })
    const facts = [escape(longDate(post.date, house.language)), ...topics].join(' · ')
    return `<li>${image}<div><h2><a${attributes({ href: post.href })}>${escape(post.title)}</a></h2><p>${escape(post.excerpt)}</p><p class="post-facts">${facts}</p></div></li>`
  })
  return `<ul class="list list-${shape}">\n${items.join('\n')}\n</ul>`
}

function featuredHtml(
  { picture, focus }: NonNullable<ListedPost['featured']>,
  shape: PlainListShape,
  { house, address }: Listing,
  place: number,
): string {
  const { aspect } = LIST_SHAPES[shape]
  const window = cropWindow(picture.width / picture.height, aspect, focus)
  const { x, y } = objectPosition(window)
  const files = webpFiles(picture)
  return `<img${attributes({
    src: files[0] ? address(files[0].file) : '',
    srcset: srcset(files, address),
    sizes: listSizes(shape, house),
    width: Math.round(aspect * 600),
    height: 600,
    // The link beside it says where it leads; a second description would be read out twice.
    alt: '',
    style: `aspect-ratio:${figure(aspect)};object-position:${figure(x)}% ${figure(y)}%;background:${picture.colour}`,
    loading: place > 3 ? 'lazy' : undefined,
    decoding: 'async',
  })}>`
}
