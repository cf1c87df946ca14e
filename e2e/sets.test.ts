import { expect, it } from 'vitest'
import sharp from 'sharp'
import { rowsOf } from '../core/post/body.ts'
import type { OpenSet, SetList } from '../core/wire/sets.ts'
import { post, text } from '../core/testing/builders.ts'
import {
  APP,
  bringIn,
  changePicture,
  createPost,
  drag,
  openBoard,
  openWindow,
  publishPost,
  readAddress,
  readPost,
  rowsNow,
  saved,
} from './journey.ts'

/** Six pictures that no other journey has. */
async function six(name: string): Promise<string[]> {
  const made: string[] = []
  for (let i = 0; i < 6; i++) {
    const background = { r: 30 + 35 * i, g: 120, b: 230 - 35 * i }
    const size = i % 2 ? { width: 900, height: 600 } : { width: 700, height: 700 }
    const bytes = await sharp({ create: { ...size, channels: 3, background } })
      .jpeg()
      .toBuffer()
    const { id } = await bringIn(`KM_${name}${i}.jpg`, bytes)
    await changePicture(id, { caption: `Sled ${i}` })
    made.push(id)
  }
  return made
}
const setNamed = async (name: string): Promise<OpenSet> => {
  const { sets } = (await (await readAddress(`${APP}/api/sets`)).json()) as SetList
  const { id } = sets.find((one) => one.name === name)!
  return (await (await readAddress(`${APP}/api/sets/${id}`)).json()) as OpenSet
}
const inSet = async (name: string) => (await setNamed(name)).set.pictures.map(({ id }) => id)
const shownOn = async (url: string) =>
  ((await (await readAddress(url)).text()).match(/<figure class="pic/g) ?? []).length

it('a set is made, set into two posts in two ways, reordered and worded, and both are published again', async () => {
  const ids = await six('set')
  const page = await openWindow()
  // Made from pictures that are chosen among the pictures.
  await page.goto(`${APP}/pictures`)
  const wall = page.locator('main [data-picture] button')
  await wall.nth(5).waitFor()
  await page.locator('main button[title="KM_set5.jpg"]').click()
  for (const i of [4, 3, 2, 1])
    await page.locator(`main button[title="KM_set${i}.jpg"]`).click({ modifiers: ['Control'] })
  await page.getByRole('button', { name: 'Make a set…' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Sled kites')
  await page.keyboard.press('Enter')
  await page.getByText('“Sled kites” is among the sets.').waitFor()
  expect([...(await inSet('Sled kites'))].sort()).toEqual(ids.slice(1).sort())

  // Set into two posts: whole, with its name as a heading, and the first two side by side.
  const open = async (title: string) => {
    const { id } = await createPost({ ...post(text('Here.')), title })
    await openBoard(page, id)
    await page.getByRole('button', { name: 'Sets…' }).click()
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /Sled kites/ })
      .click()
    return id
  }
  const one = await open('All of the sleds')
  await page.getByLabel('With their names as headings').check()
  await page.getByRole('button', { name: 'Set 1 set' }).click()
  await page.locator('.ProseMirror h2', { hasText: 'Sled kites' }).waitFor()
  expect((await rowsNow(page)).map((row) => [row.kind, row.pictures.length])).toEqual([['gallery', 5]])
  const two = await open('Two of the sleds')
  await page.getByRole('button', { name: 'Set 1 set' }).click()
  const ticket = page.locator('[data-region=ticket]')
  await ticket.getByText('Shows the set').waitFor()
  await ticket.getByText('Of the set').click()
  await ticket.getByLabel('Only the first').fill('2')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await rowsNow(page))[0]!.pictures.length).toBe(2)
  // One wording here only; undo takes back what was done to the row, never what the set is.
  await ticket.getByLabel('Caption', { exact: true }).first().fill('Only here')
  await page.locator('.ProseMirror figcaption', { hasText: 'Only here' }).waitFor()
  await saved(page)
  const urls = await Promise.all(
    [one, two].map(async (id) => (await publishPost(id, (await readPost(id)).version)).url),
  )
  expect(await Promise.all(urls.map(shownOn))).toEqual([5, 2])

  // Worded, reordered by hand and by drag, one taken out; undone and done again.
  await ticket.getByRole('link', { name: 'Sled kites' }).click()
  const prints = page.locator('main [data-picture] button')
  await prints.nth(4).waitFor()
  await prints.nth(0).click()
  const aside = page.getByRole('complementary', { name: 'Ticket' })
  await aside.getByLabel('Caption').fill('A sled, says the set')
  await aside.getByLabel('Credit').click()
  const before = await inSet('Sled kites')
  await expect.poll(async () => (await setNamed('Sled kites')).set.pictures[0]!.caption).toBe('A sled, says the set')
  const last = (await prints.nth(4).boundingBox())!
  await drag(page, prints.nth(0), { x: last.x + last.width - 8, y: last.y + last.height / 2 })
  await expect.poll(() => inSet('Sled kites')).toEqual([...before.slice(1), before[0]])
  await aside.getByLabel('Position in the set, of 5').fill('2')
  await page.keyboard.press('Enter')
  await expect.poll(() => inSet('Sled kites')).toEqual([before[1], before[0], ...before.slice(2)])
  await prints.nth(4).click()
  await page.keyboard.press('Delete')
  await expect.poll(() => inSet('Sled kites')).toEqual([before[1], before[0], before[2], before[3]])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await inSet('Sled kites')).length).toBe(5)
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect.poll(async () => (await inSet('Sled kites')).length).toBe(4)

  // Both posts show it, each in its own way, and nobody has written to them.
  const rowOf = async (id: string) => rowsOf((await readPost(id)).content.body)[0]!
  expect((await rowOf(one)).pictures.map(({ id }) => id)).toEqual(await inSet('Sled kites'))
  expect((await rowOf(two)).pictures).toEqual([
    { id: before[1]! },
    { id: before[0]!, caption: 'Only here', inSet: { caption: 'A sled, says the set' } },
  ])
  await page.getByRole('link', { name: 'All sets' }).click()
  const behind = page.getByRole('region', { name: 'Posts that are behind' })
  // Other journeys of this world may have left others behind.
  await behind.getByText(/^\d+ live posts show readers (a set|sets|sets and pictures) as /).waitFor()
  await expect.poll(() => behind.getByText('for “Sled kites”').count()).toBe(2)
  await behind.getByRole('button', { name: 'Publish them again' }).click()
  await page.getByText(/\d+ posts published again\./).waitFor()
  expect(await Promise.all(urls.map(shownOn))).toEqual([4, 2])
  expect(await (await readAddress(urls[1]!)).text()).toContain('Only here')
  expect(await (await readAddress(urls[0]!)).text()).toContain('A sled, says the set')
})

it('what is asked of a set goes on from what it has become, whatever answer is still on its way', async () => {
  const ids = await six('late')
  const response = await readAddress(`${APP}/api/sets`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Late answers', pictures: ids }),
  })
  const { set } = (await response.json()) as OpenSet
  const page = await openWindow()
  await page.goto(`${APP}/sets/${set.id}`)
  const prints = page.locator('main [data-picture] button')
  await prints.nth(5).waitFor()
  const gates: Record<string, (() => void)[]> = { GET: [], PUT: [] }
  let holding: readonly string[] = ['GET']
  await page.route(`**/api/sets/${set.id}`, async (route) => {
    const method = route.request().method()
    const answer = method === 'GET' ? await route.fetch() : undefined
    if (holding.includes(method)) await new Promise<void>((resolve) => gates[method]!.push(resolve))
    await (answer ? route.fulfill({ response: answer }) : route.continue()).catch(() => {})
  })
  const takeFirstOut = async () => {
    await prints.nth(0).click()
    await page.keyboard.press('Delete')
  }
  await takeFirstOut()
  await expect.poll(() => inSet('Late answers')).toEqual(ids.slice(1))
  // What was asked for after that is answered only while the next change is on its way.
  await expect.poll(() => gates.GET!.length).toBeGreaterThan(0)
  holding = ['GET', 'PUT']
  await takeFirstOut()
  await expect.poll(() => gates.PUT!.length).toBe(1)
  await expect.poll(() => prints.count()).toBe(4)
  for (const go of gates.GET!.splice(0)) go()
  await page.waitForTimeout(500)
  expect(await prints.count()).toBe(4)
  holding = []
  for (const go of [...gates.PUT!, ...gates.GET!]) go()
  await expect.poll(() => inSet('Late answers')).toEqual(ids.slice(2))
})

it('a row leads its set on, keeps an order of its own, is cut loose as it stands, and the set is deleted and brought back', async () => {
  const ids = await six('row')
  const { id: other } = await createPost({ ...post(text('Other.')), title: 'The other one' })
  const { id } = await createPost({ ...post(text('Here.')), title: 'A row leads', tray: ids })
  const page = await openWindow()
  await openBoard(page, id)
  for (const i of [0, 1, 2]) await page.locator('[data-tray]').nth(i).click()
  await page.keyboard.press('Enter')
  const ticket = page.locator('[data-region=ticket]')
  await ticket.getByRole('button', { name: 'Make a set of it…' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Three rows')
  await page.keyboard.press('Enter')
  await ticket.getByText('Shows the set').waitFor()
  await openBoard(page, other)
  await page.getByRole('button', { name: 'Sets…' }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Three rows/ })
    .click()
  await page.getByRole('button', { name: 'Set 1 set' }).click()
  await saved(page)

  // Moved in the row: here only, until one says that the set is so too, and is told whom that reaches.
  await openBoard(page, id)
  await page.locator('.ProseMirror .seat .pic').first().click()
  const order = ticket.getByRole('list', { name: 'Order of the pictures' }).getByRole('button')
  await order.first().focus()
  await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await rowsNow(page))[0]!.set).toMatchObject({ ownOrder: true })
  expect(await inSet('Three rows')).toEqual(ids.slice(0, 3))
  await ticket.getByRole('button', { name: 'In the set too…' }).click()
  await ticket.getByText('“The other one” shows it too.').waitFor()
  await ticket.getByRole('button', { name: 'Change the set' }).click()
  await expect.poll(() => inSet('Three rows')).toEqual([ids[1], ids[0], ids[2]])
  await expect.poll(async () => (await rowsNow(page))[0]!.set).toMatchObject({ ownOrder: false })
  expect(rowsOf((await readPost(other)).content.body)[0]!.pictures.map((one) => one.id)).toEqual([
    ids[1],
    ids[0],
    ids[2],
  ])
  // Undo in the post goes back in the post; the set stays as it is.
  await page.locator('.ProseMirror > p').first().click()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await saved(page)
  expect(await inSet('Three rows')).toEqual([ids[1], ids[0], ids[2]])

  // A picture that is not in the set joins the row: it is its own from then on.
  await page.locator('.ProseMirror .seat .pic').first().click()
  await ticket.getByRole('button', { name: 'Cut loose' }).click()
  await expect.poll(async () => (await rowsNow(page))[0]!.set).toBeNull()
  const loose = (await rowsNow(page))[0]!

  await page.goto(`${APP}/sets`)
  await page.getByRole('link', { name: /Three rows/ }).click()
  await page.getByRole('button', { name: 'Delete the set…' }).click()
  await page.getByText('“The other one” shows it: the rows stay as they are').waitFor()
  await page.getByRole('button', { name: 'Delete it' }).click()
  await page.getByText('“Three rows” is deleted; its pictures stay.').waitFor()
  expect(rowsOf((await readPost(other)).content.body)[0]!.pictures).toHaveLength(3)
  await page.getByText('Bin: 1 set').click()
  await page.getByRole('button', { name: 'Bring back' }).click()
  await page.getByText('“Three rows” is back.').waitFor()
  expect(rowsOf((await readPost(id)).content.body)[0]).toEqual(loose)
})

it('the wording of a set is written in a sheet: the set’s own, and none where it says what the picture says', async () => {
  const ids = await six('sheet')
  await readAddress(`${APP}/api/sets`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Worded here', pictures: ids.slice(0, 3) }),
  })
  const page = await openWindow()
  await page.goto(`${APP}/sets`)
  await page.getByRole('link', { name: /Worded here/ }).click()
  await page.getByRole('link', { name: 'The set’s wording, as a sheet' }).click()
  await page.getByText('3 without alt text').waitFor()
  await page.getByRole('grid').focus()
  for (const words of ['Over the slip', 'Over the dunes']) {
    await page.keyboard.type(words)
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('ArrowRight')
  await page.keyboard.type('Third of three')
  await page.keyboard.press('Enter')
  await page.getByText('Saved', { exact: true }).waitFor()
  const said = async () => (await setNamed('Worded here')).set.pictures.map(({ id: _, tags: __, ...own }) => own)
  await expect.poll(said).toEqual([{ alt: 'Over the slip' }, { alt: 'Over the dunes' }, { caption: 'Third of three' }])
  // What the picture says itself is not the set's.
  await page.keyboard.type('Sled 2')
  await page.keyboard.press('Enter')
  await expect.poll(said).toEqual([{ alt: 'Over the slip' }, { alt: 'Over the dunes' }, {}])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(said).toEqual([{ alt: 'Over the slip' }, { alt: 'Over the dunes' }, { caption: 'Third of three' }])
  const own = (await (await readAddress(`${APP}/api/pictures/${ids[0]}`)).json()) as { alt: string }
  expect(own.alt).toBe('')
  await page.reload()
  await page.getByText('1 without alt text').waitFor()
})
