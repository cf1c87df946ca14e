/** How much of each thing a post holds. Enforced where a thing is made, so that what is made can be kept. */
export const MOST_PICTURES_IN_ROW = 200
export const LONGEST = {
  title: 300,
  excerpt: 2000,
  /** of a picture in a row */
  alt: 2000,
  caption: 4000,
  credit: 500,
  topic: 60,
  byline: 120,
  keyword: 60,
  description: 320,
} as const
export const MOST_TOPICS = 20
export const MOST_KEYWORDS = 8
/** of the text: blocks at its top, and how deep one may stand in another */
export const MOST_BLOCKS = 20_000
export const MOST_DEPTH = 40
/** of a table */
export const MOST_COLUMNS = 40
export const MOST_TABLE_ROWS = 2000
/** of a whole post */
export const MOST_ROWS = 2000
export const MOST_PICTURES = 10_000
export const MOST_IN_TRAY = 2000
/** How wide a picture alone may be set: px, or per cent of its container. */
export const PICTURE_WIDTH = { px: { least: 40, most: 4000 }, share: { least: 5, most: 100 } } as const
/** How wide a row of several pictures may be set, px. */
export const ROW_WIDTH = { least: 160, most: 4000 } as const
/** Shapes, width / height, to which a row can crop a picture. */
export const OWN_CROP = { least: 0.2, most: 5 } as const
