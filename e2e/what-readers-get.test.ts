import { type Library, libraryOf } from '../core/place/library.ts'
import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import type { Page } from 'playwright-core'
import { beforeAll, describe, expect, it } from 'vitest'
import { pickWidth } from '../core/files/ladder.ts'
import { fileDensity } from '../core/files/sizes.ts'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { READER_SCREENS } from '../core/house/screens.ts'
import { layRow } from '../core/place/lay-row.ts'
import { placePost } from '../core/place/place-post.ts'
import { isRow, rowsOf } from '../core/post/body.ts'
import { pageHeights } from '../core/page/page-heights.ts'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import { row as anyRow } from '../core/testing/arbitraries.ts'
import { heading, rowOf, text } from '../core/testing/builders.ts'
import type { PageWeight } from '../core/wire/page-weight.ts'
import type { Picture } from '../core/wire/picture.ts'
import { SAMPLE_POSTS } from '../demo/posts/posts.ts'
import { measureRows, Tally } from './measured-rows.ts'
import { htmlErrors, nuIsHere } from './checkers.ts'
import { readInHouseFont } from './in-the-blogs-font.ts'
import {
  APP,
  createPost,
  HOST,
  movedOn,
  openWindow,
  PHONE,
  picturesHere,
  publishPost,
  readAddress,
  watchShift,
} from './journey.ts'

const house = STARTING_STYLE
const WORDS = 'The wind was north-west, eight to ten, and dry until noon. '.repeat(14)
const CAPTIONS = [
  'Over the dunes',
  'First up: the blue diamond, at two minutes past seven.',
  'Roll each spar on the bench; a bent one shows at once, and a straight one goes on rolling until it meets the vice.',
]
const ROWS = 200
const SEED = 20260314

let pictures: Picture[]
let rows: PostContent
let url: string
let library: Library

beforeAll(async () => {
  pictures = await picturesHere()
  library = libraryOf(pictures)
  // Random rows of every kind and option, over the pictures that are here.
  const random = fc.sample(anyRow, { numRuns: ROWS, seed: SEED }).map((row, i) => ({
    ...row,
    id: `random-${i}`,
    pictures: row.pictures.map((placed, j) => ({
      ...placed,
      id: pictures[(i * 5 + j * 3) % pictures.length]!.id,
      ...(placed.credit ? { credit: 'Orla Venn' } : {}),
      caption: CAPTIONS[(i + j) % CAPTIONS.length]!,
    })),
  }))
  rows = {
    ...EMPTY_POST,
    title: 'Rows of every kind',
    address: 'rows-of-every-kind',
    body: { type: 'doc', content: random.flatMap((attrs) => [{ type: 'row' as const, attrs }, text(WORDS)]) },
  }
  const post = await createPost(rows)
  url = (await publishPost(post.id, post.version)).url
})

/** Serif fonts as devices have them, shipped with the tests: what a machine happens to have must not decide. */
const FONTS = path.resolve(import.meta.dirname, '../node_modules')
const latin = (family: string) =>
  ['400-normal', '700-normal', '400-italic'].map((face) => `@fontsource/${family}/files/${family}-latin-${face}.woff2`)
const DEJAVU = ['', '-Bold', '-Italic'].map((face) => `dejavu-fonts-ttf/ttf/DejaVuSerif${face}.ttf`)
const STAND_IN_FONTS = [
  { local: 'Times New Roman', files: latin('tinos') },
  { local: 'Noto Serif', files: latin('noto-serif') },
  { local: 'DejaVu Serif', files: DEJAVU },
  // As bare systems have it.
  { local: 'DejaVu Serif', files: DEJAVU.slice(0, 2) },
]

/** Reads a page whose own font never comes, on a device that has just this font: upright, bold, and perhaps italic. */
async function readInStandIn(page: Page, address: string, local: string, files: readonly string[]): Promise<void> {
  await page.unroute('**/house-*.css')
  await page.route(/source-serif.*\.woff2$/, (route) => route.abort())
  await page.route('**/stand-in-*', (route) =>
    route.fulfill({ body: readFileSync(path.join(FONTS, files[Number(route.request().url().at(-1))]!)) }),
  )
  const names = [local, `${local} Bold`, `${local} Italic`]
  await page.route('**/house-*.css', async (route) => {
    const response = await route.fetch()
    const css = (await response.text()).replace(/local\("([^"]+)"\)/g, (_, name: string) => {
      const at = names.indexOf(name)
      return at >= 0 && at < files.length ? `url(stand-in-${at})` : 'local("no font at all")'
    })
    await route.fulfill({ response, body: css })
  })
  await page.goto(address)
  // Every face, those that are not there included: which one is taken must be decided.
  await page.evaluate(() => Promise.allSettled([...document.fonts].map((face) => face.load())))
}

describe('the browser and the engine', () => {
  it('agree on every box of a published page within a tenth of a pixel, at odd widths from 320 to 1400 and beyond', async () => {
    // Without scripts, so that a slideshow's later pictures are laid out too.
    const page = await openWindow({ javaScriptEnabled: false })
    await readInHouseFont(page, url)
    const tally = new Tally()
    for (let width = 320; width <= 1480; width += 61) {
      await page.setViewportSize({ width, height: 900 })
      const measured = await measureRows(page, null)
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
      for (const row of rowsOf(rows.body))
        tally.add(layRow(row, library, house)!, house, measured[`row-${row.id}`]!, width)
    }
    console.log(`published: ${tally.summary()}`)
    expect(tally.faults.slice(0, 10)).toEqual([])
    expect([...tally.forms].sort()).toEqual(['cells', 'lines', 'placed', 'single', 'strip', 'tree', 'worded'])
  })

  it('agree on how far down every row begins and how long the page is', async () => {
    const sample = await createPost({
      ...SAMPLE_POSTS[0]!.content((n) => pictures[n % pictures.length]!.id),
      address: 'as-long-as-planned',
    })
    const sampled = { content: sample.content, at: (await publishPost(sample.id, sample.version)).url }
    for (const { content, at } of [{ content: rows, at: url }, sampled]) {
      for (const { width, height } of READER_SCREENS) {
        const page = await openWindow({ viewport: { width, height } })
        // Galleries that are new at each visit are as high as their order makes them: this visit has the hand's.
        await page.addInitScript(() => (Math.random = () => 1 - Number.EPSILON))
        await readInHouseFont(page, at)
        const planned = pageHeights(placePost(content, library, house), new Date().toISOString(), width)
        const tops = await page
          .locator('.seat')
          .evaluateAll((all) => all.map((seat) => seat.getBoundingClientRect().top + scrollY))
        const end = await page.evaluate(() => document.documentElement.scrollHeight)
        const plannedTops = planned.tops.filter((_, i) => isRow(content.body.content[i]!))
        // How far each step from row to row is off; a word at the end of a line may fall either way.
        const line = house.type.fontSize * house.type.lineHeight
        const off = tops.map((top, i) => plannedTops[i]! - top)
        const steps = off.map((here, i) => Math.abs(here - (off[i - 1] ?? 0)))
        expect(Math.max(...steps), `${content.title} at ${width}`).toBeLessThan(3 * line)
        expect(steps.filter((step) => step > line + 2).length / steps.length).toBeLessThan(0.1)
        expect(Math.abs(planned.end / end - 1)).toBeLessThan(0.03)
      }
    }
  })

  it('agree on what the pictures of a page weigh, at once and in all', async () => {
    const sample = await createPost({
      ...SAMPLE_POSTS[0]!.content((n) => pictures[n % pictures.length]!.id),
      address: 'as-heavy-as-planned',
    })
    const { url: at } = await publishPost(sample.id, sample.version)
    const { screens } = (await (await readAddress(`${APP}/api/posts/${sample.id}/weight`)).json()) as PageWeight
    for (const { name, width, height, density } of READER_SCREENS) {
      const page = await openWindow({ viewport: { width, height }, deviceScaleFactor: density })
      const sizes = new Map<string, number>()
      page.on(
        'response',
        async (response) =>
          response.request().resourceType() === 'image' && sizes.set(response.url(), (await response.body()).length),
      )
      await page.goto(at)
      await page.waitForLoadState('networkidle')
      // Each picture counts as often as it is placed, as the plan has it.
      const files = () =>
        page.locator('.pic img').evaluateAll((all) =>
          all.map((image) => ({
            file: (image as HTMLImageElement).currentSrc,
            top: image.getBoundingClientRect().top,
          })),
        )
      const weigh = (list: readonly { file: string }[]) =>
        list.reduce((sum, { file }) => sum + (sizes.get(file) ?? Number.NaN), 0)
      const atOnce = (await files()).filter(({ top }) => top < height)
      const planned = screens.find(({ screen }) => screen === name)!
      expect(atOnce.length, name).toBeGreaterThan(0)
      expect(planned.first, name).toBe(weigh(atOnce))
      await page.evaluate(async () => {
        for (let y = 0; y < document.documentElement.scrollHeight; y += 300) {
          scrollTo(0, y)
          await new Promise((resolve) => setTimeout(resolve, 40))
        }
      })
      await page.waitForLoadState('networkidle')
      await expect.poll(async () => weigh(await files()), { message: name }).toBe(planned.first + planned.later)
    }
  })
  it('agree where a picture stands beside the text and where it stands alone', async () => {
    const page = await openWindow()
    const content: PostContent = {
      ...EMPTY_POST,
      title: 'Beside',
      body: {
        type: 'doc',
        content: [
          rowOf([pictures[0]!.id], { id: 'beside-1', one: { side: 'right', width: { unit: 'px', value: 240 } } }),
          text(WORDS),
        ],
      },
    }
    const post = await createPost(content)
    await page.goto((await publishPost(post.id, post.version)).url)
    const laid = layRow(rowsOf(content.body)[0]!, library, house)!
    const { from } = laid.layout.variants[0]!
    for (const [column, beside] of [
      [from + 1, true],
      [from - 1, false],
    ] as const) {
      await page.setViewportSize({ width: Math.round(column + 2 * house.margin), height: 900 })
      expect(await page.locator('.seat').evaluate((seat) => getComputedStyle(seat).float)).toBe(
        beside ? 'inline-end' : 'none',
      )
    }
  })

  /** This browser takes the narrower of two files where what is wanted lies nearer to it, by their geometric mean. */
  const leastTaken = (offered: readonly number[], px: number): number => {
    const enough = pickWidth(offered, px)
    const before = Math.max(...offered.filter((width) => width < enough))
    return px < Math.sqrt(before * enough) ? before : enough
  }
  it('take the file that the exact sizes call for', async () => {
    const page = await openWindow({ viewport: PHONE, deviceScaleFactor: 3, javaScriptEnabled: false })
    await page.goto(url)
    const taken = await page.locator('.pic img').evaluateAll((images) => {
      // A frame or cell may show only a part: the file is for the whole.
      const wholeWidth = (image: HTMLImageElement) =>
        Math.max(
          image.clientWidth,
          (image.clientHeight * Number(image.getAttribute('width'))) / Number(image.getAttribute('height')),
        )
      return (images as HTMLImageElement[])
        .filter((image) => image.currentSrc)
        .map((image) => ({
          picture: image.src.replace(/-\d+\.webp$/, ''),
          file: Number(/-(\d+)\.webp/.exec(image.currentSrc)?.[1]),
          width: image.clientWidth > 0 ? wholeWidth(image) : 0,
          offered: [...image.srcset.matchAll(/ (\d+)w/g)].map((match) => Number(match[1])),
        }))
    })
    expect(taken.length).toBeGreaterThan(0)
    const wanted = fileDensity(3, PHONE.width)
    // What waits to be asked for has no box to be held to, and its file may be at hand.
    for (const { picture, file, width, offered } of taken.filter((one) => one.width > 0)) {
      expect(file).toBeGreaterThanOrEqual(leastTaken(offered, width * wanted * 0.98))
      // A browser that has a larger file of the same picture at hand takes that one.
      const same = taken.filter((other) => other.picture === picture)
      const largest = Math.max(...same.map((other) => other.width))
      const unseen = Math.max(0, ...same.filter((other) => other.width === 0).map((other) => other.file))
      expect(file).toBeLessThanOrEqual(Math.max(pickWidth(offered, largest * wanted), unseen))
    }
  })
})

describe('a published page', () => {
  it.each([PHONE, { width: 1280, height: 800 }])(
    'does not move while it loads and is scrolled, %o',
    async (viewport) => {
      const page = await openWindow({ viewport })
      await watchShift(page)
      await page.goto(url)
      for (let y = 0; y < 9000; y += 700) {
        await page.mouse.wheel(0, 700)
        await page.waitForTimeout(60)
      }
      expect(await movedOn(page)).toEqual([])
    },
  )

  it('stands as it will stand while the rest of a row is still on its way', async () => {
    const boxes = (page: Page) =>
      page
        .locator('.pic img')
        .evaluateAll((all) =>
          all.map((image) => image.getBoundingClientRect()).map(({ x, y, width, height }) => [x, y, width, height]),
        )
    const content: PostContent = {
      ...EMPTY_POST,
      title: 'Slowly',
      body: {
        type: 'doc',
        content: [
          rowOf(
            pictures.slice(0, 4).map(({ id }) => id),
            { id: 'slow-1' },
          ),
          rowOf(
            pictures.slice(0, 5).map(({ id }) => id),
            { id: 'slow-2', kind: 'patchwork', captions: 'none' },
          ),
        ],
      },
    }
    const post = await createPost(content)
    const { url: whole } = await publishPost(post.id, post.version)
    const page = await openWindow()
    await readInHouseFont(page, whole)
    const there = await boxes(page)
    const html = await (await readAddress(whole)).text()
    const figures = [...html.matchAll(/<figure class="pic/g)].map((match) => match.index)
    // Cut off before each picture, as a slow line would have it.
    for (const [i, cut] of figures.entries()) {
      await page.route(whole, (route) => route.fulfill({ contentType: 'text/html', body: html.slice(0, cut) }))
      await page.goto(whole)
      await page.evaluate(() => document.fonts.ready)
      const here = await boxes(page)
      expect(here.length).toBe(i)
      const off = here.flatMap((box, at) => box.map((side, k) => Math.abs(side - there[at]![k]!)))
      expect(Math.max(0, ...off)).toBeLessThan(0.05)
      await page.unroute(whole)
    }
  })

  it.each(
    [PHONE, { width: 1280, height: 800 }].flatMap((viewport) =>
      STAND_IN_FONTS.map((font) => ({ width: viewport.width, font: font.local, viewport, files: font.files })),
    ),
  )(
    'takes the room it was planned to take at $width where $font stands in for its font',
    async ({ viewport, font, files }) => {
      // Without scripts, so that a slideshow's later pictures are laid out too.
      const page = await openWindow({ viewport, javaScriptEnabled: false })
      const lines = () =>
        page
          .locator('.row figcaption')
          .evaluateAll((all) =>
            all.map((caption) =>
              Math.round(
                caption.getBoundingClientRect().height / Number.parseFloat(getComputedStyle(caption).lineHeight),
              ),
            ),
          )
      const height = () => page.locator('main').evaluate((main) => main.getBoundingClientRect().height)
      await readInHouseFont(page, url)
      const planned = { lines: await lines(), height: await height() }
      await readInStandIn(page, url, font, files)
      const got = { lines: await lines(), height: await height() }
      expect(planned.lines.length).toBeGreaterThan(ROWS)
      // Letter by letter the fonts differ: a word near the end of a line may fall either way.
      expect(got.lines.filter((n, i) => n > planned.lines[i]!).length / planned.lines.length).toBeLessThan(0.03)
      expect(Math.abs(got.height / planned.height - 1)).toBeLessThan(0.03)
    },
  )

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
    expect(await page.locator('figure img').count()).toBe(
      rowsOf(rows.body).reduce((sum, row) => sum + row.pictures.length, 0),
    )
  })

  it('passes the Nu HTML checker', async ({ skip }) => {
    if (!nuIsHere()) skip('there is no Java on this machine')
    // The sample posts and the random rows, and the list.
    const ids = (n: number) => pictures[n % pictures.length]!.id
    const pages = [url, HOST]
    for (const sample of SAMPLE_POSTS.slice(0, 2)) {
      const post = await createPost({ ...sample.content(ids), address: `checked-${pages.length}` })
      pages.push((await publishPost(post.id, post.version)).url)
    }
    expect(await htmlErrors(pages)).toBe('')
  })

  it('keeps a heading and its section in reading order', async () => {
    const post = await createPost({
      ...EMPTY_POST,
      title: 'Order',
      body: { type: 'doc', content: [heading('One'), rowOf([pictures[0]!.id]), text('After')] },
    })
    const page = await openWindow({ javaScriptEnabled: false })
    await page.goto((await publishPost(post.id, post.version)).url)
    expect(
      await page
        .locator('.column > :is(h2, .seat, p:not(.post-facts))')
        .evaluateAll((all) => all.map((one) => one.tagName)),
    ).toEqual(['H2', 'DIV', 'P'])
  })
})
