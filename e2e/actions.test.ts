import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { EMPTY_POST } from '../core/post/post.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { APP, bringIn, createPost, openBoard, openWindow, rowsNow } from './journey.ts'

/** How many actions five jobs take: each press, each choice of files, each text that is typed is one. */

const DOC = path.resolve(import.meta.dirname, '../docs/actions.md')
const jobs: { readonly job: string; readonly most: number; readonly done: string[] }[] = []

/** Counts what is done for one job, and holds it to what it may take. */
function job(name: string, most: number) {
  const done: string[] = []
  jobs.push({ job: name, most, done })
  return async (what: string, act: () => Promise<unknown>): Promise<void> => {
    await act()
    done.push(what)
    expect(done.length, `${name}: ${done.join(', ')}`).toBeLessThanOrEqual(most)
  }
}

/** A photograph as cameras make them. */
const photograph = (red: number): Promise<Buffer> =>
  sharp({ create: { width: 1500, height: 1000, channels: 3, background: { r: red, g: 80, b: 160 } } })
    .jpeg()
    .toBuffer()

let pictures: Picture[]
beforeAll(async () => {
  pictures = []
  for (let i = 0; i < 6; i++) pictures.push(await bringIn(`photograph-${i}.jpg`, await photograph(20 + 40 * i)))
})
const WORDS = 'The wind was north-west, eight to ten, and dry until noon. '.repeat(8)
const tiles = (page: Page) => page.locator('[data-way]')
/** The way that says all of these words. */
const way = (page: Page, ...words: string[]) =>
  words.reduce((found, one) => found.filter({ hasText: one }), tiles(page)).first()
/** A post with a text, and so many pictures that wait. */
async function waiting(count: number): Promise<Page> {
  const page = await openWindow()
  const { id } = await createPost({
    ...EMPTY_POST,
    title: 'Actions',
    tray: pictures.slice(0, count).map((one) => one.id),
    body: { type: 'doc', content: [text(WORDS), text(WORDS)] },
  })
  await openBoard(page, id)
  return page
}

it('four new pictures become one row of a new post', async () => {
  const act = job('Four new pictures brought in and set as one row in a new post', 4)
  const files = await Promise.all(
    [35, 75, 115, 155].map(async (red, i) => ({
      name: `new-${i}.jpg`,
      mimeType: 'image/jpeg',
      buffer: await photograph(red),
    })),
  )
  const page = await openWindow()
  await page.goto(`${APP}/posts`)
  await act('“Start a post”', () => page.getByRole('button', { name: 'Start a post' }).first().click())
  const chooser = page.waitForEvent('filechooser')
  await act('“Bring in pictures”, and the four files are chosen', async () => {
    await page.getByRole('button', { name: 'Bring in pictures' }).click()
    await (await chooser).setFiles(files)
  })
  await page.getByText('4 pictures in the tray').waitFor({ timeout: 60_000 })
  await act('“Choose all that wait”', () => page.getByRole('button', { name: 'Choose all that wait' }).click())
  await tiles(page).first().waitFor()
  await act('a way is pressed', () => tiles(page).first().click())
  await expect.poll(async () => (await rowsNow(page)).map((row) => row.pictures.length)).toEqual([4])
})

it('a picture stands right of the text, 200 px wide, and leads somewhere', async () => {
  const act = job('A picture right of the text at 200 px with a link', 5)
  const page = await waiting(1)
  await act('the picture is chosen in the tray', () => page.locator('[data-tray="0"]').click())
  await act('the way “Right, text beside” is pressed', () => way(page, 'Right, text beside').click())
  await act('its width is typed', async () => {
    await page.getByLabel('Width, px').fill('200')
    await page.keyboard.press('Enter')
  })
  await act('“A web address” is chosen for the click', () =>
    page.getByLabel('On click', { exact: true }).selectOption('web-address'),
  )
  await act('the address is typed', () => page.getByLabel('Web address').fill('https://kites.example/line'))
  await expect
    .poll(async () => (await rowsNow(page)).map(({ one, onClick }) => ({ one, onClick })))
    .toMatchObject([
      {
        one: { side: 'right', width: { unit: 'px', value: 200 } },
        onClick: { do: 'web-address', href: 'https://kites.example/line' },
      },
    ])
})

it('four thumbnails stand in a row that fits the measure', async () => {
  const act = job('Four thumbnails in a row that fits the measure', 4)
  const page = await waiting(4)
  await act('“Choose all that wait”', () => page.getByRole('button', { name: 'Choose all that wait' }).click())
  await act('the way “Side by side” is pressed', () => way(page, 'Side by side').click())
  await act('“Measure” is pressed', () => page.getByRole('radio', { name: 'Measure' }).click())
  await expect
    .poll(async () => (await rowsNow(page)).map(({ kind, sits, pictures: all }) => [kind, sits, all.length]))
    .toEqual([['side-by-side', 'measure', 4]])
})

it('six pictures become a gallery of three across, with captions, that enlarges', async () => {
  const act = job('Six pictures in a gallery with captions, three across, enlarging', 6)
  const page = await waiting(6)
  await act('“Choose all that wait”', () => page.getByRole('button', { name: 'Choose all that wait' }).click())
  await act('the way “Gallery”, three across, is pressed', () => way(page, 'Gallery, 3 across').click())
  await act('the first picture is pressed', () => page.locator('.ProseMirror .pic img').first().click())
  await act('“In the sheet”', () => page.getByRole('link', { name: 'In the sheet' }).click())
  await page.getByRole('gridcell').first().waitFor()
  await act('Tab, to the captions', () => page.keyboard.press('Tab'))
  for (let i = 1; i <= 6; i++) {
    await page.keyboard.type(`Caption ${i}`)
    await page.keyboard.press('Enter')
  }
  await page.getByText('Saved', { exact: true }).waitFor()
  await page.goBack()
  await expect
    .poll(() => page.locator('.ProseMirror figcaption').allTextContents())
    .toEqual([1, 2, 3, 4, 5, 6].map((i) => `Caption ${i}`))
  expect(
    (await rowsNow(page)).map(({ kind, gallery, onClick }) => ({ kind, across: gallery.across, onClick })),
  ).toEqual([{ kind: 'gallery', across: 3, onClick: null }])
})

it('a gallery becomes a slideshow, and keeps its captions', async () => {
  const act = job('A row turned from gallery to slideshow with its captions kept', 3)
  const page = await openWindow()
  const placed = pictures.slice(0, 4).map(({ id }, i) => ({ id, caption: `Caption ${i}` }))
  const { id } = await createPost({
    ...EMPTY_POST,
    title: 'Actions',
    body: { type: 'doc', content: [text(WORDS), rowOf(placed, { kind: 'gallery' })] },
  })
  await openBoard(page, id)
  await act('the row is pressed', () => page.locator('.ProseMirror .pic img').first().click())
  await act('“Ways…”', () => page.getByRole('button', { name: 'Ways…' }).click())
  await act('the way “Slideshow” is pressed', () => way(page, 'Slideshow').click())
  await expect
    .poll(async () => (await rowsNow(page)).map(({ kind, pictures: all }) => [kind, all.map((one) => one.caption)]))
    .toEqual([['slideshow', placed.map(({ caption }) => caption)]])
})

afterAll(() => {
  const lines = jobs.flatMap(({ job: name, most, done }) => [
    `## ${name}`,
    '',
    `${done.length} of at most ${most}:`,
    '',
    ...done.map((what, i) => `${i + 1}. ${what}`),
    '',
  ])
  const written = `# How many actions five jobs take\n\nEach press, each choice of files and each text that is typed is one action; words that one writes anyway are not counted. Counted by \`e2e/actions.test.ts\`, which does the jobs and fails where one takes more.\n\n${lines.join('\n')}`
  if (process.env.SETROW_WRITE_DOCS) writeFileSync(DOC, written)
  if (jobs.length === 5) expect(readFileSync(DOC, 'utf8')).toBe(written)
})
