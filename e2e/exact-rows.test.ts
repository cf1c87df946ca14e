import type { Page } from 'playwright-core'
import { describe, expect, it } from 'vitest'
import { containerWidth } from '../core/house/seats.ts'
import { seatOf } from '../core/layout/row-lengths.ts'
import { variantAt } from '../core/layout/row-layout.ts'
import { type CaptionedRow, captionedRow } from '../core/place/captioned-row.ts'
import type { LaidRow } from '../core/place/lay-row.ts'
import { captionsOf } from '../core/post/effective.ts'
import { launchBrowser } from './browser.ts'
import { openRows, type Sample, samples } from './rows-of-every-kind.ts'

/** A thousand rows on ten pages. */
const SAMPLES = samples(10, 100)
const WIDTHS = [320, 333.5, 390, 412, 597, 768, 1024, 1377, 1440, 1917]
/** Real densities: those that a driver pretends leave the grid on which the browser lays out as it is. */
const DENSITIES = [
  { density: 1, widths: WIDTHS },
  { density: 1.25, widths: [320, 390, 597, 1024, 1440] },
  { density: 1.5, widths: [333.5, 412, 768, 1377, 1917] },
  { density: 2, widths: [320, 390, 597, 1024, 1440] },
  { density: 3, widths: [333.5, 412, 768, 1377, 1917] },
]
/** px by which a box may be off */
const NEAR = 0.1
/** Of how far down a box is: browsers tell that in single precision. */
const PRECISION = 2 ** -22

interface Found {
  /** px by which something reaches out of the row */
  readonly overflow: number
  readonly height: number
  readonly boxes: Record<string, { x: number; y: number; w: number; h: number; lines: number }>
}

/** Boxes of pictures from the corner of their row, with the lines of their captions. */
const measure = (page: Page, width: number): Promise<Record<string, Found>> =>
  page.evaluate((px) => {
    document.querySelector<HTMLElement>('.page')!.style.width = `${px}px`
    const found = [...document.querySelectorAll<HTMLElement>('.seat')].map((seat) => {
      const own = seat.querySelector(':scope > :is(.row,.stack,.show)') ?? seat
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
      return [seat.id, { overflow, height: origin.height, boxes: Object.fromEntries(boxes) }]
    })
    return Object.fromEntries(found) as Record<string, Found>
  }, width)

const planned = new Map<string, CaptionedRow>()
/** What the engine says, worked out once for all densities. */
function plan(laid: LaidRow, container: number, sample: Sample): CaptionedRow {
  const key = `${SAMPLES.indexOf(sample)} ${laid.row.id} ${container}`
  const known = planned.get(key) ?? captionedRow(laid, container, sample.house)
  planned.set(key, known)
  return known
}

/** What was found over all rows: how far boxes are off, and captions that take other lines than planned. */
class Tally {
  readonly off: number[] = []
  readonly faults: string[] = []
  over = 0
  captions = 0
  more = 0
  fewer = 0

  /** Compares one row at one width. */
  add(sample: Sample, laid: LaidRow, found: Found, width: number): void {
    const container = containerWidth(seatOf(laid.row), sample.house, width)
    const { form, lines: kept } = variantAt(laid.layout, container)
    const { boxes, lines } = plan(laid, container, sample)
    const here = laid.pictures.map(({ at }) => found.boxes[at + 1]!)
    const about = `${laid.row.id} (${laid.row.kind}, ${form.type}, ${boxes.length} pictures) at ${width}`
    if (found.overflow > 0) this.faults.push(`${about}: something reaches out by ${found.overflow}`)
    let others = false
    if (captionsOf(laid.row, sample.house) === 'each')
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
      if (worst <= NEAR + (box.y + box.h) * PRECISION) return
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

describe('a thousand rows of every kind, over pictures of every shape', () => {
  it.each(DENSITIES)(
    'are where the engine has them, at a density of $density',
    async ({ density, widths }) => {
      const browser = await launchBrowser(`--force-device-scale-factor=${density}`)
      const tally = new Tally()
      for (const sample of SAMPLES) {
        const page = await openRows(browser, sample)
        expect(await page.evaluate(() => devicePixelRatio)).toBe(density)
        for (const width of widths) {
          const measured = await measure(page, width)
          for (const laid of sample.rows) tally.add(sample, laid, measured[`row-${laid.row.id}`]!, width)
        }
        await page.context().close()
      }
      await browser.close()
      console.log(`density ${density}: ${tally.summary()}`)
      expect(tally.faults.slice(0, 20)).toEqual([])
      expect(tally.fewer / tally.captions).toBeLessThan(0.03)
    },
    200_000,
  )

  it('let nothing lie over anything where a reader has text twice as large', async () => {
    const browser = await launchBrowser()
    const faults: string[] = []
    let captions = 0
    for (const sample of SAMPLES) {
      const page = await openRows(browser, sample)
      await page.evaluate(() => (document.documentElement.style.fontSize = '200%'))
      for (const width of [390, 768, 1280]) {
        const found = await page.evaluate((px) => {
          document.querySelector<HTMLElement>('.page')!.style.width = `${px}px`
          const bad: string[] = []
          let count = 0
          for (const seat of document.querySelectorAll<HTMLElement>('.seat:not(.over)')) {
            if (seat.querySelector('.strip')) continue
            const boxes = [...seat.querySelectorAll('.pic img, .pic figcaption')].map((one) => ({
              one,
              box: one.getBoundingClientRect(),
            }))
            count += seat.querySelectorAll('figcaption').length
            const foot = seat.getBoundingClientRect().bottom
            boxes.forEach(({ one, box }, i) => {
              if (box.bottom > foot + 1) bad.push(`${seat.id}: ${one.tagName} below its row`)
              for (const other of boxes.slice(i + 1)) {
                const x = Math.min(box.right, other.box.right) - Math.max(box.left, other.box.left)
                const y = Math.min(box.bottom, other.box.bottom) - Math.max(box.top, other.box.top)
                if (x > 1 && y > 1)
                  bad.push(`${seat.id}: ${one.tagName} under ${other.one.tagName} by ${x.toFixed(1)} × ${y.toFixed(1)}`)
              }
            })
          }
          return { bad, count }
        }, width)
        captions += found.count
        faults.push(...found.bad.map((one) => `at ${width}, page ${SAMPLES.indexOf(sample)}: ${one}`))
      }
      await page.context().close()
    }
    await browser.close()
    console.log(`text at 200 %: ${captions} captions, ${faults.length} over or under something`)
    expect(captions).toBeGreaterThan(2000)
    expect(faults.slice(0, 20)).toEqual([])
  }, 100_000)
})
