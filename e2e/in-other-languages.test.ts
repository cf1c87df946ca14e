import { expect, it } from 'vitest'
import type { RowNode } from '../core/post/body.ts'
import { type RowChoices, withChoices } from '../core/post/changes/row-choices.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import { createPost, openWindow, picturesHere, publishPost } from './journey.ts'

it('a post that is read from right to left is mirrored: rows, pictures beside text, slideshow and its keys', async () => {
  const ids = (await picturesHere()).map(({ id }) => id)
  const own = (count: number, id: string, choices: RowChoices): RowNode => {
    const row = rowOf(ids.slice(0, count), { id }) as RowNode
    return { ...row, attrs: withChoices(row.attrs, choices) }
  }
  const gallery = { across: 3, cell: 1, order: 'hand' as const }
  const words = 'كانت الريح شمالية غربية وجافة حتى الظهر. '.repeat(12)
  const created = await createPost({
    ...post(
      own(1, 'turned-1', { kind: 'one', one: { side: 'left', width: { unit: 'px', value: 200 } }, captions: 'none' }),
      text(words),
      own(3, 'turned-2', { kind: 'side-by-side', captions: 'none' }),
      own(5, 'turned-3', { kind: 'patchwork', captions: 'none' }),
      own(6, 'turned-4', { kind: 'gallery', captions: 'none', gallery: { ...gallery, form: 'loose' } }),
      own(4, 'turned-5', { kind: 'slideshow', captions: 'none' }),
    ),
    title: 'الريح',
    language: 'ar',
  })
  const { url } = await publishPost(created.id, created.version)
  const page = await openWindow()
  await page.goto(url)
  expect(await page.evaluate(() => [document.documentElement.lang, document.documentElement.dir])).toEqual([
    'ar',
    'rtl',
  ])
  const places = (row: string) =>
    page
      .locator(`#row-${row} .pic img`)
      .evaluateAll((all) => all.map((one) => one.getBoundingClientRect()).map(({ x, y }) => ({ x, y })))
  const [first, second, third] = await places('turned-2')
  expect([first!.x > second!.x, second!.x > third!.x]).toEqual([true, true])
  for (const row of ['turned-3', 'turned-4']) {
    const [one, ...others] = await places(row)
    // The first stands at the top, and none at the top further right.
    expect(others.every(({ x, y }) => y > one!.y + 1 || x < one!.x)).toBe(true)
  }
  const beside = await page.locator('#row-turned-1').boundingBox()
  const column = await page.locator('h1').boundingBox()
  expect(beside!.x + beside!.width).toBeCloseTo(column!.x + column!.width, 0)
  const show = page.locator('#row-turned-5')
  await show.scrollIntoViewIfNeeded()
  await show.locator('.at', { hasText: '1 من 4' }).waitFor()
  await show.getByRole('button', { name: 'الصورة التالية' }).focus()
  await page.keyboard.press('ArrowLeft')
  await show.locator('.at', { hasText: '2 من 4' }).waitFor()
  await page.keyboard.press('ArrowRight')
  await show.locator('.at', { hasText: '1 من 4' }).waitFor()
  const [before, next] = await Promise.all(
    ['الصورة السابقة', 'الصورة التالية'].map((name) => show.getByRole('button', { name }).boundingBox()),
  )
  expect(before!.x).toBeGreaterThan(next!.x)
  for (const width of [390, 1280]) {
    await page.setViewportSize({ width, height: 800 })
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
  }
})
