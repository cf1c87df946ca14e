import sharp from 'sharp'
import { expect, it } from 'vitest'
import { heading, post, rowOf, text } from '../core/testing/builders.ts'
import { plainText, rowsOf } from '../core/post/body.ts'
import {
  bringIn,
  changePicture,
  createPost,
  openBoard,
  openWindow,
  publishPost,
  readAddress,
  readPost,
  saved,
  WINDOW,
} from './journey.ts'

const THINGS = ['lantern', 'bridle', 'ferry', 'harbour', 'gull', 'workshop', 'spar', 'beach', 'storm', 'festival']
const WORDS = 'We let the line run out as far as it would go before the tide had turned. '

/** Thirty pictures of their own, of several shapes; every third is named after what a paragraph tells of. */
async function thirty(): Promise<string[]> {
  const shapes = [
    [900, 600],
    [600, 900],
    [1200, 400],
    [700, 700],
  ] as const
  const ids: string[] = []
  for (let i = 0; i < 30; i++) {
    const [width, height] = shapes[(i * 7) % shapes.length]!
    const background = { r: (i * 53) % 200, g: (i * 97) % 200, b: 90 + ((i * 31) % 120) }
    const noise = { type: 'gaussian', mean: 110 + i, sigma: 30 } as const
    const file = await sharp({ create: { width, height, channels: 3, background, noise } })
      .jpeg()
      .toBuffer()
    const { id } = await bringIn(`KM_A${i}.jpg`, file)
    if (i % 3 === 0) await changePicture(id, { alt: `The ${THINGS[i / 3]}` })
    ids.push(id)
  }
  return ids
}

it('thirty pictures and ten paragraphs: arranged, a row pinned, others proposed, taken, undone, taken, corrected, published', async () => {
  const tray = await thirty()
  const paragraphs = THINGS.map((thing, i) =>
    text(`${WORDS.repeat(2)}Then there was the ${thing}. ${WORDS.repeat(i % 3)}`),
  )
  const content = [...paragraphs.slice(0, 5), heading('Later'), ...paragraphs.slice(5)]
  const { id } = await createPost({ ...post(...content), title: 'A day arranged', tray })
  const page = await openWindow()
  await openBoard(page, id)
  await page.getByRole('button', { name: 'Arrange all…' }).click()
  const ticket = page.getByRole('complementary', { name: 'Ticket' })
  const proposals = page.getByRole('radio', { name: /^Proposal/ })
  await ticket.getByRole('heading', { name: 'Proposal 1 of 3' }).waitFor()
  await page.locator('[data-arranged="1"]').waitFor()
  await ticket.getByText(/screens on a phone/).waitFor()
  // Nothing has changed, and the page is seen as it would be, whole, at both widths.
  expect(rowsOf((await readPost(id)).content.body)).toEqual([])
  const shown = (screen: string) =>
    page.evaluate(
      (name) =>
        [...document.querySelectorAll(`[data-sheet=${name}] *`)]
          .flatMap((one) => [...(one.shadowRoot?.querySelectorAll('[data-row] img') ?? [])])
          .map((image) => (image as HTMLImageElement).getAttribute('src')).length,
      screen,
    )
  await expect.poll(async () => [await shown('wide'), await shown('phone')]).toEqual([30, 30])

  // The second row is pinned by a key; it stays in the next proposals, and the others move.
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  const second = await page
    .locator('[data-arranged="1"]')
    .getByRole('button', { name: /^Row 2/ })
    .getAttribute('aria-label')
  await page.keyboard.press('p')
  await page.getByRole('button', { name: 'Pin row 2', pressed: true }).waitFor()
  await ticket.getByRole('heading', { name: 'Proposal 1 of 3' }).waitFor()
  // As many strips as there is room for.
  await expect.poll(() => proposals.count()).toBe(WINDOW.width < 1200 ? 2 : 3)
  await page.keyboard.press('ArrowRight')
  await ticket.getByRole('heading', { name: 'Proposal 2 of 3' }).waitFor()
  await page.getByRole('button', { name: /^Pin row/, pressed: true }).waitFor()
  const kept = page.locator('[data-arranged]').filter({ has: page.getByRole('button', { pressed: true }) })
  expect((await kept.getByRole('button').first().getAttribute('aria-label'))!.split(':')[1]).toBe(second!.split(':')[1])
  // Past the last there is always another.
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await ticket.getByRole('heading', { name: 'Proposal 4 of 4' }).waitFor()

  await page.keyboard.press('Enter')
  await page.getByText(/^30 pictures set in \d+ rows\./).waitFor()
  await saved(page)
  const arranged = (await readPost(id)).content.body
  expect(rowsOf(arranged).flatMap((row) => row.pictures.map((one) => one.id))).toEqual(tray)
  expect(arranged.content.filter((block) => block.type !== 'row').map(plainText)).toEqual(content.map(plainText))

  // One step takes all of it back, and brings it again.
  await page.keyboard.press('Control+z')
  await saved(page)
  await expect.poll(async () => rowsOf((await readPost(id)).content.body).length).toBe(0)
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(async () => (await readPost(id)).content.body).toEqual(arranged)

  // A post like any other: a row is moved, one taken out, and its pictures arranged anew around what stands.
  const rows = rowsOf(arranged)
  await page.locator(`.row-holder[data-row-id="${rows[0]!.id}"], [data-row-id="${rows[0]!.id}"]`).first().click()
  await page.keyboard.press('Alt+ArrowDown')
  await page.getByRole('button', { name: 'Take the row out' }).click()
  await page.keyboard.press('Alt+a')
  await ticket.getByRole('heading', { name: /^Proposal 1 of/ }).waitFor()
  await page.locator('[data-arranged="0"]').waitFor()
  await page.keyboard.press('Enter')
  await page
    .getByText(/^\d+ pictures? set in \d+ rows?\./)
    .last()
    .waitFor()
  await saved(page)
  const again = rowsOf((await readPost(id)).content.body)
  expect(again.flatMap((row) => row.pictures.map((one) => one.id)).sort()).toEqual([...tray].sort())
  expect(again).toEqual(expect.arrayContaining(rows.slice(1)))

  const { url } = await publishPost(id, (await readPost(id)).version)
  const html = await (await readAddress(url)).text()
  expect(html.match(/<img /g)!.length).toBeGreaterThanOrEqual(30)
})

it('what is chosen, in kinds that one wants, around rows that stand; leaving changes nothing', async () => {
  const tray = (await thirty()).slice(0, 9)
  const stands = rowOf([tray[0]!])
  const { id } = await createPost({
    ...post(text(WORDS.repeat(4)), stands, text(WORDS.repeat(4))),
    title: 'Around',
    tray,
  })
  const page = await openWindow({ viewport: { width: 1024, height: 768 } })
  await openBoard(page, id)
  await page.getByRole('button', { name: 'Arrange all…' }).click()
  const panel = page.getByRole('region', { name: 'What to arrange' })
  await panel.getByText('Arranging 8 pictures').waitFor()
  await panel.getByRole('spinbutton').fill('4')
  await panel.getByText('Arranging 4 pictures').waitFor()
  for (const kind of ['Beside text', 'Patchwork', 'Gallery', 'Slideshow', 'Side by side'])
    await panel.getByRole('checkbox', { name: kind }).uncheck()
  const ticket = page.getByRole('complementary', { name: 'Ticket' })
  await ticket.getByText('4: 4 alone').waitFor()
  await panel.getByRole('slider', { name: 'Pictures' }).press('Escape')
  await page.getByRole('region', { name: 'Tray' }).waitFor()
  expect((await readPost(id)).content.body.content).toHaveLength(3)

  // Three that are chosen, as one row: few rows, and no other kind.
  for (const place of [1, 2, 3]) await page.getByRole('listbox').getByRole('option').nth(place).click()
  await page.getByRole('button', { name: 'Arrange these…' }).click()
  await panel.getByText('Arranging 3 pictures').waitFor()
  await page.locator('[data-arranged="0"]').waitFor()
  await panel.getByRole('slider', { name: 'Rows' }).fill('-2')
  await ticket.getByText(/^1: /).waitFor()
  await ticket.getByRole('button', { name: 'Take this one' }).click()
  await saved(page)
  const rows = rowsOf((await readPost(id)).content.body)
  expect(rows.map((row) => row.pictures.length).sort()).toEqual([1, 3])
})
