import { placeInOriginal } from '../recipe/places.ts'
import type { Check, Mend } from './mark.ts'

/** The picture that stands for the post in lists: chosen, still here, and what would do instead. */
export const featuredImage: Check = ({ content, library, resolved, house }) => {
  const { featured } = content
  if (featured && library.picture(featured.picture) !== undefined) return []
  const first = [...resolved.values()].find(({ pictures }) => pictures.length > 0)?.pictures[0]!.picture
  const mend: Mend | undefined = first && {
    words: 'Take the first picture',
    apply: (now) => ({ ...now, featured: { picture: first.id, focus: placeInOriginal(first.focus, first) } }),
  }
  const instead =
    house.fallbackFeatured && library.picture(house.fallbackFeatured) !== undefined
      ? 'lists show the house’s own'
      : 'lists show the title alone'
  const words = featured
    ? `The featured image is no longer here: ${instead}.`
    : `No featured image is chosen: ${instead}.`
  return [
    {
      key: 'featured',
      weight: featured ? 'must mend' : 'worth a look',
      words,
      place: { at: 'featured' },
      ...(mend ? { mend } : {}),
    },
  ]
}
