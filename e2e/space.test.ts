import { expect, it } from 'vitest'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { SPACE_TYPE } from '../core/house/text-type.ts'
import { post, text } from '../core/testing/builders.ts'
import { createPost, openBoard, openWindow, PHONE, publishPost, readPost, saved, WIDE } from './journey.ts'

it('a space between paragraphs is put in, grown by keys, undone, and is smaller on a phone', async () => {
  const { id } = await createPost({ ...post(text('Before it.'), text('After it.')), title: 'With room' })
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  await page.getByRole('button', { name: 'Space', exact: true }).click()
  await page.locator('.ProseMirror > .space.ProseMirror-selectednode').waitFor()
  for (const key of ['+', '+', '-']) await page.keyboard.press(key)
  await saved(page)
  const blocks = async () => (await readPost(id)).content.body.content
  await expect.poll(blocks).toEqual([text('Before it.'), { type: 'space', attrs: { lines: 3 } }, text('After it.')])
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  await saved(page)
  await expect.poll(blocks).toEqual([text('Before it.'), text('After it.')])
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+Shift+z')
  await saved(page)
  await expect.poll(async () => (await blocks()).length).toBe(3)

  const { url } = await publishPost(id, (await readPost(id)).version)
  const { fontSize, lineHeight } = STARTING_STYLE.type
  const full = 3 * fontSize * lineHeight
  for (const [viewport, high] of [
    [WIDE, full],
    [PHONE, full * SPACE_TYPE.whereNarrow],
  ] as const) {
    const reader = await openWindow({ viewport })
    await reader.goto(url)
    const box = await reader.locator('.space').boundingBox()
    expect(Math.abs(box!.height - high)).toBeLessThan(0.1)
  }
})
