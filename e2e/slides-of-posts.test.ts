import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { expect, it } from 'vitest'
import { luminance } from '../core/house/contrast.ts'
import { linear } from '../core/house/light.ts'
import { laySlide, type LaidSlide } from '../core/shows/slide-layout.ts'
import type { JudgedSlide } from '../core/shows/judged-slide.ts'
import { lineContrast } from '../core/shows/slide-contrast.ts'
import { fitFaults } from '../core/shows/slide-faults.ts'
import { judgedAs } from '../core/shows/slide-mends.ts'
import { lineColour, rowAndColumn, settingOf } from '../core/shows/slide-setting.ts'
import { launchBrowser } from './browser.ts'
import { openInBlogsFont } from './in-the-blogs-font.ts'
import {
  measureSlide,
  type MeasuredLine,
  samplePictures,
  type SampleSlide,
  sampleSlides,
  slideHtml,
} from './slides-of-posts.ts'

const SLIDES = Number(process.env.SLIDES ?? 200)
const SEED = Number(process.env.SEED ?? 20261127)
/** px of a window that holds the widest slide, and a high one */
const WINDOW = { width: 1600, height: 4200 }
/** What is measured may be worse by this than what was promised. */
const CONTRAST_OFF = 0.1
/** The share of a line's area that may be worse than what the line is judged by. */
const TOLERATED = 0.1

/** What is seen of a part of a page, from this place on. */
interface Shown {
  readonly data: Buffer
  readonly width: number
  readonly channels: number
  readonly left: number
  readonly top: number
}

/** The contrast of words to what a tenth of the px under their line is worse than. */
function contrastOn({ left, top, ...image }: Shown, { rects }: MeasuredLine, colour: string): number {
  const words = luminance(colour)
  const under: number[] = []
  for (const { x, y, width, height } of rects)
    for (let row = Math.round(y); row < Math.round(y + height); row++)
      for (let column = Math.round(x); column < Math.round(x + width); column++) {
        const at = ((row - top) * image.width + column - left) * image.channels
        const [r, g, b] = [0, 1, 2].map((i) => linear(image.data[at + i]! / 255)) as [number, number, number]
        const light = 0.2126 * r + 0.7152 * g + 0.0722 * b
        under.push((Math.max(light, words) + 0.05) / (Math.min(light, words) + 0.05))
      }
  under.sort((a, b) => a - b)
  return under[Math.floor(TOLERATED * under.length)] ?? 21
}

it('two hundred slides of posts hold in Chromium what was said of their words: lines, room and contrast', async () => {
  const pictures = await samplePictures()
  const slides = sampleSlides(pictures, SLIDES, SEED)
  const browser = await launchBrowser('--force-device-scale-factor=1')
  const page = await browser.newPage({ viewport: WINDOW })
  await openInBlogsFont(page, '')
  await page.route('**/picture-*.webp', (route) =>
    route.fulfill({
      contentType: 'image/webp',
      body: pictures[Number(/-(\d+)/.exec(route.request().url())![1])]!.file,
    }),
  )
  const wrong: string[] = []
  const lines = { all: 0, latin: 0, fewer: 0, fewerOthers: 0, over: 0 }
  let worst = Infinity
  for (const sample of slides) {
    await page.evaluate((html) => void (document.body.innerHTML = html), slideHtml(sample))
    const found = await measureSlide(page)
    const { judged, slide, veil } = planned(sample)
    const whole = fitFaults(slide).length === 0
    const told = `${sample.show.id}, ${sample.width} px`
    if (Math.abs(found.height - slide.height) > 1 && whole)
      wrong.push(`${told}: a frame ${found.height} px high, not ${slide.height}`)
    const [, column] = rowAndColumn(sample.show.place)
    if (slide.stands === 'beside' && slide.lines.length > 0 && found.wordsFirst !== (column === 0))
      wrong.push(`${told}: words on the other side than ${sample.show.place}`)
    const over = whole && slide.stands === 'over' && slide.lines.length > 0
    const shown = over ? await pixels(page, found.lines) : undefined
    slide.lines.forEach((line, i) => {
      const measured = found.lines[i]!
      lines.all++
      if (measured.lines > line.count)
        wrong.push(`${told}: ${measured.lines} lines, not ${line.count}: ${line.said.text}`)
      const latin = !/[\p{Script=Arabic}\p{Script=Han}]/u.test(line.said.text)
      if (latin) lines.latin++
      if (measured.lines < line.count) lines[latin ? 'fewer' : 'fewerOthers']++
      if (whole && !measured.inside) wrong.push(`${told}: cut off: ${line.said.text}`)
      if (!shown) return
      lines.over++
      const promised = lineContrast(line, slide, judged, veil)
      const colour = lineColour(line.said.line.colour, sample.show.words, sample.house)
      const real = contrastOn(shown, measured, colour)
      worst = Math.min(worst, real - promised)
      if (real < promised - CONTRAST_OFF)
        wrong.push(
          `${told}: contrast ${real.toFixed(2)}, promised ${promised.toFixed(2)}, ${line.count} lines: ${line.said.text} ${JSON.stringify(line.area)} ${JSON.stringify(measured.rects)}`,
        )
    })
  }
  await browser.close()
  console.log(
    `${lines.all} lines: fewer than planned ${lines.fewer} of ${lines.latin} in the blog’s own letters, ${lines.fewerOthers} of others; ${lines.over} over pictures, contrast at worst ${worst.toFixed(3)} from what was promised`,
  )
  expect(wrong).toEqual([])
  expect(lines.fewer / lines.latin).toBeLessThan(0.02)
  // Enough of them stand over pictures and are whole.
  expect(lines.over).toBeGreaterThan(SLIDES / 4)
}, 300_000)

function planned(sample: SampleSlide): { judged: JudgedSlide; slide: LaidSlide; veil: number } {
  const judged = judgedAs(sample, {})
  const setting = settingOf(sample.show)
  return { judged, slide: laySlide(judged, setting, sample.width), veil: setting.veil }
}

/** What stands under the words of a page. */
async function pixels(page: Page, lines: readonly MeasuredLine[]): Promise<Shown> {
  const hidden = 'color:transparent!important;text-decoration:none!important'
  await page.addStyleTag({ content: `.page .said p{${hidden}}.page .said a{${hidden}}` })
  const rects = lines.flatMap((line) => line.rects)
  const left = Math.floor(Math.min(...rects.map(({ x }) => x)))
  const top = Math.floor(Math.min(...rects.map(({ y }) => y)))
  const clip = {
    x: left,
    y: top,
    width: Math.ceil(Math.max(...rects.map(({ x, width }) => x + width))) - left,
    height: Math.ceil(Math.max(...rects.map(({ y, height }) => y + height))) - top,
  }
  const { data, info } = await sharp(await page.screenshot({ clip }))
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { data, width: info.width, channels: info.channels, left, top }
}
