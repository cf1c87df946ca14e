import { admitted } from '../type/admitted.ts'
import type { PlacedPicture } from './row.ts'

/** The picture's own texts, shared by every post that shows it. */
export interface PictureTexts {
  readonly title: string
  readonly alt: string
  readonly caption: string
  readonly credit: string
}

/** The texts a placed picture shows: the row's own wording first, then its set's, then the picture's. */
export function textsInRow(placed: PlacedPicture, own: PictureTexts | undefined): PictureTexts {
  return {
    title: admitted(own?.title ?? ''),
    alt: admitted(placed.alt ?? placed.inSet?.alt ?? own?.alt ?? ''),
    caption: admitted(placed.caption ?? placed.inSet?.caption ?? own?.caption ?? ''),
    credit: admitted(placed.credit ?? placed.inSet?.credit ?? own?.credit ?? ''),
  }
}
