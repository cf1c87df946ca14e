/** Choices that a row has and that the house style has a default for. */

/** Below each picture; over each picture while it is pointed at or focused; once below the row; nowhere. */
export const CAPTION_PLACES = ['each', 'hover', 'row', 'none'] as const
export const GROUNDS = ['none', 'light', 'dark'] as const
export const REVEALS = ['none', 'fade', 'rise'] as const
/** What enlarging goes through. */
export const THROUGH = ['row', 'post'] as const
/** How a slideshow says where one is in it. */
export const PLACE_MARKS = ['count', 'dots', 'none'] as const
export const MOVES = ['slide', 'fade'] as const
/** s that a slide may stay */
export const SLIDE_SECONDS = { least: 2, most: 60 } as const
