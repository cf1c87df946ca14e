import { afterAll, beforeAll, expect, it } from 'vitest'
import sharp from 'sharp'
import { EMPTY_FRONT } from '../core/front/front.ts'
import { newShow } from '../core/shows/show.ts'
import { post, text } from '../core/testing/builders.ts'
import type { FrontAnswer } from '../core/wire/front.ts'
import { htmlErrors, nuIsHere, SERIOUS, violations } from './checkers.ts'
import {
  APP,
  bringIn,
  createPost,
  HOST,
  movedOn,
  openBoard,
  openWindow,
  PHONE,
  publishPost,
  readAddress,
  savedBody,
  watchShift,
} from './journey.ts'

const TOPIC = 'Slipway slides'

/** A live post of the topic over a picture of one light. */
async function publishDay(day: number, light: number): Promise<string> {
  const background = { r: light, g: light, b: Math.min(255, light + day) }
  const bytes = await sharp({ create: { width: 1500, height: 1000, channels: 3, background } })
    .jpeg()
    .toBuffer()
  const { id } = await bringIn(`slides-${day}.jpg`, bytes)
  const { id: own, version } = await createPost({
    ...post(text('The wind came round at noon.')),
    title: `Slipway ${day}`,
    topics: [TOPIC],
    byline: 'Orla',
    featured: { picture: id, focus: { x: 0.5, y: 0.5 } },
  })
  await publishPost(own, version)
  return own
}
const front = async () => (await (await readAddress(`${APP}/api/front`)).json()) as FrontAnswer
const putFront = async (change: object) => {
  const { version } = await front()
  const body = JSON.stringify({ baseVersion: version, front: { ...EMPTY_FRONT, ...change } })
  await readAddress(`${APP}/api/front`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body })
}

beforeAll(async () => {
  // Two of them so light that white words can't be read over them.
  for (const [day, light] of [30, 240, 40, 235, 50].entries()) await publishDay(day + 1, light)
}, 60_000)
afterAll(() => putFront({}))

it('five posts become a slideshow, two slides are mended by one press, and readers have it with scripts and without', async () => {
  const page = await openWindow()
  await page.goto(`${APP}/front`)
  await page.getByRole('button', { name: 'New slideshow of posts' }).click()
  await page.getByLabel('Name, for you alone').fill('From the slipway')
  await page.getByRole('radio', { name: 'Of a topic' }).click()
  await page.getByLabel('Topic of the posts').selectOption(TOPIC)
  await page.getByText('2 of 5 do not fit, or can’t be read, at some width').waitFor()
  await page.getByRole('radio', { name: 'Sheet of slides' }).click()
  // The worst come first, each with what is wrong and what mends it.
  const lines = page.locator('section[aria-label=Slides] tbody tr')
  await expect.poll(() => lines.count()).toBe(5)
  await expect.poll(() => lines.nth(0).textContent()).toMatch(/Slipway [24].*Title: contrast 1\.\d, needs 3/)
  await expect.poll(() => lines.nth(2).textContent()).toContain('Fits and can be read')
  expect(await violations(page, SERIOUS)).toEqual([])
  await page.getByRole('button', { name: 'Mend all, 2 slides' }).click()
  await page.getByText('All 5 slides fit and can be read at every width').waitFor()
  // One step back, and forth again; and one slide worded otherwise for this slideshow alone.
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByText('2 of 5 do not fit').waitFor()
  await page.getByRole('button', { name: 'Redo' }).click()
  await page.getByText('All 5 slides fit').waitFor()
  await page.getByRole('button', { name: 'Slipway 3' }).click()
  await page.getByLabel('Title', { exact: true }).fill('The third day')
  await page.getByText('All 5 slides fit').waitFor()
  // Taken out by mistake: the notice brings it back as it was.
  await page.getByRole('button', { name: 'Take out this slideshow' }).click()
  await page.getByText('“From the slipway” is taken out.').waitFor()
  await expect.poll(() => page.getByRole('link', { name: 'From the slipway' }).count()).toBe(0)
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await page.getByRole('link', { name: 'From the slipway' }).click()
  await page.getByText('All 5 slides fit').waitFor()
  // A closed window loses nothing of it.
  await page.reload()
  await expect.poll(() => page.getByLabel('Name, for you alone').inputValue()).toBe('From the slipway')
  await page.getByRole('button', { name: 'Put on the blog' }).click()
  await page.getByText('As readers have it').waitFor()

  const reader = await openWindow({ viewport: PHONE, hasTouch: true })
  await watchShift(reader)
  await reader.goto(HOST)
  const slideshow = reader.getByRole('group', { name: 'Slideshow of posts' })
  await slideshow.getByText('1 of 5').waitFor()
  const title = slideshow.locator('.told:not([inert]) .l0')
  await expect.poll(() => title.textContent()).toBe('Slipway 5')
  // On a phone the words stand below the picture.
  const below = await slideshow
    .locator('.told')
    .first()
    .evaluate((slide) => {
      const [seen, said] = ['.seen', '.said'].map((part) => slide.querySelector(part)!.getBoundingClientRect())
      return said!.top >= seen!.bottom - 1
    })
  expect(below).toBe(true)
  await slideshow.getByRole('button', { name: 'Next picture' }).click()
  await slideshow.getByRole('button', { name: 'Next picture' }).click()
  await expect.poll(() => title.textContent()).toBe('The third day')
  expect(await violations(reader, SERIOUS)).toEqual([])
  expect(await movedOn(reader)).toEqual([])
  // The whole slide leads to its post.
  const seen = (await slideshow.locator('.told:not([inert]) .seen').boundingBox())!
  await reader.mouse.click(seen.x + 40, seen.y + 40)
  await reader.waitForURL(/slipway-3/)

  const plain = await openWindow({ javaScriptEnabled: false })
  await plain.goto(HOST)
  await expect.poll(() => plain.locator('.told').count()).toBe(5)
  await plain.locator('.told').nth(4).scrollIntoViewIfNeeded()
  await plain.locator('.told .to').nth(4).click()
  await plain.waitForURL(/slipway-1/)

  if (nuIsHere()) expect(await htmlErrors([HOST, `${HOST}/topics/slipway-slides/`])).toBe('')

  await publishDay(6, 60)
  await reader.goto(HOST)
  await slideshow.getByText('1 of 5').waitFor()
  await expect.poll(() => title.textContent()).toBe('Slipway 6')
}, 300_000)

it('what stands first, what is left out and a topic’s line are seen at three widths before readers have them', async () => {
  const page = await openWindow()
  await page.goto(`${APP}/front`)
  await page.getByLabel('Where “Slipway 1” stands').selectOption('First')
  await page.getByLabel('Where “Slipway 4” stands').selectOption('Left out')
  const wide = page.frameLocator('iframe[title="Wide, 1280 px"]')
  const listed = (frame = wide) => frame.locator('.list h2').allTextContents()
  await expect.poll(async () => (await listed())[0]).toBe('Slipway 1')
  await expect.poll(listed).not.toContain('Slipway 4')
  await expect.poll(() => listed(page.frameLocator('iframe[title="Phone, 390 px"]'))).not.toContain('Slipway 4')
  await page.getByText('Topics', { exact: true }).click()
  await page.getByRole('button', { name: TOPIC, exact: true }).click()
  await page.getByLabel('Line of introduction').fill('Every day at the water.')
  await wide.getByText('Every day at the water.').waitFor()
  await expect.poll(listed).toContain('Slipway 4')
  expect(await violations(page, SERIOUS)).toEqual([])
  // Nothing of it is on the blog yet.
  expect(await (await readAddress(HOST)).text()).toContain('Slipway 4</a></h2>')
  await page.getByRole('button', { name: 'Put on the blog' }).click()
  await page.getByText('As readers have it').waitFor()
  expect(await (await readAddress(HOST)).text()).not.toContain('Slipway 4</a></h2>')
  expect(await (await readAddress(`${HOST}/topics/slipway-slides/`)).text()).toContain('Every day at the water.')
  // Another window has saved in the meantime: nothing is lost, and it is said.
  await page.getByLabel('Where “Slipway 5” stands').selectOption('Left out')
  await putFront({})
  await page.getByRole('button', { name: 'Put on the blog' }).click()
  await page.getByText('Another window has saved the front page').waitFor()
  await page.getByRole('button', { name: 'Put mine over it' }).click()
  await page.getByText('As readers have it').waitFor()
  expect((await front()).front.leftOut).toHaveLength(2)
}, 60_000)

it('a slideshow of posts is put into a post, seen there, and taken back', async () => {
  const [show, other] = [newShow('show-inner', 'Inner'), newShow('show-other', 'Other')]
  await putFront({ shows: [{ ...show, from: { by: 'topic', topic: TOPIC } }, other] })
  const { id } = await createPost({ ...post(text('Before it.'), text('After it.')), title: 'With slides' })
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  await page.getByRole('button', { name: 'More…', exact: true }).click()
  await page.getByRole('button', { name: 'Post slides' }).click()
  await page.locator('.ProseMirror > .shown-posts.ProseMirror-selectednode .told').first().waitFor()
  await expect.poll(() => page.locator('.shown-posts .told .l0').first().textContent()).toMatch(/^Slipway \d$/)
  const shown = { type: 'shownPosts', attrs: { show: 'show-inner' } }
  expect(await savedBody(page)).toEqual([text('Before it.'), shown, text('After it.')])
  await page.getByLabel('Which slideshow of posts').selectOption('Other')
  expect((await savedBody(page))[1]).toEqual({ ...shown, attrs: { show: 'show-other' } })
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect(await savedBody(page)).toEqual([text('Before it.'), text('After it.')])
}, 60_000)
