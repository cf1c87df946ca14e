import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, expect, it } from 'vitest'
import { PLAIN } from '../core/recipe/recipe.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import {
  APP,
  bringIn,
  changeRecipe,
  createPost,
  openBoard,
  openWindow,
  publishPost,
  readAddress,
  readPost,
  savePost,
} from './journey.ts'

/** What is asked for shows at once that it is under way; what takes longer says how far it is, and can be stopped. */

// Two dozen squares of one colour, all look-alikes, are in nobody's way afterwards.
afterAll(async () => {
  for (const id of [...(await named('KM_many')), ...(await named('KM_waited'))])
    await readAddress(`${APP}/api/pictures/${id}`, { method: 'DELETE' })
})

/** Holds back what the server is asked to do, until it is let go. */
async function held(page: Page, act: () => Promise<unknown>): Promise<void> {
  let letGo = () => {}
  const until = new Promise<void>((resolve) => (letGo = resolve))
  await page.route('**/api/**', async (route) => {
    if (route.request().method() !== 'GET') await until
    await route.continue().catch(() => {})
  })
  const sign = page.getByRole('progressbar', { name: 'Under way' })
  await sign.waitFor({ state: 'detached' })
  await act()
  await sign.waitFor()
  letGo()
  await sign.waitFor({ state: 'detached' })
  await page.unroute('**/api/**')
}

/** Ids of the pictures that are here under such names. */
async function named(words: string): Promise<string[]> {
  const page = (await (await readAddress(`${APP}/api/pictures?words=${words}`)).json()) as {
    pictures: { id: string }[]
  }
  return page.pictures.map(({ id }) => id)
}

const small = (i: number, side = 60) =>
  sharp({
    create: { width: side, height: side, channels: 3, background: { r: 9 * i, g: 200 - 4 * i, b: (37 * i) % 255 } },
  })
    .jpeg()
    .toBuffer()

it('whatever is asked of the server is seen to be under way', async () => {
  const { id } = await bringIn('KM_waited.jpg', await small(1, 90))
  const { id: other, version } = await createPost({ ...post(text('Sent.')), title: 'Sent while one looks on' })
  const page = await openWindow()
  await page.goto(`${APP}/pictures`)
  await page.getByLabel('Search the pictures').fill('KM_waited')
  await expect.poll(() => page.locator('main [data-picture]').count()).toBe(1)
  await page.locator('main button[title="KM_waited.jpg"]').click()
  await held(page, async () => {
    await page.getByLabel('Alt text', { exact: true }).fill('A square of one colour')
    await page.keyboard.press('Tab')
  })
  await held(page, () => page.getByRole('button', { name: 'Set aside' }).click())
  await held(page, () => page.getByRole('button', { name: 'Bring back from aside' }).click())
  await held(page, () => page.getByRole('button', { name: 'Delete the picture' }).click())
  await held(page, () => page.getByRole('button', { name: 'Undo' }).click())
  await expect.poll(() => named('KM_waited')).toEqual([id])

  await page.goto(`${APP}/sets`)
  await page.getByRole('button', { name: 'New set…' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Waited for')
  await held(page, () => page.keyboard.press('Enter'))
  await page.goto(`${APP}/posts`)
  await held(page, () => page.getByRole('button', { name: 'Start a post' }).click())
  await page.locator('.ProseMirror').waitFor()

  await publishPost(other, version)
  await openBoard(page, other)
  await page.getByRole('button', { name: 'Publish…' }).click()
  const sheet = page.getByRole('dialog', { name: 'Publish' })
  await sheet.getByRole('button', { name: 'Withdraw' }).waitFor()
  await held(page, () => sheet.getByRole('button', { name: 'Withdraw' }).click())
  await sheet.getByText('The post is withdrawn.').waitFor()
})

it('of many pictures that are deleted it is said how many are gone, and it stops where one says so', async () => {
  for (let i = 0; i < 24; i++) await bringIn(`KM_many${i}.jpg`, await small(i))
  const page = await openWindow()
  await page.goto(`${APP}/pictures`)
  await page.getByLabel('Search the pictures').fill('KM_many')
  await expect.poll(() => page.locator('main [data-picture] button:not([title^="KM_many"])').count()).toBe(0)
  await page.locator('main button[title="KM_many0.jpg"]').click()
  await page.keyboard.press('Control+a')
  await page.getByRole('heading', { name: '24 pictures' }).waitFor()
  await page.route('**/api/pictures/*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 150))
    await route.continue()
  })
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await page.getByText(/^\d+ of 24 pictures deleted…/).waitFor()
  await page.getByRole('button', { name: 'Stop' }).click()
  const told = page.getByText(/^\d+ pictures deleted\. No post showed them\./)
  const gone = Number.parseInt(await told.innerText(), 10)
  expect(gone).toBeGreaterThan(1)
  expect(gone).toBeLessThan(24)
  const left = async () => (await named('KM_many')).length
  expect(await left()).toBe(24 - gone)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(left).toBe(24)
})

it('a publishing says how far it is, and is stopped before readers see anything of it', async () => {
  const { id } = await createPost({ ...post(text('Wind.')), title: 'Stopped on its way' })
  const page = await openWindow()
  // Large ones that are all adjusted at once: most of their files are still to be made.
  const noise = { type: 'gaussian' as const, mean: 128, sigma: 40 }
  const large = (i: number) =>
    sharp({ create: { width: 2000, height: 1300 + i, channels: 3, background: '#888', noise } })
      .jpeg({ quality: 70 })
      .toBuffer()
  const files = await Promise.all(Array.from({ length: 8 }, (_, i) => large(i)))
  const rows = await Promise.all(files.map(async (bytes, i) => (await bringIn(`KM_large${i}.jpg`, bytes)).id))
  await savePost(id, 1, { ...post(text('Wind.'), rowOf(rows, { kind: 'gallery' })), title: 'Stopped on its way' })
  await openBoard(page, id)
  await page.getByRole('button', { name: 'Publish…' }).click()
  const sheet = page.getByRole('dialog', { name: 'Publish' })
  const publish = sheet.getByRole('button', { name: 'Publish live' })
  await publish.waitFor()
  await Promise.all(rows.map((picture) => changeRecipe(picture, { ...PLAIN, light: 10 })))
  await publish.click()
  await sheet.getByText('Publishing…').waitFor()
  await sheet.getByRole('button', { name: 'Stop' }).click()
  await page.getByText('Publishing was stopped: readers have what they had before.').waitFor()
  expect((await readPost(id)).publication.state).toBe('none')
  await publish.click()
  await sheet.getByText('The post is live.').waitFor({ timeout: 90_000 })
})

it('files that are being made are given up where one says so, and nothing is saved', async () => {
  const one = await bringIn('KM_waited0.jpg', await small(2, 90))
  const two = await bringIn('KM_waited1.jpg', await small(3, 90))
  const rows = [rowOf([one.id, two.id], { kind: 'side-by-side' }), rowOf([two.id])]
  const { id } = await createPost({ ...post(text('Files'), ...rows), title: 'Files given up' })
  const page = await openWindow({ acceptDownloads: true })
  let saved = 0
  page.on('download', () => saved++)
  const places = ['**/api/flat', '**/files/*']
  // What is asked for is never answered.
  for (const place of places) await page.route(place, () => {})
  await openBoard(page, id)
  await page.locator('.row-holder .seat').first().click()
  await page.getByRole('button', { name: 'Flat picture…' }).click()
  const flat = page.getByRole('dialog', { name: 'Flat picture' })
  await flat.getByRole('button', { name: 'All 2 rows as a ZIP' }).click()
  await flat.getByText('Making 2 files…').waitFor()
  await flat.getByRole('button', { name: 'Stop' }).click()
  await flat.getByText('Making 2 files…').waitFor({ state: 'detached' })
  await expect.poll(() => flat.getByRole('button', { name: 'Save the file' }).isEnabled()).toBe(true)

  await openBoard(page, id)
  await page.getByRole('button', { name: 'Export…' }).click()
  await page.getByRole('button', { name: /HTML to paste/ }).click()
  const save = page.getByRole('button', { name: 'Save with the picture files' })
  await save.click()
  await page.getByText(/^0 of \d+ files$/).waitFor()
  await page.getByRole('button', { name: 'Stop' }).click()
  await page.getByText(/^0 of \d+ files$/).waitFor({ state: 'detached' })
  expect(await page.getByText('could not').count()).toBe(0)
  expect(saved).toBe(0)
  // Once it is answered, it is done.
  for (const place of places) await page.unroute(place)
  const download = page.waitForEvent('download')
  await save.click()
  expect((await download).suggestedFilename()).toBe('files-given-up-html.zip')
})
