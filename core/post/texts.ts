import type { PlacedPicture } from './row.ts'

/** The picture's own texts, shared by every post that shows it. */
export interface PictureTexts {
  readonly title: string
  readonly alt: string
  readonly caption: string
  readonly credit: string
}

/** The texts a placed picture shows: the row's own wording first, then the picture's. */
export function textsInRow(placed: PlacedPicture, own: PictureTexts | undefined): PictureTexts {
  return {
    title: own?.title ?? '',
    alt: placed.alt ?? own?.alt ?? '',
    caption: placed.caption ?? own?.caption ?? '',
    credit: placed.credit ?? own?.credit ?? '',
  }
}
