import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp, { type Sharp } from 'sharp'
import { expect, it } from 'vitest'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { zipOf } from '../server/testing/zips.ts'
import { APP, createPost, openBoard, openWindow, readAddress, readPost } from './journey.ts'

const folder = mkdtempSync(path.join(tmpdir(), 'set-row-sitting-'))

/** A drawn kite of its own make before a sky; `shift` is how far it has flown in a burst, px. */
function kite(make: number, shift = 0, sharpness = 0): Sharp {
  const hue = (make * 67) % 360
  const [x, y] = [300 + ((make * 211) % 600) + shift, 200 + ((make * 97) % 300)]
  const strings = Array.from(
    { length: 14 },
    (_, i) => `<path d="M${x} ${y}L${(i * (90 + make * 7)) % 1200} 800" stroke="#333" stroke-width="3"/>`,
  )
  const clouds = Array.from(
    { length: 6 },
    (_, i) =>
      `<ellipse cx="${(make * 131 + i * 260) % 1200}" cy="${(make * 53 + i * 113) % 500}" rx="${60 + ((make * i * 31) % 120)}" ry="40" fill="hsl(${(hue + 40 * i) % 360} 40% 80%)"/>`,
  )
  const image = sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800"><rect width="100%" height="100%" fill="hsl(${(hue + 120) % 360} 35% 60%)"/>${clouds.join('')}${strings.join('')}<path d="M${x} ${y - 120}l110 120-110 200-110-200z" fill="hsl(${hue} 80% 45%)"/></svg>`,
    ),
  )
  return sharpness ? image.blur(sharpness) : image
}
const taken = (image: Sharp, second: number) =>
  image
    .withExif({ IFD2: { DateTimeOriginal: `2026:05:09 07:16:${String(second).padStart(2, '0')}` } })
    .jpeg({ quality: 90 })
    .toBuffer()
const read = async (query: string) =>
  ((await (await readAddress(`${APP}/api/pictures?${query}`)).json()) as { pictures: Picture[] }).pictures

it('a whole sitting: brought in, weeded, tagged, described, and the featured image taken from a proposal', async () => {
  const { id } = await createPost({ ...post(text('One')), title: 'The ninth of May' })
  const page = await openWindow()
  await openBoard(page, id)

  // A folder with a burst of three, the second unsharp, and a picture that came twice.
  const root = path.join(folder, 'Sands')
  mkdirSync(root)
  const burst = [kite(1), kite(1, 6, 4), kite(1, 12)]
  for (const [i, image] of burst.entries()) writeFileSync(path.join(root, `KM_1${i}.jpg`), await taken(image, 10 + i))
  writeFileSync(path.join(root, 'KM_20.jpg'), await taken(kite(2), 30))
  writeFileSync(path.join(root, 'KM_21 copy.jpg'), await kite(2).resize(900).jpeg({ quality: 55 }).toBuffer())
  writeFileSync(path.join(root, 'KM_30.jpg'), await taken(kite(3), 40))
  await page.getByRole('button', { name: 'Other ways in…' }).click()
  await page.getByLabel('Folder to bring in').setInputFiles(root)
  const panel = page.getByRole('region', { name: 'Pictures arriving' })
  await panel.getByText('6 pictures brought in').waitFor({ timeout: 60_000 })
  await panel.getByText('2 groups of look-alikes are among them').waitFor()
  const zip = path.join(folder, 'more.zip')
  const more = [4, 5].map(async (make) => ({
    name: `More/KM_4${make}.jpg`,
    bytes: await taken(kite(make), 50),
    stored: true,
  }))
  writeFileSync(zip, await zipOf(await Promise.all(more)))
  await page.locator('input[type=file]').first().setInputFiles(zip)
  await panel.getByText('8 pictures brought in').waitFor({ timeout: 60_000 })
  await expect.poll(async () => (await readPost(id)).content.tray.length).toBe(8)

  // Weeded with the keyboard alone: the newest group first.
  await panel.getByRole('link', { name: 'Weed look-alikes' }).click()
  const waiting = async () => Number(/\d+/.exec(await page.getByText(/groups? of look-alikes waits?$/).innerText())![0])
  const before = await waiting()
  const prints = page.getByRole('list', { name: 'Look-alikes' }).getByRole('listitem')
  const open = async () => (await prints.allInnerTexts()).map((words) => words.split('\n')[0])
  await expect.poll(open).toEqual(['KM_20.jpg', 'KM_21 copy.jpg'])
  await prints.nth(0).getByText('Proposed').waitFor()
  await prints.nth(0).getByText('more px').waitFor()
  // The next is there at once, whatever the server still has to do about this one.
  let answer = () => {}
  const held = new Promise<void>((resolve) => (answer = resolve))
  await page.route('**/api/pictures/weeding', (route) => held.then(() => route.continue()))
  await page.keyboard.press('Enter')
  await expect.poll(open).toEqual(['KM_10.jpg', 'KM_11.jpg', 'KM_12.jpg'])
  expect(await waiting()).toBe(before - 1)
  answer()
  await prints.nth(1).getByText('blurred').waitFor()
  await page.keyboard.press('Space')
  await expect.poll(() => prints.nth(1).isVisible()).toBe(false)
  await page.keyboard.press('Space')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  const names = async (query: string) => (await read(query)).map(({ fileName }) => fileName).sort()
  await expect.poll(() => names('words=KM&tag=Sands&aside=1')).toEqual(['KM_10.jpg', 'KM_11.jpg', 'KM_21 copy.jpg'])
  // Taken back, and decided anew: two of the three.
  await page.keyboard.press('Control+z')
  await expect.poll(open).toEqual(['KM_10.jpg', 'KM_11.jpg', 'KM_12.jpg'])
  await page.getByRole('button', { name: /^Keep this one/ }).waitFor()
  await prints.nth(2).getByLabel('Keep too').check()
  await page.getByRole('button', { name: /^Keep these 2/ }).click()
  await expect.poll(() => names('words=KM&tag=Sands&aside=1')).toEqual(['KM_11.jpg', 'KM_21 copy.jpg'])

  // The tray has what was kept, in its order.
  await page.goto(`${APP}/posts/${id}`)
  const tray = page.locator('[data-tray]')
  await expect.poll(() => tray.count()).toBe(6)

  const keepToTag = async (tag: string) => {
    await page.getByLabel('Tag', { exact: true }).focus()
    await page.getByLabel('Tag', { exact: true }).selectOption(tag)
  }
  // Tagged together among the pictures, then what was set aside comes back.
  await page.getByRole('link', { name: 'Pictures', exact: true }).click()
  await keepToTag('Sands')
  const wall = page.locator('[data-wall] button')
  await expect.poll(() => wall.count()).toBe(4)
  await wall.first().click()
  await page.keyboard.press('Shift+End')
  await page.getByRole('heading', { name: '4 pictures' }).waitFor()
  await page.getByLabel('A tag for all of them').fill('low water')
  await page.keyboard.press('Enter')
  await page.getByText('4 pictures have the tag “low water”.').waitFor()
  expect(await names('tag=low water')).toHaveLength(4)
  await page.getByRole('button', { name: /^Aside/ }).click()
  await expect.poll(() => wall.count()).toBe(2)
  await wall.first().click()
  await wall.nth(1).click({ modifiers: ['Control'] })
  await page.getByRole('button', { name: 'Bring back from aside' }).click()
  await page.getByText('2 pictures are back among the others.').waitFor()
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).last().click()
  await expect.poll(() => names('words=KM&tag=Sands&aside=1')).toEqual(['KM_11.jpg', 'KM_21 copy.jpg'])

  // Named by a pattern, seen on the list before; the camera's name is kept and found.
  await page.getByRole('button', { name: 'Show all again' }).click()
  await keepToTag('low water')
  await expect.poll(() => wall.count()).toBe(4)
  await wall.first().focus()
  await page.keyboard.press('Control+a')
  await page.getByRole('button', { name: 'Rename…' }).click()
  await page.getByLabel('Pattern').fill('{date} low water {number}')
  await page.getByRole('list', { name: 'Names' }).getByText('2026-05-09 low water 4.jpg').waitFor()
  await page.getByRole('button', { name: 'Rename 4 pictures' }).click()
  await expect.poll(() => names('tag=low water')).toEqual([1, 2, 3, 4].map((n) => `2026-05-09 low water ${n}.jpg`))
  expect((await read('words=KM_20&tag=low water')).map(({ cameAs }) => cameAs)).toEqual(['KM_20.jpg'])
  await page.getByText('4 pictures renamed.').waitFor()
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).last().click()
  await expect.poll(() => names('tag=low water')).toEqual(['KM_10.jpg', 'KM_12.jpg', 'KM_20.jpg', 'KM_30.jpg'])

  // Exactly the chosen ones in the sheet, written one after another.
  await page.getByRole('button', { name: 'Show all again' }).click()
  await keepToTag('low water')
  await expect.poll(() => wall.count()).toBe(4)
  await wall.first().focus()
  await page.keyboard.press('Control+a')
  await page.getByRole('complementary').getByRole('link', { name: 'Describe as a sheet' }).click()
  await page.getByText('4 without alt text').waitFor()
  await page.getByRole('grid').focus()
  for (const words of ['One kite', 'Another kite', 'A third', 'The last']) {
    await page.keyboard.type(words)
    await page.keyboard.press('Enter')
  }
  await page.getByText('Saved', { exact: true }).waitFor()
  await expect.poll(() => names('tag=low water&keeps=silent')).toEqual([])

  // Three are proposed for lists, none of them set aside; a key takes one.
  await page.goto(`${APP}/posts/${id}`)
  const proposed = page.getByRole('toolbar', { name: 'Proposed for lists' })
  await expect.poll(() => proposed.getByRole('button').count()).toBe(3)
  await proposed.getByRole('button').first().focus()
  await page.locator('[data-in-the-list]').waitFor()
  await page.keyboard.press('2')
  await expect.poll(async () => (await readPost(id)).content.featured?.picture).toBeTruthy()
  const { featured } = (await readPost(id)).content
  // Three others are proposed then.
  await expect.poll(() => proposed.getByRole('button').count()).toBe(3)
  expect((await read('words=KM')).find((one) => one.id === featured!.picture)?.aside).toBe(false)
})

it('a picture gets another file everywhere, is deleted though a post shows it, and comes back from the bin', async () => {
  const page = await openWindow()
  await page.goto(`${APP}/pictures`)
  const file = path.join(folder, 'KM_70.jpg')
  writeFileSync(file, await taken(kite(7), 20))
  await page.locator('input[type=file]').first().setInputFiles(file)
  await expect.poll(async () => (await read('words=KM_70')).length, { timeout: 60_000 }).toBe(1)
  const [before] = await read('words=KM_70')
  const { id } = await createPost({ ...post(text('One'), rowOf([before!.id])), title: 'The seventh kite' })

  const tall = path.join(folder, 'KM_71.jpg')
  writeFileSync(tall, await taken(kite(8).resize(700, 1100, { fit: 'cover' }), 20))
  await page.goto(`${APP}/pictures`)
  await page.getByLabel('Search the pictures').fill('KM_70')
  const wall = page.locator('[data-wall] button')
  await expect.poll(() => wall.count()).toBe(1)
  await wall.first().click()
  await page.getByLabel('File to replace it with').setInputFiles(tall)
  const dialog = page.getByRole('dialog', { name: 'Replace the file' })
  await dialog.getByText('The seventh kite').waitFor({ timeout: 30_000 })
  await dialog.getByText('Its shape is another').waitFor()
  await dialog.getByRole('button', { name: 'Replace it everywhere' }).click()
  await page.getByText('The file is replaced.').waitFor({ timeout: 30_000 })
  const now = async () => (await (await readAddress(`${APP}/api/pictures/${before!.id}`)).json()) as Picture
  expect(await now()).toMatchObject({ width: 700, height: 1100, fileName: 'KM_71.jpg' })
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).last().click()
  await expect.poll(async () => (await now()).width).toBe(1200)

  // Who deletes it is told which post would lose it.
  await page.getByRole('button', { name: 'Delete the picture' }).click()
  await page.getByRole('alert').getByText('“The seventh kite” shows it').waitFor()
  await page.getByRole('button', { name: 'Delete it all the same' }).click()
  await expect.poll(() => wall.count()).toBe(0)
  await page.goto(`${APP}/pictures/bin`)
  await page.locator('[data-wall]').getByRole('button', { name: /KM_70/ }).click()
  await page.getByRole('button', { name: 'Bring 1 picture back' }).click()
  await page.getByText('1 picture is back').waitFor()
  await page.goto(`${APP}/posts/${id}`)
  await page.locator('.ProseMirror .seat img').first().waitFor()
})

it('a focus point lies where it was pressed, whatever the shape of the picture', async () => {
  const page = await openWindow()
  await page.goto(`${APP}/pictures`)
  const file = path.join(folder, 'KM_80.jpg')
  writeFileSync(file, await taken(kite(9).resize(500, 1300, { fit: 'cover' }), 20))
  await page.locator('input[type=file]').first().setInputFiles(file)
  await expect.poll(async () => (await read('words=KM_80')).length, { timeout: 60_000 }).toBe(1)
  await page.getByLabel('Search the pictures').fill('KM_80')
  await expect.poll(() => page.locator('[data-wall] button').count()).toBe(1)
  await page.locator('[data-wall] button').click()
  await page.getByText('The focus point is suggested.').waitFor()
  const picker = page.getByRole('button', { name: /^Focus point/ })
  const box = (await picker.boundingBox())!
  expect(box.width / box.height).toBeCloseTo(500 / 1300, 2)
  await page.mouse.click(box.x + 0.25 * box.width, box.y + 0.9 * box.height)
  await page.getByText('The focus point is suggested.').waitFor({ state: 'detached' })
  const [{ focus }] = (await read('words=KM_80')) as [Picture]
  expect(focus.x).toBeCloseTo(0.25, 1)
  expect(focus.y).toBeCloseTo(0.9, 1)
})
