import type { Video } from '../../core/video/video.ts'
import type { Picture } from '../../core/wire/picture.ts'
import type { PicturesTable } from '../database/pictures-table.ts'

/** What a source can say of a picture; tags come to those that the file has. */
export type GivenTexts = Partial<Pick<Picture, 'title' | 'credit' | 'licence' | 'source' | 'tags'>>

/** What is told of a file that is brought in. */
export interface Taken {
  readonly fileName: string
  /** bytes, where they were told beforehand */
  readonly announced?: number | undefined
  /** its place among pictures, given out before */
  readonly number?: number | undefined
  /** what its source says of it, before what its file says */
  readonly texts?: GivenTexts | undefined
  /** the video that the picture stands for */
  readonly video?: Video | undefined
}

/** What is known of a picture that is here already fills what is empty, and takes nothing away. */
export function addTexts(pictures: PicturesTable, known: Picture, { tags = [], ...texts }: GivenTexts): void {
  const missing = Object.entries(texts).filter(([key, text]) => text && known[key as keyof typeof texts] === '')
  const more = tags.filter((tag) => !known.tags.includes(tag))
  if (missing.length > 0 || more.length > 0)
    pictures.change(known.id, {
      ...Object.fromEntries(missing),
      ...(more.length ? { tags: [...known.tags, ...more] } : {}),
    })
}
