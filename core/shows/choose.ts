import type { ListedPost } from '../front/listed-post.ts'
import type { PostShow } from './show.ts'

const titles = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

/**
 * The posts of a slideshow, in its order, of those that are live: newest first as they are given. So what is not live
 * is in none, and one that becomes live comes into those that ask for it. O(posts · log posts).
 */
export function slidesOf(show: PostShow, posts: readonly ListedPost[]): ListedPost[] {
  const { from, order, turned, most, pictureless } = show
  const byId = new Map(posts.map((post) => [post.id, post]))
  const chosen =
    from.by === 'hand'
      ? from.posts.flatMap((id) => byId.get(id) ?? [])
      : posts.filter(({ topics }) => from.by === 'newest' || topics.includes(from.topic))
  const pictured = chosen.filter(
    ({ featured, fallback }) => featured !== null && !(fallback && pictureless === 'left out'),
  )
  // Of the newest those are shown that are the newest, in whatever order.
  const some = from.by === 'hand' ? pictured : pictured.slice(0, most)
  const place = new Map(posts.map(({ id }, i) => [id, i]))
  const sorted =
    order === 'title'
      ? [...some].sort((a, b) => titles.compare(a.title, b.title) || place.get(a.id)! - place.get(b.id)!)
      : order === 'hand' && from.by === 'hand'
        ? some
        : [...some].sort((a, b) => place.get(a.id)! - place.get(b.id)!)
  return (turned ? [...sorted].reverse() : sorted).slice(0, most)
}
