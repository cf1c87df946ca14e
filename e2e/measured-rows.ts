import type { Page } from 'playwright-core'
import type { HouseStyle } from '../core/house/house-style.ts'
import { widthIn } from '../core/layout/container.ts'
import { variantAt } from '../core/layout/row-layout.ts'
import { type CaptionedRow, captionedRow } from '../core/place/captioned-row.ts'
import type { LaidRow } from '../core/place/lay-row.ts'
import { captionsOf } from '../core/post/effective.ts'

/** Rows as a browser has laid them out, held against the engine. */

/** px by which a box may be off */
const NEAR = 0.1
/** Of how far down a box is: browsers tell that in single precision. */
const PRECISION = 2 ** -22

export interface Found {
  /** px by which something reaches out of the row */
  readonly overflow: number
  /** px from the top of the window to the row */
  readonly top: number
  readonly boxes: Record<string, { x: number; y: number; w: number; h: number; lines: number }>
}

/** Boxes of pictures from the corner of their row, with the lines of their captions, on a page made this wide. */
export const measureRows = (page: Page, width: number | null): Promise<Record<string, Found>> =>
  page.evaluate((px) => {
    if (px !== null) document.querySelector<HTMLElement>('.page')!.style.width = `${px}px`
    const found = [...document.querySelectorAll<HTMLElement>('.seat')].map((seat) => {
      const own = seat.querySelector(':scope > :is(.row,.stack,.show,.parts)') ?? seat
      const origin = own.getBoundingClientRect()
      const boxes = [...seat.querySelectorAll<HTMLElement>('.pic')].map((pic) => {
        const { x, y, width: w, height: h } = pic.querySelector('img')!.getBoundingClientRect()
        const caption = pic.querySelector('figcaption')
        const words = document.createRange()
        if (caption) words.selectNodeContents(caption)
        const lines = caption
          ? Math.round(words.getBoundingClientRect().height / Number.parseFloat(getComputedStyle(caption).lineHeight))
          : 0
        return [/\bp(\d+)\b/.exec(pic.className)![1], { x: x - origin.x, y: y - origin.y, w, h, lines }]
      })
      const overflow = seat.querySelector('.strip') ? 0 : own.scrollWidth - own.clientWidth
      return [seat.id, { overflow, top: origin.y, boxes: Object.fromEntries(boxes) }]
    })
    return Object.fromEntries(found) as Record<string, Found>
  }, width)

const planned = new WeakMap<LaidRow, Map<number, CaptionedRow>>()
/** What the engine says, worked out once for all densities. */
function plan(laid: LaidRow, container: number, house: HouseStyle): CaptionedRow {
  const known = planned.get(laid) ?? new Map<number, CaptionedRow>()
  planned.set(laid, known)
  const row = known.get(container) ?? captionedRow(laid, container, house)
  known.set(container, row)
  return row
}

/** What was found over all rows: how far boxes are off, and captions that take other lines than planned. */
export class Tally {
  readonly off: number[] = []
  readonly faults: string[] = []
  /** forms of layout that were met */
  readonly forms = new Set<string>()
  over = 0
  captions = 0
  more = 0
  fewer = 0

  /** Compares one row at one width. */
  add(laid: LaidRow, house: HouseStyle, found: Found, width: number): void {
    const container = widthIn(laid, house, width)
    const { form, lines: kept } = variantAt(laid.layout, container)
    this.forms.add(form.type)
    const { boxes, lines } = plan(laid, container, house)
    const here = laid.pictures.map(({ at }) => found.boxes[at + 1]!)
    const about = `${laid.row.id} (${laid.row.kind}, ${form.type}, ${boxes.length} pictures) at ${width}`
    if (found.overflow > 0) this.faults.push(`${about}: something reaches out by ${found.overflow}`)
    let others = false
    if (['each', 'beside'].includes(captionsOf(laid.row, house)))
      here.forEach((one, i) => {
        if (lines[i]! > 0) this.captions++
        if (one.lines > lines[i]!) {
          this.more++
          this.faults.push(`${about}: ${one.lines} lines, not ${lines[i]}`)
        } else if (one.lines < lines[i]!) this.fewer++
        // Room is kept for captions, or what stands below them moves up.
        if (one.lines < lines[i]! && !kept) others = true
      })
    if (others) return
    const beside = form.type === 'single' && form.beside !== null
    here.forEach(({ x, y, w, h }, i) => {
      const box = boxes[i]!
      const worst = Math.max(
        beside ? 0 : Math.abs(x - box.x),
        Math.abs(y - box.y),
        Math.abs(w - box.w),
        Math.abs(h - box.h),
      )
      this.off.push(worst)
      if (worst <= NEAR + (Math.abs(found.top) + box.y + box.h) * PRECISION) return
      this.over++
      this.faults.push(`${about}: picture ${i} is ${JSON.stringify({ x, y, w, h })}, not ${JSON.stringify(box)}`)
    })
  }

  summary(): string {
    const sorted = this.off.sort((a, b) => a - b)
    const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(3)
    return (
      `${sorted.length} boxes: worst ${at(1)} px, 99 of 100 within ${at(0.99)}, median ${at(0.5)}, ${this.over} over ${NEAR}; ` +
      `${this.captions} captions: ${this.more} with more lines than planned, ${this.fewer} with fewer`
    )
  }
}
