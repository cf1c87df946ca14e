import type { Page } from 'playwright-core'
import { beforeAll, expect, it } from 'vitest'
import { EMPTY_POST } from '../core/post/post.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import { APP, createPost, openBoard, openWindow, picturesHere } from './journey.ts'

/** A server that takes its time, or is away: every screen says what it waits for, and nothing that is not so. */

let post: string
let picture: string
beforeAll(async () => {
  const [a] = await picturesHere()
  picture = a!.id
  const { id } = await createPost({
    ...EMPTY_POST,
    title: 'Waited for',
    tray: [a!.id],
    body: { type: 'doc', content: [text('Wind.'), rowOf([a!.id])] },
  })
  post = id
})

const SCREENS: readonly (readonly [string, () => string, RegExp])[] = [
  ['the posts', () => '/posts', /^Fetching the posts…/],
  ['the board', () => `/posts/${post}`, /^Fetching the post…/],
  ['the proof', () => `/posts/${post}/proof`, /^Fetching the post…/],
  ['the pictures', () => '/pictures', /^Fetching the pictures…/],
  ['the sheet', () => '/pictures/sheet', /^Fetching the pictures…/],
  ['a picture to adjust', () => `/pictures/${picture}/adjust`, /^Fetching the picture…/],
  ['look-alikes', () => '/pictures/look-alikes', /^Fetching the look-alikes…/],
  ['the bin', () => '/pictures/bin', /^Fetching the bin…/],
  ['the sets', () => '/sets', /^Fetching the sets…/],
  ['the front page', () => '/front', /^Fetching the front page…/],
  ['the house style', () => '/house-style', /^Fetching the house style…/],
]

/** Holds every answer of the server back until it is let go. */
async function heldBack(page: Page): Promise<() => void> {
  let letGo = () => {}
  const until = new Promise<void>((resolve) => (letGo = resolve))
  await page.route('**/api/**', async (route) => {
    await until
    // The test may be over by then.
    await route.continue().catch(() => {})
  })
  return letGo
}

it.each(SCREENS)('%s: what is on its way is named, and is there once the server answers', async (_, place, sign) => {
  const page = await openWindow()
  const letGo = await heldBack(page)
  await page.goto(APP + place())
  await page.getByText(sign).first().waitFor()
  expect(await page.getByText('My notebook').count()).toBe(0)
  letGo()
  await expect.poll(() => page.getByText(sign).count()).toBe(0)
  await page.getByRole('main').first().waitFor()
})

// The program asks a few times before it says so: all screens wait for that side by side.
it('a server that is away is said on every screen, with what to do', async () => {
  const silent = SCREENS.map(async ([name, place]) => {
    const page = await openWindow({}, true)
    await page.route('**/api/**', (route) => route.abort())
    await page.goto(APP + place())
    const said = page.getByText(/Set Row’s server does not answer/).first()
    return said.waitFor({ timeout: 90_000 }).then(
      () => [],
      () => [name],
    )
  })
  expect((await Promise.all(silent)).flat()).toEqual([])
})

const DIALOGS: readonly (readonly [string, RegExp])[] = [
  ['From the pictures…', /^Fetching the pictures…/],
  ['Sets…', /^Fetching the sets…/],
  ['Saved states…', /^Fetching the saved states…/],
]

it('dialogs too say what they wait for, or that it can’t be had, with what to do', async () => {
  const opened = async (opener: string, server: (page: Page) => Promise<unknown>) => {
    const page = await openWindow({}, true)
    await openBoard(page, post)
    await server(page)
    await page.getByRole('button', { name: opener, exact: true }).click()
    return page.getByRole('dialog')
  }
  const away = (page: Page) => page.route('**/api/**', (route) => route.abort())
  await Promise.all(
    DIALOGS.map(async ([opener, sign]) => {
      await (await opened(opener, heldBack)).getByText(sign).waitFor()
      const refusal = (await opened(opener, away)).getByText(/Open this again to ask for the .* once more/)
      await refusal.waitFor({ timeout: 90_000 })
    }),
  )
})
