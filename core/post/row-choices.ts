import { z } from 'zod'

/** Choices that a row has and that the house style has a default for. */

/** Below each picture; over each picture, always or while it is pointed at or focused; once below the row; nowhere. */
export const CAPTION_PLACES = ['each', 'beside', 'over', 'hover', 'row', 'none'] as const
/** px, at most, by which corners are rounded, and of a border over the edge. */
export const MOST_CORNER = 40
export const MOST_BORDER = 24
/** A border, drawn over the edge so that it takes no room. */
export const Border = z.object({
  width: z.number().min(0).max(MOST_BORDER),
  colour: z.string().regex(/^#[0-9a-f]{6}$/i, 'expected a colour like #1d1b18'),
})
export const GROUNDS = ['none', 'light', 'dark'] as const
export const REVEALS = ['none', 'fade', 'rise'] as const
/** What enlarging goes through. */
export const THROUGH = ['row', 'post'] as const
/** How a slideshow says where one is in it. */
export const PLACE_MARKS = ['count', 'dots', 'none'] as const
export const MOVES = ['slide', 'fade'] as const
/** s that a slide may stay */
export const SLIDE_SECONDS = { least: 2, most: 60 } as const
