import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { expect, it } from 'vitest'
import yauzl from 'yauzl'
import { STARTING_PRESETS } from '../core/flat/preset.ts'
import { rowsOf } from '../core/post/body.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import {
  APP,
  createPost,
  openBoard,
  openWindow,
  picturesHere,
  publishPost,
  readAddress,
  readPost,
  saved,
} from './journey.ts'

/** The mean difference of two pictures of one size, in levels of 255. */
async function difference(one: Buffer, other: Buffer): Promise<number> {
  const px = (bytes: Buffer) => sharp(bytes).removeAlpha().toColourspace('srgb').raw().toBuffer()
  const [a, b] = await Promise.all([px(one), px(other)])
  expect(a.length).toBe(b.length)
  return a.reduce((sum, level, i) => sum + Math.abs(level - b[i]!), 0) / a.length
}

it('a flat picture is what the published row is', async () => {
  const ids = (await picturesHere()).map(({ id }) => id)
  const captions = 'none' as const
  const rows = [
    rowOf(ids.slice(0, 3), { kind: 'side-by-side', captions }),
    rowOf(ids.slice(1, 6), { kind: 'patchwork', captions }),
    rowOf(ids.slice(0, 6), { kind: 'gallery', captions, gallery: { form: 'cells', across: 3, cell: 1 } }),
    rowOf(ids.slice(2, 8), { kind: 'gallery', captions, gallery: { form: 'level', across: 3 } }),
    rowOf(ids.slice(1, 7), { kind: 'gallery', captions, gallery: { form: 'loose', across: 3 } }),
  ]
  const { id, version } = await createPost({ ...post(text('One'), ...rows), title: 'Flat as they are' })
  const { url } = await publishPost(id, version)
  const page = await openWindow()
  await page.goto(url, { waitUntil: 'networkidle' })
  for (const row of rowsOf({ type: 'doc', content: rows })) {
    // Its pictures alone: credits stand below the row.
    const seat = page.locator(`#row-${row.id} > :is(.row, .stack)`)
    await seat.scrollIntoViewIfNeeded()
    await seat.evaluate((element) =>
      Promise.all([...element.querySelectorAll('img')].map((image) => image.decode().catch(() => undefined))),
    )
    const shot = await seat.screenshot()
    const { width, height } = await sharp(shot).metadata()
    const preset = {
      ...STARTING_PRESETS[0]!,
      gap: 8,
      ground: '#fffdf9',
      format: 'png',
      longestEdge: Math.max(width, height),
    }
    const answer = await readAddress(`${APP}/api/flat`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ rows: [row], preset, name: 'flat' }),
    })
    const flat = Buffer.from(await answer.arrayBuffer())
    const made = await sharp(flat).metadata()
    expect(Math.abs(made.width - width)).toBeLessThanOrEqual(2)
    expect(Math.abs(made.height - height)).toBeLessThanOrEqual(2)
    const same = await sharp(flat).resize(width, height, { fit: 'fill' }).png().toBuffer()
    expect(await difference(shot, same)).toBeLessThan(5)
  }
})

it('a row becomes a file by a preset of one’s own, a picture, and stands in the row’s place; all rows become a ZIP', async () => {
  const ids = (await picturesHere()).map(({ id }) => id)
  const made = Array.from({ length: 10 }, (_, i) => rowOf([ids[i % 8]!, ids[(i + 1) % 8]!], { kind: 'side-by-side' }))
  const { id } = await createPost({ ...post(text('One'), ...made), title: 'Ten rows', tray: ids })
  const page = await openWindow({ acceptDownloads: true })
  await openBoard(page, id)
  const first = rowsOf({ type: 'doc', content: made })[0]!
  await page.locator(`.row-holder[data-row-id="${first.id}"] .seat`).click()
  await page.getByRole('button', { name: 'Flat picture…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Flat picture' })
  await dialog.getByText(/^1600 × \d+ px, about/).waitFor()
  await dialog.getByLabel('Longest edge, px').fill('900')
  await dialog.getByLabel('Border, px').fill('30')
  await dialog.getByLabel('Name of the preset').fill('For the club')
  await dialog.getByText(/^900 × \d+ px, about/).waitFor()
  await dialog.getByRole('button', { name: 'Keep as a preset' }).click()
  await expect.poll(() => dialog.getByLabel('Preset', { exact: true }).inputValue()).toBe('For the club')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Save the file' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('ten-rows-row-1.jpg')
  const file = await sharp(readFileSync((await download.path())!)).metadata()
  expect([file.width, file.format]).toEqual([900, 'jpeg'])

  // Ten in one run.
  const [zip] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    dialog.getByRole('button', { name: 'All 10 rows as a ZIP' }).click(),
  ])
  const path = (await zip.path())!
  const entries = await new Promise<string[]>((resolve, reject) =>
    yauzl.open(path, (error, opened) => {
      if (error) return reject(error)
      const names: string[] = []
      opened.on('entry', ({ fileName }: { fileName: string }) => names.push(fileName))
      opened.on('end', () => resolve(names))
    }),
  )
  expect(entries).toEqual(Array.from({ length: 10 }, (_, i) => `ten-rows-rows-${String(i + 1).padStart(2, '0')}.jpg`))

  await dialog.getByRole('button', { name: 'Set it in the row’s place' }).click()
  await page.getByText('The flat picture stands in the row’s place.').waitFor()
  await saved(page)
  const [row] = rowsOf((await readPost(id)).content.body)
  expect([row!.kind, row!.pictures.length]).toEqual(['one', 1])
  const picture = (await (await readAddress(`${APP}/api/pictures/${row!.pictures[0]!.id}`)).json()) as Picture
  expect(picture.width).toBe(900)
  // It knows what it was made from: made again by that, and its pictures stand there once more.
  const ticket = page.locator('[data-region=ticket]')
  await ticket.getByText('Flat, of 2 pictures · For the club').waitFor()
  await ticket.getByRole('button', { name: 'Make it again' }).click()
  await page.getByText('It is made again, wherever it stands.').waitFor()
  await ticket.getByRole('button', { name: 'Its pictures again' }).click()
  await saved(page)
  await expect.poll(async () => rowsOf((await readPost(id)).content.body)[0]!).toEqual(first)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await saved(page)
  await expect.poll(async () => rowsOf((await readPost(id)).content.body)[0]!.pictures.length).toBe(2)
})

it('pictures that wait become a flat picture from among their ways', async () => {
  const ids = (await picturesHere()).map(({ id }) => id)
  const { id } = await createPost({ ...post(text('Here.')), title: 'From the tray', tray: ids })
  const page = await openWindow()
  await openBoard(page, id)
  for (const i of [0, 1, 2]) await page.locator('[data-tray]').nth(i).click()
  await page.locator('[data-way="1"]').waitFor()
  await page
    .locator('[data-region=ways]')
    .getByRole('button', { name: /^Flat picture/ })
    .click()
  await page.getByRole('button', { name: 'Set it at the ruby line' }).click()
  await page.locator('.ProseMirror .seat .pic').waitFor()
  await saved(page)
  const [row] = rowsOf((await readPost(id)).content.body)
  const flat = (await (await readAddress(`${APP}/api/pictures/${row!.pictures[0]!.id}`)).json()) as Picture
  expect(flat.flatOf!.row.pictures.map((one) => one.id)).toEqual(ids.slice(0, 3))
})
