import { beforeAll, describe, expect, it } from 'vitest'
import { heading, post, rowOf, text } from '../core/testing/builders.ts'
import type { Post } from '../core/wire/post.ts'
import type { OpenSet } from '../core/wire/sets.ts'
import { ANY, SERIOUS, violations } from './checkers.ts'
import {
  APP,
  createPost,
  HOST,
  openBoard,
  openWindow,
  PHONE,
  picturesHere,
  publishPost,
  readAddress,
} from './journey.ts'

let sample: Post
beforeAll(async () => {
  const pictures = await picturesHere()
  const [a, b, c] = pictures.map(({ id }) => id)
  sample = await createPost({
    ...post(
      heading('Launch'),
      text('Wind. '.repeat(60)),
      rowOf([a!, b!], { id: 'pair-1' }),
      text('More. '.repeat(60)),
      rowOf([{ id: c!, alt: 'A kite' }], { one: { side: 'left', width: { unit: '%', value: 40 } } }),
      text('Rest. '.repeat(90)),
    ),
    tray: pictures.map(({ id }) => id),
    topics: ['Launch days'],
  })
})

describe('axe finds nothing serious', () => {
  it.each(['/posts', '/pictures', '/pictures/sheet', '/pictures/look-alikes', '/house-style'])(
    'on %s',
    async (place) => {
      const page = await openWindow()
      await page.goto(APP + place)
      await page.waitForLoadState('networkidle')
      expect(await violations(page, SERIOUS)).toEqual([])
    },
  )
  it.each(['/posts', '/pictures', '/pictures/sheet', '/pictures/look-alikes', '/house-style', '/sets', '/front'])(
    'on %s while all of it is still on its way',
    async (place) => {
      const page = await openWindow()
      await page.route('**/api/**', () => {})
      await page.goto(APP + place)
      await page
        .getByText(/^Fetching /)
        .first()
        .waitFor()
      expect(await violations(page, SERIOUS)).toEqual([])
    },
  )
  it('on a picture that is being adjusted, alone and among others', async () => {
    const ids = (await picturesHere()).slice(0, 4).map(({ id }) => id)
    const page = await openWindow()
    await page.goto(`${APP}/pictures`)
    await page.evaluate(
      ([id, all]) => history.replaceState({ usr: { ids: all }, key: 'given' }, '', `/pictures/${id as string}/adjust`),
      [ids[1]!, ids] as const,
    )
    await page.reload()
    await page.locator('canvas[data-toned]').waitFor()
    await page.getByRole('region', { name: 'In turn' }).waitFor()
    await page.getByLabel('Shape of the crop').selectOption('Square')
    await page.getByText(/% of the picture goes/).waitFor()
    expect(await violations(page, SERIOUS)).toEqual([])
  })
  it('on the sets, and on one of them', async () => {
    const send = async (place: string, body: object) =>
      (
        await readAddress(`${APP}/api/${place}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        })
      ).json()
    const pictures = (await picturesHere()).slice(0, 4).map(({ id }) => id)
    const { set } = (await send('sets', { name: 'For everyone', pictures })) as OpenSet
    await send('sets/shelves', { name: 'A shelf for everyone' })
    const page = await openWindow()
    await page.goto(`${APP}/sets`)
    await page.getByRole('link', { name: /For everyone/ }).waitFor()
    expect(await violations(page, SERIOUS)).toEqual([])
    await page.goto(`${APP}/sets/${set.id}`)
    await page.locator('main [data-picture] button').first().click()
    await page.getByLabel('Position in the set, of 4').waitFor()
    expect(await violations(page, SERIOUS)).toEqual([])
  })
  it('on the board, with a row selected, and with its dialogs', async () => {
    const page = await openWindow()
    await openBoard(page, sample.id)
    expect(await violations(page, SERIOUS)).toEqual([])
    await page.locator('[data-region=spine] button').first().click()
    await page.getByRole('heading', { name: 'Side by side, 2 pictures' }).waitFor()
    await page.locator('[data-tray]').first().click()
    expect(await violations(page, SERIOUS)).toEqual([])
    await page.getByRole('button', { name: 'Keys' }).click()
    expect(await violations(page, SERIOUS)).toEqual([])
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Publish…' }).click()
    await page.getByRole('dialog').getByText('Will change').waitFor()
    expect(await violations(page, SERIOUS)).toEqual([])
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: /^Marks/ }).click()
    await page.getByRole('dialog', { name: 'Marks' }).waitFor()
    expect(await violations(page, SERIOUS)).toEqual([])
  })
  it('on the proof', async () => {
    const page = await openWindow()
    await page.goto(`${APP}/posts/${sample.id}/proof`)
    await page.frameLocator('iframe').first().locator('h1').waitFor()
    expect(await violations(page, SERIOUS)).toEqual([])
    await page.getByRole('button', { name: /^Weight phone \d+ kB$/ }).press('Enter')
    const sheet = page.getByRole('dialog', { name: 'Weight of the page' })
    await sheet.locator('.recharts-bar-rectangle').first().waitFor()
    await expect
      .poll(() => sheet.getByRole('rowheader').allTextContents())
      .toEqual(['Phone 390', 'Tablet 820', 'Wide 1280'])
    expect(await violations(page, SERIOUS)).toEqual([])
  })
  it.each([PHONE, { width: 1280, height: 800 }])(
    'of any weight on the published post and list, %o',
    async (viewport) => {
      const { url } = await publishPost(sample.id, sample.version)
      const page = await openWindow({ viewport, bypassCSP: true })
      for (const address of [url, HOST]) {
        await page.goto(address)
        expect(await violations(page, ANY)).toEqual([])
      }
    },
  )
})
