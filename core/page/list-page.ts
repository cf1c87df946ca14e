import type { FocusedPicture, ListedPost } from '../front/listed-post.ts'
import { cropWindow, objectPosition } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { type TopicAddress, topicHtml } from './facts.ts'
import { attributes, escape, figure } from './html.ts'
import { LIST_SHAPES, listSizes, type PlainListShape } from './list-shapes.ts'
import { type FileAddress, srcset, webpFiles } from './placed-files.ts'
import { longDate } from '../readers/languages.ts'

interface Listing {
  readonly house: HouseStyle
  readonly address: FileAddress
  readonly topic?: TopicAddress
}

interface ListedPlace {
  readonly topic?: TopicAddress
  /** its first post is the one that stands before all others */
  readonly first?: boolean
  /** pictures that stand before it on the page */
  readonly before?: number
}

/** The posts in the house's shape, without what stands around the list. */
export function listedHtml(
  posts: readonly ListedPost[],
  house: HouseStyle,
  address: FileAddress,
  { topic, first = true, before = 0 }: ListedPlace = {},
): string {
  const listing = { house, address, ...(topic ? { topic } : {}) }
  if (house.listShape !== 'mixed') return shapedHtml(posts, house.listShape, listing, before)
  if (!first) return shapedHtml(posts, 'cards', listing, before)
  const [newest, ...rest] = posts
  const banner = newest ? shapedHtml([newest], 'banners', listing, before) : ''
  return rest.length ? `${banner}\n${shapedHtml(rest, 'cards', listing, before + 1)}` : banner
}

function shapedHtml(posts: readonly ListedPost[], shape: PlainListShape, listing: Listing, before = 0): string {
  const { house, topic } = listing
  const items = posts.map((post, i) => {
    const image = post.featured ? featuredHtml(post.featured, shape, listing, before + i) : '<span></span>'
    const topics = post.topics.map((name) => topicHtml(name, topic))
    const facts = [escape(longDate(post.date, house.language, house.timeZone)), ...topics].join(' · ')
    return `<li>${image}<div><h2><a${attributes({ href: post.href })}>${escape(post.title)}</a></h2><p>${escape(post.excerpt)}</p><p class="post-facts">${facts}</p></div></li>`
  })
  return `<ul class="list list-${shape}">\n${items.join('\n')}\n</ul>`
}

/** A picture that stands for a post or a topic, cropped to the shape. `place`: how many stand before it on the page. */
export function featuredHtml(
  { picture, focus }: FocusedPicture,
  shape: PlainListShape,
  { house, address }: Omit<Listing, 'topic'>,
  place: number,
): string {
  const { aspect } = LIST_SHAPES[shape]
  const window = cropWindow(picture.width / picture.height, aspect, focus)
  const { x, y } = objectPosition(window)
  const files = webpFiles(picture)
  return `<img${attributes({
    src: files[0] ? address(files[0].file) : '',
    srcset: srcset(files, address),
    sizes: listSizes(shape, picture.width / picture.height, house),
    width: Math.round(aspect * 600),
    height: 600,
    // The link beside it says where it leads; a second description would be read out twice.
    alt: '',
    style: `aspect-ratio:${figure(aspect)};object-position:${figure(x)}% ${figure(y)}%;background:${picture.colour}`,
    loading: place > 3 ? 'lazy' : undefined,
    decoding: 'async',
  })}>`
}
