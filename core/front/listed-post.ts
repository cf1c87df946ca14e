import type { FocusPoint } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Library } from '../place/library.ts'
import { type Featured, titleOf } from '../post/post.ts'
import { placeShown } from '../recipe/places.ts'
import type { Picture } from '../wire/picture.ts'

/** A picture and the point of it that a crop keeps. */
export interface FocusedPicture {
  readonly picture: Picture
  /** in what is shown of it */
  readonly focus: FocusPoint
}

/** What is told of a post before it is opened. */
export interface PostFacts {
  readonly id: string
  readonly title: string
  readonly excerpt: string
  /** day of publication, ISO */
  readonly date: string
  readonly topics: readonly string[]
  readonly byline: string
  /** how many it shows */
  readonly pictures: number
  /** path of the post from the front page */
  readonly href: string
  readonly featured: Featured | null
}

/** The same with the picture that stands for it. */
export interface ListedPost extends Omit<PostFacts, 'featured'> {
  readonly featured: FocusedPicture | null
  /** it has none of its own, so that the house's stands for it */
  readonly fallback: boolean
}

/** A chosen picture as it is shown now; null where it is not here (any more). */
export function focused(featured: Featured | null, library: Library): FocusedPicture | null {
  const picture = featured && library.picture(featured.picture)
  return picture ? { picture, focus: placeShown(featured.focus, picture) } : null
}

/** The post with its own picture, else with the house's. */
export function listedPost(facts: PostFacts, house: HouseStyle, library: Library): ListedPost {
  const own = focused(facts.featured, library)
  const other = own ? undefined : library.picture(house.fallbackFeatured ?? '')
  return {
    ...facts,
    title: titleOf(facts),
    featured: own ?? (other ? { picture: other, focus: other.focus } : null),
    fallback: own === null,
  }
}
