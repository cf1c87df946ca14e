import { execFile, spawnSync } from 'node:child_process'
import { createRequire } from 'node:module'
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { promisify } from 'node:util'
import fc from 'fast-check'
import type { Page } from 'playwright-core'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import { pickWidth } from '../core/files/ladder.ts'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { containerWidth } from '../core/house/seats.ts'
import { seatOf } from '../core/layout/row.ts'
import { placeRow, variantAt } from '../core/layout/row-layout.ts'
import { layRow } from '../core/layout/lay-row.ts'
import { rowsOf } from '../core/post/body.ts'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import { row as anyRow } from '../core/testing/arbitraries.ts'
import { heading, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { SAMPLE_POSTS } from '../demo/posts/posts.ts'
import { createPost, openWindow, PHONE, picturesHere, publishPost } from './journey.ts'

const house = STARTING_STYLE
const WORDS = 'The wind was north-west, eight to ten, and dry until noon. '.repeat(14)
const CAPTIONS = ['Over the dunes', 'First up: the blue diamond, at two minutes past seven.', 'Roll each spar on the bench; a bent one shows at once, and a straight one goes on rolling until it meets the vice.']
const ROWS = 200
const SEED = 20260314

let pictures: Picture[]
let rows: PostContent
let url: string

beforeAll(async () => {
  pictures = await picturesHere()
  // Random rows of every kind and option, over the pictures that are here.
  const random = fc.sample(anyRow, { numRuns: ROWS, seed: SEED }).map((row, i) => ({
    ...row,
    id: `random-${i}`,
    pictures: row.pictures.map((placed, j) => ({ ...placed, id: pictures[(i * 5 + j * 3) % pictures.length]!.id, ...(placed.credit ? { credit: 'Orla Venn' } : {}), caption: CAPTIONS[(i + j) % CAPTIONS.length]! })),
  }))
  rows = { ...EMPTY_POST, title: 'Rows of every kind', address: 'rows-of-every-kind', body: { type: 'doc', content: random.flatMap((attrs) => [{ type: 'row' as const, attrs }, text(WORDS)]) } }
  const post = await createPost(rows)
  url = (await publishPost(post.id, post.version)).url
})

/** Layout shift that a page has suffered, with what moved. */
const watchShift = (page: Page) =>
  page.addInitScript(() => {
    const state = window as unknown as { shift: number }
    state.shift = 0
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) state.shift += (entry as unknown as { value: number }).value
    }).observe({ type: 'layout-shift', buffered: true })
  })

describe('the browser and the engine', () => {
  it('agree on every box within half a pixel, at odd widths from 320 to 1400 and beyond', async () => {
    const page = await openWindow()
    await page.goto(url)
    // At the second visit the house's font is at hand from the first moment; captions were counted in it.
    await page.evaluate(() => document.fonts.ready)
    await page.reload()
    const map = new Map(pictures.map((picture) => [picture.id, picture]))
    const met = new Set<string>()
    let worst = 0
    for (let width = 320; width <= 1480; width += 29) {
      await page.setViewportSize({ width, height: 900 })
      const measured = await page.evaluate(() =>
        Object.fromEntries(
          [...document.querySelectorAll<HTMLElement>('.seat')].map((seat) => {
            const origin = seat.querySelector(':scope > :is(.row, .stack)')?.getBoundingClientRect() ?? seat.getBoundingClientRect()
            const boxes = [...seat.querySelectorAll<HTMLElement>('.pic')].map((pic) => {
              const box = pic.querySelector('img')!.getBoundingClientRect()
              return [/\bp(\d+)\b/.exec(pic.className)![1], { x: box.x - origin.x, y: box.y - origin.y, w: box.width, h: box.height }]
            })
            return [seat.id, Object.fromEntries(boxes) as Record<string, { x: number; y: number; w: number; h: number }>]
          }),
        ),
      )
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
      for (const row of rowsOf(rows.body)) {
        const laid = layRow(row, map, house)!
        const container = containerWidth(seatOf(row), house, width)
        const { form } = variantAt(laid.layout, container)
        const { boxes } = placeRow(laid.layout, container)
        boxes.forEach((box, i) => {
          const found = measured[`row-${row.id}`]![laid.pictures[i]!.at + 1]!
          const own = row.kind === 'one' && row.side ? { ...box, x: 0 } : box
          // Captions of free length under lines and cells push lower ones down; widths and heights stay exact.
          const pushed = row.captions === 'each' && box.y > 0 && (form.type === 'lines' || form.type === 'cells')
          const off = Math.max(Math.abs(found.w - own.w), Math.abs(found.h - own.h), Math.abs(found.x - own.x), pushed ? 0 : Math.abs(found.y - own.y))
          if (off > 0.5) throw new Error(`row ${row.id} (${row.kind}, ${form.type}), picture ${i}, window ${width}: browser ${JSON.stringify(found)}, engine ${JSON.stringify(own)}, seed ${SEED}, container ${container}, variants ${JSON.stringify(laid.layout.variants.map((variant) => [variant.from, variant.form.type, variant.band]))}`)
          worst = Math.max(worst, off)
          met.add(form.type)
        })
      }
    }
    expect([...met].sort()).toEqual(['cells', 'lines', 'placed', 'single', 'strip', 'tree'])
    expect(worst).toBeLessThanOrEqual(0.5)
  })

  it('agree where a picture stands beside the text and where it stands alone', async () => {
    const page = await openWindow()
    const content: PostContent = { ...EMPTY_POST, title: 'Beside', body: { type: 'doc', content: [rowOf([pictures[0]!.id], { id: 'beside-1', side: 'right', width: { unit: 'px', value: 240 } }), text(WORDS)] } }
    const post = await createPost(content)
    await page.goto((await publishPost(post.id, post.version)).url)
    const laid = layRow(rowsOf(content.body)[0]!, new Map(pictures.map((picture) => [picture.id, picture])), house)!
    const { from } = laid.layout.variants[0]!
    for (const [column, beside] of [[from + 1, true], [from - 1, false]] as const) {
      await page.setViewportSize({ width: Math.round(column + 2 * house.margin), height: 900 })
      expect(await page.locator('.seat').evaluate((seat) => getComputedStyle(seat).float)).toBe(beside ? 'right' : 'none')
    }
  })

  it('take the file that the exact sizes call for', async () => {
    const page = await openWindow({ viewport: PHONE, deviceScaleFactor: 3 })
    await page.goto(url)
    const taken = await page.locator('.pic img').evaluateAll((images) =>
      (images as HTMLImageElement[])
        .filter((image) => image.currentSrc)
        .map((image) => ({ picture: image.src.replace(/-\d+\.webp$/, ''), file: Number(/-(\d+)\.webp/.exec(image.currentSrc)?.[1]), width: image.getBoundingClientRect().width, offered: [...image.srcset.matchAll(/ (\d+)w/g)].map((match) => Number(match[1])) })),
    )
    expect(taken.length).toBeGreaterThan(0)
    for (const { picture, file, width, offered } of taken) {
      expect(file).toBeGreaterThanOrEqual(pickWidth(offered, width * 3 * 0.98))
      // A browser that has a larger file of the same picture at hand takes that one.
      const largest = Math.max(...taken.filter((other) => other.picture === picture).map((other) => other.width))
      expect(file).toBeLessThanOrEqual(pickWidth(offered, largest * 3))
    }
  })
})

describe('a published page', () => {
  it.each([PHONE, { width: 1280, height: 800 }])('does not move while it loads and is scrolled, %o', async (viewport) => {
    const page = await openWindow({ viewport })
    await watchShift(page)
    await page.goto(url)
    for (let y = 0; y < 9000; y += 700) {
      await page.mouse.wheel(0, 700)
      await page.waitForTimeout(60)
    }
    expect(await page.evaluate(() => (window as unknown as { shift: number }).shift)).toBe(0)
  })

  it('asks for nothing below the first screens until it is scrolled there', async () => {
    const page = await openWindow({ viewport: PHONE })
    const asked: string[] = []
    page.on('request', (request) => request.resourceType() === 'image' && asked.push(request.url()))
    await page.goto(url)
    await page.waitForLoadState('networkidle')
    expect(asked.length).toBeLessThan(ROWS)
  })

  it('reads well without its style sheets: pictures in order, captions, text', async () => {
    const page = await openWindow({ javaScriptEnabled: false }, true)
    await page.route('**/*.css', (route) => route.abort())
    await page.goto(url)
    expect(await page.getByText('Over the dunes').first().isVisible()).toBe(true)
    expect(await page.locator('figure img').count()).toBe(rowsOf(rows.body).reduce((sum, row) => sum + row.pictures.length, 0))
  })

  it('passes the Nu HTML checker', async ({ skip }) => {
    const jar = path.join(path.dirname(createRequire(import.meta.url).resolve('vnu-jar/package.json')), 'build/dist/vnu.jar')
    if (!existsSync(jar) || spawnSync('java', ['-version']).status !== 0) skip('there is no Java on this machine')
    // The sample posts and the random rows, and the list.
    const ids = (n: number) => pictures[n % pictures.length]!.id
    const folder = mkdtempSync(path.join(tmpdir(), 'set-row-html-'))
    const pages = [url, inject('host')]
    for (const sample of SAMPLE_POSTS.slice(0, 2)) {
      const post = await createPost({ ...sample.content(ids), address: `checked-${pages.length}` })
      pages.push((await publishPost(post.id, post.version)).url)
    }
    const files = await Promise.all(
      pages.map(async (page, i) => {
        const file = path.join(folder, `page-${i}.html`)
        writeFileSync(file, await (await fetch(page)).text())
        return file
      }),
    )
    // Throws with what the checker says when it finds an error.
    expect((await promisify(execFile)('java', ['-jar', jar, '--errors-only', ...files])).stderr).toBe('')
  })

  it('keeps a heading and its section in reading order', async () => {
    const post = await createPost({ ...EMPTY_POST, title: 'Order', body: { type: 'doc', content: [heading('One'), rowOf([pictures[0]!.id]), text('After')] } })
    const page = await openWindow({ javaScriptEnabled: false })
    await page.goto((await publishPost(post.id, post.version)).url)
    expect(await page.locator('.column > :is(h2, .seat, p:not(.post-facts))').evaluateAll((all) => all.map((one) => one.tagName))).toEqual(['H2', 'DIV', 'P'])
  })
})
