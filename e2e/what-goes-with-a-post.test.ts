import { expect, it } from 'vitest'
import { post, text } from '../core/testing/builders.ts'
import {
  APP,
  createPost,
  openBoard,
  openWindow,
  publishPost,
  readAddress,
  readPost,
  savedBody,
  savePost,
} from './journey.ts'

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

it('live posts that changed since are chosen on the posts screen, and published as they are now', async () => {
  const made = []
  for (const name of ['Reel', 'Spar', 'Sail']) {
    const { id, version, content } = await createPost({ ...post(text('First.')), title: `${name} of the shed` })
    const { url } = await publishPost(id, version)
    await savePost(id, version, { ...content, ...post(text('Second.')), title: content.title })
    made.push({ name: content.title, url })
  }
  const page = await openWindow()
  await page.goto(`${APP}/posts`)
  const ahead = page.getByRole('region', { name: 'Posts that changed' })
  // Those of other journeys stay as they are.
  await ahead.getByRole('checkbox', { name: 'Update Reel of the shed' }).waitFor()
  for (const box of await ahead.getByRole('checkbox').all())
    if (!/(Reel|Sail) of the shed/.test((await box.getAttribute('aria-label'))!)) await box.uncheck()
  await ahead.getByRole('button', { name: 'Update 2 posts' }).click()
  await page.getByText('2 posts published again.').waitFor()
  const read = async ({ url }: { url: string }) => (await readAddress(url)).text()
  expect(await read(made[0]!)).toContain('Second.')
  expect(await read(made[1]!)).toContain('First.')
  expect(await read(made[2]!)).toContain('Second.')
  await expect.poll(() => ahead.getByRole('checkbox', { name: 'Update Reel of the shed' }).count()).toBe(0)
})
