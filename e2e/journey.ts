import { mkdirSync, rmdirSync } from 'node:fs'
import { setTimeout as pause } from 'node:timers/promises'
import type { Browser, BrowserContextOptions, Locator, Page } from 'playwright-core'
import { afterAll, beforeAll, expect, inject, onTestFinished } from 'vitest'
import { rowsOf } from '../core/post/body.ts'
import type { PostContent } from '../core/post/post.ts'
import type { Row } from '../core/post/row.ts'
import type { Recipe } from '../core/recipe/recipe.ts'
import type { Picture, PictureTextsChange } from '../core/wire/picture.ts'
import type { Job } from '../core/wire/job.ts'
import type { Post } from '../core/wire/post.ts'
import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { launchBrowser } from './browser.ts'
import { handicap } from './handicaps.ts'
import type { World } from './world.ts'

/** What the journeys share: a browser, pages that fail the test on any error of the page, and short words. */

let browser: Browser
beforeAll(async () => {
  browser = await launchBrowser()
})
afterAll(() => browser.close())

/** A world that nobody else has, given back after everything else. Making the folder is the claim: it succeeds once. */
async function claimWorld(): Promise<World> {
  for (;;) {
    const free = inject('worlds').find(({ claim }) => {
      try {
        mkdirSync(claim)
        return true
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
        return false
      }
    })
    if (free) return free
    await pause(100)
  }
}
const world = await claimWorld()
afterAll(() => rmdirSync(world.claim))
export const { app: APP, host: HOST, bank: BANK, videos: VIDEOS } = world

export const WIDE = { width: 1280, height: 800 }
/** The window in which the journeys of this project go: SETROW_WINDOW=1024x768. */
const [width = 0, height = 0] = (process.env.SETROW_WINDOW ?? '1280x800').split('x').map(Number)
export const WINDOW = { width, height }
export const PHONE = { width: 390, height: 844 }

/** A fresh window. Errors that a page throws fail the test, unless `quiet`. */
export async function openWindow(options: BrowserContextOptions = {}, quiet = false): Promise<Page> {
  const context = await browser.newContext({ viewport: WINDOW, ...options })
  const page = await context.newPage()
  await handicap(page)
  const errors: string[] = []
  page.on('pageerror', (error) => errors.push(error.message))
  page.on('console', (message) => {
    if (message.type() === 'error' && !/Failed to load resource|ERR_/.test(message.text())) errors.push(message.text())
  })
  onTestFinished(async () => {
    await context.close()
    if (!quiet) expect(errors).toEqual([])
  })
  return page
}

/** Reads an address over a connection of its own: one kept open may be closed by the other side just when it is used again. */
export const readAddress = (
  url: string | URL,
  request: RequestInit & { headers?: Record<string, string> } = {},
): Promise<Response> => fetch(url, { ...request, headers: { ...request.headers, connection: 'close' } })

async function ask<T>(method: string, place: string, body?: unknown): Promise<T> {
  const bytes = body instanceof Uint8Array
  const response = await readAddress(`${APP}/api/${place}`, {
    method,
    headers: { 'content-type': bytes ? 'application/octet-stream' : 'application/json' },
    body: bytes ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body),
  })
  if (!response.ok) throw new Error(`${method} ${place}: ${await response.text()}`)
  return (await response.json()) as T
}

/** One picture brought in by request. The sample pictures are in many posts of other journeys; one of a journey's own is not. */
export async function bringIn(name: string, bytes: Uint8Array): Promise<Picture> {
  const query = new URLSearchParams({ name })
  return (await ask<{ picture: Picture }>('POST', `pictures?${query}`, new Uint8Array(bytes))).picture
}
/** The sample pictures, brought in by request: for journeys that begin after that. */
export async function picturesHere(): Promise<Picture[]> {
  const here: Picture[] = []
  for (const file of inject('pictures')) here.push(await bringIn(path.basename(file), await readFile(file)))
  return here
}

export const changePicture = (id: string, change: PictureTextsChange): Promise<Picture> =>
  ask('PATCH', `pictures/${id}`, change)
export const changeRecipe = (id: string, recipe: Recipe): Promise<Picture> =>
  ask<Picture>('PUT', `pictures/${id}/recipe`, { recipe })
export const createPost = (content: PostContent): Promise<Post> => ask<Post>('POST', 'posts', { content })
export const savePost = (id: string, baseVersion: number, content: PostContent): Promise<unknown> =>
  ask('PUT', `posts/${id}`, { baseVersion, content })
export const readPost = async (id: string): Promise<Post> =>
  (await readAddress(`${APP}/api/posts/${id}`)).json() as Promise<Post>
/** Publishes a post and waits until the press has done it. */
export async function publishPost(id: string, version: number): Promise<{ url: string }> {
  let job = await ask<Job>('POST', `posts/${id}/publishing`, { as: 'live', version })
  while (job.state === 'waiting' || job.state === 'running') {
    await pause(50)
    job = (await (await readAddress(`${APP}/api/jobs/${job.id}`)).json()) as Job
  }
  if (job.state === 'failed') throw new Error(`publishing: ${job.problem!.message}`)
  return { url: job.publication.url! }
}
export const putHouse = (style: object): Promise<unknown> => ask('PUT', 'house', style)

export async function openBoard(page: Page, id: string): Promise<void> {
  await page.goto(`${APP}/posts/${id}`)
  await page.locator('.ProseMirror').waitFor()
}

export const idOf = (page: Page): string => /\/posts\/(\w+)/.exec(page.url())![1]!

export const saved = (page: Page): Promise<void> =>
  page
    .getByText(/saved \d\d:\d\d/)
    .first()
    .waitFor()

/** The body of the post as the server has it, once the page says it is saved. */
export async function savedBody(page: Page): Promise<PostContent['body']['content']> {
  await page.waitForTimeout(700)
  await saved(page)
  return (await readPost(idOf(page))).content.body.content
}

/** The rows of the post as the server has them. */
export const rowsNow = async (page: Page): Promise<Row[]> => rowsOf({ type: 'doc', content: await savedBody(page) })

/** Opens what the ticket has folded to a line. */
export async function unfold(page: Page, ...names: string[]): Promise<void> {
  for (const name of names) {
    const fold = page.locator(`[data-region=ticket] [data-fold="${name}"]`)
    if ((await fold.getAttribute('open')) === null) await fold.locator(':scope > summary').click()
  }
}

/** Waits until the board has come to rest after a scroll. */
export const atRest = (page: Page): Promise<void> =>
  page.locator('[data-scroller]').evaluate(async (scroller) => {
    for (let still = 0, before = NaN; still < 8; ) {
      await new Promise((resolve) => setTimeout(resolve, 30))
      still = scroller.scrollTop === before ? still + 1 : 0
      before = scroller.scrollTop
    }
  })

/** Drags from the middle of one thing to a point, in steps, as a hand does. */
export async function drag(page: Page, from: Locator, to: { x: number; y: number }): Promise<void> {
  const box = (await from.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 10, box.y + box.height / 2 - 10, { steps: 3 })
  await page.mouse.move(to.x, to.y, { steps: 12 })
  await page.waitForTimeout(60)
  await page.mouse.up()
}

/** Puts foreign HTML on the clipboard and pastes it where the caret is. */
export const pasteHtml = (page: Page, html: string): Promise<void> =>
  page.evaluate((text) => {
    const data = new DataTransfer()
    data.setData('text/html', text)
    data.setData('text/plain', text.replace(/<[^>]+>/g, ''))
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  }, html)

interface Shift {
  readonly value: number
  readonly hadRecentInput: boolean
  readonly sources: readonly {
    readonly node: Node | null
    readonly previousRect: DOMRectReadOnly
    readonly currentRect: DOMRectReadOnly
  }[]
}

/** Keeps what moves on a page without a reader's doing, from its first moment. */
export const watchShift = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const state = window as unknown as { moved: string[] }
    state.moved = []
    const place = ({ x, y, width, height }: DOMRectReadOnly) => [x, y, width, height].map(Math.round).join(' ')
    new PerformanceObserver((list) => {
      for (const { value, hadRecentInput, sources } of list.getEntries() as unknown as Shift[]) {
        if (hadRecentInput) continue
        const told = sources.map(
          ({ node, previousRect, currentRect }) =>
            `${node instanceof Element ? node.outerHTML.slice(0, 120) : node?.textContent?.slice(0, 40)} from ${place(previousRect)} to ${place(currentRect)}`,
        )
        state.moved.push(`${value}: ${told.join('; ')}`)
      }
    }).observe({ type: 'layout-shift', buffered: true })
  })
/** What moved, with where from and where to: nothing, where layout shift is 0. */
export const movedOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => (window as unknown as { moved: string[] }).moved)

/** Fingers on the screen: `touch('touchMove', { x, y })`, one point for each finger. */
export async function fingers(
  page: Page,
): Promise<(type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: { x: number; y: number }[]) => Promise<unknown>> {
  const screen = await page.context().newCDPSession(page)
  return (type, ...touchPoints) => screen.send('Input.dispatchTouchEvent', { type, touchPoints })
}
