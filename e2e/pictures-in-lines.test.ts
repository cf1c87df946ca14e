import sharp from 'sharp'
import { expect, it } from 'vitest'
import { htmlErrors, nuIsHere } from './checkers.ts'
import { post, text } from '../core/testing/builders.ts'
import {
  bringIn,
  changePicture,
  createPost,
  openBoard,
  openWindow,
  publishPost,
  readAddress,
  readPost,
  savedBody,
} from './journey.ts'

it('a small picture is put within a line, written on around, undone, copied, and read where it stands', async () => {
  // One of its own, which says what it shows, whatever else is here.
  const drawn = sharp({ create: { width: 300, height: 200, channels: 3, background: '#3f6f8f' } }).png()
  const reel = await bringIn('KM_reel_in_line.png', await drawn.toBuffer())
  await changePicture(reel.id, { alt: 'A reel' })
  const { id } = await createPost({ ...post(text('Press to let go, then wait.')), title: 'The reel with one hand' })
  const page = await openWindow()
  await openBoard(page, id)
  await page.getByText('Press to let go').click()
  await page.keyboard.press('Home')
  for (let i = 0; i < 'Press '.length; i++) await page.keyboard.press('ArrowRight')
  await page.getByRole('button', { name: 'More…' }).click()
  await page.getByRole('button', { name: 'Picture in the line…' }).click()
  const picker = page.getByRole('dialog', { name: 'Choose a picture for the line' })
  await picker.getByLabel('Search the pictures').fill('KM_reel_in_line')
  await picker.locator('button[title="A reel"]').click()
  await picker.waitFor({ state: 'hidden' })
  // The caret stands behind it.
  await page.keyboard.type(' twice')
  const [block] = await savedBody(page)
  const content = (block as { content: { type: string; text?: string; attrs?: { id: string; wide: number } }[] })
    .content
  expect(content.map((part) => part.text ?? part.type)).toEqual([
    'Press ',
    'linePicture',
    ' twiceto let go, then wait.',
  ])
  const { wide } = content[1]!.attrs!

  const paragraph = page.locator('.ProseMirror p', { hasText: 'Press' }).first()
  const sizeOf = (image: Element) => {
    const { width, height } = image.getBoundingClientRect()
    const em = Number.parseFloat(getComputedStyle(image.parentElement!).fontSize)
    const line = Number.parseFloat(getComputedStyle(image.parentElement!).lineHeight)
    return [width / em, height / em, image.parentElement!.getBoundingClientRect().height / line]
  }
  const held = (found: number[]) =>
    [wide, 1, 1].forEach((wanted, i) => expect(Math.abs(found[i]! - wanted), `${found}`).toBeLessThan(0.02))
  held(await paragraph.locator('img.letter').evaluate(sizeOf))

  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  await expect.poll(() => page.locator('.ProseMirror img.letter').count()).toBe(0)
  await page.keyboard.press('ControlOrMeta+Shift+z')
  await expect.poll(() => page.locator('.ProseMirror img.letter').count()).toBe(1)
  // Copied with the words around it.
  await page.keyboard.press('ControlOrMeta+a')
  await page.keyboard.press('ControlOrMeta+c')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ControlOrMeta+v')
  await expect.poll(() => page.locator('.ProseMirror img.letter').count()).toBe(2)
  await savedBody(page)

  const { version } = await readPost(id)
  const { url } = await publishPost(id, version)
  const html = await (await readAddress(url)).text()
  expect(html.match(/<img class="letter" src="[^"]+" alt="A reel"/g)).toHaveLength(2)
  if (nuIsHere()) expect(await htmlErrors([url])).toBe('')
  const reader = await openWindow()
  await reader.goto(url)
  const image = reader.locator('article img.letter').first()
  await expect.poll(() => image.evaluate((one) => (one as HTMLImageElement).naturalWidth)).toBeGreaterThan(0)
  held(await image.evaluate(sizeOf))
})
