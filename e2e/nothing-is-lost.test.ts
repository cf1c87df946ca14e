import { expect, it } from 'vitest'
import { post, text } from '../core/testing/builders.ts'
import type { SavedState } from '../core/wire/post.ts'
import { createPost, openBoard, openWindow, readPost, saved } from './journey.ts'
import { inject } from 'vitest'

const textOf = async (id: string) => JSON.stringify((await readPost(id)).content.body)

it('what is typed while the server is away is kept, survives a reload, and is saved when it is back', async () => {
  const { id } = await createPost(post(text('Before.')))
  const page = await openWindow({}, true)
  await openBoard(page, id)
  await page.route(`**/api/posts/${id}`, (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()))
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('End')
  await page.keyboard.type(' Typed with no server.')
  await page.getByText('Server away: kept here').waitFor()
  expect(await textOf(id)).not.toContain('no server')
  await page.reload()
  await page.getByText('Typed with no server.').waitFor()
  await page.unroute(`**/api/posts/${id}`)
  await saved(page)
  await expect.poll(() => textOf(id)).toContain('Typed with no server.')
})

it('a change is with the server within a second', async () => {
  const { id } = await createPost(post(text('Before.')))
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.type('Now ')
  await page.waitForTimeout(1000)
  expect(await textOf(id)).toContain('Now ')
})

it('undo reaches back across a reload', async () => {
  const { id } = await createPost(post(text('Before.')))
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('Control+Alt+2')
  await page.getByLabel('Title').fill('Changed title')
  await page.waitForTimeout(800)
  await saved(page)
  await page.reload()
  await page.locator('.ProseMirror h2').waitFor()
  await page.keyboard.press('Control+z')
  expect(await page.getByLabel('Title').inputValue()).toBe('At the slip')
  await page.keyboard.press('Control+z')
  await page.locator('.ProseMirror p').waitFor()
  expect(await page.locator('.ProseMirror h2').count()).toBe(0)
  await page.keyboard.press('Control+Shift+z')
  await page.locator('.ProseMirror h2').waitFor()
})

it('of two windows the second is refused, both texts are kept, and one is chosen', async () => {
  const { id } = await createPost(post(text('Before.')))
  const [one, two] = [await openWindow(), await openWindow({}, true)]
  await openBoard(one, id)
  await openBoard(two, id)
  await one.locator('.ProseMirror p').first().click()
  await one.keyboard.type('From one. ')
  await one.waitForTimeout(1000)
  await saved(one)
  await two.locator('.ProseMirror p').first().click()
  await two.keyboard.type('From two. ')
  const dialog = two.getByRole('dialog', { name: /changed in another window/ })
  await dialog.waitFor()
  expect(await textOf(id)).toContain('From one.')
  const states = (await (await fetch(`${inject('app')}/api/posts/${id}/states`)).json()) as SavedState[]
  expect(states.some((state) => state.aside)).toBe(true)
  await dialog.getByRole('button', { name: 'Go on with this text' }).click()
  await saved(two)
  await expect.poll(() => textOf(id)).toContain('From two.')

  // The other one is refused in turn, and takes what the second wrote; its own text is a step of undo away.
  await one.locator('.ProseMirror p').first().click()
  await one.keyboard.type('More. ')
  await one.getByRole('button', { name: 'Go on with the other text' }).click()
  await one.getByText('From two.').waitFor()
  await one.keyboard.press('Control+z')
  await one.getByText('From one.').waitFor()
})

it('every saved state can be returned to', async () => {
  const { id } = await createPost(post(text('As it was.')))
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('All new.')
  await page.waitForTimeout(900)
  await saved(page)
  await page.getByRole('button', { name: 'Saved states…' }).click()
  await page.getByRole('button', { name: 'Return to this' }).last().click()
  await page.locator('.ProseMirror').getByText('As it was.').waitFor()
  await expect.poll(() => textOf(id)).toContain('As it was.')
})
