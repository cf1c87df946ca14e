import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { expect, it } from 'vitest'
import { STARTING_PRESETS } from '../core/flat/preset.ts'
import { rowsOf } from '../core/post/body.ts'
import { PLAIN } from '../core/recipe/recipe.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import {
  APP,
  bringIn,
  changePicture,
  changeRecipe,
  createPost,
  openBoard,
  openWindow,
  publishPost,
  readAddress,
  rowsNow,
} from './journey.ts'

/** An even picture, with its middle as its focus. */
async function plain(name: string, r: number): Promise<Picture> {
  const background = { r, g: 190, b: 210 }
  const bytes = await sharp({ create: { width: 1200, height: 800, channels: 3, background } })
    .jpeg()
    .toBuffer()
  return changePicture((await bringIn(name, bytes)).id, { focus: { x: 0.5, y: 0.5 } })
}
/** Where labels stand on their picture, in shares of the image, and how large their type is. */
const labels = (page: Page, within: string) =>
  page.locator(within).evaluateAll((lists) =>
    lists.map((list) => {
      const box = list.getBoundingClientRect()
      return [...list.querySelectorAll('.disc, .word')]
        .filter((one) => one.getClientRects().length > 0)
        .map((one) => {
          const { x, y, width, height } = one.getBoundingClientRect()
          const round = (value: number) => Math.round(1000 * value) / 1000
          return {
            text: one.firstElementChild!.textContent,
            x: round((x + width / 2 - box.x) / box.width),
            y: round((y + height / 2 - box.y) / box.height),
            size: parseFloat(getComputedStyle(one).fontSize),
            inside:
              x >= box.x - 0.5 && x + width <= box.right + 0.5 && y >= box.y - 0.5 && y + height <= box.bottom + 0.5,
          }
        })
    }),
  )

it('pointers are put on a picture by hand and by keys, told in their order, and taken back', async () => {
  const one = await plain('KM_points.jpg', 160)
  const { id } = await createPost({ ...post(text('x'), rowOf([one.id], { id: 'pointed' })), title: 'Points' })
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror .seat .pic img').first().click()
  await page.getByRole('button', { name: 'Point at something…' }).click()
  const stage = page.getByRole('button', { name: /^The picture\. Enter/ })
  const box = (await stage.boundingBox())!
  await page.mouse.click(box.x + 0.25 * box.width, box.y + 0.5 * box.height)
  // By keys: a ring in the middle, moved and made larger.
  await page.getByRole('button', { name: 'Ring', exact: true }).click()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('+')
  await page.getByRole('button', { name: 'Word', exact: true }).click()
  await page.mouse.click(box.x + 0.75 * box.width, box.y + 0.25 * box.height)
  await page.getByLabel('The word').fill('Hem')
  await page.getByLabel('Says, to those who do not see it').first().fill('The bridle point')
  // Dragged to another place; the ruby end of the ring draws it larger.
  await page.mouse.move(box.x + 0.25 * box.width, box.y + 0.5 * box.height)
  await page.mouse.down()
  await page.mouse.move(box.x + 0.4 * box.width, box.y + 0.7 * box.height, { steps: 5 })
  await page.mouse.up()
  await page.keyboard.press('Escape')
  await page.getByText('3 pointers').waitFor()
  const [row] = await rowsNow(page)
  expect(row!.pictures[0]!.pointers).toMatchObject([
    { kind: 'number', at: { x: expect.closeTo(0.4, 1), y: expect.closeTo(0.7, 1) }, says: 'The bridle point' },
    { kind: 'ring', at: { x: expect.closeTo(0.55), y: expect.closeTo(0.5) }, radius: expect.closeTo(0.088) },
    { kind: 'word', says: 'Hem' },
  ])
  expect((await labels(page, '.ProseMirror .pointers'))[0]).toMatchObject([{ text: '1' }, { text: 'Hem' }])
  // Step by step back, until there are none.
  await expect
    .poll(async () => {
      await page.keyboard.press('Control+z')
      return page.locator('.ProseMirror .pointers').count()
    })
    .toBe(0)
  expect((await rowsNow(page))[0]!.pictures[0]!.pointers).toBeUndefined()
})

it('pointers stand where they point at every width, in a crop and enlarged, are read in order, and are burned into flat pictures', async () => {
  const [one, other] = [await plain('KM_at.jpg', 120), await plain('KM_turned.jpg', 90)]
  await changeRecipe(other.id, { ...PLAIN, turn: 1 })
  const pointers = [
    { kind: 'number' as const, at: { x: 0.5, y: 0.5 }, says: 'The middle' },
    { kind: 'arrow' as const, at: { x: 0.3, y: 0.3 }, from: { x: 0.1, y: 0.1 }, says: 'The left' },
    { kind: 'word' as const, at: { x: 0.98, y: 0.2 }, says: 'Right edge' },
  ]
  const first = { id: one.id, pointers, alt: 'Even' }
  const content = post(
    rowOf([first, other.id], { kind: 'side-by-side', id: 'whole' }),
    text('x'),
    rowOf([{ ...first, crop: 1 }], { id: 'cropped' }),
    rowOf([{ ...first, id: other.id }], { id: 'turned' }),
    rowOf([first, one.id], { kind: 'slideshow', id: 'show', slideshow: { frame: 1 } }),
    rowOf([first, one.id], { kind: 'gallery', id: 'cells', gallery: { form: 'cells', cell: 1 } }),
  )
  const { id, version } = await createPost({ ...content, title: 'Pointing', address: 'pointing-at-things' })
  const { url } = await publishPost(id, version)
  for (const width of [320, 820, 1280]) {
    const page = await openWindow({ viewport: { width, height: 900 } })
    await page.goto(url)
    const [whole, cropped, turned, show, cells] = await labels(page, '.pointers')
    for (const list of [whole, show, turned]) expect(list!.every(({ inside, size }) => inside && size >= 13)).toBe(true)
    expect(whole![0]).toMatchObject({ text: '1', x: 0.5, y: 0.5 })
    expect(show![0]).toMatchObject({ text: '1', x: 0.5, y: 0.5 })
    // The middle two thirds: what points at the edge is not there.
    for (const list of [cropped, cells]) expect(list).toMatchObject([{ text: '1', x: 0.5, y: 0.5 }])
    // On its side, the right edge is the foot.
    expect(turned![1]!.y).toBeGreaterThan(0.9)
    // The overlay lies on just its image.
    const boxes = await page.locator('.pointers').evaluateAll((all) =>
      all.map((list) => {
        const image = list.parentElement!.querySelector('img')!.getBoundingClientRect()
        const { x, y, width: w, height: h } = list.getBoundingClientRect()
        return Math.max(
          Math.abs(x - image.x),
          Math.abs(y - image.y),
          Math.abs(w - image.width),
          Math.abs(h - image.height),
        )
      }),
    )
    expect(Math.max(...boxes)).toBeLessThan(1)
  }

  const page = await openWindow()
  await page.goto(url)
  const read = await page.locator('#row-whole .pointers').ariaSnapshot()
  expect(read.replace(/\s+/g, ' ')).toMatch(/1.*: The middle.*The left.*Right edge/)
  // Enlarged from the crop, all of them lie on the whole picture.
  await page.locator('#row-cropped a').first().click()
  await page.locator('.pswp .pointers').first().waitFor()
  await expect
    .poll(async () => (await labels(page, '.pswp .pointers'))[0]!.map(({ text: said, x }) => [said, x]))
    .toMatchObject([
      ['1', 0.5],
      ['Right edge', expect.closeTo(0.95, 1)],
    ])
  await page.keyboard.press('Escape')

  const row = rowsOf({ type: 'doc', content: [rowOf([first], { kind: 'one' })] })
  const preset = { ...STARTING_PRESETS[0]!, format: 'png', longestEdge: 900, border: 0, corner: 0 }
  const answer = await readAddress(`${APP}/api/flat`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ rows: row, preset, name: 'flat' }),
  })
  const { data, info } = await sharp(Buffer.from(await answer.arrayBuffer()))
    .raw()
    .toBuffer({ resolveWithObject: true })
  const levels = (x: number, y: number) => {
    const from = (Math.round(y * info.height) * info.width + Math.round(x * info.width)) * info.channels
    return data[from]! + data[from + 1]! + data[from + 2]!
  }
  // Ink at the left of the disc and along the arrow; the picture elsewhere.
  expect(levels(0.5 - 12 / 900, 0.5)).toBeLessThan(150)
  expect(levels(0.2, 0.2)).toBeLessThan(150)
  expect(levels(0.5, 0.8)).toBeGreaterThan(400)
})
