import { bareHtml } from '../../core/formats/bare-html.ts'
import { atomFeed, type Feed, type FeedPost, jsonFeed } from '../../core/formats/feeds.ts'
import { focused, listedPost } from '../../core/front/listed-post.ts'
import { jpegFile } from '../../core/page/placed-files.ts'
import { placePost } from '../../core/place/place-post.ts'
import { excerptOf, picturesShown, titleOf } from '../../core/post/post.ts'
import type { FeedFile } from '../../core/wire/blog-host.ts'
import type { LivePost } from '../database/publications-table.ts'
import { factsOfLive } from './build-pages.ts'
import type { PressDeps } from './plan.ts'

/** Feeds have so many of the newest posts. */
const NEWEST = 20

/** The feeds of the blog: its newest posts, whole, in the versions that readers have. */
export function buildFeeds(deps: PressDeps, live: readonly LivePost[]): FeedFile[] {
  const { posts, states, pictures, house, front, destination } = deps
  const style = house.get()
  const facts = factsOfLive(live)
  const home = `${destination.url}/`
  const ofPosts = facts.flatMap(({ featured }) => featured?.picture ?? [])
  const entries = live.slice(0, NEWEST).flatMap((post): FeedPost[] => {
    const written = states.findVersion(post.postId, post.version)
    if (!written) return []
    const content = posts.upToDate(written)
    const library = pictures.library([...picturesShown(content), ...ofPosts])
    const others = facts.filter(({ id }) => id !== post.postId).map((one) => listedPost(one, style, library))
    const placed = placePost(content, library, style, { shows: front.get().front.shows, posts: others })
    const featured = focused(content.featured, library)?.picture
    const image = featured && jpegFile(featured)
    return [
      {
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
      },
    ]
  })
  const feed: Feed = { house: style, home, atom: `${home}feed.atom`, json: `${home}feed.json`, posts: entries }
  return [
    { name: 'feed.atom', body: atomFeed(feed) },
    { name: 'feed.json', body: jsonFeed(feed) },
  ]
}
