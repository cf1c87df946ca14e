import type { BrowserContextOptions, Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { placeId } from '../core/page/placements.ts'
import { makeRow } from '../core/post/changes/make-row.ts'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { ANY, htmlErrors, nuIsHere, violations } from './checkers.ts'
import {
  changePicture,
  createPost,
  fingers,
  HOST,
  movedOn,
  openWindow,
  PHONE,
  picturesHere,
  publishPost,
  readAddress,
  watchShift,
} from './journey.ts'
import type { RowChoices } from '../core/post/changes/row-choices.ts'

const WORDS = 'The wind was north-west, eight to ten, and dry until noon. '.repeat(14)
const TAGS = [['launch', 'dunes'], ['launch'], ['dunes'], ['launch', 'bench'], ['bench'], [], ['dunes'], ['bench']]
const CAPTIONS = [
  'First up.',
  'The tall delta, which stood on the wind like a gull on a post and would not come down for anybody.',
  '',
  'On the bench.',
  'Hem first, then the panels.',
  '',
  'Over the dunes.',
  'Home.',
]
const TOUCH: BrowserContextOptions = { viewport: PHONE, hasTouch: true, isMobile: true, deviceScaleFactor: 2 }

let pictures: Picture[]
let url: string
const ids = (...at: number[]) => at.map((i) => pictures[i]!.id)

const show = makeRow('any', ['any0']).slideshow
const SLIDES: RowChoices = {
  id: 'slides-1',
  kind: 'slideshow',
  captions: 'each',
  slideshow: { ...show, seconds: 2, starts: true, arrows: true, place: 'count', fullScreen: true },
}

beforeAll(async () => {
  pictures = await picturesHere()
  for (const [i, picture] of pictures.entries())
    await changePicture(picture.id, {
      alt: `What picture ${i + 1} shows`,
      title: `Picture number ${i + 1}`,
      caption: CAPTIONS[i]!,
      credit: i === 1 ? 'Tam Hollis' : '',
      tags: TAGS[i]!,
    })
  const content: PostContent = {
    ...EMPTY_POST,
    title: 'What readers do',
    address: 'what-readers-do',
    body: {
      type: 'doc',
      content: [
        text(WORDS),
        rowOf(ids(0, 1, 2), { id: 'pair-1', captions: 'each' }),
        text(WORDS),
        rowOf(ids(3, 4), { id: 'post-1', through: 'post' }),
        rowOf(ids(5), { id: 'post-2', through: 'post', share: true }),
        text(WORDS),
        rowOf(ids(0, 1, 2, 3), SLIDES),
        text(WORDS),
        rowOf(ids(0, 1, 2, 3, 4, 5, 6, 7), {
          id: 'gallery-1',
          kind: 'gallery',
          captions: 'hover',
          onClick: { do: 'picture-page' },
          gallery: { form: 'level', across: 3, cell: 1, order: 'hand', filter: true, first: 5, ground: 'dark' },
        }),
        text(WORDS),
        rowOf(ids(0, 2, 5, 6), {
          id: 'file-1',
          kind: 'gallery',
          captions: 'none',
          onClick: { do: 'picture-file' },
          gallery: { form: 'cells', across: 2, cell: 1, order: 'visit', first: 3 },
        }),
        rowOf(
          [
            { id: ids(0)[0]!, onClick: { do: 'web-address', href: 'https://example.org/kites', newWindow: true } },
            { id: ids(1)[0]!, onClick: { do: 'nothing' } },
          ],
          { id: 'links-1', reveal: 'rise' },
        ),
        text(WORDS),
        text(WORDS),
      ],
    },
  }
  const post = await createPost(content)
  url = (await publishPost(post.id, post.version)).url
})

// Other journeys have the pictures as they came.
afterAll(async () => {
  for (const { id, alt, title, caption, credit, tags } of pictures)
    await changePicture(id, { alt, title, caption, credit, tags })
})

/** A picture page and a gallery page of the post. */
async function pagesBelow(): Promise<string[]> {
  const html = await (await readAddress(url)).text()
  return [/href="(pictures\/[^"]*)"/, /href="(galleries\/[^"]*)"/].map(
    (found) => new URL(found.exec(html)![1]!, url).href,
  )
}

/** The post in a fresh window, in which nothing may move unless a reader did it. */
async function read(options: BrowserContextOptions = {}, hash = ''): Promise<Page> {
  const page = await openWindow(options)
  await watchShift(page)
  await page.goto(url + hash)
  return page
}
const seat = (page: Page, id: string) => page.locator(`#row-${id}`)
const enlarged = (page: Page) => page.locator('.pswp')
/** Until it has come to its place from the picture's. */
const opened = async (page: Page) => {
  await page.locator('.pswp--open.pswp--ui-visible').waitFor()
  await page.waitForTimeout(400)
}
const count = (page: Page) => page.locator('.pswp__counter').textContent()
const still = async (page: Page) => expect(await movedOn(page)).toEqual([])

describe('enlarging', () => {
  it('opens from the picture, goes on by arrow keys and buttons, shows captions whole, closes with Escape and gives the focus back', async () => {
    const page = await read()
    const links = seat(page, 'pair-1').locator('a')
    await links.first().focus()
    await page.keyboard.press('Enter')
    await opened(page)
    expect(await count(page)).toBe('1 of 3')
    expect(page.url()).toContain('#enlarged-')
    await page.keyboard.press('ArrowRight')
    await page.locator('.pswp .enlarged-caption', { hasText: 'gull on a post' }).waitFor()
    expect(await page.locator('.pswp .enlarged-caption').textContent()).toBe(`${CAPTIONS[1]} Picture: Tam Hollis`)
    // No line of it is cut off, and the picture stands clear of it.
    const { cut, foot, top } = await page.evaluate(() => {
      const caption = document.querySelector('.pswp .enlarged-caption')!
      const image = [...document.querySelectorAll('.pswp__item img.pswp__img')]
        .map((one) => one.getBoundingClientRect())
        .find((box) => box.x >= 0 && box.right <= innerWidth && box.width > 100)!
      return {
        cut: caption.scrollHeight > caption.clientHeight + 1,
        foot: image.bottom,
        top: caption.getBoundingClientRect().top,
      }
    })
    expect(cut).toBe(false)
    expect(foot).toBeLessThanOrEqual(top + 1)
    await page.getByRole('button', { name: 'Next picture' }).click()
    await expect.poll(() => count(page)).toBe('3 of 3')
    await page.getByRole('button', { name: 'Picture before' }).click()
    await expect.poll(() => count(page)).toBe('2 of 3')
    await page.keyboard.press('Escape')
    await expect.poll(() => enlarged(page).count()).toBe(0)
    expect(page.url()).toBe(url)
    expect(await links.nth(1).evaluate((link) => link === document.activeElement)).toBe(true)
    await still(page)
  })
  it('closes with the back button, and opens again with the forward button', async () => {
    const page = await read()
    await seat(page, 'pair-1').locator('a').nth(1).click()
    // At once, before it has come to its place.
    await page.locator('.pswp--open').waitFor()
    await page.goBack()
    await expect.poll(() => enlarged(page).count()).toBe(0)
    expect(page.url()).toBe(url)
    await page.goForward()
    await opened(page)
    expect(await count(page)).toBe('2 of 3')
  })
  it('has an address for each picture, which opens the page with it', async () => {
    const page = await read()
    await seat(page, 'pair-1').locator('a').nth(0).click()
    await opened(page)
    await page.keyboard.press('ArrowRight')
    const address = page.url()
    const other = await openWindow()
    await other.goto(address)
    await opened(other)
    expect(await count(other)).toBe('2 of 3')
    await other.getByRole('button', { name: 'Close' }).click()
    await expect.poll(() => enlarged(other).count()).toBe(0)
    expect(other.url()).not.toContain('#')
    await expect
      .poll(() =>
        seat(other, 'pair-1')
          .locator('a')
          .nth(1)
          .evaluate(
            (link) => link.getBoundingClientRect().top < innerHeight && link.getBoundingClientRect().bottom > 0,
          ),
      )
      .toBe(true)
  })
  it('goes through the whole post where the row says so', async () => {
    const page = await read()
    await seat(page, 'post-2').locator('a').first().click()
    await opened(page)
    expect(await count(page)).toBe('3 of 3')
    await page.keyboard.press('ArrowLeft')
    await page.keyboard.press('ArrowLeft')
    // While the large file is on its way, its small one stands in for it.
    const large = page.locator('.pswp__item[aria-hidden=false] .pswp__img:not(.pswp__img--placeholder)')
    await expect.poll(() => large.getAttribute('alt')).toBe('What picture 4 shows')
  })
  it('is swiped, and zoomed by a double tap, on a touch screen', async () => {
    const page = await read(TOUCH)
    await seat(page, 'pair-1').locator('a').nth(0).tap()
    await opened(page)
    const touch = await fingers(page)
    await touch('touchStart', { x: 340, y: 400 })
    for (let x = 320; x >= 60; x -= 20) await touch('touchMove', { x, y: 400 })
    await touch('touchEnd')
    await expect.poll(() => count(page)).toBe('2 of 3')
    const width = () =>
      page
        .locator('.pswp__item[aria-hidden=false] img.pswp__img')
        .last()
        .evaluate((image) => image.getBoundingClientRect().width)
    await page.waitForTimeout(500)
    const before = await width()
    for (let tap = 0; tap < 2; tap++) {
      await touch('touchStart', { x: 195, y: 400 })
      await touch('touchEnd')
      await page.waitForTimeout(60)
    }
    await expect.poll(width).toBeGreaterThan(before * 1.3)
    await page.waitForTimeout(400)
    // And pinched back.
    await touch('touchStart', { x: 60, y: 400 }, { x: 330, y: 400 })
    for (let step = 1; step <= 12; step++)
      await touch('touchMove', { x: 60 + step * 10, y: 400 }, { x: 330 - step * 10, y: 400 })
    await touch('touchEnd')
    await expect.poll(width).toBeLessThan(before * 1.3)
  })
  it('fetches the next picture ahead, in the size the screen needs', async () => {
    const page = await read()
    const asked: string[] = []
    page.on('request', (request) => request.resourceType() === 'image' && asked.push(request.url()))
    await seat(page, 'pair-1').locator('a').nth(0).click()
    await opened(page)
    const file = (i: number) => pictures[i]!.renditions[0]!.file.split('-')[0]!
    await expect.poll(() => asked.some((address) => address.includes(file(1)))).toBe(true)
    const widths = asked.map((address) => Number(/-(\d+)\.webp/.exec(address)?.[1]))
    expect(Math.max(...widths)).toBeLessThanOrEqual(1440)
    expect(asked.some((address) => address.includes(file(6)))).toBe(false)
  })
  it('says so where a picture file is missing', async () => {
    const page = await read()
    await page.route(`**/${pictures[1]!.renditions[0]!.file.split('-')[0]}*`, (route) => route.fulfill({ status: 404 }))
    await seat(page, 'pair-1').locator('a').nth(1).click()
    await page.getByText('This picture could not be loaded.').waitFor()
    await opened(page)
    await page.keyboard.press('Escape')
    await expect.poll(() => enlarged(page).count()).toBe(0)
  })
})

describe('a slideshow', () => {
  const slides = (page: Page) => seat(page, 'slides-1')
  const at = (page: Page) => slides(page).locator('.at').textContent()
  const running = (page: Page) => slides(page).locator('.show').getAttribute('data-running')
  async function begin(options: BrowserContextOptions = {}): Promise<Page> {
    const page = await read(options)
    await slides(page).scrollIntoViewIfNeeded()
    await slides(page).locator('.play').waitFor()
    return page
  }
  it('goes on by itself, and pauses while pointed at, focused, out of sight, and by its button', async () => {
    const page = await begin()
    await expect.poll(() => running(page)).toBe('true')
    await expect.poll(() => at(page)).toBe('2 of 4')
    await slides(page).locator('.strip').hover()
    expect(await running(page)).toBe('false')
    await page.mouse.move(5, 5)
    await expect.poll(() => running(page)).toBe('true')
    await slides(page).getByRole('button', { name: 'Next picture' }).focus()
    expect(await running(page)).toBe('false')
    await page.evaluate(() => (document.activeElement as HTMLElement).blur())
    await expect.poll(() => running(page)).toBe('true')
    await page.evaluate(() => scrollTo(0, 0))
    await expect.poll(() => running(page)).toBe('false')
    await slides(page).scrollIntoViewIfNeeded()
    await expect.poll(() => running(page)).toBe('true')
    await slides(page).getByRole('button', { name: 'Pause' }).click()
    expect(await running(page)).toBe('false')
    expect(await slides(page).getByRole('button', { name: 'Play' }).isVisible()).toBe(true)
    await still(page)
  })
  it('is led by the keyboard and by its buttons, in the pattern for carousels', async () => {
    const page = await begin({ reducedMotion: 'reduce' })
    const group = slides(page).locator('.show')
    expect(await group.getAttribute('aria-roledescription')).toBe('slideshow')
    expect(await slides(page).locator('.pic').first().getAttribute('aria-label')).toBe('1 of 4')
    // The control of rotation comes first.
    await slides(page).getByRole('button', { name: 'Play' }).focus()
    await page.keyboard.press('Tab')
    expect(await page.evaluate(() => document.activeElement!.getAttribute('aria-label'))).toBe('Picture before')
    await page.keyboard.press('ArrowRight')
    expect(await at(page)).toBe('2 of 4')
    await page.keyboard.press('End')
    expect(await at(page)).toBe('4 of 4')
    await page.keyboard.press('ArrowRight')
    expect(await at(page)).toBe('1 of 4')
    await slides(page).getByRole('button', { name: 'Picture before' }).click()
    expect(await at(page)).toBe('4 of 4')
    // Slides out of sight can't be reached or heard.
    expect(
      await slides(page)
        .locator('.pic')
        .evaluateAll((all) => all.map((one) => (one as HTMLElement).inert)),
    ).toEqual([true, true, true, false])
    await still(page)
  })
  it('never starts by itself and never moves where motion is unwelcome', async () => {
    const page = await begin({ reducedMotion: 'reduce' })
    await page.waitForTimeout(2600)
    expect(await at(page)).toBe('1 of 4')
    // Changes at once: a frame later the next picture stands where the last one stood.
    const places = await slides(page)
      .locator('.show')
      .evaluate(async (group) => {
        const strip = group.querySelector('.strip')!.getBoundingClientRect()
        ;(group.querySelector('[aria-label="Next picture"]') as HTMLElement).click()
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))
        return [...group.querySelectorAll('.pic')].map((pic) =>
          Math.round(pic.getBoundingClientRect().left - strip.left),
        )
      })
    expect(places[1]).toBe(0)
  })
  it('loads the picture shown and one ahead', async () => {
    const page = await openWindow({ reducedMotion: 'reduce' })
    const asked = new Set<string>()
    page.on('request', (request) => request.resourceType() === 'image' && asked.add(request.url()))
    const post = await createPost({
      ...EMPTY_POST,
      title: 'Slides alone',
      body: { type: 'doc', content: [rowOf(ids(2, 3, 4, 5), SLIDES)] },
    })
    await page.goto((await publishPost(post.id, post.version)).url)
    await page.waitForLoadState('networkidle')
    expect(asked.size).toBe(2)
    await page.getByRole('button', { name: 'Next picture' }).click()
    await expect.poll(() => asked.size).toBe(3)
    await page.waitForTimeout(300)
    expect(asked.size).toBe(3)
  })
  it('fades where it is told to, shows its place in dots, and stands several across where there is room', async () => {
    const page = await openWindow()
    const rows = [
      rowOf(ids(0, 1, 2), {
        ...SLIDES,
        id: 'fading-1',
        slideshow: { ...SLIDES.slideshow!, starts: false, move: 'fade', place: 'dots' },
      }),
      rowOf(ids(0, 2, 5, 6, 7), {
        ...SLIDES,
        id: 'across-1',
        slideshow: { ...SLIDES.slideshow!, starts: false, across: 3 },
      }),
    ]
    const post = await createPost({ ...EMPTY_POST, title: 'Fading', body: { type: 'doc', content: rows } })
    await page.goto((await publishPost(post.id, post.version)).url)
    const fading = seat(page, 'fading-1')
    await fading.getByRole('button', { name: 'Picture 3' }).click()
    await expect
      .poll(() => fading.locator('.pic').evaluateAll((all) => all.map((pic) => Number(getComputedStyle(pic).opacity))))
      .toEqual([0, 0, 1])
    expect(await fading.locator('[aria-current=true]').getAttribute('aria-label')).toBe('Picture 3')
    // It stands in the frame, whatever the browser does to strips that snap.
    await page.waitForTimeout(600)
    const offset = () =>
      fading
        .locator('.pic')
        .nth(2)
        .evaluate((pic) =>
          Math.round(pic.getBoundingClientRect().left - pic.closest('.strip')!.getBoundingClientRect().left),
        )
    expect(await offset()).toBe(0)
    const across = seat(page, 'across-1')
    await across.scrollIntoViewIfNeeded()
    await expect.poll(() => across.locator('.at').textContent()).toBe('1 to 3 of 5')
    await across.getByRole('button', { name: 'Next picture' }).click()
    await expect.poll(() => across.locator('.at').textContent()).toBe('2 to 4 of 5')
    await page.setViewportSize({ width: 390, height: 800 })
    await expect.poll(() => across.locator('.at').textContent()).toMatch(/^\d to \d of 5$/)
    // (350 - 8) / 2: the engine's two across.
    await expect
      .poll(() =>
        across
          .locator('.pic')
          .first()
          .evaluate((pic) => Math.round(pic.getBoundingClientRect().width)),
      )
      .toBe(171)
  })
  it.each([1280, 640, 390, 320])('cuts no caption off and changes no height, at %i wide', async (width) => {
    const page = await begin({ viewport: { width, height: 800 }, reducedMotion: 'reduce' })
    const heights = new Set<number>()
    for (let i = 0; i < 4; i++) {
      const { height, cut } = await slides(page).evaluate((element) => {
        const strip = element.querySelector('.strip')!.getBoundingClientRect()
        return {
          height: Math.round(element.getBoundingClientRect().height),
          cut: [...element.querySelectorAll('figcaption')].some(
            (caption) => caption.getBoundingClientRect().bottom > strip.bottom + 0.5,
          ),
        }
      })
      heights.add(height)
      expect(cut).toBe(false)
      await slides(page).getByRole('button', { name: 'Next picture' }).click()
    }
    expect(heights.size).toBe(1)
  })
  it('is swiped on a touch screen', async () => {
    const page = await begin({ ...TOUCH, reducedMotion: 'reduce' })
    const box = (await slides(page).locator('.strip').boundingBox())!
    const touch = await fingers(page)
    const y = box.y + box.height / 3
    await touch('touchStart', { x: 300, y })
    for (let x = 290; x >= 80; x -= 15) await touch('touchMove', { x, y })
    await touch('touchEnd')
    await expect.poll(() => at(page)).toBe('2 of 4')
  })
  it.each([{}, TOUCH])(
    'fills the screen, sharp, with its caption whole, and comes back to where it was, %o',
    async (options) => {
      const page = await begin({ reducedMotion: 'reduce', ...options })
      const before = await slides(page).locator('.show').boundingBox()
      await slides(page).getByRole('button', { name: 'Full screen' }).press('Enter')
      await slides(page).getByRole('button', { name: 'Leave full screen' }).waitFor()
      await page.keyboard.press('ArrowRight')
      await expect.poll(() => at(page)).toBe('2 of 4')
      const slide = slides(page).locator('.pic').nth(1)
      const image = slide.locator('img')
      const needed = () =>
        image.evaluate((img: HTMLImageElement) => {
          const largest = Math.max(
            ...img.srcset.split(',').map((one) => Number.parseInt(one.trim().split(' ')[1]!, 10)),
          )
          // As wide as it stands there whole, in device pixels.
          const wide =
            Math.min(
              img.clientWidth,
              (img.clientHeight * Number(img.getAttribute('width'))) / Number(img.getAttribute('height')),
            ) * devicePixelRatio
          const got = Number(/-(\d+)\.webp$/.exec(img.currentSrc)?.[1] ?? 0)
          return got >= Math.min(largest, wide) ? 'sharp' : `${got} of ${wide}`
        })
      await expect.poll(needed).toBe('sharp')
      const caption = await slide.locator('figcaption').boundingBox()
      const bar = await slides(page).locator('.show-bar').boundingBox()
      expect(caption!.y + caption!.height).toBeLessThanOrEqual(bar!.y + 0.5)
      expect(await slide.locator('figcaption').textContent()).toBe(`${CAPTIONS[1]} Picture: Tam Hollis`)
      expect(bar!.y + bar!.height).toBeLessThanOrEqual(page.viewportSize()!.height)
      await slides(page).getByRole('button', { name: 'Leave full screen' }).click()
      await slides(page).getByRole('button', { name: 'Full screen', exact: true }).waitFor()
      expect(await at(page)).toBe('2 of 4')
      const after = await slides(page).locator('.show').boundingBox()
      expect([after!.width, after!.height]).toEqual([before!.width, before!.height])
    },
  )
  it('is a strip that is scrolled, where its part fails or scripts are off', async () => {
    for (const options of [{ javaScriptEnabled: false }, {}]) {
      const page = await openWindow(options, true)
      await page.route('**/reader-slideshow-*.js', (route) =>
        route.fulfill({ contentType: 'text/javascript', body: 'throw new Error("broken on the way")' }),
      )
      await watchShift(page)
      await page.goto(url)
      await slides(page).scrollIntoViewIfNeeded()
      await page.waitForTimeout(400)
      const strip = slides(page).locator('.strip')
      const shown = async () =>
        strip.evaluate(
          (element) =>
            [...element.querySelectorAll('img')].filter((image) => image.getBoundingClientRect().width > 0).length,
        )
      expect(await shown()).toBe(4)
      await strip.focus()
      await page.keyboard.press('ArrowRight')
      await expect.poll(() => strip.evaluate((element) => element.scrollLeft)).toBeGreaterThan(20)
      if (!('javaScriptEnabled' in options)) await still(page)
    }
  })
})

describe('a gallery', () => {
  const gallery = (page: Page) => seat(page, 'gallery-1')
  const seen = (page: Page) =>
    gallery(page)
      .locator('.pic')
      .evaluateAll((all) =>
        all
          .filter((pic) => pic.getClientRects().length > 0)
          .map((pic) => pic.querySelector('img')!.alt.replace(/\D/g, ''))
          .join(''),
      )
  it('is filtered by the tags in use, each with its count and its address', async () => {
    const page = await read()
    await gallery(page).scrollIntoViewIfNeeded()
    expect(await gallery(page).locator('.filter a').allTextContents()).toEqual([
      'All 8',
      'bench 3',
      'dunes 3',
      'launch 3',
    ])
    await still(page)
    const places = () =>
      page
        .locator('.seat')
        .evaluateAll((all) => all.map((one) => Math.round(one.getBoundingClientRect().top + scrollY)))
    const before = await places()
    await gallery(page).getByRole('link', { name: 'dunes 3' }).click()
    await expect.poll(() => seen(page)).toBe('137')
    expect(await gallery(page).locator('[aria-current=true]').textContent()).toBe('dunes 3')
    const address = page.url()
    await gallery(page).getByRole('link', { name: 'All 8' }).click()
    await expect.poll(() => seen(page)).toBe('12345')
    // What the reader asks for moves the page, on a busy machine later than browsers forgive; then all is as it was.
    await expect.poll(places).toEqual(before)
    // The address says it all, with scripts and without.
    for (const options of [{}, { javaScriptEnabled: false }]) {
      const other = await openWindow(options)
      await other.goto(address)
      expect(await seen(other)).toBe('137')
      if ('javaScriptEnabled' in options) continue
      await gallery(other).getByRole('link', { name: 'bench 3' }).press('Enter')
      await expect.poll(() => seen(other)).toBe('458')
    }
  })
  it('works its filter without scripts', async () => {
    const page = await openWindow({ javaScriptEnabled: false })
    await page.goto(url)
    await gallery(page).getByRole('link', { name: 'launch 3' }).click()
    expect(await seen(page)).toBe('124')
    const widths = await gallery(page)
      .locator('.pic')
      .evaluateAll((all) =>
        all
          .map((pic) => pic.getBoundingClientRect())
          .filter((box) => box.width > 0)
          .map((box) => Math.round(box.height)),
      )
    expect(new Set(widths.map((height) => Math.round(height / 4))).size).toBeLessThanOrEqual(2)
  })
  it('shows the rest when asked, and without scripts on a page of its own', async () => {
    const page = await read()
    await gallery(page).scrollIntoViewIfNeeded()
    expect(await seen(page)).toBe('12345')
    await gallery(page).getByRole('link', { name: 'Show the other 3 pictures' }).press('Enter')
    await expect.poll(() => seen(page)).toBe('12345678')
    expect(await page.evaluate(() => document.activeElement!.closest('.rest') !== null)).toBe(true)
    await still(page)
    const plain = await openWindow({ javaScriptEnabled: false })
    await plain.goto(url)
    await gallery(plain).getByRole('link', { name: 'Show the other 3 pictures' }).click()
    expect(await plain.locator('h1').textContent()).toBe('8 pictures')
    expect(await plain.locator('.pic img').count()).toBe(8)
    await plain.getByRole('link', { name: /^Back to its place/ }).click()
    expect(plain.url()).toBe(`${url}#row-gallery-1`)
  })
  it.each(['cells', 'level', 'loose'] as const)('closes up what is shown first and the rest in %s', async (form) => {
    const row = {
      id: 'both-1',
      kind: 'gallery',
      captions: 'none',
      gallery: { form, across: 3, cell: 1, order: 'hand', filter: true, first: 4 },
    } as const
    const post = await createPost({
      ...EMPTY_POST,
      title: `Both parts in ${form}`,
      body: { type: 'doc', content: [rowOf(ids(0, 1, 2, 3, 4, 5, 6, 7), row)] },
    })
    const page = await openWindow()
    await page.goto((await publishPost(post.id, post.version)).url)
    const boxes = () =>
      seat(page, 'both-1').evaluate((element) => ({
        width: element.clientWidth,
        pics: [...element.querySelectorAll('.pic')]
          .map((pic) => pic.getBoundingClientRect())
          .filter((box) => box.width > 0)
          .map(({ x, y, right, width }) => ({ x, y, right, width })),
      }))
    await seat(page, 'both-1').getByRole('link', { name: 'bench 3' }).click()
    await expect.poll(async () => (await boxes()).pics.length).toBe(3)
    await page.waitForTimeout(400)
    const { width, pics } = await boxes()
    const left = pics[0]!.x
    for (const [i, one] of pics.entries()) {
      const before = pics[i - 1]
      // A new line begins only where the picture would not have fitted.
      if (before && one.x < before.right)
        expect(before.right - left + one.width, `picture ${i}`).toBeGreaterThan(width - 20)
    }
    if (form !== 'cells') return
    await seat(page, 'both-1').getByRole('link', { name: 'All 8' }).click()
    await seat(page, 'both-1').getByRole('link', { name: 'Show the other 4 pictures' }).click()
    await expect.poll(async () => (await boxes()).pics.length).toBe(8)
    const tops = (await boxes()).pics.map(({ y }) => Math.round(y))
    expect(tops.map((top) => [...new Set(tops)].indexOf(top))).toEqual([0, 0, 0, 1, 1, 1, 2, 2])
  })
  it('shows captions over pictures on hover and on focus', async () => {
    const page = await read()
    const first = gallery(page).locator('.pic').first()
    await first.scrollIntoViewIfNeeded()
    const opacity = () => first.locator('figcaption').evaluate((caption) => Number(getComputedStyle(caption).opacity))
    expect(await opacity()).toBe(0)
    await first.hover()
    await expect.poll(opacity).toBe(1)
    await page.mouse.move(5, 5)
    await expect.poll(opacity).toBe(0)
    await first.locator('a').focus()
    await expect.poll(opacity).toBe(1)
  })
  it('comes in a new order at each visit without moving anything, and by hand without scripts', async () => {
    const atFirst = new Set<string>()
    const order = async (options: BrowserContextOptions) => {
      const page = await read(options)
      await seat(page, 'file-1').scrollIntoViewIfNeeded()
      if (options.javaScriptEnabled !== false) await still(page)
      const numbers = (all: Element[]) =>
        all.map((image) => (image as HTMLImageElement).alt.replace(/\D/g, '')).join('')
      const shown = await seat(page, 'file-1').locator('.row').first().locator('img').evaluateAll(numbers)
      expect(shown).toHaveLength(3)
      atFirst.add([...shown].sort().join(''))
      return seat(page, 'file-1').locator('img').evaluateAll(numbers)
    }
    const visits = new Set<string>()
    for (let i = 0; i < 10; i++) visits.add(await order({}))
    expect(visits.size).toBeGreaterThan(1)
    // What waits to be asked for takes its turn in front.
    expect(atFirst.size).toBeGreaterThan(1)
    for (const visit of visits) expect([...visit].sort().join('')).toBe('1367')
    expect(await order({ javaScriptEnabled: false })).toBe('1367')
  })
})

describe('pages and links', () => {
  it('a picture page has its texts, its neighbours, and a way back to the very place', async () => {
    const page = await read({ javaScriptEnabled: false })
    await seat(page, 'gallery-1').locator('.pic a').nth(1).click()
    expect(await page.locator('h1').textContent()).toBe('Picture number 2')
    expect(await page.getByText(CAPTIONS[1]!).isVisible()).toBe(true)
    expect(await page.getByText('Picture: Tam Hollis').isVisible()).toBe(true)
    expect(await page.locator('.large img').getAttribute('alt')).toBe('What picture 2 shows')
    const here = page.url()
    await page.getByRole('link', { name: 'Next picture' }).click()
    expect(await page.locator('h1').textContent()).toBe('Picture number 3')
    await page.getByRole('link', { name: 'Picture before' }).click()
    expect(page.url()).toBe(here)
    expect(
      (
        await page.request.get(
          await page.getByRole('link', { name: /^Largest file/ }).evaluate((link) => (link as HTMLAnchorElement).href),
        )
      ).status(),
    ).toBe(200)
    await page.getByRole('link', { name: /^Back to its place/ }).click()
    const name = new URL(here).pathname.split('/').at(-2)!
    expect(page.url()).toBe(`${url}#${placeId(name)}`)
    expect(
      await page
        .locator(`#${placeId(name)}`)
        .evaluate((place) => place.getBoundingClientRect().top >= 0 && place.getBoundingClientRect().top < innerHeight),
    ).toBe(true)
  })
  it('comes back to the very slide', async () => {
    const third = await (await read()).locator('#row-slides-1 .pic').nth(2).getAttribute('id')
    const page = await read({ reducedMotion: 'reduce' }, `#${third}`)
    await expect.poll(() => page.locator('#row-slides-1 .at').textContent()).toBe('3 of 4')
  })
  it('the list does not name picture pages', async () => {
    const list = await (await readAddress(HOST)).text()
    expect(list).toContain('what-readers-do')
    expect(list).not.toContain('/pictures/')
  })
  it('every click does what it says, without scripts too', async () => {
    for (const javaScriptEnabled of [true, false]) {
      const page = await read({ javaScriptEnabled })
      const link = (id: string, i = 0) => seat(page, id).locator('.pic').nth(i).locator('a')
      expect(await link('file-1').getAttribute('href')).toMatch(/files\/.*\.webp$/)
      expect(await link('links-1').getAttribute('target')).toBe('_blank')
      expect(await link('links-1').getAttribute('href')).toBe('https://example.org/kites')
      expect(await link('links-1', 1).count()).toBe(0)
      if (javaScriptEnabled) continue
      await link('pair-1').click()
      expect(page.url()).toContain('/pictures/')
    }
  })
  it('a failing part of the script leaves links that work', async () => {
    const page = await openWindow({}, true)
    await page.route('**/reader-{enlarge,gallery}-*.js', (route) =>
      route.fulfill({ contentType: 'text/javascript', body: 'throw new Error("broken on the way")' }),
    )
    await page.goto(url)
    await seat(page, 'pair-1').locator('a').first().click()
    await page.waitForURL(/\/pictures\//)
    await page.goBack()
    await seat(page, 'gallery-1').getByRole('link', { name: 'Show the other 3 pictures' }).click()
    await page.waitForURL(/\/galleries\//)
  })
  it('a picture is downloaded from its own control, which opens without scripts', async () => {
    const page = await read({ javaScriptEnabled: false })
    const share = seat(page, 'post-2').locator('.share')
    expect(await share.getByRole('link').first().isVisible()).toBe(false)
    await share.locator('summary').press('Enter')
    const download = page.waitForEvent('download')
    await share.getByRole('link', { name: /^Download/ }).click()
    expect((await download).suggestedFilename()).toMatch(/\.webp$/)
  })
  it('pictures come up gently where motion is welcome, and are just there where not or without scripts', async () => {
    const name = (options: BrowserContextOptions) =>
      read(options).then((page) =>
        seat(page, 'links-1')
          .locator('img')
          .first()
          .evaluate((image) => getComputedStyle(image).animationName),
      )
    expect(await name({})).toBe('page-rise')
    expect(await name({ reducedMotion: 'reduce' })).toBe('none')
    expect(await name({ javaScriptEnabled: false })).toBe('none')
  })
  it('every part starts on its own element, and leaves the page as it was when it is stopped', async () => {
    const page = await openWindow({ reducedMotion: 'reduce' })
    // Without the starter: only what is started here.
    await page.route('**/reader-starter-*.js', (route) => route.fulfill({ contentType: 'text/javascript', body: '' }))
    await page.goto(url)
    const files = await page.locator('script').evaluate((script) => ({ ...script.dataset }) as Record<string, string>)
    // As text: the test runner would put its own import in the place of the browser's.
    for (const part of ['slideshow', 'enlarge', 'gallery'])
      await page.evaluate(
        `import(${JSON.stringify(new URL(`../../files/${files[part]}`, url).href)}).then((part) => Object.assign(window, part))`,
      )
    const ran = await page.evaluate(() => {
      const { startSlideshow, startEnlarge, startGallery } = window as unknown as {
        startSlideshow: (root: Element, words: object) => () => void
        startEnlarge: (
          root: Document,
          words: object,
        ) => { open: (link: Element, fromAddress: boolean) => void; stop: () => void }
        startGallery: (root: Element) => { follow: (link: Element) => void; stop: () => void }
      }
      const markup = (element: Element) =>
        element.outerHTML.replace(/ (style|class|loading|aria-[a-z]+|inert)="[^"]*"/g, '')
      document.documentElement.classList.add('scripts')

      const show = document.querySelector('#row-slides-1 .show')!
      const strip = show.querySelector('.strip')!
      const words = JSON.parse(document.querySelector<HTMLElement>('script[data-words]')!.dataset.words!) as object
      const stopShow = startSlideshow(show, words)
      const started = show.querySelectorAll('.show-bar button').length
      stopShow()
      const left = {
        bar: show.querySelectorAll('.show-bar button').length,
        inert: show.querySelectorAll('[inert]').length,
        tab: strip.getAttribute('tabindex'),
        scrolls: getComputedStyle(strip).overflowX,
        moved: [...show.querySelectorAll<HTMLElement>('.pic')].some((pic) => pic.style.transform !== ''),
      }

      const seat = document.querySelector('#row-gallery-1')!
      const before = markup(seat)
      const part = startGallery(seat)
      part.follow(seat.querySelector('.filter a[data-tag=dunes]')!)
      const filtered = markup(seat) !== before
      part.stop()
      const restored = markup(seat) === before

      const enlarged = startEnlarge(document, words)
      enlarged.open(document.querySelector('#row-pair-1 a')!, false)
      const open = document.querySelectorAll('.pswp').length
      enlarged.stop()
      return { started, left, filtered, restored, open }
    })
    expect(ran).toEqual({
      started: 4,
      left: { bar: 0, inert: 0, tab: '0', scrolls: 'auto', moved: false },
      filtered: true,
      restored: true,
      open: 1,
    })
    await expect.poll(() => page.locator('.pswp, .enlarged-caption').count()).toBe(0)
  })
  it.each([{}, TOUCH])('axe finds nothing of any weight while everything is in use, %o', async (options) => {
    const page = await openWindow({ ...options, bypassCSP: true, reducedMotion: 'reduce' })
    await page.goto(url)
    await seat(page, 'slides-1').scrollIntoViewIfNeeded()
    await seat(page, 'slides-1').locator('.play').waitFor()
    await seat(page, 'gallery-1').getByRole('link', { name: 'dunes 3' }).click()
    await seat(page, 'post-2').locator('.share summary').click()
    expect(await violations(page, ANY)).toEqual([])
    await seat(page, 'pair-1').locator('a').nth(1).click()
    await opened(page)
    expect(await violations(page, ANY)).toEqual([])
    for (const below of await pagesBelow()) {
      await page.goto(below)
      expect(await violations(page, ANY)).toEqual([])
    }
  })
  it('the Nu HTML checker finds no error in any of the pages', async ({ skip }) => {
    if (!nuIsHere()) skip('there is no Java on this machine')
    expect(await htmlErrors([url, ...(await pagesBelow())])).toBe('')
  })
  it('a picture whose file is missing keeps its place and says what it would show', async () => {
    const boxes = (page: Page) =>
      seat(page, 'pair-1')
        .locator('img')
        .evaluateAll((all) =>
          all.map((image) =>
            [image.getBoundingClientRect().width, image.getBoundingClientRect().height].map(Math.round),
          ),
        )
    const whole = await boxes(await read())
    const page = await openWindow({}, true)
    await watchShift(page)
    await page.route('**/*.webp', (route) => route.fulfill({ status: 404 }))
    await page.goto(url)
    await page.waitForLoadState('networkidle')
    expect(await boxes(page)).toEqual(whole)
    await still(page)
  })
  it('a page whose rows need no script carries none', async () => {
    const post = await createPost({
      ...EMPTY_POST,
      title: 'Quiet',
      body: {
        type: 'doc',
        content: [rowOf(ids(0, 1), { onClick: { do: 'picture-page' }, reveal: 'fade', share: true })],
      },
    })
    expect(await (await readAddress((await publishPost(post.id, post.version)).url)).text()).not.toContain('<script')
  })
})
