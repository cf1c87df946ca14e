/** Files of pictures that move: offered beside the still ones, to readers who do not mind motion. */

import { heightAt, ladderFor, LONGEST_EDGE } from './ladder.ts'

/** Widths in which they are offered, px: each further one costs seconds, and a moving picture is seldom shown large. */
const MOVING_LADDER = [480, 1080] as const
/** px of all frames together; more take hundreds of megabytes to make, and as long to send as a film. */
const MOST_MOVING = 100_000_000
/** Formats whose further pictures are moments; those of others are pages. */
const MOVES = new Set(['GIF', 'WebP'])

interface Moving {
  readonly width: number
  readonly height: number
  readonly format: string
  readonly frames: number
}

/** Whether it moves in its own file. */
export const moves = ({ format, frames }: Pick<Moving, 'format' | 'frames'>): boolean => frames > 1 && MOVES.has(format)

/** The widths of its moving files; none where it does not move, or is too much. */
export function movingWidths(picture: Moving): number[] {
  const { width, height, frames } = picture
  if (!moves(picture) || width * height * frames > MOST_MOVING) return []
  const most = Math.min(MOVING_LADDER.at(-1)!, ladderFor(width, height).at(-1)!)
  // Frames can't be squeezed; nobody makes them a thousand times as high as they are wide.
  if (heightAt(picture, most) > LONGEST_EDGE) return []
  return [...MOVING_LADDER.filter((rung) => rung < most), most]
}

/** What is to be known of a picture of several; undefined of others. */
export function severalInWords(picture: Moving): string | undefined {
  if (picture.frames < 2) return undefined
  if (!moves(picture)) return `It has ${picture.frames} pages; readers get the first.`
  return movingWidths(picture).length > 0
    ? undefined
    : `It moves, and has too many px in all its ${picture.frames} frames together: readers get the first, still.`
}
