import { expect, it } from 'vitest'
import { post, rowOf, text } from '../core/testing/builders.ts'
import { createPost, openBoard, openWindow, picturesHere, readAddress } from './journey.ts'

it('a post goes to another blog too, as what that blog lets through, is changed there, withdrawn and brought back', async () => {
  const [picture] = await picturesHere()
  const row = rowOf([picture!.id, picture!.id], { kind: 'side-by-side' })
  const { id } = await createPost({ ...post(text('Before the tide.'), row), title: 'Low water at six' })
  const page = await openWindow()
  await openBoard(page, id)
  await page.getByRole('button', { name: 'Publish…' }).click()
  const sheet = page.getByRole('dialog', { name: 'Publish' })
  await sheet.getByRole('radio', { name: 'Tide Log' }).click()
  await sheet.getByText('Not known yet.').waitFor()
  await sheet.getByRole('button', { name: 'Find out what it lets through' }).click()
  await sheet.getByText('Simple styles only').waitFor()
  await sheet.getByText('Rows keep the proportions that they have on a phone, at every width').waitFor()
  await sheet.getByRole('button', { name: 'Publish on Tide Log' }).click()
  await sheet.getByText('The post is on Tide Log.').waitFor()
  const address = (await sheet.getByRole('link', { name: 'Read it there' }).getAttribute('href'))!
  expect(await (await readAddress(address)).text()).not.toContain('A trial by Set Row')

  // Readers there see both pictures beside each other, with words that this blog never wrote.
  const reader = await openWindow()
  await reader.goto(address)
  const images = reader.locator('article img')
  await expect.poll(() => images.count()).toBe(2)
  await expect
    .poll(() => images.evaluateAll((all) => all.every((one) => (one as HTMLImageElement).naturalWidth > 0)))
    .toBe(true)
  const [left, right] = await images.evaluateAll((all) => all.map((one) => one.getBoundingClientRect().toJSON()))
  expect(Math.abs(left.top - right.top)).toBeLessThan(1)
  expect(left.right).toBeLessThanOrEqual(right.left + 0.1)

  await sheet.getByRole('button', { name: 'Close' }).click()
  await page.locator('.ProseMirror').getByText('Before the tide.').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' And after it.')
  await page.getByRole('button', { name: 'Publish…' }).click()
  await sheet.getByRole('radio', { name: 'Tide Log' }).click()
  await sheet.getByText('Changed here since').waitFor()
  await sheet.getByRole('button', { name: 'Update it on Tide Log' }).click()
  await sheet.getByText('Nothing changed since').waitFor()
  expect(await (await readAddress(address)).text()).toContain('And after it.')
  await sheet.getByRole('button', { name: 'Withdraw' }).click()
  await sheet.getByText('The post is withdrawn from Tide Log.').waitFor()
  expect((await readAddress(address)).status).toBe(410)
  await sheet.getByRole('button', { name: 'Bring it back on Tide Log' }).click()
  await sheet.getByText('The post is on Tide Log.').waitFor()
  expect((await readAddress(address)).status).toBe(200)
})
