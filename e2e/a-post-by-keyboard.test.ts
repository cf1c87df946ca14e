import { expect, inject, it } from 'vitest'
import { rowsOf } from '../core/post/body.ts'
import { APP, idOf, openWindow, readPost, savedBody } from './journey.ts'

it('a post is started, filled, laid out and published with the keyboard alone', async () => {
  const page = await openWindow()
  const keys = async (...list: string[]) => {
    for (const key of list) await page.keyboard.press(key)
  }
  const focusBy = async (name: RegExp) => {
    for (let i = 0; i < 80; i++) {
      await keys('Tab')
      const label = await page.evaluate(
        () => document.activeElement?.getAttribute('aria-label') || document.activeElement?.textContent || '',
      )
      if (name.test(label)) return
    }
    throw new Error(`nothing that says ${String(name)} can be reached with Tab`)
  }

  await page.goto(`${APP}/posts`)
  await page.getByRole('button', { name: 'Start a post' }).first().waitFor()
  await focusBy(/^Start a post/)
  await keys('Enter')
  // A new post begins with its title.
  await page.locator('[aria-label=Title]:focus').waitFor()
  await page.keyboard.type('A rokkaku by keyboard')
  await keys('Enter')
  await keys('Control+Alt+2')
  await page.keyboard.type('First evening')
  await keys('Enter')
  await page.keyboard.type('Choose the spars by rolling them on the bench.')
  await keys('Enter')
  await page.keyboard.type('The hem is a ')
  await keys('Control+b')
  await page.keyboard.type('long')
  await keys('Control+b')
  await page.keyboard.type(' straight stitch.')

  // The pictures come by the file picker, whose own window belongs to the browser.
  await page.locator('input[type=file]').setInputFiles(inject('pictures').slice(0, 4))
  await page.getByText('4 pictures in the tray').waitFor({ timeout: 60_000 })

  // F6 to the tray; two chosen with the space bar, the ruby line moved up one, set.
  for (let i = 0; i < 4 && !(await page.evaluate(() => document.activeElement?.closest('[data-region=tray]'))); i++)
    await keys('F6')
  await focusBy(/waiting$/)
  await keys('Space', 'ArrowRight', 'ArrowRight', 'Space', 'Alt+ArrowUp', 'Enter')
  await page.locator('.ProseMirror .pic').nth(1).waitFor()
  let body = await savedBody(page)
  expect(body.map((block) => block.type)).toEqual(['heading', 'paragraph', 'row', 'paragraph'])

  // One more, alone, and a range of two.
  await keys('ArrowLeft', 'Enter')
  body = await savedBody(page)
  expect(rowsOf({ type: 'doc', content: body }).map((row) => row.kind)).toEqual(['side-by-side', 'one'])
  await keys('Escape', 'Home', 'Shift+ArrowRight')
  await page.getByText('2 chosen').waitFor()
  await keys('Escape')

  // To the ticket: the single picture stands at the right, 40 per cent wide.
  await page.evaluate(() => document.querySelector<HTMLElement>('[data-region=page] .ProseMirror')!.focus())
  await focusBy(/^Alone$/)
  await keys('ArrowRight')
  await expect.poll(() => page.evaluate(() => document.activeElement?.textContent)).toBe('Right')
  await page.keyboard.press('Space')
  await focusBy(/^Width, %$/)
  await keys('Control+a')
  await page.keyboard.type('40')
  await keys('Enter')
  body = await savedBody(page)
  expect(rowsOf({ type: 'doc', content: body })[1]).toMatchObject({
    one: { side: 'right', width: { unit: '%', value: 40 } },
  })

  // The row moves up, its neighbour's pictures change places; all of it is undone and redone.
  await keys('Alt+ArrowUp')
  body = await savedBody(page)
  expect(rowsOf({ type: 'doc', content: body }).map((row) => row.kind)).toEqual(['one', 'side-by-side'])
  await keys('Control+z')
  body = await savedBody(page)
  expect(rowsOf({ type: 'doc', content: body }).map((row) => row.kind)).toEqual(['side-by-side', 'one'])
  await keys('Control+Shift+z')
  body = await savedBody(page)
  expect(rowsOf({ type: 'doc', content: body }).map((row) => row.kind)).toEqual(['one', 'side-by-side'])

  // On the spine to the pair; its order turned with the arrow keys.
  for (let i = 0; i < 4 && !(await page.evaluate(() => document.activeElement?.closest('[data-region=spine]'))); i++)
    await keys('F6')
  await focusBy(/^Row 2, 2 pictures/)
  await keys('Enter')
  await focusBy(/^Picture 1, .*arrows move it/)
  const before = rowsOf({ type: 'doc', content: body })[1]!.pictures.map(({ id }) => id)
  await keys('ArrowRight')
  body = await savedBody(page)
  expect(rowsOf({ type: 'doc', content: body })[1]!.pictures.map(({ id }) => id)).toEqual([...before].reverse())

  // Published as a draft.
  await focusBy(/^Publish…/)
  await keys('Enter')
  await page.getByRole('dialog').getByText('Everything is new').waitFor()
  await focusBy(/^Send as a draft/)
  await keys('Enter')
  await page.getByText('The draft is on the blog.').waitFor()
  await keys('Escape')
  expect((await readPost(idOf(page))).publication.state).toBe('draft')
})
