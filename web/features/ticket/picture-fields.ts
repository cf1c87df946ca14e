import type { PlacedPicture } from '../../../core/post/row.ts'

/** What can be said of a picture in a row. */
export const FIELDS = [
  ['alt', 'Alt text', 'What the picture shows, for those who do not see it'],
  ['caption', 'Caption', ''],
  ['credit', 'Credit', 'Whose picture it is'],
] as const
export type Field = (typeof FIELDS)[number][0]

export const withoutClick = ({ onClick: _, ...rest }: PlacedPicture): PlacedPicture => rest
