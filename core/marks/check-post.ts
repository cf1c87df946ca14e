import type { HouseStyle } from '../house/house-style.ts'
import { layRows } from '../layout/lay-row.ts'
import type { PostContent } from '../post/post.ts'
import type { Picture } from '../wire/picture.ts'
import { altTexts } from './alt-texts.ts'
import { featuredImage } from './featured-image.ts'
import { headings } from './headings.ts'
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
  headings,
  linkWords,
  rowsWorthALook,
  pageWeight,
]

/** Every mark of a post: what must be mended first, each in the order of the checks and of the post. O(rows × layout). */
export function checkPost(content: PostContent, pictures: ReadonlyMap<string, Picture>, house: HouseStyle): Mark[] {
  const laid = layRows(content.body, pictures, house)
  const marks = CHECKS.flatMap((check) => check({ content, pictures, house, laid }))
  return [
    ...marks.filter(({ weight }) => weight === 'must mend'),
    ...marks.filter(({ weight }) => weight === 'worth a look'),
  ]
}
