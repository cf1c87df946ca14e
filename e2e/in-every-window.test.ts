import type { BrowserContextOptions, Page } from 'playwright-core'
import { beforeAll, expect, it } from 'vitest'
import { EMPTY_POST } from '../core/post/post.ts'
import { heading, rowOf, text } from '../core/testing/builders.ts'
import type { Post } from '../core/wire/post.ts'
import type { Picture } from '../core/wire/picture.ts'
import { APP, createPost, openBoard, openWindow, picturesHere, publishPost } from './journey.ts'
import { standsWrong } from './standing.ts'

/** Every view in every window: nothing leaves it, lies over something else, or is too small for a finger. */

let pictures: Picture[]
let post: Post
beforeAll(async () => {
  pictures = await picturesHere()
  const [a, b, c, d, ...rest] = pictures.map(({ id }) => id)
  post = await createPost({
    ...EMPTY_POST,
    title: 'A day on the strand with three kites and a reel that would not turn',
    topics: ['Launch days', 'Repairs and what they teach'],
    tray: [a!, b!, c!, d!, ...rest],
    body: {
      type: 'doc',
      content: [
        heading('Launch'),
        text('Wind, and what it does to a line. '.repeat(20)),
        rowOf([{ id: a!, caption: 'First up' }, b!], { id: 'pair-1' }),
        text('More of the same. '.repeat(30)),
        rowOf([c!], { id: 'alone-1', one: { side: 'left', width: { unit: '%', value: 40 } } }),
        text('Rest. '.repeat(90)),
      ],
    },
  })
  await publishPost(post.id, post.version)
})

const WINDOWS: readonly (BrowserContextOptions & { readonly viewport: { width: number; height: number } })[] = [
  { viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true },
  { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
  { viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true },
  { viewport: { width: 1180, height: 820 }, hasTouch: true, isMobile: true },
  { viewport: { width: 1024, height: 768 } },
  { viewport: { width: 1920, height: 1080 } },
]

const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click()
/** Folded where the window is small. */
async function trayOpen(page: Page): Promise<void> {
  const toggle = page.locator('[data-tray-toggle]')
  if ((await toggle.getAttribute('aria-expanded')) === 'false') await toggle.click()
}
async function ticketOpen(page: Page): Promise<void> {
  const line = page.locator('.side-sheet > button')
  if ((await line.isVisible()) && (await line.getAttribute('aria-expanded')) === 'false') await line.click()
}
const VIEWS: readonly (readonly [string, (page: Page) => Promise<unknown>])[] = [
  ['the posts', (page) => page.goto(`${APP}/posts`)],
  ['the posts that come in', (page) => page.goto(`${APP}/posts/incoming`)],
  ['the pictures', (page) => page.goto(`${APP}/pictures`)],
  [
    'a picture, told',
    async (page) => {
      await page.goto(`${APP}/pictures`)
      await page.locator('[data-wall] button').first().click()
      await ticketOpen(page)
      await page.getByLabel('Alt text').waitFor()
    },
  ],
  ['the sheet', (page) => page.goto(`${APP}/pictures/sheet`)],
  ['look-alikes', (page) => page.goto(`${APP}/pictures/look-alikes`)],
  ['the bin', (page) => page.goto(`${APP}/pictures/bin`)],
  ['adjusting', (page) => page.goto(`${APP}/pictures/${pictures[0]!.id}/adjust`)],
  ['the sets', (page) => page.goto(`${APP}/sets`)],
  ['the front', (page) => page.goto(`${APP}/front`)],
  ['the house style', (page) => page.goto(`${APP}/house-style`)],
  ['the proof', (page) => page.goto(`${APP}/posts/${post.id}/proof`)],
  [
    'the board, and the ticket of the post',
    async (page) => {
      await openBoard(page, post.id)
      await ticketOpen(page)
    },
  ],
  [
    'the board with a row',
    async (page) => {
      await openBoard(page, post.id)
      await page.locator('.ProseMirror .pic').first().click()
      await ticketOpen(page)
      await page.getByLabel('Caption', { exact: true }).waitFor()
    },
  ],
  [
    'the ways',
    async (page) => {
      await openBoard(page, post.id)
      await trayOpen(page)
      await press(page, 'Choose all that wait')
      await page.locator('[data-way]').first().waitFor()
    },
  ],
  [
    'a whole post, arranged',
    async (page) => {
      await openBoard(page, post.id)
      await trayOpen(page)
      await press(page, 'Arrange all…')
      await ticketOpen(page)
      await page.getByRole('button', { name: /^Take this one/ }).waitFor()
    },
  ],
  [
    'publishing',
    async (page) => {
      await openBoard(page, post.id)
      await press(page, 'Publish…')
      await page.getByRole('dialog').getByText('Address').waitFor()
    },
  ],
  [
    'the marks',
    async (page) => {
      await openBoard(page, post.id)
      await press(page, /^Marks/)
      await page.getByRole('dialog').waitFor()
    },
  ],
  [
    'other ways in',
    async (page) => {
      await openBoard(page, post.id)
      await trayOpen(page)
      await press(page, 'Other ways in…')
      await page.getByRole('dialog').waitFor()
    },
  ],
  [
    'a flat picture',
    async (page) => {
      await openBoard(page, post.id)
      await page.locator('.ProseMirror .pic').first().click()
      await ticketOpen(page)
      await press(page, 'Flat picture…')
      await page.getByRole('dialog').getByRole('button', { name: /^Save/ }).first().waitFor()
    },
  ],
  [
    'pointers',
    async (page) => {
      await openBoard(page, post.id)
      await page.locator('.ProseMirror .pic').first().click()
      await ticketOpen(page)
      await press(page, 'Point at something…')
      await page.getByRole('dialog').waitFor()
    },
  ],
  [
    'a row as text',
    async (page) => {
      await openBoard(page, post.id)
      await page.locator('.ProseMirror .pic').first().click()
      await ticketOpen(page)
      await press(page, 'As text…')
      await page.getByRole('dialog').waitFor()
    },
  ],
  [
    'what leaves',
    async (page) => {
      await page.goto(`${APP}/posts`)
      await press(page, 'Export…')
      await page.getByRole('dialog').waitFor()
    },
  ],
]

it.each(WINDOWS)('in $viewport.width × $viewport.height', async (options) => {
  const page = await openWindow(options)
  page.setDefaultTimeout(20_000)
  const wrong: Record<string, string[]> = {}
  for (const [name, open] of VIEWS) {
    await open(page)
    await page.waitForTimeout(300)
    const found = await standsWrong(page, options.hasTouch === true)
    if (found.length > 0) wrong[name] = found
  }
  expect(wrong).toEqual({})
})
