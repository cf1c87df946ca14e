import type { Target } from '../../../core/post/changes/rows-in-body.ts'

/** The picture's position in its row, in the hand's order: the page's markup says it. */
export const indexOfPic = (pic: Element): number => Number(/\bp(\d+)\b/.exec(pic.className)?.[1]) - 1

/** Finds where a drag would land, from what is on the screen. */

export interface Spot {
  /** a place of the page; the tray takes out what is let go on it */
  readonly target: Target | { readonly type: 'tray' }
  /** the picture that the pointer is over, where it is over one of a row */
  readonly over?: number
  readonly box?: DOMRect
  /** the line to draw, in client px */
  readonly line: { readonly x: number; readonly y: number; readonly w: number; readonly h: number }
}

const LINE = 3

/** Shown elements of the blocks, in order; a row stands for its seat. */
export const blockElements = (text: HTMLElement): HTMLElement[] =>
  [...text.children]
    .flatMap((child) => (child.classList.contains('step') ? [...child.children] : [child]))
    .flatMap((child) =>
      child.classList.contains('row-holder')
        ? [child.querySelector<HTMLElement>('.seat')!]
        : child instanceof HTMLElement && !child.classList.contains('ProseMirror-trailingBreak')
          ? [child]
          : [],
    )

/** The y (client px) of each place between blocks, from before the first to after the last. */
export function placeLines(text: HTMLElement): number[] {
  const rects = blockElements(text).map((element) => element.getBoundingClientRect())
  if (rects.length === 0) return [text.getBoundingClientRect().top]
  return Array.from({ length: rects.length + 1 }, (_, i) => {
    if (i === 0) return rects[0]!.top - 6
    if (i === rects.length) return rects[i - 1]!.bottom + 6
    // A picture beside text overlaps what follows: its line is drawn above that text.
    return rects[i]!.top < rects[i - 1]!.bottom ? rects[i]!.top - 4 : (rects[i - 1]!.bottom + rects[i]!.top) / 2
  })
}

/** Where a picture or a row let go at (x, y) would land; rows never join rows. */
export function spotAt(text: HTMLElement, x: number, y: number, joins: boolean): Spot {
  if (joins) {
    for (const seat of text.querySelectorAll<HTMLElement>('.row-holder .seat')) {
      const rect = seat.getBoundingClientRect()
      const edge = Math.min(28, rect.height * 0.2)
      if (x < rect.left || x > rect.right || y < rect.top + edge || y > rect.bottom - edge) continue
      const boxes = [...seat.querySelectorAll<HTMLElement>('.pic')].map((pic) => ({
        box: pic.getBoundingClientRect(),
        i: indexOfPic(pic),
      }))
      const nearest = boxes.map((one) => ({ ...one, away: distance(one.box, x, y) })).sort((a, b) => a.away - b.away)[0]
      if (!nearest) continue
      const { box, i } = nearest
      const after = x > box.left + box.width / 2
      return {
        target: { type: 'join', row: seat.id.replace(/^row-/, ''), at: after ? i + 1 : i },
        over: i,
        box,
        line: { x: (after ? box.right : box.left) - LINE / 2, y: box.top, w: LINE, h: box.height },
      }
    }
  }
  const lines = placeLines(text)
  const place = lines.reduce((best, line, i) => (Math.abs(line - y) < Math.abs(lines[best]! - y) ? i : best), 0)
  const column = text.getBoundingClientRect()
  return {
    target: { type: 'place', place },
    line: { x: column.left, y: lines[place]! - LINE / 2, w: column.width, h: LINE },
  }
}

const distance = (box: DOMRect, x: number, y: number): number =>
  Math.hypot(Math.max(box.left - x, 0, x - box.right), Math.max(box.top - y, 0, y - box.bottom))
