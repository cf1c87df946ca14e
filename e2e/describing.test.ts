import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { expect, it } from 'vitest'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { APP, bringIn, changePicture, createPost, openWindow, picturesHere, readAddress } from './journey.ts'

const read = async (id: string) => (await (await readAddress(`${APP}/api/pictures/${id}`)).json()) as Picture

it('what a row says in its own words is told beside the sheet, and taken over', async () => {
  const background = { r: 40, g: 90, b: 130 }
  const own = sharp({ create: { width: 900, height: 600, channels: 3, background } }).jpeg()
  const one = await bringIn('KM_0907.jpg', await own.toBuffer())
  const row = rowOf([{ id: one.id, alt: 'A kite that the row names', caption: '' }])
  const { id } = await createPost({ ...post(text('One'), row), title: 'In other words' })
  const page = await openWindow()
  await page.goto(`${APP}/pictures/sheet?post=${id}`)
  const told = page.getByRole('complementary', { name: 'The picture' })
  await told.getByText('A kite that the row names').waitFor()
  await told.getByRole('button', { name: /^Take it over as the picture’s alt text/ }).click()
  await page.getByText('Saved', { exact: true }).waitFor()
  await expect.poll(async () => (await read(one.id)).alt).toBe('A kite that the row names')
  expect(await told.getByText('of its own').count()).toBe(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await read(one.id)).alt).toBe('')
})

it('the pictures of a post are described in a sheet, with the keyboard alone', async () => {
  const pictures = (await picturesHere()).slice(0, 7)
  for (const { id } of pictures) await changePicture(id, { title: '', alt: '', caption: '', credit: '', tags: [] })
  const ids = pictures.map(({ id }) => id)
  const { id } = await createPost({ ...post(text('One'), rowOf(ids.slice(0, 3))), title: 'Described', tray: ids })
  const page = await openWindow({ permissions: ['clipboard-read', 'clipboard-write'] })
  await page.goto(`${APP}/posts/${id}`)
  await page.getByRole('link', { name: 'Describe' }).click()
  await page.getByText('7 without alt text').waitFor()

  // One after another, each with Enter; the preview goes along and gives advice.
  await page.getByRole('grid').focus()
  for (const words of ['A kite over the slip', 'Hands that tie a bowline', 'Photo of the harbour']) {
    await page.keyboard.type(words)
    await page.keyboard.press('Enter')
  }
  await page.getByText('4 without alt text').waitFor()
  await page.keyboard.press('ArrowUp')
  await page.getByText('That it is a picture is said anyway: begin with what it shows.').waitFor()
  await page.keyboard.press('F2')
  await page.keyboard.press('Control+a')
  await page.keyboard.type('The harbour at low water')
  await page.keyboard.press('Tab')
  await page.keyboard.type('Low water, the ninth of March')
  await page.keyboard.press('Tab')
  // Its credit, filled down over the rest.
  await page.keyboard.type('Orla Venn')
  await page.keyboard.press('Tab')
  await page.keyboard.press('ArrowLeft')
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Control+d')
  // A block is copied and put in elsewhere; then the next one without is gone to.
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+Home')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Control+c')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Control+v')
  await page.keyboard.press('Control+j')
  await page.keyboard.type('The long sands')
  await page.keyboard.press('Escape')
  await page.keyboard.type('The long sands, empty')
  await page.keyboard.press('Shift+Tab')
  await page.getByText('3 without alt text').waitFor()
  await page.getByText('Saved', { exact: true }).waitFor()

  const now = await Promise.all(ids.map(read))
  expect(now.map(({ alt }) => alt)).toEqual([
    'A kite over the slip',
    'Hands that tie a bowline',
    'The harbour at low water',
    'The long sands, empty',
    '',
    '',
    '',
  ])
  expect(now.map(({ credit }) => credit)).toEqual(['', '', ...Array.from({ length: 5 }, () => 'Orla Venn')])
  expect(now[2]!.caption).toBe('Low water, the ninth of March')
  expect(now.map(({ title }) => title).slice(0, 4)).toEqual([
    '',
    '',
    'A kite over the slip',
    'Hands that tie a bowline',
  ])

  // All of it is undone, step by step, and saved like that.
  for (let i = 0; i < 20; i++) await page.keyboard.press('Control+z')
  await page.getByText('7 without alt text').waitFor()
  await page.waitForTimeout(600)
  await page.getByText('Saved', { exact: true }).waitFor()
  expect((await Promise.all(ids.map(read))).every(({ alt, title, credit }) => !alt && !title && !credit)).toBe(true)
})

it('what is written while the server is away is kept, and a day that is none is said', async () => {
  const [picture] = await picturesHere()
  await changePicture(picture!.id, { alt: '' })
  const page = await openWindow()
  await page.goto(`${APP}/pictures/sheet?words=${picture!.fileName.split('.')[0]}`)
  await page.getByRole('gridcell').first().waitFor()
  await page.getByRole('grid').focus()
  await page.context().setOffline(true)
  await page.keyboard.type('Written without a server')
  await page.keyboard.press('Enter')
  await page.getByText(/^Server away/).waitFor()
  await page.context().setOffline(false)
  await page.getByText('Saved', { exact: true }).waitFor({ timeout: 20_000 })
  expect((await read(picture!.id)).alt).toBe('Written without a server')
  await page.keyboard.press('End')
  await page.keyboard.type('30 February')
  await page.keyboard.press('Enter')
  await page.getByText(/^Taken: expected a day such as/).waitFor()
  expect((await read(picture!.id)).takenAt).toBe(picture!.takenAt)
  await changePicture(picture!.id, { alt: picture!.alt })
})

it('what is written stands, whatever an older request finds later', async () => {
  const [, picture] = await picturesHere()
  const page = await openWindow()
  let asked = 0
  let letGo = () => {}
  await page.route('**/api/pictures?*', async (route) => {
    const answer = await route.fetch()
    if (asked++ > 0) await new Promise<void>((resolve) => (letGo = resolve))
    await route.fulfill({ response: answer }).catch(() => {})
  })
  await page.goto(`${APP}/pictures/sheet?words=${picture!.fileName.split('.')[0]}`)
  await page.getByRole('gridcell').first().waitFor()
  // Come back to, the window asks anew for what is older than some seconds.
  const askAgain = async () => {
    await page.evaluate(() => window.dispatchEvent(new Event('visibilitychange')))
    return asked
  }
  await expect.poll(askAgain).toBe(2)
  await page.getByRole('grid').focus()
  await page.keyboard.type('Written meanwhile')
  await page.keyboard.press('Enter')
  await page.getByText('Saved', { exact: true }).waitFor()
  letGo()
  await page.waitForTimeout(500)
  expect(await page.getByRole('gridcell', { name: 'Written meanwhile' }).count()).toBeGreaterThan(0)
  await changePicture(picture!.id, { alt: picture!.alt, title: picture!.title })
})

it('a sheet goes out as CSV and comes back, every change shown before it is made', async () => {
  const [picture] = await picturesHere()
  const { id } = await createPost({ ...post(text('One')), title: 'As a file', tray: [picture!.id] })
  await changePicture(picture!.id, { alt: '=SUM(A1)', caption: 'Before', tags: [] })
  const page = await openWindow({ acceptDownloads: true })
  await page.goto(`${APP}/pictures/sheet?post=${id}`)
  await page.getByRole('gridcell').first().waitFor()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ])
  const csv = readFileSync((await download.path())!, 'utf8')
  expect(csv).toContain("'=SUM(A1)")
  const changed = csv.replace('Before', 'After the gale').replace(/,/g, ';')
  // As another program saves it: semicolons, UTF-16, and a line more.
  const buffer = Buffer.from(`\ufeff${changed.replace('\ufeff', '')};gone.jpg;x\r\n`, 'utf16le')
  const file = { name: 'texts.csv', mimeType: 'text/csv', buffer }
  await page.getByLabel('CSV file').setInputFiles(file)
  const dialog = page.getByRole('dialog', { name: '1 text would change' })
  await dialog.getByText('After the gale').waitFor()
  await dialog.getByText(/gone\.jpg: no picture here is called that/).waitFor()
  expect((await read(picture!.id)).caption).toBe('Before')
  await dialog.getByRole('button', { name: 'Change 1 text' }).click()
  await page.getByText('Saved', { exact: true }).waitFor()
  await expect.poll(async () => (await read(picture!.id)).caption).toBe('After the gale')
  expect((await read(picture!.id)).alt).toBe('=SUM(A1)')
  await changePicture(picture!.id, { alt: picture!.alt, caption: picture!.caption, tags: picture!.tags })
})
