import { bareHtml } from '../../core/formats/bare-html.ts'
import { atomFeed, type Feed, type FeedPost, jsonFeed } from '../../core/formats/feeds.ts'
import { focused, listedPost, type PostFacts } from '../../core/front/listed-post.ts'
import { jpegFile } from '../../core/page/placed-files.ts'
import { placePost } from '../../core/place/place-post.ts'
import { excerptOf, picturesShown, titleOf } from '../../core/post/post.ts'
import type { FeedFile } from '../../core/wire/blog-host.ts'
import type { LivePost } from '../database/publications-table.ts'
import { factsOfLive } from './build-pages.ts'
import type { PressDeps } from './plan.ts'

/** Feeds have so many of the newest posts. */
const NEWEST = 20

/** Builds the feeds of the blog for each of these lists: its newest posts, whole, as readers have them. Posts that were not sent since are not laid out again. */
export function createFeeds(deps: PressDeps): (lists: readonly (readonly LivePost[])[]) => FeedFile[][] {
  const { publications, house, destination } = deps
  const home = `${destination.url}/`
  let known = new Map<string, { readonly pages: string; readonly entry: FeedPost }>()

  let now: typeof known = new Map()
  const feedsOf = (live: readonly LivePost[]): FeedFile[] => {
    const facts = factsOfLive(live)
    const posts = live.slice(0, NEWEST).flatMap((post): FeedPost[] => {
      const pages = publications.pagesHashOf(post.postId) ?? ''
      const before = known.get(post.postId) ?? now.get(post.postId)
      const entry = before && before.pages === pages ? before.entry : entryOf(deps, post, facts, home)
      if (entry && pages) now.set(post.postId, { pages, entry })
      return entry ? [entry] : []
    })
    const feed: Feed = { house: house.get(), home, atom: `${home}feed.atom`, json: `${home}feed.json`, posts }
    return [
      { name: 'feed.atom', body: atomFeed(feed) },
      { name: 'feed.json', body: jsonFeed(feed) },
    ]
  }
  return (lists) => {
    now = new Map()
    const feeds = lists.map(feedsOf)
    known = now
    return feeds
  }
}

function entryOf(deps: PressDeps, post: LivePost, facts: readonly PostFacts[], home: string): FeedPost | undefined {
  const { posts, states, pictures, house, front } = deps
  const written = states.findVersion(post.postId, post.version)
  if (!written) return undefined
  const style = house.get()
  const content = posts.upToDate(written)
  const ofPosts = facts.flatMap(({ featured }) => featured?.picture ?? [])
  const library = pictures.library([...picturesShown(content), ...ofPosts])
  const others = facts.filter(({ id }) => id !== post.postId).map((one) => listedPost(one, style, library))
  const placed = placePost(content, library, style, { shows: front.get().front.shows, posts: others })
  const featured = focused(content.featured, library)?.picture
  const image = featured && jpegFile(featured)
  return {
    id: post.postId,
    title: titleOf(content),
    url: `${home}posts/${post.address}/`,
    excerpt: excerptOf(content),
    html: bareHtml(placed, { file: (name) => `${home}files/${name}`, post: (href) => `${home}${href}` }),
    date: post.firstLiveAt,
    byline: content.byline ?? '',
    topics: content.topics,
    language: content.language ?? style.language,
    image: image ? { url: `${home}files/${image.file}`, bytes: image.bytes, type: 'image/jpeg' } : null,
  }
}
