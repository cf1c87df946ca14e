import { expect, it } from 'vitest'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { layRow } from '../core/place/lay-row.ts'
import { libraryOf } from '../core/place/library.ts'
import { heightInPage } from '../core/page/row-heights.ts'
import { textOf } from '../core/blocks/table.ts'
import { isRow, plainText } from '../core/post/body.ts'
import type { Row } from '../core/post/row.ts'
import { heading, post, rowOf, text } from '../core/testing/builders.ts'
import {
  createPost,
  drag,
  openBoard,
  openWindow,
  PHONE,
  picturesHere,
  publishPost,
  readPost,
  rowsNow,
  savedBody,
  WIDE,
  WINDOW,
} from './journey.ts'
import { readInHouseFont } from './in-the-blogs-font.ts'
import { measureRows, Tally } from './measured-rows.ts'

const house = STARTING_STYLE
const WORDS = 'The wind was north-west, eight to ten, and dry until noon. '

it('a paragraph becomes a column of the row beside it, is worked on there, and comes back', async () => {
  const [one, two] = await picturesHere()
  const { id } = await createPost({
    ...post(text('Before.'), rowOf([one!.id, two!.id], { sits: 'outset' }), text(WORDS), text('After.')),
    title: 'Words among pictures',
  })
  const page = await openWindow()
  await openBoard(page, id)
  // A slow machine and fast hands: every key acts where the one before has left the cursor.
  const slowed = await page.context().newCDPSession(page)
  await slowed.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  await page.getByText('The wind was north-west').click()
  await page.getByRole('button', { name: 'Into the row' }).click()
  await page.locator('.ProseMirror .seat .words').waitFor()
  let body = await savedBody(page)
  expect(body.map(({ type }) => type)).toEqual(['paragraph', 'row', 'paragraph'])
  // Written in the ticket, seen in the page; a heading as well.
  const field = page.getByRole('textbox', { name: 'Words in the row' })
  await field.click()
  await page.keyboard.press('Control+Home')
  await page.keyboard.type('Before noon')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Control+Home')
  await page.keyboard.press('Control+Alt+3')
  await page.locator('.ProseMirror .words h3', { hasText: 'Before noon' }).waitFor()
  await page.getByLabel('Where the words stand').selectOption('Between picture 1 and 2')
  await page.getByRole('radio', { name: 'Foot' }).click()
  await page.getByLabel('Share of the words').fill('36')
  await page.keyboard.press('Enter')
  body = await savedBody(page)
  const [row] = body.filter(isRow)
  expect(row!.attrs.words).toMatchObject([
    { at: 1, share: 0.36, sits: 'foot', content: [{ type: 'heading', attrs: { level: 3 } }, { type: 'paragraph' }] },
  ])
  // Undone in the ticket as in the page.
  await page.locator('.ProseMirror > p').first().click()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => ((await savedBody(page)).find(isRow) as { attrs: Row }).attrs.words[0]!.share).toBe(0.4)
  await page.locator('.ProseMirror .seat .pic').first().click()
  await page.getByRole('button', { name: 'Back to the text' }).click()
  body = await savedBody(page)
  expect(body.map(({ type }) => type)).toEqual(['paragraph', 'row', 'heading', 'paragraph', 'paragraph'])
  // By key, and taken out with its row: the words stay.
  await page.locator('.ProseMirror h3').click()
  await page.keyboard.press('End')
  await page.keyboard.press('Control+Shift+L')
  await page.locator('.ProseMirror .seat .words').waitFor()
  await page.getByRole('button', { name: 'Take the row out' }).click()
  body = await savedBody(page)
  expect(body.map(({ type }) => type)).toEqual(['paragraph', 'heading', 'paragraph', 'paragraph'])
})

it('paragraphs are dragged beside a picture, from the page and from the spine, along the row, and out again', async () => {
  const [one, two] = await picturesHere()
  const { id } = await createPost({
    ...post(text('Before.'), rowOf([one!.id, two!.id], { sits: 'outset' }), text(WORDS), text('After.')),
    title: 'Words carried',
  })
  const page = await openWindow()
  await openBoard(page, id)
  // A row that is wider than the board is cut at both its sides: one stands back from it.
  if (WINDOW.width < 1200) await page.getByRole('button', { name: 'Stand back' }).click()
  const types = async () => (await savedBody(page)).map(({ type }) => type)
  const words = async () => (await rowsNow(page))[0]!.words.map(({ at, content }) => [at, content.map(textOf)])
  const edgeOf = async (pic: number, side: 'left' | 'right') => {
    const box = (await page.locator('.ProseMirror .seat .pic').nth(pic).boundingBox())!
    return { x: side === 'left' ? box.x + 12 : box.x + box.width - 12, y: box.y + box.height / 2 }
  }
  // A whole paragraph, chosen by three presses, is carried; a word of it is text that is dragged.
  const paragraph = page.getByText('The wind was north-west')
  await paragraph.click({ clickCount: 3 })
  await drag(page, paragraph, await edgeOf(0, 'right'))
  expect(await types()).toEqual(['paragraph', 'row', 'paragraph'])
  expect(await words()).toEqual([[1, [WORDS]]])
  // From the spine, where every block can be taken up.
  await drag(page, page.locator('[data-region=spine] [data-block="2"]'), await edgeOf(1, 'right'))
  expect(await types()).toEqual(['paragraph', 'row'])
  expect(await words()).toEqual([
    [1, [WORDS]],
    [2, ['After.']],
  ])
  // Along the row, and out to the text.
  await drag(page, page.locator('.ProseMirror .seat .words').first(), await edgeOf(0, 'left'))
  expect(await words()).toEqual([
    [0, [WORDS]],
    [2, ['After.']],
  ])
  const first = (await page.locator('.ProseMirror > p').first().boundingBox())!
  await drag(page, page.locator('.ProseMirror .seat .words').last(), { x: first.x + 80, y: first.y - 4 })
  expect(await types()).toEqual(['paragraph', 'paragraph', 'row'])
  expect(await words()).toEqual([[0, [WORDS]]])
  // Each is one step of undo.
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  expect(await types()).toEqual(['paragraph', 'row', 'paragraph', 'paragraph'])
  // A paragraph moved within the text, by the spine.
  const spine = (await page.locator('[data-region=spine] [data-block="0"]').boundingBox())!
  await drag(page, page.locator('[data-region=spine] [data-block="3"]'), { x: spine.x + 20, y: spine.y })
  expect((await savedBody(page)).map(plainText)).toEqual(['After.', 'Before.', '', WORDS])
})

it('words stand where the engine has them at every width, and below their picture on a phone', async () => {
  const pictures = await picturesHere()
  const library = libraryOf(pictures)
  const ids = pictures.map(({ id }) => id)
  const words = (at: number, share: number, n: number, sits: 'top' | 'middle' | 'foot' = 'middle') => ({
    at,
    share,
    sits,
    content: [heading('A heading') as never, text(WORDS.repeat(n)) as never],
  })
  const row = (i: number, count: number, own: Partial<Row>) => ({
    type: 'row' as const,
    attrs: {
      ...(rowOf(ids.slice(i, i + count)) as { attrs: Row }).attrs,
      id: `words-${i}`,
      captions: 'none' as const,
      ...own,
    },
  })
  const rows = [
    row(0, 2, { sits: 'outset', words: [words(2, 0.4, 2)] }),
    row(1, 1, { words: [words(0, 0.5, 3, 'top')] }),
    row(2, 3, { sits: 'bleed', words: [words(1, 0.2, 1, 'foot'), words(3, 0.3, 4)] }),
    row(3, 2, { sits: 'outset', words: [words(0, 0.35, 1)], captions: 'each' }),
  ]
  const created = await createPost({ ...post(...rows), title: 'Words and pictures' })
  const { url } = await publishPost(created.id, (await readPost(created.id)).version)
  const tally = new Tally()
  const forms = new Set<string>()
  for (const width of [360, PHONE.width, 520, 640, 820, 930, WIDE.width, 1600]) {
    const page = await openWindow({ viewport: { width, height: 900 }, javaScriptEnabled: false })
    await readInHouseFont(page, url)
    const found = await measureRows(page, null)
    for (const { attrs } of rows) {
      const laid = layRow(attrs, library, house)!
      tally.add(laid, house, found[`row-${attrs.id}`]!, width)
      const seat = (await page.locator(`#row-${attrs.id}`).boundingBox())!
      const planned = heightInPage(laid, house, width)
      expect(Math.abs(seat.height - planned), `${attrs.id} at ${width}`).toBeLessThan(1)
      const columns = await page.locator(`#row-${attrs.id} .words`).evaluateAll((all) =>
        all.map((one) => {
          const { x, y, width: w, height: h } = one.getBoundingClientRect()
          return { x, y, w, h, over: one.scrollWidth - one.clientWidth }
        }),
      )
      const folded = columns[0]!.y > found[`row-${attrs.id}`]!.top + 60 && columns[0]!.w > 0.9 * seat.width
      forms.add(folded ? 'folded' : 'beside')
      for (const { over } of columns) expect(over).toBe(0)
      // As readers read: where they are folded, never before the first picture.
      if (folded)
        expect(columns[0]!.y).toBeGreaterThan(found[`row-${attrs.id}`]!.top + found[`row-${attrs.id}`]!.boxes['1']!.h)
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(width)
  }
  expect(tally.faults).toEqual([])
  expect(forms).toEqual(new Set(['folded', 'beside']))
})
