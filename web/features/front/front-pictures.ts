import type { Front } from '../../../core/front/front.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'

/** Ids of the pictures that the front shows. */
export const frontPictures = (
  front: Front,
  posts: readonly { featured: { picture: string } | null }[],
  house: HouseStyle,
) => [
  ...posts.flatMap(({ featured }) => featured?.picture ?? []),
  ...front.topics.flatMap(({ picture }) => picture?.picture ?? []),
  ...(house.fallbackFeatured ? [house.fallbackFeatured] : []),
]
