import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import type { Page } from 'playwright-core'
import { expect, inject, it } from 'vitest'
import { post, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import type { SetList } from '../core/wire/sets.ts'
import { zipOf } from '../server/testing/zips.ts'
import { APP, BANK, createPost, openBoard, openWindow, readAddress, readPost } from './journey.ts'

const folder = mkdtempSync(path.join(tmpdir(), 'set-row-doors-'))
let made = 0
/** A sample picture with bytes of its own. */
const own = (): Buffer => Buffer.concat([readFileSync(inject('pictures')[++made % 6]!), Buffer.from(`door ${made}`)])
const search = async (words: string) =>
  (
    (await (await readAddress(`${APP}/api/pictures?words=${encodeURIComponent(words)}`)).json()) as {
      pictures: Picture[]
    }
  ).pictures
const tray = (page: Page) => page.locator('[data-tray]')
const panel = (page: Page) => page.getByRole('region', { name: 'Pictures arriving' })

async function onBoard(): Promise<{ page: Page; id: string }> {
  const { id } = await createPost(post(text('One')))
  const page = await openWindow()
  await openBoard(page, id)
  return { page, id }
}

it('a folder comes in in the order of its folders and names, its folders as tags, hidden files left out', async () => {
  const { page, id } = await onBoard()
  const root = path.join(folder, 'Launch day')
  mkdirSync(path.join(root, 'second hour'), { recursive: true })
  for (const name of ['KM_10.jpg', 'KM_9.jpg', 'second hour/KM_11.jpg']) writeFileSync(path.join(root, name), own())
  writeFileSync(path.join(root, '.hidden'), 'x')
  writeFileSync(path.join(root, 'Thumbs.db'), 'x')
  await page.getByRole('button', { name: 'Other ways in…' }).click()
  await page.getByLabel('Folder to bring in').setInputFiles(root)
  await panel(page).getByText('3 pictures brought in').waitFor({ timeout: 60_000 })
  expect(
    await panel(page)
      .getByText(/hidden files? left out/)
      .isVisible(),
  ).toBe(true)
  await expect.poll(async () => (await readPost(id)).content.tray.length).toBe(3)
  const names = new Map((await search('launch')).map((picture) => [picture.id, picture]))
  const inTray = (await readPost(id)).content.tray.map((one) => names.get(one)!)
  // Beside the tags that the files themselves have.
  expect(
    inTray.map(({ fileName, tags }) => [fileName, tags.filter((tag) => /^(Launch day|second hour)$/.test(tag))]),
  ).toEqual([
    ['KM_9.jpg', ['Launch day']],
    ['KM_10.jpg', ['Launch day']],
    ['KM_11.jpg', ['Launch day', 'second hour']],
  ])
})

it('folders and archives become sets by their names, in their order, where that is wished', async () => {
  const { page } = await onBoard()
  const root = path.join(folder, 'Kite week')
  mkdirSync(path.join(root, 'second day'), { recursive: true })
  for (const name of ['KM_2.jpg', 'KM_1.jpg', 'second day/KM_3.jpg']) writeFileSync(path.join(root, name), own())
  const zip = path.join(folder, 'Kite evenings.zip')
  writeFileSync(zip, await zipOf([0, 1].map((i) => ({ name: `KM_${i}.jpg`, bytes: own(), stored: true }))))
  await page.getByRole('button', { name: 'Other ways in…' }).click()
  await page.getByLabel('Folders and archives become sets').check()
  await page.getByLabel('Folder to bring in').setInputFiles(root)
  await page.getByText('“Kite week” is among the sets: 3 pictures.').waitFor({ timeout: 60_000 })
  await page.locator('input[type=file]').first().setInputFiles(zip)
  await page.getByText('“Kite evenings” is among the sets: 2 pictures.').waitFor({ timeout: 60_000 })
  // Read: it is not told to the next window.
  await panel(page).getByRole('button', { name: 'Close' }).click()
  const { sets } = (await (await readAddress(`${APP}/api/sets`)).json()) as SetList
  const week = sets.find(({ name }) => name === 'Kite week')!
  const names: string[] = []
  for (const id of week.first)
    names.push(((await (await readAddress(`${APP}/api/pictures/${id}`)).json()) as Picture).fileName)
  expect(names).toEqual(['KM_1.jpg', 'KM_2.jpg', 'KM_3.jpg'])
})

it('an archive goes on where its window is closed, and the next window is told of it', async () => {
  const { page, id } = await onBoard()
  const packed = Array.from({ length: 6 }, (_, i) => ({ name: `Sails/KM_${i}.jpg`, bytes: own(), stored: true }))
  const zip = path.join(folder, 'sails.zip')
  writeFileSync(zip, await zipOf([...packed, { name: 'Sails/list.txt', bytes: Buffer.from('cotton, twill') }]))
  await page.locator('input[type=file]').setInputFiles(zip)
  await panel(page).getByText(/KM_0/).waitFor({ timeout: 30_000 })
  await page.close()
  const next = await openWindow()
  await openBoard(next, id)
  await panel(next).getByText('6 pictures brought in, 1 not taken').waitFor({ timeout: 60_000 })
  await panel(next)
    .getByText(/This is not a picture that can be shown/)
    .waitFor()
  await expect.poll(() => tray(next).count()).toBe(6)
  await expect.poll(async () => (await readPost(id)).content.tray.length).toBe(6)
  expect((await search('sails')).filter(({ tags }) => tags.includes('Sails'))).toHaveLength(6)
  await panel(next).getByRole('button', { name: 'Close' }).click()
  await next.reload()
  await tray(next).first().waitFor()
  await next.waitForTimeout(600)
  expect(await panel(next).count()).toBe(0)
})

it('a page is told from a picture, and its pictures can be chosen from', async () => {
  const { page } = await onBoard()
  await page.getByRole('button', { name: 'Other ways in…' }).click()
  await page.getByLabel('Web address').fill(`${BANK}/pictures/pb-006/page`)
  await page.keyboard.press('Enter')
  await panel(page).getByText('This address is a page and not a picture.').waitFor()
  await panel(page).getByRole('button', { name: 'Choose from its 1 picture' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('checkbox', { name: 'First frost on the ridge' }).check()
  await dialog.getByRole('button', { name: 'Bring in 1 picture' }).click()
  await expect.poll(() => tray(page).count(), { timeout: 30_000 }).toBe(1)

  // What is of this machine is not fetched for anybody.
  await page.getByRole('button', { name: 'Other ways in…' }).click()
  await page.getByLabel('Web address').fill(`${APP}/api/posts`)
  await page.keyboard.press('Enter')
  await panel(page)
    .getByText(/is this machine or one of its own network/)
    .waitFor()
})

it('a picture of the bank comes with maker, licence and address, and its maker is named in the post', async () => {
  const { page, id } = await onBoard()
  await page.getByRole('button', { name: 'Other ways in…' }).click()
  await page.getByLabel('Search the picture bank').fill('lantern')
  const dialog = page.getByRole('dialog')
  await dialog.getByText('1 picture', { exact: true }).waitFor()
  await dialog.getByRole('button', { name: /^Lantern walk, by / }).click()
  await dialog.getByRole('button', { name: 'Bring in 1 picture' }).click()
  await expect.poll(() => tray(page).count(), { timeout: 30_000 }).toBe(1)
  const [picture] = await search('lantern walk')
  expect(picture).toMatchObject({ title: 'Lantern walk', alt: '', source: `${BANK}/pictures/pb-021/page` })
  expect([picture!.credit, picture!.licence]).not.toContain('')
  await tray(page).first().focus()
  await page.keyboard.press('Enter')
  await page.locator('.ProseMirror .pic').waitFor()
  await expect.poll(() => page.locator('.ProseMirror .row-holder').textContent()).toContain(picture!.credit)
  await expect.poll(async () => (await readPost(id)).content.tray).toEqual([picture!.id])
})

it('what a closed window had not sent is said by name', async () => {
  const { page, id } = await onBoard()
  // Nothing arrives: the window is closed while its files wait.
  await page.route('**/api/pictures?*', () => {})
  const files = Array.from({ length: 7 }, (_, i) => ({ name: `late ${i}.jpg`, mimeType: 'image/jpeg', buffer: own() }))
  await page.locator('input[type=file]').setInputFiles(files)
  await panel(page).getByRole('button', { name: 'Stop late 6.jpg' }).waitFor()
  await page.waitForTimeout(1500)
  const [next] = await Promise.all([page.context().newPage(), page.close()])
  await openBoard(next, id)
  await panel(next)
    .getByText(/7 of 7 files had not been sent when their window was closed: late 0\.jpg, .* and 2 more/)
    .waitFor({ timeout: 30_000 })
  await panel(next).getByRole('button', { name: 'Close' }).click()
  await next.reload()
  await next.locator('.ProseMirror').waitFor()
  await next.waitForTimeout(800)
  expect(await panel(next).count()).toBe(0)
})
