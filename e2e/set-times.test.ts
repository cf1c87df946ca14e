import { expect, it, onTestFinished } from 'vitest'
import type { HouseStyle } from '../core/house/house-style.ts'
import { post, text } from '../core/testing/builders.ts'
import { momentsOf, wallTime } from '../core/times/wall-time.ts'
import { APP, createPost, openBoard, openWindow, putHouse, readAddress, readPost } from './journey.ts'

const ZONE = 'Europe/Dublin'

it('a post is held for a set time, told of by day, moved to a night when clocks change, and let go live at once', async () => {
  const house: HouseStyle = await (await fetch(`${APP}/api/house`)).json()
  await putHouse({ ...house, timeZone: ZONE })
  onTestFinished(() => void putHouse(house))
  const { id } = await createPost({ ...post(text('The winch is oiled.')), title: 'A winch for spring' })
  // Who writes is far from the blog.
  const page = await openWindow({ timezoneId: 'America/New_York' })
  await openBoard(page, id)
  await page.getByRole('button', { name: 'Publish…' }).click()
  const sheet = page.getByRole('dialog', { name: 'Publish' })
  await sheet.getByLabel('At a set time', { exact: true }).check()
  const from = sheet.getByLabel('At a set time: day and time', { exact: true })
  await expect.poll(() => from.inputValue()).toMatch(/T08:00$/)
  const year = new Date().getFullYear() + 1
  await from.fill(`${year}-07-01T08:00`)
  await sheet.getByText(`1 July ${year} at 08:00 (UTC+1).`).waitFor()
  await sheet.getByLabel('Withdraw it at a set time', { exact: true }).check()
  const until = sheet.getByLabel('Withdraw it at a set time: day and time')
  await until.fill(`${year}-06-01T08:00`)
  await sheet.getByText('The post would be withdrawn before it goes live.').waitFor()
  await expect.poll(() => sheet.getByRole('button', { name: 'Publish at that time' }).isDisabled()).toBe(true)
  await until.fill(`${year}-12-24T18:00`)
  await sheet.getByRole('button', { name: 'Publish at that time' }).click()
  await sheet.getByText('The blog has the post, and shows it').waitFor()
  const { publication } = await readPost(id)
  expect(publication).toMatchObject({
    state: 'planned',
    from: `${year}-07-01T07:00:00.000Z`,
    until: `${year}-12-24T18:00:00.000Z`,
  })
  expect((await readAddress(publication.url!)).status).toBe(404)

  await page.goto(`${APP}/posts`)
  const coming = page.getByRole('region', { name: 'Times to come' })
  await coming
    .getByRole('listitem')
    .filter({ hasText: `1 July ${year}` })
    .getByText('goes live')
    .waitFor()
  await coming
    .getByRole('listitem')
    .filter({ hasText: `24 December ${year}` })
    .getByText('is withdrawn')
    .waitFor()

  // The night on which clocks are put back shows one time twice: the second is meant.
  const twice = Array.from({ length: 31 }, (_, day) => `${year}-10-${String(day + 1).padStart(2, '0')}T01:30`).find(
    (time) => momentsOf(time, ZONE).moments.length === 2,
  )!
  await coming.getByRole('link', { name: 'A winch for spring' }).first().click()
  await page.getByRole('button', { name: 'Publish…' }).click()
  await expect.poll(() => from.inputValue()).toBe(`${year}-07-01T08:00`)
  await from.fill(twice)
  await sheet.getByLabel('At a set time: which of two', { exact: true }).selectOption('second')
  await sheet.getByRole('button', { name: 'Publish at that time' }).click()
  await sheet.getByText('The blog has the post, and shows it').waitFor()
  const moved = (await readPost(id)).publication.from!
  expect([moved, wallTime(moved, ZONE)]).toEqual([momentsOf(twice, ZONE).moments[1], twice])

  await sheet.getByLabel('At once').check()
  await sheet.getByRole('button', { name: 'Publish live' }).click()
  await sheet.getByText('The post is live, and is withdrawn').waitFor()
  expect((await readAddress(publication.url!)).status).toBe(200)
  await sheet.getByLabel('Withdraw it at a set time', { exact: true }).uncheck()
  await sheet.getByRole('button', { name: 'Update the live post' }).click()
  await expect.poll(async () => (await readPost(id)).publication).toMatchObject({ state: 'live', until: null })
})
