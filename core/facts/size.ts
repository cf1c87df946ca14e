import type { HouseStyle } from '../house/house-style.ts'
import { WIDE } from '../house/screens.ts'
import { shownHeight } from '../place/captioned-row.ts'
import { rowInWindow } from '../layout/row-in-window.ts'
import type { Box, Form } from '../layout/row-layout.ts'
import type { LaidRow } from '../place/lay-row.ts'
import { type FactOf, hasWidthOfItsOwn, type RowSize, widthMend } from './row-fact.ts'

/** Of the screen: a picture that is higher can't be taken in, and pushes everything else out of reach. */
export const MOST_OF_SCREEN = 2

/** Whether one picture is far higher than the screen. */
export const towers = (boxes: readonly Box[], screen: { readonly height: number }): boolean =>
  boxes.some((box) => box.h > MOST_OF_SCREEN * screen.height)

/** How many columns the boxes stand in. */
export const columnsOf = (boxes: readonly Box[]): number => new Set(boxes.map((box) => Math.round(box.x))).size

/** The sizes in a window of `window` px. */
export function sizeOf(laid: LaidRow, house: HouseStyle, window: number): RowSize & { readonly cropped: boolean } {
  return { ...plainSizeOf(laid, house, window), cropped: laid.layout.crops !== undefined }
}

function plainSizeOf(laid: LaidRow, house: HouseStyle, window: number): RowSize {
  const { boxes, form } = rowInWindow(laid, house, window)
  const height = shownHeight(laid, house, window)
  const { w, h } = boxes[0]!
  if (boxes.length === 1) return { as: 'one', w, h }
  switch (form.type) {
    case 'cells':
      return { as: 'cells', across: form.columns, w, h, height }
    case 'strip': {
      const { fill } = laid.row.slideshow
      const frame = { w: height * form.frame, h: height }
      return { as: 'strip', slides: boxes.length, across: form.across, frame, whole: !fill }
    }
    case 'lines':
      if (form.counts.length === 1) break
      return { as: 'lines', counts: form.counts, heights: lineHeights(boxes, form), height }
    case 'placed':
      if (laid.row.kind === 'gallery') return { as: 'columns', columns: columnsOf(boxes), w, height }
  }
  return { as: 'boxes', boxes: boxes.map((box) => ({ w: box.w, h: box.h })), height }
}

function lineHeights(boxes: readonly Box[], { counts }: Extract<Form, { type: 'lines' }>): number[] {
  let next = 0
  return counts.map((count) => {
    const { h } = boxes[next]!
    next += count
    return h
  })
}

export function sizeFact(laid: LaidRow, house: HouseStyle, window: number): FactOf<'size'> {
  const { boxes } = rowInWindow(laid, house, window)
  const height = shownHeight(laid, house, window)
  const size = sizeOf(laid, house, window)
  if (!towers(boxes, WIDE)) {
    const long = laid.row.kind !== 'gallery'
    return { about: 'size', size, towers: null, poor: long && height > 1.5 * WIDE.height }
  }
  const { row, pictures } = laid
  const { aspect } = pictures[0]!.shape
  const mend = hasWidthOfItsOwn(row) ? widthMend(0.85 * WIDE.height * aspect) : {}
  return { about: 'size', size, towers: Math.max(...boxes.map((box) => box.h)), poor: true, grave: true, ...mend }
}
