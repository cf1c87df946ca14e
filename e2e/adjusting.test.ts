import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { expect, it } from 'vitest'
import { PLAIN, type Recipe, recipeText, toneOf } from '../core/recipe/recipe.ts'
import { applyTone } from '../core/recipe/tone.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import {
  APP,
  bringIn,
  changePicture,
  createPost,
  openBoard,
  openWindow,
  publishPost,
  readAddress,
  readPost,
  saved,
  unfold,
} from './journey.ts'

/** A slope of colours with a dark line across that hangs by four degrees, and grain. */
async function hanging(name: string, hue: number): Promise<Picture> {
  const [width, height] = [1500, 1000]
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <defs><linearGradient id="g" x2="0" y2="1"><stop stop-color="hsl(${hue} 50% 70%)"/><stop offset="1" stop-color="hsl(${hue} 60% 30%)"/></linearGradient></defs>
    <rect width="${width}" height="${height}" fill="url(#g)"/>
    <g transform="rotate(4 750 500)"><rect x="-200" y="540" width="2000" height="14" fill="#222"/><circle cx="900" cy="420" r="120" fill="#d33"/></g></svg>`
  return bringIn(name, await sharp(Buffer.from(drawing)).jpeg({ quality: 90 }).toBuffer())
}
const read = async (id: string) => (await (await readAddress(`${APP}/api/pictures/${id}`)).json()) as Picture
const openAdjusting = async (page: Page, id: string) => {
  await page.goto(`${APP}/pictures/${id}/adjust`)
  await page.locator('canvas[data-toned]').waitFor()
}
const kept = (page: Page) => page.getByRole('button', { name: 'Keep it so', disabled: true }).waitFor()

async function rawOf(png: Buffer) {
  const { data, info } = await sharp(png).removeAlpha().raw().toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height, channels: info.channels }
}

/** How far the px on the canvas are from those that the file of this width is made of: mean and worst, in 255. */
async function apart(page: Page, { id, recipe }: Picture): Promise<{ mean: number; worst: number }> {
  const png = await page.locator('canvas[data-toned]').evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL())
  const seen = await rawOf(Buffer.from(png.slice(png.indexOf(',') + 1), 'base64'))
  const frame = { ...recipe!, ...toneOf(PLAIN) }
  const question = new URLSearchParams({ recipe: recipeText(frame), width: '1080' })
  const ground = await (await readAddress(`${APP}/api/pictures/${id}/ground?${question}`)).arrayBuffer()
  const wanted = await rawOf(Buffer.from(ground))
  const { width, height } = wanted
  expect([seen.width, seen.height]).toEqual([width, height])
  applyTone(wanted, recipe!)
  let [sum, worst] = [0, 0]
  wanted.data.forEach((value, i) => {
    const off = Math.abs(value - seen.data[i]!)
    sum += off
    worst = Math.max(worst, off)
  })
  return { mean: sum / wanted.data.length, worst }
}

it('a picture is straightened, cropped and brightened; what is seen is the file; the blog has it when it is published again', async () => {
  const picture = await hanging('KM_hangs.jpg', 210)
  const other = await hanging('KM_beside.jpg', 60)
  await changePicture(picture.id, { focus: { x: 0.6, y: 0.42 }, title: 'The line hangs' })
  const { id, version } = await createPost({
    ...post(text('x'), rowOf([picture.id, other.id])),
    title: 'Hung straight',
  })
  const { url } = await publishPost(id, version)
  const page = await openWindow()
  await page.goto(`${APP}/pictures`)
  await page.locator('main button[title="The line hangs"]').click()
  await page.getByRole('link', { name: 'Adjust…' }).click()
  await page.locator('canvas[data-toned]').waitFor()

  // A line along the dark one, drawn on the picture: it hangs by four degrees.
  await page.getByRole('button', { name: 'Draw the horizon' }).click()
  const stage = (await page.locator('canvas[data-toned]').boundingBox())!
  const at = (x: number, y: number) => [stage.x + x * stage.width, stage.y + y * stage.height] as const
  const line = (x: number) => at(x, (547 + (x * 1500 - 750) * Math.tan((4 * Math.PI) / 180)) / 1000)
  await page.mouse.move(...line(0.2))
  await page.mouse.down()
  await page.mouse.move(...line(0.8), { steps: 6 })
  await page.mouse.up()
  const degrees = page.getByLabel('Straighten, typed, °')
  await expect.poll(async () => Math.abs(Number(await degrees.inputValue()) + 4)).toBeLessThan(0.35)
  await degrees.fill('-4')
  await degrees.press('Enter')
  // The right side is drawn in: the film says what goes.
  const side = (await page.locator('[data-hold=right]').boundingBox())!
  await page.mouse.move(side.x + side.width / 2, side.y + side.height / 2)
  await page.mouse.down()
  await page.mouse.move(side.x - 90, side.y + side.height / 2, { steps: 6 })
  await page.mouse.up()
  await page.getByText(/% of the picture goes/).waitFor()
  await page.getByText('Laid out anew:').waitFor()
  const light = page.getByLabel('Light, typed')
  await light.fill('30')
  await light.press('Enter')
  // Step by step back, and on again.
  await page.locator('main').click({ position: { x: 4, y: 4 } })
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z')
  await expect.poll(() => light.inputValue()).toBe('0')
  await expect.poll(() => page.getByRole('button', { name: 'No crop' }).isDisabled()).toBe(true)
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+Shift+z')
  await expect.poll(() => light.inputValue()).toBe('30')

  await page.keyboard.press('f')
  await page.getByRole('radio', { name: 'As readers get it', checked: true }).waitFor()
  await page.getByRole('button', { name: 'Keep it so' }).click()
  await kept(page)
  const adjusted = await read(picture.id)
  expect(adjusted.recipe).toMatchObject({ straighten: -4, light: 30, turn: 0 })
  expect(adjusted.width / adjusted.height).toBeLessThan(1.45)
  expect(adjusted.width).toBeLessThan(1400)
  await page.getByText('making it…').waitFor({ state: 'hidden' })
  await expect.poll(async () => (await apart(page, adjusted)).worst, { timeout: 20_000 }).toBeLessThan(8)
  expect((await apart(page, adjusted)).mean).toBeLessThan(1)

  // The blog is behind, says so, and is sent again in one go.
  const before = await (await readAddress(url)).text()
  await page.goto(`${APP}/posts`)
  const behind = page.getByRole('region', { name: 'Posts that are behind' })
  await behind.getByText('Hung straight').waitFor()
  await behind.getByRole('button', { name: /Publish (it|them) again/ }).click()
  await behind.waitFor({ state: 'hidden' })
  const after = await (await readAddress(url)).text()
  const files = (page: string) => new Set(page.match(/[0-9a-f]{20}-\d+\.webp/g))
  expect([...files(after)].some((file) => !files(before).has(file))).toBe(true)

  // The original comes back from the states that it had.
  await openAdjusting(page, picture.id)
  await page.locator('[data-fold=Earlier] > summary').click()
  await page.getByRole('button', { name: 'As it came', exact: true }).click()
  await page.getByRole('button', { name: 'Keep it so' }).click()
  await kept(page)
  expect(await read(picture.id)).toMatchObject({
    recipe: null,
    width: 1500,
    height: 1000,
    focus: { x: expect.closeTo(0.6) },
  })
})

it('eleven in turn: ten others get the same light, each in its own frame, and one is brought back', async () => {
  const made: Picture[] = []
  for (let i = 0; i < 11; i++) made.push(await hanging(`KM_turn${String(i).padStart(2, '0')}.jpg`, 30 * i + 7))
  const page = await openWindow()
  // One has a frame of its own.
  await openAdjusting(page, made[4]!.id)
  await page.keyboard.press('t')
  await page.keyboard.press('Control+Enter')
  await kept(page)

  await page.goto(`${APP}/pictures`)
  await page.getByLabel('Search the pictures').fill('KM_turn')
  await page.locator('main button[title="KM_turn10.jpg"]').waitFor()
  await expect.poll(() => page.locator('main [data-picture]').count()).toBe(11)
  await page.locator('main button[title="KM_turn10.jpg"]').click()
  await page.keyboard.press('Control+a')
  await page.getByRole('link', { name: 'Adjust in turn…' }).click()
  await page.locator('canvas[data-toned]').waitFor()
  const ruler = page.getByRole('slider', { name: 'Light' })
  await ruler.focus()
  for (let i = 0; i < 25; i++) await page.keyboard.press('ArrowRight')
  await page.getByText('This light for the 10 others').click()
  await page.getByText('10 pictures have this light and these colours.').waitFor({ timeout: 60_000 })
  // Moving on keeps the one in hand too.
  await page.locator('main').click({ position: { x: 4, y: 4 } })
  await page.keyboard.press('PageDown')
  await expect
    .poll(async () => Promise.all(made.map(async ({ id }) => (await read(id)).recipe?.light)))
    .toEqual(made.map(() => 25))
  expect((await read(made[4]!.id)).recipe).toMatchObject({ turn: 1, light: 25 } satisfies Partial<Recipe>)

  await page
    .getByRole('region', { name: 'In turn' })
    .getByRole('button', { name: /KM_turn07/ })
    .click()
  await page.getByText('Adjusting KM_turn07.jpg').waitFor()
  await page.getByRole('button', { name: 'Back to the original' }).click()
  await page.getByRole('button', { name: 'Keep it so' }).click()
  await kept(page)
  expect((await read(made[7]!.id)).recipe).toBeNull()
  expect((await read(made[6]!.id)).recipe).toMatchObject({ light: 25 })

  // What would be another shape in a post is told before it is done.
  await createPost({ ...post(rowOf([made[6]!.id, made[5]!.id])), title: 'Stands in a row' })
  await page.locator('main').click({ position: { x: 4, y: 4 } })
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'All of it for the 10 others' }).click()
  await page.getByText('Rows are laid out anew in “Stands in a row”.').waitFor()
  await page.getByRole('button', { name: 'Leave them' }).click()
  expect((await read(made[6]!.id)).recipe).toMatchObject({ turn: 0, light: 25 })
})

it('works by keys alone, and what is not kept yet outlives a closed window', async () => {
  const picture = await hanging('KM_keys.jpg', 300)
  const page = await openWindow()
  await openAdjusting(page, picture.id)
  await page.keyboard.press('Shift+T')
  await page.keyboard.press('m')
  for (let i = 0; i < 10; i++) await page.keyboard.press('-')
  await page.keyboard.press('Shift+ArrowLeft')
  const keeps = page.getByRole('list', { name: 'What is kept' })
  await keeps.getByText(/% of the picture goes/).waitFor()
  await keeps.getByText('Of what there is to see').waitFor()
  const told = await keeps.textContent()
  await page.reload()
  await page.getByText('taken up where you left it').waitFor()
  await expect.poll(() => keeps.textContent()).toBe(told)
  expect((await read(picture.id)).recipe).toBeNull()
  // The sheet is lifted while the key is held.
  await page.locator('canvas[data-toned]').waitFor()
  await page.keyboard.down('b')
  await page.getByText('as it came', { exact: true }).waitFor()
  await page.keyboard.up('b')
  await page.getByText('as it came', { exact: true }).waitFor({ state: 'hidden' })
  await page.keyboard.press('Control+Enter')
  await kept(page)
  const { recipe, width, height } = await read(picture.id)
  expect(recipe).toMatchObject({ turn: 3, mirror: true })
  expect(told).toContain(`${width} × ${height} px`)
  expect(height).toBeGreaterThan(width)
})

it('a row crops a picture for itself: square there, whole everywhere else, and back with one undo', async () => {
  const [one, other] = [await hanging('KM_here.jpg', 120), await hanging('KM_there.jpg', 20)]
  const content = post(
    text('x'),
    rowOf([one.id, other.id], { id: 'pair' }),
    text('y'),
    rowOf([one.id], { id: 'alone' }),
  )
  const { id } = await createPost({ ...content, title: 'Cropped here' })
  const page = await openWindow()
  await openBoard(page, id)
  const shapes = () =>
    page.locator('.ProseMirror .seat .pic img').evaluateAll((images) =>
      images.map((image) => {
        const { width, height } = image.getBoundingClientRect()
        return Math.round((100 * width) / height) / 100
      }),
    )
  await expect.poll(shapes).toEqual([1.5, 1.5, 1.5])
  await page.locator('.ProseMirror .seat .pic img').first().click()
  await unfold(page, 'Crop here')
  await page.getByLabel('Shape in this row').selectOption('Square')
  await expect.poll(shapes).toEqual([1, 1.5, 1.5])
  await page.getByText('it leaves out 33 %').waitFor()
  await page.getByLabel('Width to height in this row, : 1').fill('0.8')
  await page.keyboard.press('Enter')
  await expect.poll(shapes).toEqual([0.8, 1.5, 1.5])
  await saved(page)
  // Who goes to adjust it and comes back stands at the same picture.
  await page.getByRole('link', { name: 'Adjust', exact: true }).click()
  await page.locator('canvas[data-toned]').waitFor()
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  await page.getByRole('region', { name: 'Texts of picture 1' }).waitFor()
  await expect.poll(shapes).toEqual([0.8, 1.5, 1.5])
  const { url } = await publishPost(id, (await readPost(id)).version)
  const reader = await openWindow()
  await reader.goto(url)
  const published = await reader
    .locator('.row.row .pic img')
    .evaluateAll((images) => images.map((image) => Math.round((100 * image.clientWidth) / image.clientHeight) / 100))
  expect(published).toEqual([0.8, 1.5])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(shapes).toEqual([1.5, 1.5, 1.5])
})
