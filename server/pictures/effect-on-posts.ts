import { houseEffect } from '../../core/page/house-effect.ts'
import { libraryOf } from '../../core/place/library.ts'
import { placePost } from '../../core/place/place-post.ts'
import { picturesShown } from '../../core/post/post.ts'
import type { Picture, PictureEffect } from '../../core/wire/picture.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'

interface Deps {
  readonly pictures: PicturesTable
  readonly posts: PostsTable
  readonly house: HouseTable
}

/** What readers would find changed where a picture were as `after` says, post by post; O(posts that show it). */
export function effectOnPosts({ pictures, posts, house }: Deps, after: Picture): PictureEffect[] {
  const style = house.get()
  return pictures.usesOf(after.id).flatMap(({ id }) => {
    const post = posts.find(id)
    if (!post) return []
    const shown = pictures.findAll(picturesShown(post.content))
    const will = libraryOf(shown.map((one) => (one.id === after.id ? after : one)))
    const { shaped, heights, worse } = houseEffect(
      placePost(post.content, libraryOf(shown), style),
      placePost(post.content, will, style),
    )
    return [{ id, title: post.content.title, live: post.publication.state === 'live', shaped, heights, worse }]
  })
}
