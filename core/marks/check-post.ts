import type { PlacedPost } from '../place/place-post.ts'
import { altTexts } from './alt-texts.ts'
import { featuredImage } from './featured-image.ts'
import { headings } from './headings.ts'
import { keywords } from './keywords.ts'
import { linePictures } from './line-pictures.ts'
import { linkWords } from './link-words.ts'
import type { Check, Mark } from './mark.ts'
import { missingPictures } from './missing-pictures.ts'
import { pageWeight } from './page-weight.ts'
import { rowsWorthALook } from './rows-worth-a-look.ts'
import { title } from './title.ts'

const CHECKS: readonly Check[] = [
  title,
  featuredImage,
  missingPictures,
  altTexts,
  linePictures,
  headings,
  linkWords,
  rowsWorthALook,
  pageWeight,
  keywords,
]

/** Every mark of a post: what must be mended first, each in the order of the checks and of the post. O(rows). */
export function checkPost(post: PlacedPost): Mark[] {
  const marks = CHECKS.flatMap((check) => check(post))
  return [
    ...marks.filter(({ weight }) => weight === 'must mend'),
    ...marks.filter(({ weight }) => weight === 'worth a look'),
  ]
}
