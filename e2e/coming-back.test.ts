import type { Page } from 'playwright-core'
import { beforeAll, describe, expect, it } from 'vitest'
import { post, rowOf, text } from '../core/testing/builders.ts'
import { ANY, violations } from './checkers.ts'
import { createPost, openWindow, PHONE, picturesHere, publishPost, readAddress, WIDE } from './journey.ts'

/** Where a page is come back to: from an enlarged picture, by its address, by Forward, and with a hasty hand. */

const LONG = text('Wind. '.repeat(500))
let url: string
/** what the pictures of each row are called in addresses, in order */
let names: Record<'pair' | 'slides' | 'gallery', string[]>

beforeAll(async () => {
  const ids = (await picturesHere()).map(({ id }) => id)
  const alt = (i: number) => ({ id: ids[i]!, alt: `What is to be seen, ${i}` })
  const created = await createPost({
    ...post(
      LONG,
      rowOf([alt(0), alt(1)], { id: 'pair-1', onClick: { do: 'enlarge' } }),
      LONG,
      rowOf([alt(2), alt(3), alt(4), alt(5)], { id: 'slides-1', kind: 'slideshow', onClick: { do: 'enlarge' } }),
      LONG,
      rowOf([alt(0), alt(1), alt(2), alt(3), alt(4)], {
        id: 'gallery-1',
        kind: 'gallery',
        onClick: { do: 'enlarge' },
        gallery: {
          form: 'cells',
          across: 2,
          cell: 1,
          order: 'hand',
          ground: null,
          filter: null,
          tagsLeftOut: [],
          first: 2,
        },
      }),
      LONG,
    ),
    title: 'Coming back',
  })
  url = (await publishPost(created.id, created.version)).url
  const html = await (await readAddress(url)).text()
  const of = (id: string) =>
    [
      ...html
        .split(`id="row-${id}"`)[1]!
        .split('id="row-')[0]!
        .matchAll(/data-enlarge="([^"]+)"/g),
    ].map(([, name]) => name!)
  // The rest of a gallery has an id of its own.
  const gallery = [...html.split('id="row-gallery-1"')[1]!.matchAll(/data-enlarge="([^"]+)"/g)].map(([, name]) => name!)
  names = { pair: of('pair-1'), slides: of('slides-1'), gallery }
})

const opened = async (page: Page) => {
  await page.locator('.pswp--open.pswp--ui-visible').waitFor()
  await page.waitForTimeout(400)
}
const closed = async (page: Page) => {
  await expect.poll(() => page.locator('.pswp').count()).toBe(0)
  await page.waitForTimeout(300)
}
/** The picture of this name is to be seen, whole or as much of it as the window holds, and its link has the focus. */
const isBackAt = (page: Page, name: string) =>
  expect
    .poll(() =>
      page.evaluate((wanted) => {
        const link = document.querySelector<HTMLElement>(`a[data-enlarge="${wanted}"]`)!
        const { left, right, top, bottom } = link.querySelector('img')!.getBoundingClientRect()
        const [x, y] = [(left + right) / 2, Math.min(innerHeight - 1, Math.max(1, (top + bottom) / 2))]
        const there = document.elementFromPoint(x, y)
        return { focus: document.activeElement === link, seen: Boolean(there && link.parentElement!.contains(there)) }
      }, name),
    )
    .toEqual({ focus: true, seen: true })

describe('closing an enlarged picture', () => {
  it.each([WIDE, PHONE])('opened by its address gives back the page at that very picture, %o', async (viewport) => {
    for (const row of ['pair', 'slides', 'gallery'] as const)
      for (const name of [names[row][1]!, names[row].at(-1)!]) {
        const page = await openWindow({ viewport })
        await page.goto(`${url}#${name}`)
        await opened(page)
        await page.keyboard.press('Escape')
        await closed(page)
        await isBackAt(page, name)
        await page.context().close()
      }
  })
  it('opened by Forward, after Back, gives it back too, and a slideshow goes on from there', async () => {
    const page = await openWindow()
    await page.goto(url)
    await page.locator('#row-slides-1').scrollIntoViewIfNeeded()
    await page
      .locator('#row-slides-1[aria-roledescription], #row-slides-1 [aria-roledescription=slideshow]')
      .first()
      .waitFor()
    await page.locator(`a[data-enlarge="${names.slides[0]}"]`).click()
    await opened(page)
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('ArrowRight')
    await expect.poll(() => new URL(page.url()).hash).toBe(`#${names.slides[2]}`)
    await page.goBack()
    await closed(page)
    await isBackAt(page, names.slides[2]!)
    await page.goForward()
    await opened(page)
    await page.keyboard.press('Escape')
    await closed(page)
    await page.locator('#row-slides-1 .at', { hasText: /\d of 4/ }).waitFor()
    const at = await page.locator('#row-slides-1 .at').textContent()
    await page.locator('#row-slides-1').getByRole('button', { name: 'Next picture' }).click()
    await expect.poll(() => page.locator('#row-slides-1 .at').textContent()).not.toBe(at)
  })
  it('in a gallery’s rest opens the rest', async () => {
    const page = await openWindow()
    await page.goto(`${url}#${names.gallery[3]}`)
    await opened(page)
    await page.keyboard.press('Escape')
    await closed(page)
    await isBackAt(page, names.gallery[3]!)
    expect(await page.locator('#row-gallery-1 .more').isVisible()).toBe(false)
  })
})

describe('a hasty hand', () => {
  it('closes while the picture is still coming', async () => {
    const page = await openWindow()
    await page.goto(url)
    for (const wait of [0, 30, 80, 150, 220]) {
      await page.locator(`a[data-enlarge="${names.pair[0]}"]`).click()
      await page.locator('.pswp').waitFor({ state: 'attached' })
      await page.waitForTimeout(wait)
      await page.keyboard.press('Escape')
      await closed(page)
      await isBackAt(page, names.pair[0]!)
    }
  })
  it('goes on while the first picture is still growing, and closes', async () => {
    const page = await openWindow()
    for (const wait of [0, 30, 80, 150, 220]) {
      await page.goto(url)
      await page.locator(`a[data-enlarge="${names.slides[0]}"]`).click()
      await page.locator('.pswp').waitFor({ state: 'attached' })
      // From within the page: a press from outside can take as long as the growing.
      await page.evaluate(async (pause) => {
        const press = (key: string) => document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
        await new Promise((resolve) => setTimeout(resolve, pause))
        for (const key of ['ArrowRight', 'ArrowRight', 'ArrowLeft', 'ArrowRight', 'Escape']) press(key)
      }, wait)
      await closed(page)
      await isBackAt(page, names.slides[2]!)
      expect(page.url()).toBe(url)
    }
  })
  it('swipes on and goes back while that picture is still sliding in', async () => {
    const page = await openWindow({ viewport: PHONE, hasTouch: true })
    await page.goto(url)
    const finger = await page.context().newCDPSession(page)
    await page.locator(`a[data-enlarge="${names.gallery[0]}"]`).click()
    await opened(page)
    await page.evaluate(() => addEventListener('pointerup', () => setTimeout(() => history.back(), 0), { once: true }))
    const y = 400
    await finger.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x: 340, y }] })
    for (let x = 320; x >= 60; x -= 20)
      await finger.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [{ x, y }] })
    await finger.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    await closed(page)
    await isBackAt(page, names.gallery[1]!)
  })
  it('calls it off before the part has come', async () => {
    const page = await openWindow()
    let go = () => {}
    const held = new Promise<void>((resolve) => (go = resolve))
    await page.route('**/reader-enlarge-*', async (route) => {
      await held
      await route.continue()
    })
    await page.goto(url)
    await page.locator(`a[data-enlarge="${names.pair[0]}"]`).click()
    await page.keyboard.press('Escape')
    go()
    await page.waitForTimeout(1000)
    expect(await page.locator('.pswp').count()).toBe(0)
    await page.locator(`a[data-enlarge="${names.pair[1]}"]`).click()
    await opened(page)
  })
})

describe('an address', () => {
  it.each(['#%', '#%E0%A4%A', '#enlarged-%zz', '#"><x', '#enlarged-nobody'])(
    'that ends in %s opens the page all the same',
    async (hash) => {
      const page = await openWindow()
      await page.goto(url + hash)
      await page.locator('#row-pair-1 a').first().click()
      await opened(page)
    },
  )
})

it('axe finds nothing on a page with every kind of row, before anything has started', async () => {
  const page = await openWindow()
  await page.goto(url)
  expect(await violations(page, ANY)).toEqual([])
  for (const name of names.slides) {
    const link = page.locator(`a[data-enlarge="${name}"]`)
    expect(await link.getAttribute('aria-label')).toMatch(/What is to be seen/)
  }
})
