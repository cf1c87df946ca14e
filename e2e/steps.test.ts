import fc from 'fast-check'
import { expect, inject, it } from 'vitest'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { pageHeights } from '../core/page/page-heights.ts'
import { libraryOf } from '../core/place/library.ts'
import { placePost } from '../core/place/place-post.ts'
import { type Block, type Body, isRow, plainText } from '../core/post/body.ts'
import { EMPTY_POST } from '../core/post/post.ts'
import { stepColumns, stepsWideFrom } from '../core/steps/room.ts'
import { row as anyRow } from '../core/testing/arbitraries.ts'
import { text } from '../core/testing/builders.ts'
import {
  APP,
  createPost,
  idOf,
  openWindow,
  PHONE,
  picturesHere,
  publishPost,
  readPost,
  savedBody,
  WIDE,
} from './journey.ts'
import { readInHouseFont } from './in-the-blogs-font.ts'
import { measureRows, Tally } from './measured-rows.ts'

const house = STARTING_STYLE
const inShort = (body: Body['content']) => body.map((one) => (isRow(one) ? 'row' : `${one.type}: ${plainText(one)}`))

it('six steps are written by keyboard, given their pictures, moved, parted, published and read', async () => {
  const page = await openWindow()
  await page.goto(`${APP}/posts`)
  await page.getByRole('button', { name: 'Start a post' }).first().click()
  await page.locator('[aria-label=Title]:focus').waitFor()
  const keys = async (...list: string[]) => {
    for (const key of list) await page.keyboard.press(key)
  }
  await page.keyboard.type('A kite in six steps')
  await keys('Enter')
  await page.keyboard.type('It takes an evening.')
  await keys('Enter', 'Control+Shift+9')
  for (const words of ['Cut the spars', 'Tie the cross', 'Cut the sail', 'Sew the hem', 'Tie the bridle', 'Fly it']) {
    await page.keyboard.type(words)
    await keys('Enter')
  }
  // Enter in an empty step ends the list.
  await keys('Enter')
  await page.keyboard.type('And then the next.')
  let body = await savedBody(page)
  expect(inShort(body)).toEqual([
    'paragraph: It takes an evening.',
    'step: Cut the spars',
    'step: Tie the cross',
    'step: Cut the sail',
    'step: Sew the hem',
    'step: Tie the bridle',
    'step: Fly it',
    'stepsEnd: ',
    'paragraph: And then the next.',
  ])
  expect(await page.locator('.ProseMirror .step').evaluateAll((all) => all.map((one) => one.dataset.number))).toEqual([
    ...'123456',
  ])

  // A picture for the second step: it goes where the caret is, and belongs to the step.
  await page.locator('input[type=file]').setInputFiles(inject('pictures').slice(0, 2))
  await page.getByText('2 pictures in the tray').waitFor({ timeout: 60_000 })
  await page.getByText('Tie the cross').click()
  for (let i = 0; i < 4 && !(await page.evaluate(() => document.activeElement?.closest('[data-region=tray]'))); i++)
    await keys('F6')
  for (let i = 0; i < 30 && !(await page.evaluate(() => document.activeElement?.role === 'option')); i++)
    await keys('Tab')
  await keys('Space', 'Enter')
  await page.locator('.ProseMirror .step:nth-of-type(2) .pic, .ProseMirror .step .pic').first().waitFor()
  body = await savedBody(page)
  expect(inShort(body).slice(1, 4)).toEqual(['step: Cut the spars', 'step: Tie the cross', 'row'])
  const columns = stepColumns(house)!
  const seat = (await page.locator('.ProseMirror .step .seat').boundingBox())!
  const words = (await page.getByText('Tie the cross').boundingBox())!
  expect(seat.width).toBeCloseTo(columns.pictures, 1)
  expect(seat.y).toBeCloseTo(words.y, 0)
  expect(seat.x - words.x).toBeCloseTo(house.measure + house.outset - columns.pictures, 0)

  // Up with its picture, and back; the caret stays in its words.
  await page.getByText('Tie the cross').click()
  await keys('Alt+ArrowUp')
  body = await savedBody(page)
  expect(inShort(body).slice(1, 4)).toEqual(['step: Tie the cross', 'row', 'step: Cut the spars'])
  await keys('End')
  await page.keyboard.type(' well')
  await keys('Control+z', 'Control+z')
  body = await savedBody(page)
  expect(inShort(body).slice(1, 4)).toEqual(['step: Cut the spars', 'step: Tie the cross', 'row'])

  // A step of its own in the middle becomes text; the list goes on after it with its number.
  await page.getByText('Cut the sail').click()
  await keys('Home', 'Control+Shift+9')
  await page.locator('.ProseMirror .step[data-number="3"]', { hasText: 'Sew the hem' }).waitFor()
  await keys('Control+z')
  await page.locator('.ProseMirror .step[data-number="4"]', { hasText: 'Sew the hem' }).waitFor()
  // From seven on, and pictures below: for the whole list.
  await page.getByText('Sew the hem').click()
  const ticket = page.locator('[data-region=ticket]')
  await ticket.getByLabel('Numbers of these steps').selectOption('own')
  await ticket.getByLabel('First number').fill('7')
  await keys('Enter')
  await page.locator('.ProseMirror .step[data-number="12"]', { hasText: 'Fly it' }).waitFor()
  await savedBody(page)

  const { version } = await readPost(idOf(page))
  const { url } = await publishPost(idOf(page), version)
  const read = async (viewport: { width: number; height: number }) => {
    const reader = await openWindow({ viewport, javaScriptEnabled: viewport !== PHONE })
    await reader.goto(url)
    const list = reader.locator('ol.steps')
    expect(await list.getAttribute('start')).toBe('7')
    expect(await list.locator(':scope > li').count()).toBe(6)
    const box = async (selector: string) => (await reader.locator(selector).first().boundingBox())!
    return {
      words: await box('.step:nth-child(2) > p'),
      seat: await box('.step:nth-child(2) .seat'),
      step: await box('.step:nth-child(2)'),
      across: await reader.evaluate(() => document.documentElement.scrollWidth),
    }
  }
  const wide = await read(WIDE)
  expect(wide.seat.x).toBeGreaterThan(wide.words.x + wide.words.width)
  expect(wide.seat.y).toBeCloseTo(wide.words.y, 0)
  // On a phone, without scripts as well: the number, the picture, the words.
  const phone = await read(PHONE)
  expect(phone.seat.y).toBeGreaterThan(phone.step.y + 30)
  expect(phone.words.y).toBeGreaterThan(phone.seat.y + phone.seat.height)
  expect(phone.across).toBe(PHONE.width)
})

it('rows of every kind stand in steps as the engine has them, and pages are as long as planned', async () => {
  const pictures = await picturesHere()
  const library = libraryOf(pictures)
  const words = (n: number) => 'The wind was north-west, eight to ten, and dry until noon. '.repeat(n)
  const step = (at: number): Block => ({
    type: 'step',
    attrs: { number: null, pictures: at % 3 === 0 ? null : at % 3 === 1 ? 'below' : 'beside' },
    content: [{ type: 'text', text: words(1 + (at % 5)) }],
  })
  const rows = fc.sample(anyRow, { numRuns: 60, seed: 20261126 }).map(
    (row, i): Block => ({
      type: 'row',
      attrs: {
        ...row,
        id: `in-step-${i}`,
        pictures: row.pictures.map((placed, j) => ({
          ...placed,
          id: pictures[(i * 5 + j * 3) % pictures.length]!.id,
          ...(placed.credit ? { credit: 'Orla Venn' } : {}),
          caption: 'First up: the blue diamond, at two minutes past seven.',
        })),
      },
    }),
  )
  const list: Block = {
    type: 'bulletList',
    content: ['Reel', 'Line'].map((one) => ({ type: 'listItem', content: [text(one) as never] })),
  }
  const content = {
    ...EMPTY_POST,
    title: 'Rows in steps',
    address: 'rows-in-steps',
    body: {
      type: 'doc' as const,
      content: rows.flatMap((row, i): Block[] => [
        step(Math.floor(i / 6)),
        ...(i % 4 === 1 ? [text(words(2)), row, list] : i % 4 === 2 ? [row, text(words(1))] : [row]),
        ...(i % 6 === 5 ? [{ type: 'stepsEnd' } as const, text(words(2))] : []),
      ]),
    },
  }
  const post = await createPost(content)
  const { url } = await publishPost(post.id, post.version)
  const placed = placePost(content, library, house)
  const withins = new Set([...placed.laid.values()].map(({ within }) => within))
  expect(withins).toEqual(new Set(['column', 'step']))

  const tally = new Tally()
  const widths = [360, PHONE.width, 620, stepsWideFrom(house) + 1, 820, stepColumns(house)!.from, WIDE.width, 1600]
  for (const width of widths) {
    // Rows as they stand without scripts, where no slide is out of sight; the page as it is with them.
    const open = async (javaScriptEnabled: boolean) => {
      const page = await openWindow({ viewport: { width, height: 900 }, javaScriptEnabled, reducedMotion: 'reduce' })
      await readInHouseFont(page, url)
      return page
    }
    const found = await measureRows(await open(false), null)
    const page = await open(true)
    for (const laid of placed.laid.values()) tally.add(laid, house, found[`row-${laid.row.id}`]!, width)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(width)

    const planned = pageHeights(placed, new Date().toISOString(), width)
    const tops = await page.locator('.seat').evaluateAll((all) => all.map((one) => one.getBoundingClientRect().top))
    const ours = planned.tops.filter((_, i) => isRow(content.body.content[i]!))
    const line = house.type.fontSize * house.type.lineHeight
    const off = tops.map((top, i) => ours[i]! - top)
    const parts = off.map((here, i) => Math.abs(here - (off[i - 1] ?? 0)))
    expect(Math.max(...parts), `at ${width}`).toBeLessThan(3 * line)
    expect(parts.filter((part) => part > line + 2).length / parts.length, `at ${width}`).toBeLessThan(0.1)
  }
  expect(tally.faults).toEqual([])
  expect(Math.max(...tally.off)).toBeLessThan(0.1)
  expect(tally.forms.size).toBeGreaterThan(4)
})
