import { expect, it } from 'vitest'
import { post, text } from '../core/testing/builders.ts'
import { createPost, openBoard, openWindow, publishPost, readAddress, readPost, savedBody } from './journey.ts'

it('focus words are given, led to where they are missing, and written there; who it is by and a description go along', async () => {
  const { id } = await createPost({ ...post(text('Sled kites fly low.')), title: 'On the strand' })
  const page = await openWindow()
  await openBoard(page, id)
  const ticket = page.locator('[data-region=ticket]')
  await ticket.getByLabel('Byline').fill('Orla')
  await ticket.locator('[data-fold="For those who search"] > summary').click()
  await ticket.getByLabel('Focus words').fill('sled kite')
  await page.keyboard.press('Enter')
  await ticket.getByText('1 of 4 words').waitFor()
  await ticket.getByRole('button', { name: 'not in title' }).click()
  await page.keyboard.press('Home')
  await page.keyboard.type('Sled kites: ')
  await ticket.getByText('in title', { exact: true }).waitFor()
  await ticket.getByLabel('Description, where it is not to be the excerpt').fill('How a sled is flown.')
  await savedBody(page)
  const { content, version } = await readPost(id)
  expect(content).toMatchObject({
    title: 'Sled kites: On the strand',
    byline: 'Orla',
    keywords: ['sled kite'],
    description: 'How a sled is flown.',
  })
  const { url } = await publishPost(id, version)
  const html = await (await readAddress(url)).text()
  expect(html).toContain('<meta name="description" content="How a sled is flown.">')
  expect(html).toMatch(/<p class="post-facts">[^<]* · Orla<\/p>/)
  await ticket.getByRole('button', { name: 'Take the focus word sled kite off' }).click()
  await savedBody(page)
  expect((await readPost(id)).content.keywords).toBeUndefined()
  await page.getByRole('button', { name: 'Undo' }).click()
  await savedBody(page)
  expect((await readPost(id)).content.keywords).toEqual(['sled kite'])
})
