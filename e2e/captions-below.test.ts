import type { Browser, Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type HouseStyle, STARTING_STYLE } from '../core/house/house-style.ts'
import { flowRow } from '../core/page/row-heights.ts'
import { containerWidth } from '../core/house/seats.ts'
import { variantAt } from '../core/layout/row-layout.ts'
import { captionsBelow, leavesBelow } from '../core/place/captions-below.ts'
import { type LaidRow, layRow } from '../core/place/lay-row.ts'
import { makeRow } from '../core/post/changes/make-row.ts'
import { libraryWith, picture } from '../core/testing/builders.ts'
import { launchBrowser } from './browser.ts'
import { openRows } from './rows-of-every-kind.ts'

const LONG =
  'The long one was cut on the Tuesday, planed on the Wednesday, and left over the beams until the rain had gone: it came down straight, which none of us had bet on, and has flown every week since, in every wind that the harbour has.'

let browser: Browser
beforeAll(async () => {
  browser = await launchBrowser()
})
afterAll(() => browser.close())

/** A patchwork of pictures 3:2 with these captions. */
function patchworkWith(captions: readonly string[], house: HouseStyle): LaidRow {
  const ids = captions.map((_, i) => `long-${i}`)
  const library = libraryWith(...ids.map((id, i) => ({ ...picture(id, 3000, 2000), caption: captions[i]! })))
  const row = { ...makeRow('row-1', ids), kind: 'patchwork' as const, captions: 'each' as const }
  return layRow(row, library, house)!
}

/** What readers see written, without what is hidden, and how high the row is. */
const seen = (page: Page, width: number) =>
  page.evaluate((px) => {
    document.querySelector<HTMLElement>('.page')!.style.width = `${px}px`
    const seat = document.querySelector<HTMLElement>('.seat')!
    return { words: seat.innerText.replace(/\s+/g, ' '), height: seat.getBoundingClientRect().height }
  }, width)

describe('a caption too long for its picture', () => {
  it('stands once below the row by the place of its picture, and below the picture itself on a phone', async () => {
    const laid = patchworkWith(['Up.', '', LONG, '', 'Down.'], STARTING_STYLE)
    expect(laid.layout.below).toEqual([2])
    const [below] = captionsBelow(laid, STARTING_STYLE)
    expect(below!.number).toBeNull()
    const page = await openRows(browser, { house: STARTING_STYLE, rows: [laid] })
    const joined: boolean[] = []
    for (const width of [1280, 800, 320]) {
      const container = containerWidth('measure', STARTING_STYLE, width)
      joined.push(leavesBelow(variantAt(laid.layout, container)))
      const { words, height } = await seen(page, width)
      expect(words.split(LONG), `${width}`).toHaveLength(2)
      expect(words.includes(below!.text), `${width}`).toBe(joined.at(-1))
      const { after, top } = flowRow(laid, { y: 0, below: 0, beside: null }, STARTING_STYLE, width)
      expect(Math.abs(after.y - top - height), `height at ${width}`).toBeLessThan(1)
    }
    expect(joined).toEqual([true, true, false])
    await page.context().close()
  })

  it('is told by the number of its picture where two stand in one place', async () => {
    const laid = patchworkWith(
      Array.from({ length: 12 }, (_, i) => (i < 2 ? LONG : 'Short.')),
      STARTING_STYLE,
    )
    const below = captionsBelow(laid, STARTING_STYLE)
    expect(below.map(({ number }) => number)).toEqual([1, 2])
    const page = await openRows(browser, { house: STARTING_STYLE, rows: [laid] })
    const { words } = await seen(page, 1280)
    for (const { text } of below) expect(words).toContain(text)
    expect(await page.locator('.number:visible').allInnerTexts()).toEqual(['1', '2'])
    expect((await seen(page, 320)).words.split(LONG)).toHaveLength(3)
    expect(await page.locator('.number:visible').count()).toBe(0)
    await page.context().close()
  })

  it('names the place as readers see it where lines run from right to left', () => {
    const house = { ...STARTING_STYLE, language: 'ar' as const }
    const captions = ['Up.', '', LONG, '', 'Down.']
    const [here, mirrored] = [STARTING_STYLE, house].map((own) => captionsBelow(patchworkWith(captions, own), own)[0]!)
    expect(here!.key).toMatch(/left/i)
    expect(mirrored!.key).toContain('اليمين')
  })
})
