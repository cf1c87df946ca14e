import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Browser, Page } from 'playwright-core'
import { inPlaceHtml } from '../core/formats/in-place.ts'
import { pasteHtml, STRENGTHS } from '../core/formats/pasting.ts'
import { at } from '../core/geometry/line.ts'
import { placeRow, usableFrom } from '../core/layout/row-layout.ts'
import { layRow } from '../core/place/lay-row.ts'
import { libraryOf } from '../core/place/library.ts'
import { EMPTY_POST } from '../core/post/post.ts'
import type { Row } from '../core/post/row.ts'
import type { Picture } from '../core/wire/picture.ts'
import { launchBrowser } from './browser.ts'
import { samples } from './rows-of-every-kind.ts'

/** px by which a box may be off. */
const NEAR = 0.75
/** Of heights that are many times the width, where each px across counts as often. */
const FAR = 0.004
const WIDTHS = [320, 390.5, 560, 777, 1000]
/** How small pictures of nested boxes may be before they stand one below another. */
const LEAST = 48
const NOBODY = { shows: [], posts: [] }
/** What another blog’s own style sheet does to everything. */
const FOREIGN =
  'body{margin:0;font:17px/1.7 Georgia,serif}main{box-sizing:content-box}main img{max-width:100%;border:0}main p{margin:0 0 1.5em}main figure{margin:1em 40px}main *{box-sizing:border-box}'

const setting = { file: (name: string) => `http://files.invalid/${name}`, post: (href: string) => `#${href}` }
const plain = (row: Row): Row => ({ ...row, sits: 'measure', width: null, set: null, words: [] })

/** Pictures that have the shape that they are said to have. */
async function open(browser: Browser, html: string, sizes: ReadonlyMap<string, Picture>): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1100, height: 800 } })
  await page.route('http://files.invalid/**', (route) => {
    const name = route.request().url().split('/').at(-1)!
    const { width, height } = sizes.get(name)!
    void route.fulfill({
      contentType: 'image/svg+xml',
      body: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"/>`,
    })
  })
  await page.setContent(`<!doctype html><style>${FOREIGN}</style><main>${html}</main>`)
  return page
}

describe('a post pasted elsewhere', () => {
  let browser: Browser
  beforeAll(async () => void (browser = await launchBrowser()))
  afterAll(() => browser.close())
  const all = samples(4, 40)
  const pictures = (rows: (typeof all)[number]['rows']) =>
    rows.flatMap((laid) => laid.pictures.map(({ picture }) => picture))
  const byFile = (list: readonly Picture[]) =>
    new Map(list.flatMap((one) => one.renditions.map((file) => [file.file, one] as const)))

  it('stands, with styles in place alone, where the engine has it at every width', async () => {
    let [worst, boxes] = [0, 0]
    const faults: string[] = []
    for (const { house, rows } of all) {
      const list = pictures(rows)
      const library = libraryOf(list)
      const planned = rows.map((laid) => {
        const row = plain(laid.row)
        const content = {
          ...EMPTY_POST,
          body: { type: 'doc' as const, content: [{ type: 'row' as const, attrs: row }] },
        }
        return {
          html: `<section>${inPlaceHtml({ content, library, house, live: NOBODY }, setting)}</section>`,
          engine: layRow({ ...row, captions: 'none' }, library, house)!,
        }
      })
      const page = await open(browser, planned.map(({ html }) => html).join(''), byFile(list))
      for (const width of WIDTHS) {
        const found = await page.evaluate((px) => {
          const main = document.querySelector('main')!
          main.style.width = `${px}px`
          const { left } = main.getBoundingClientRect()
          return [...document.querySelectorAll('section')].map((section) =>
            [...section.querySelectorAll('img')].map((img) => {
              const { x, width: w, height: h } = img.getBoundingClientRect()
              return { x: x - left, w, h }
            }),
          )
        }, width)
        planned.forEach(({ engine }, number) => {
          const { variants, gap } = engine.layout
          const { form, boxes: lines } = variants[0]!
          const nested = form.type === 'tree' || form.type === 'placed'
          // Other compositions for narrow places are a stack here.
          if (nested && (width < usableFrom(lines, LEAST, gap) || width < variants[0]!.from)) return
          const wanted = placeRow(engine.layout, width).boxes
          const order = engine.pictures.map((_, i) => i)
          if (form.type === 'placed')
            order.sort((a, b) => at(lines[a]!.x, 1000, 0) - at(lines[b]!.x, 1000, 0) || wanted[a]!.y - wanted[b]!.y)
          found[number]!.forEach(({ x, w, h }, i) => {
            const box = wanted[order[i]!]!
            // In a strip the box is the frame, in which a picture stands whole.
            const strip = form.type === 'strip'
            const off = Math.max(Math.abs(w - box.w), strip ? 0 : Math.abs(x - box.x), strip ? 0 : Math.abs(h - box.h))
            boxes++
            if (off <= Math.max(NEAR, FAR * box.h)) return void (worst = Math.max(worst, off))
            faults.push(
              `${engine.row.id} (${engine.row.kind}, ${form.type}, ${order.length}) at ${width}, picture ${i}: ${[x, w, h].map((n) => n.toFixed(2)).join(' ')}, not ${[box.x, box.w, box.h].map((n) => n.toFixed(2)).join(' ')}`,
            )
          })
        })
      }
      await page.close()
    }
    console.log(`styles in place: ${boxes} boxes, at worst ${worst.toFixed(2)} px off, ${faults.length} too far`)
    expect(boxes).toBeGreaterThan(2000)
    expect(faults.slice(0, 30)).toEqual([])
  })

  it.each(STRENGTHS)(
    'shows every picture in the strength %s, and nothing leaves its place from 320 px up',
    async (strength) => {
      for (const { house, rows } of all.slice(0, 2)) {
        const list = pictures(rows)
        const content = {
          ...EMPTY_POST,
          body: { type: 'doc' as const, content: rows.map((laid) => ({ type: 'row' as const, attrs: laid.row })) },
        }
        const html = pasteHtml({ content, library: libraryOf(list), house, live: NOBODY }, strength, setting)
        const page = await open(browser, html, byFile(list))
        for (const width of [320, 700]) {
          const { count, over } = await page.evaluate((px) => {
            const main = document.querySelector('main')!
            main.style.width = `${px}px`
            const images = [...document.querySelectorAll('main img')]
            const seen = images.filter((img) => !img.closest('[tabindex],.strip'))
            return {
              count: images.length,
              over: Math.max(...seen.map((img) => img.getBoundingClientRect().right)) - px,
            }
          }, width)
          expect(count).toBe(list.length)
          // Bare pictures are as wide as they are said to be, unless the page there keeps them to its own width, as most do.
          expect(over).toBeLessThanOrEqual(0.5)
        }
        await page.close()
      }
    },
  )
})
