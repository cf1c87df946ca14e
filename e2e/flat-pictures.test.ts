import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { expect, it } from 'vitest'
import yauzl from 'yauzl'
import { STARTING_PRESETS } from '../core/flat/preset.ts'
import { rowsOf } from '../core/post/body.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { readInHouseFont } from './in-the-blogs-font.ts'
import {
  APP,
  bringIn,
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

const namesIn = (path: string): Promise<string[]> =>
  new Promise((resolve, reject) =>
    yauzl.open(path, (error, opened) => {
      if (error) return reject(error)
      const names: string[] = []
      opened.on('entry', ({ fileName }: { fileName: string }) => names.push(fileName))
      opened.on('end', () => resolve(names))
    }),
  )

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

it('words below a flat picture are set as on the page, line for line', async () => {
  const [one] = await picturesHere()
  const caption =
    'By seven the flags on the slipway had stopped twitching and started to stand, which is the sign that we wait for: “north-west”, said Żaneta, and “AVAST” – fifty-five metres of line, and not one of them was dry.'
  const row = rowOf([{ id: one!.id, caption, credit: '' }], { kind: 'one', captions: 'each' })
  const { id, version } = await createPost({ ...post(text('One'), row), title: 'With its words' })
  const { url } = await publishPost(id, version)
  const page = await openWindow()
  await readInHouseFont(page, url)
  const words = page.locator('figcaption')
  const at = (await words.boundingBox())!
  const image = (await page.locator('.pic img').boundingBox())!
  const shot = await page.screenshot({ clip: { ...at, y: Math.round(at.y) + 1, height: Math.floor(at.height) - 1 } })
  const preset = { ...STARTING_PRESETS[0]!, words: true, ground: '#ffffff', format: 'png', longestEdge: image.width }
  const answer = await readAddress(`${APP}/api/flat`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ rows: rowsOf({ type: 'doc', content: [row] }), preset, name: 'flat' }),
  })
  const flat = Buffer.from(await answer.arrayBuffer())
  const { width, height } = await sharp(flat).metadata()
  expect(width).toBe(Math.round(image.width))
  expect(Math.abs(height - (at.y + at.height - image.y))).toBeLessThanOrEqual(2)
  // The ink of both by lines and by columns: the same letters at the same places, however each smooths their edges.
  const ink = async (bytes: Buffer, top: number) => {
    const size = await sharp(shot).metadata()
    const px = await sharp(bytes)
      .extract({ left: 0, top, width: size.width, height: size.height })
      .greyscale()
      .normalise()
      .negate()
      .blur(2)
      .raw()
      .toBuffer()
    return px
  }
  const [wanted, got] = await Promise.all([ink(shot, 0), ink(flat, Math.round(at.y - image.y) + 1)])
  const sum = (list: Iterable<number>) => [...list].reduce((all, one) => all + one, 0)
  const apart = sum([...wanted].map((level, i) => Math.abs(level - got[i]!)))
  expect(sum(wanted)).toBeGreaterThan(0)
  expect(apart / sum(wanted)).toBeLessThan(0.3)
})

it('groups of the tray become flat pictures one after another, ten in one run', async () => {
  const ids = (await picturesHere()).map(({ id }) => id)
  const own = await Promise.all(
    Array.from({ length: 12 }, async (_, i) => {
      const background = { r: 20 * i, g: 90, b: 250 - 20 * i }
      const bytes = sharp({ create: { width: i % 3 ? 900 : 600, height: i % 3 ? 600 : 900, channels: 3, background } })
      return (await bringIn(`KM_flat${i}.png`, await bytes.png().toBuffer())).id
    }),
  )
  const tray = [...ids.slice(0, 8), ...own]
  const { id } = await createPost({ ...post(text('Here.')), title: 'A run', tray })
  const page = await openWindow({ acceptDownloads: true })
  await openBoard(page, id)
  for (const i of [2, 0]) await page.locator('[data-tray]').nth(i).click()
  await page.getByRole('button', { name: /^Many flat/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Flat pictures, one after another' })
  await dialog.getByText('20 pictures left, 2 in hand').waitFor()
  await dialog.getByText(/^1600 × \d+ px, about/).waitFor()
  // Looked at, swapped, in another way, set aside.
  const tile = (n: number) => dialog.getByRole('button', { name: new RegExp(`^Picture ${n} of the group`) })
  await tile(1).click()
  await tile(2).click()
  await dialog.getByRole('button', { name: 'Next way ›' }).click()
  await dialog.getByText(/, 2 of \d+ ways/).waitFor()
  const aside = dialog.getByRole('button', { name: 'Set aside as made' })
  await aside.click()
  await dialog.getByText('18 pictures left, 2 in hand').waitFor()
  // Closed by mistake, nothing is lost.
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Many flat/ }).click()
  await dialog.getByText('1 made, not saved yet').waitFor()
  for (let i = 0; i < 9; i++) {
    await dialog.getByText(`${18 - 2 * i} pictures left`).waitFor()
    await aside.click()
  }
  await dialog.getByText('10 made, not saved yet').waitFor()
  const [zip] = await Promise.all([
    page.waitForEvent('download', { timeout: 120_000 }),
    dialog.getByRole('button', { name: 'Save 10 files as a ZIP' }).click(),
  ])
  const names = await namesIn((await zip.path())!)
  expect(names).toEqual(Array.from({ length: 10 }, (_, i) => `a-run-flat-${String(i + 1).padStart(2, '0')}.jpg`))
  await dialog.waitFor({ state: 'hidden' })
  // Nothing of the post has changed; kept as pictures, they wait in the tray.
  expect((await readPost(id)).content.tray).toEqual(tray)
  await page.getByRole('button', { name: /^Many flat/ }).click()
  await aside.click()
  await dialog.getByRole('button', { name: 'Keep as a picture' }).click()
  await page.getByText('1 flat picture in the tray').waitFor()
  await saved(page)
  const kept = (await readPost(id)).content.tray.at(-1)!
  const flat = (await (await readAddress(`${APP}/api/pictures/${kept}`)).json()) as Picture
  expect(flat.flatOf!.row.pictures.length).toBeGreaterThan(1)
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
  const entries = await namesIn((await zip.path())!)
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
