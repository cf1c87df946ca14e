import { describe, expect, it } from 'vitest'
import { launchBrowser } from './browser.ts'
import { measureRows, Tally } from './measured-rows.ts'
import { openRows, samples } from './rows-of-every-kind.ts'

/** A thousand rows on ten pages. */
const SAMPLES = samples(10, 100)
const WIDTHS = [320, 333.5, 390, 412, 597, 768, 1024, 1377, 1440, 1917]
/** Real densities: those that a driver pretends leave the grid on which the browser lays out as it is. */
const DENSITIES = [
  { density: 1, widths: WIDTHS },
  { density: 1.25, widths: [390, 1024] },
  { density: 1.5, widths: [333.5, 1377] },
  { density: 2, widths: [597, 1440] },
  { density: 3, widths: [412, 768, 1917] },
]
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
          const measured = await measureRows(page, width)
          for (const laid of sample.rows) tally.add(laid, sample.house, measured[`row-${laid.row.id}`]!, width)
        }
        await page.context().close()
      }
      await browser.close()
      console.log(`density ${density}: ${tally.summary()}`)
      expect(tally.faults.slice(0, 20)).toEqual([])
      expect(tally.fewer / tally.captions).toBeLessThan(0.03)
    },
    600_000,
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
