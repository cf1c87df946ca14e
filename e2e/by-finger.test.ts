import type { Locator, Page } from 'playwright-core'
import { beforeAll, expect, inject, it } from 'vitest'
import { EMPTY_POST } from '../core/post/post.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import {
  APP,
  atRest,
  createPost,
  fingers,
  idOf,
  openBoard,
  openWindow,
  picturesHere,
  readPost,
  rowsNow,
  savedBody,
} from './journey.ts'
import { standsWrong } from './standing.ts'

/** Whole jobs on a tablet, held upright and lying, by touch alone. */

const tablet = (width: number, height: number) => ({ viewport: { width, height }, hasTouch: true, isMobile: true })
const TABLETS = [
  ['upright', tablet(820, 1180)],
  ['lying', tablet(1180, 820)],
] as const
let pictures: Picture[]
beforeAll(async () => {
  pictures = await picturesHere()
})

interface At {
  readonly x: number
  readonly y: number
}
const middleOf = async (one: Locator): Promise<At> => {
  const box = (await one.boundingBox())!
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}
/** A finger that rests at the first point, then goes along the others and is lifted. */
async function hold(page: Page, ...way: readonly At[]): Promise<void> {
  const finger = await fingers(page)
  const [from, ...on] = way
  let at = from!
  await finger('touchStart', at)
  await page.waitForTimeout(450)
  for (const to of on) {
    for (let step = 1; step <= 8; step++)
      await finger('touchMove', { x: at.x + ((to.x - at.x) * step) / 8, y: at.y + ((to.y - at.y) * step) / 8 })
    at = to
  }
  await page.waitForTimeout(60)
  await finger('touchEnd')
  // No hand presses again at once: what is let go is not taken for a press that long.
  await page.waitForTimeout(100)
}
/** A finger that goes at once: it scrolls. */
async function flick(page: Page, from: At, to: At): Promise<void> {
  const finger = await fingers(page)
  await finger('touchStart', from)
  for (let step = 1; step <= 8; step++)
    await finger('touchMove', { x: from.x + ((to.x - from.x) * step) / 8, y: from.y + ((to.y - from.y) * step) / 8 })
  await finger('touchEnd')
}
/** What a ticket is about: on its line where it is folded, else at its head. */
const seen = (ticket: Locator, words: RegExp): Promise<void> =>
  ticket.getByText(words).filter({ visible: true }).first().waitFor()
const chosenIn = (page: Page): Promise<string[]> =>
  page
    .locator('[data-tray][aria-selected=true]')
    .evaluateAll((all) => all.map((one) => (one as HTMLElement).dataset.tray!))

it.each(TABLETS)('a post is written, filled, set, proofed and published by touch, %s', async (held, window) => {
  const page = await openWindow(window)
  await page.goto(`${APP}/posts`)
  await page.getByRole('button', { name: 'Start a post' }).first().tap()
  await page.getByLabel('Title').tap()
  await page.keyboard.type(`By finger, ${held}`)
  await page.locator('.ProseMirror').tap()
  await page.keyboard.type('The wind was north-west, eight to ten, and dry until noon. ')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Then it went round.')
  // From the camera roll: the browser's own choosing of files.
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Bring in pictures' }).tap()
  await (await chooser).setFiles(inject('pictures'))
  await page.getByText(/pictures in the tray/).waitFor({ timeout: 60_000 })
  const close = page.getByRole('region', { name: 'Pictures arriving' }).getByRole('button', { name: 'Close' })
  await close.tap()

  // Chosen by a press each, and drawn across for a range; a quick finger scrolls and chooses nothing.
  const tray = page.locator('[data-tray]')
  await tray.nth(0).tap()
  expect(await chosenIn(page)).toEqual(['0'])
  const [second, fourth] = [await middleOf(tray.nth(1)), await middleOf(tray.nth(3))]
  await hold(page, second, fourth)
  await expect.poll(() => chosenIn(page)).toEqual(['0', '1', '2', '3'])
  const strip = page.getByRole('listbox', { name: 'Pictures in the tray' })
  await flick(page, fourth, { x: fourth.x - 300, y: fourth.y })
  // As far as there is more than is seen.
  const more = await strip.evaluate((one) => one.scrollWidth - one.clientWidth)
  await expect.poll(() => strip.evaluate((one) => one.scrollLeft)).toBeGreaterThanOrEqual(Math.min(60, more))
  expect(await chosenIn(page)).toHaveLength(4)
  await strip.evaluate((one) => (one.scrollLeft = 0))

  // The first press shows a way, in the page and with what it would do; the second sets it.
  const way = page.locator('[data-way="1"]')
  const name = (await way.locator('b').textContent())!
  await way.tap()
  const ticket = page.getByRole('complementary', { name: 'Ticket' })
  await seen(ticket, new RegExp(`^${name}`))
  expect(await rowsNow(page)).toHaveLength(0)
  expect(await standsWrong(page, true)).toEqual([])
  await way.tap()
  await expect.poll(async () => (await rowsNow(page)).map((row) => row.pictures.length)).toEqual([4])

  // The next is held and dragged under the last paragraph.
  await atRest(page)
  const last = (await page.locator('.ProseMirror > p').last().boundingBox())!
  const fifth = await middleOf(tray.nth(4))
  await hold(page, fifth, { x: fifth.x, y: fifth.y - 40 }, { x: last.x + 200, y: last.y + last.height + 4 })
  await expect.poll(async () => (await rowsNow(page)).map((row) => row.pictures.length).sort()).toEqual([1, 4])

  // A press on a picture tells about its row, and no keyboard comes up; its texts are written in the sheet.
  await page.locator('.ProseMirror .pic').first().scrollIntoViewIfNeeded()
  await page.locator('.ProseMirror .pic').first().tap()
  expect(await page.evaluate(() => document.activeElement?.closest('.ProseMirror') ?? null)).toBeNull()
  // Lying, there is room for all of it beside the page.
  if (held === 'upright') {
    const line = ticket.getByRole('button', { name: /^Side by side|^Patchwork|^Gallery|^One picture|^Large/ })
    await line.waitFor()
    if ((await line.getAttribute('aria-expanded')) === 'false') await line.tap()
  }
  await ticket.getByLabel('Alt text', { exact: true }).fill('Kites over a grey strand')
  expect(await standsWrong(page, true)).toEqual([])
  await ticket.getByLabel('Alt text', { exact: true }).blur()
  await page.locator('.ProseMirror img[alt="Kites over a grey strand"]').first().waitFor({ state: 'attached' })

  // Two fingers stand back, and come near again.
  const board = (await page.locator('[data-scroller]').boundingBox())!
  const [x, y] = [board.x + board.width / 2, board.y + board.height / 2]
  const finger = await fingers(page)
  const pinch = async (from: number, to: number) => {
    await finger('touchStart', { x: x - from, y }, { x: x + from, y })
    for (let step = 1; step <= 6; step++) {
      const apart = from + ((to - from) * step) / 6
      await finger('touchMove', { x: x - apart, y }, { x: x + apart, y })
    }
    await finger('touchEnd')
  }
  await pinch(150, 60)
  await expect.poll(() => page.getByRole('button', { name: /^Near/ }).count()).toBe(1)
  expect(await page.evaluate(() => visualViewport!.scale)).toBe(1)
  await pinch(50, 200)
  await page.getByRole('button', { name: 'Stand back' }).waitFor()

  // Proofed and published.
  await page.getByRole('link', { name: 'Proof' }).tap()
  await expect.poll(() => page.frameLocator('iframe').first().locator('h1').textContent()).toBe(`By finger, ${held}`)
  expect(await standsWrong(page, true)).toEqual([])
  await page.getByRole('link', { name: 'Back to the board' }).tap()
  await page.getByRole('button', { name: 'Publish…' }).tap()
  const dialog = page.getByRole('dialog')
  await dialog.getByText('Everything is new').waitFor()
  expect(await standsWrong(page, true)).toEqual([])
  await dialog.getByRole('button', { name: 'Publish live' }).tap()
  await dialog.getByText('The post is live.').waitFor()
})

it.each(TABLETS)(
  'a picture is held and carried from row to row, and a quick finger on it scrolls, %s',
  async (_, window) => {
    const [a, b, c] = pictures.map(({ id }) => id)
    const page = await openWindow(window)
    const { id } = await createPost({
      ...EMPTY_POST,
      title: 'Carried',
      body: {
        type: 'doc',
        content: [rowOf([a!, b!]), text('Between.'), rowOf([c!]), text('After. '.repeat(400))],
      },
    })
    await openBoard(page, id)
    const pics = page.locator('.ProseMirror .pic')
    await pics.nth(2).waitFor()
    await atRest(page)
    const from = await middleOf(pics.nth(0))
    await flick(page, from, { x: from.x, y: from.y - 150 })
    const scroller = page.locator('[data-scroller]')
    await expect.poll(() => scroller.evaluate((one) => one.scrollTop)).toBeGreaterThan(30)
    // What scrolls is not pressed.
    await seen(page.getByRole('complementary', { name: 'Ticket' }), /^The post/)
    // What was flicked glides on: back to where both rows are in sight, until it stays there.
    await expect
      .poll(async () => {
        await scroller.evaluate((one) => (one.scrollTop = 100))
        await atRest(page)
        return scroller.evaluate((one) => one.scrollTop)
      })
      .toBe(100)
    const [first, third] = [await middleOf(pics.nth(0)), (await pics.nth(2).boundingBox())!]
    await hold(page, first, { x: first.x + 30, y: first.y + 20 }, { x: third.x + third.width * 0.8, y: third.y + 60 })
    await expect
      .poll(async () => (await rowsNow(page)).map((row) => row.pictures.map((one) => one.id)))
      .toEqual([[b], [c, a]])
  },
)

it.each(TABLETS)('on the wall, a held finger draws across pictures and chooses them all, %s', async (_, window) => {
  const page = await openWindow(window)
  await page.goto(`${APP}/pictures`)
  const prints = page.locator('[data-wall] [data-picture] button')
  await prints.nth(4).waitFor()
  await hold(page, await middleOf(prints.nth(0)), await middleOf(prints.nth(2)))
  await seen(page.getByRole('complementary'), /^3 pictures/)

  // Among the pictures to be put into a tray too, beside those that are chosen already.
  const { id } = await createPost({ ...EMPTY_POST, title: 'From the pictures' })
  await openBoard(page, id)
  await page.getByRole('button', { name: 'From the pictures…' }).tap()
  const here = page.getByRole('dialog').locator('[data-wall] [data-picture] button')
  await here.nth(4).waitFor()
  await here.nth(4).tap()
  await hold(page, await middleOf(here.nth(0)), await middleOf(here.nth(2)))
  await page.getByRole('button', { name: 'Take 4 pictures' }).tap()
  await page.getByText('4 pictures in the tray').waitFor()
})

it('in the sheet, the cell in hand is written in when it is pressed once more', async () => {
  const page = await openWindow(TABLETS[0][1])
  const picture = pictures[4]!
  const { id } = await createPost({ ...EMPTY_POST, title: 'Described by finger', tray: [picture.id] })
  await page.goto(`${APP}/pictures/sheet?post=${id}`)
  const cell = page.getByRole('gridcell').nth(2)
  await cell.waitFor()
  await cell.tap()
  await cell.tap()
  await cell.getByRole('textbox').fill('Worded by finger')
  await page.keyboard.press('Enter')
  await page.getByText('Saved', { exact: true }).waitFor()
  await expect
    .poll(async () => (await picturesHere()).some((one) => JSON.stringify(one).includes('Worded by finger')))
    .toBe(true)
})

it('on a phone, marks are answered, texts written, the featured image chosen, and the post published', async () => {
  const [a, b] = pictures.map(({ id }) => id)
  const page = await openWindow({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const { id } = await createPost({
    ...EMPTY_POST,
    title: 'On the way home',
    tray: [a!, b!],
    body: { type: 'doc', content: [text('Wind. '.repeat(40)), rowOf([{ id: a!, alt: 'A kite' }, b!])] },
  })
  await openBoard(page, id)
  await page.getByRole('button', { name: /^Marks/ }).tap()
  await page.getByRole('dialog', { name: 'Marks' }).waitFor()
  expect(await standsWrong(page, true)).toEqual([])
  await page.keyboard.press('Escape')

  await page.locator('.ProseMirror .pic').nth(1).tap()
  const ticket = page.getByRole('complementary', { name: 'Ticket' })
  await ticket.getByRole('button', { name: /^Side by side, 2 pictures/ }).tap()
  // What it is about stays in sight, though it has less room.
  await expect
    .poll(async () => {
      const [board, row] = [page.locator('[data-scroller]'), page.locator('.ProseMirror .row-holder .seat')]
      const [around, own] = [(await board.boundingBox())!, (await row.boundingBox())!]
      return own.y >= around.y - 1 && own.y < around.y + around.height - 40
    })
    .toBe(true)
  await ticket.getByLabel('Alt text', { exact: true }).fill('A second kite, lower')
  await ticket.getByLabel('Caption', { exact: true }).fill('Before the rain')
  await ticket.getByLabel('Caption', { exact: true }).blur()
  await page.locator('.ProseMirror figcaption', { hasText: 'Before the rain' }).waitFor({ state: 'attached' })
  await page.locator('.ProseMirror img[alt="A second kite, lower"]').waitFor({ state: 'attached' })

  await page.locator('.ProseMirror > p').first().tap()
  await ticket
    .getByRole('button', { name: /^Choose/ })
    .first()
    .tap()
  await page.getByRole('dialog').getByRole('button').nth(1).tap()
  await savedBody(page)
  expect((await readPost(idOf(page))).content.featured).toBeDefined()

  await page.getByRole('link', { name: 'Proof' }).tap()
  await expect.poll(() => page.frameLocator('iframe').first().locator('h1').textContent()).toBe('On the way home')
  await page.getByRole('link', { name: 'Back to the board' }).tap()
  await page.getByRole('button', { name: 'Publish…' }).tap()
  await page.getByRole('dialog').getByRole('button', { name: 'Publish live' }).tap()
  await page.getByRole('dialog').getByText('The post is live.').waitFor()
})
