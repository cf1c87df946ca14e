import { rowsOf } from '../post/body.ts'
import type { Check, Mend } from './mark.ts'

/** The picture that stands for the post in lists: chosen, still here, and what would do instead. */
export const featuredImage: Check = ({ content, pictures, house }) => {
  const { featured } = content
  if (featured && pictures.has(featured.picture)) return []
  const first = rowsOf(content.body)
    .flatMap((row) => row.pictures)
    .map(({ id }) => pictures.get(id))
    .find((picture) => picture !== undefined)
  const mend: Mend | undefined = first && {
    words: 'Take the first picture',
    apply: (now) => ({ ...now, featured: { picture: first.id, focus: first.focus } }),
  }
  const instead =
    house.fallbackFeatured && pictures.has(house.fallbackFeatured)
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
