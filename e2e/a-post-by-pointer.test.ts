import { expect, inject, it } from 'vitest'
import { rowsOf } from '../core/post/body.ts'
import { APP, atRest, drag, HOST, idOf, openWindow, pasteHtml, PHONE, readPost, savedBody, unfold } from './journey.ts'

const ARTICLE = `<h1 style="color:red">A steady nine knots</h1>
<p style="font-family:Papyrus">By seven the flags on the slipway had stopped <b>twitching</b> and started to stand. That is the sign we wait for: enough to lift a two-metre sail off the sand, not so much that a child cannot hold the reel.</p>
<ul><li>Reel</li><li>Anchor</li></ul>
<p>The second hour is for the sails that need two people. We lay them out on the wet sand with the nose to the wind, one at the reel, one at the tail, and nobody lifts until both have nodded. It looks solemn. It saves spars. ${'Then we wait for the wind to make up its mind. '.repeat(12)}</p>
<p>By eleven the wind had gone round to the north, and we went home.</p>`

it('a post is started, filled, laid out, proofed, published and read, with the pointer', async () => {
  const page = await openWindow()
  const pictures = inject('pictures')
  await page.goto(`${APP}/posts`)
  await page.getByRole('button', { name: 'Start a post' }).first().click()
  await page.getByLabel('Title').fill('First flights by pointer')
  await page.locator('.ProseMirror').click()
  await pasteHtml(page, ARTICLE)
  await expect.poll(() => page.locator('.ProseMirror h2').textContent()).toBe('A steady nine knots')
  expect(await page.locator('.ProseMirror [style*=Papyrus]').count()).toBe(0)

  // Many pictures at once.
  await page.locator('input[type=file]').setInputFiles(pictures)
  await page.getByText(`${pictures.length} pictures in the tray`).waitFor({ timeout: 60_000 })
  // The list of what has come stays where some were here already; it takes room of the board until it is closed.
  const close = page.getByRole('region', { name: 'Pictures arriving' }).getByRole('button', { name: 'Close' })
  await close.waitFor()
  await close.click()
  const tray = page.locator('[data-tray]')
  await expect.poll(() => tray.count()).toBe(pictures.length)

  // Three are chosen in an order and dragged between two paragraphs.
  await tray.nth(2).click()
  await tray.nth(0).click()
  await tray.nth(1).click()
  await page.getByText('3 chosen').waitFor()
  await atRest(page)
  const list = (await page.locator('.ProseMirror ul').boundingBox())!
  await drag(page, tray.nth(0), { x: list.x + 200, y: list.y + list.height + 6 })
  await page.locator('.ProseMirror .seat .pic').nth(2).waitFor()
  let body = await savedBody(page)
  expect(body.map((block) => block.type)).toEqual([
    'heading',
    'paragraph',
    'bulletList',
    'row',
    'paragraph',
    'paragraph',
  ])
  const ids = (await readPost(idOf(page))).content.tray
  expect(rowsOf({ type: 'doc', content: body })[0]!.pictures.map(({ id }) => id)).toEqual([ids[2], ids[0], ids[1]])

  // All at one height, uncropped, filling the measure.
  const boxes = await page
    .locator('.ProseMirror .seat .pic img')
    .evaluateAll((images) =>
      images.map((image) => image.getBoundingClientRect()).map(({ x, width, height }) => ({ x, width, height })),
    )
  for (const box of boxes) expect(box.height).toBeCloseTo(boxes[0]!.height, 0)
  expect(boxes[2]!.x + boxes[2]!.width - boxes[0]!.x).toBeCloseTo(560, 0)

  // A fourth is dropped at the right half of the first, and joins. What is measured must not be on its way.
  await atRest(page)
  const first = (await page.locator('.ProseMirror .pic').first().boundingBox())!
  await drag(page, tray.nth(4), { x: first.x + first.width * 0.8, y: first.y + first.height / 2 })
  await page.locator('.ProseMirror .pic').nth(3).waitFor()
  body = await savedBody(page)
  expect(rowsOf({ type: 'doc', content: body })[0]!.pictures.map(({ id }) => id)).toEqual([
    ids[2],
    ids[4],
    ids[0],
    ids[1],
  ])

  // It is dragged out again, to stand alone under the row.
  // Gone to at once: a scroll that is still under way would move what is dragged.
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.locator('[data-region=spine]').getByRole('button').first().click()
  await atRest(page)
  // Its foot is brought into sight: how high it is depends on the captions that the pictures have by now.
  const footInSight = async () => {
    await page
      .locator('.ProseMirror .row-holder .seat')
      .first()
      .evaluate((seat) => seat.closest('[data-scroller]')!.scrollBy(0, seat.getBoundingClientRect().bottom - 560))
    await atRest(page)
  }
  await footInSight()
  const row = (await page.locator('.ProseMirror .row-holder .seat').first().boundingBox())!
  // Held still, it does not set the page scrolling.
  // By the picture itself, since the middle of all of it may be in its caption; by one near the foot, however high the row is.
  const third = page.locator('.ProseMirror .pic img').nth(2)
  const held = (await third.boundingBox())!
  await page.mouse.move(held.x + held.width / 2, held.y + held.height / 2)
  await page.mouse.down()
  await page.mouse.move(held.x + held.width / 2 + 12, held.y + held.height / 2, { steps: 4 })
  await page.waitForTimeout(300)
  expect((await page.locator('.ProseMirror .row-holder .seat').first().boundingBox())!.y).toBe(row.y)
  // Let go where it was, or given up with Escape, it stays where it is, and its link leads nowhere.
  await page.mouse.move(held.x + held.width / 2, held.y + held.height / 2, { steps: 4 })
  await page.mouse.up()
  await page.mouse.down()
  await page.mouse.move(held.x + held.width / 2 + 12, held.y + held.height / 2, { steps: 4 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await page.waitForTimeout(200)
  expect(page.url()).toContain('/posts/')
  await footInSight()
  const foot = (await page.locator('.ProseMirror .row-holder .seat').first().boundingBox())!
  await drag(page, third, { x: foot.x + 100, y: foot.y + foot.height + 8 })
  body = await savedBody(page)
  expect(rowsOf({ type: 'doc', content: body }).map((one) => one.pictures.length)).toEqual([3, 1])
  await page.emulateMedia({ reducedMotion: null })

  // Beside the text, narrower by its grip, proportions kept.
  await page.locator('.ProseMirror .row-holder').last().locator('.pic').click()
  await page.getByRole('radio', { name: 'Left' }).click()
  const grip = page.getByRole('button', { name: /^Width of the picture/ })
  const before = (await page.locator('.ProseMirror .row-holder').last().locator('img').boundingBox())!
  const at = (await grip.boundingBox())!
  await page.mouse.move(at.x + 4, at.y + 10)
  await page.mouse.down()
  await page.mouse.move(at.x + 4 - 60, at.y + 10, { steps: 6 })
  await page.mouse.up()
  const after = (await page.locator('.ProseMirror .row-holder').last().locator('img').boundingBox())!
  expect(before.width - after.width).toBeGreaterThan(50)
  expect(after.width / after.height).toBeCloseTo(before.width / before.height, 1)
  const aside = page.getByRole('complementary', { name: 'Ticket' })
  await unfold(page, 'Facts')
  await aside.getByText(/characters a line beside it/).waitFor()

  // Its texts and its click.
  await aside.getByLabel('Caption', { exact: true }).fill('The first one up')
  await aside.getByLabel('Alt text').fill('A blue and yellow diamond over a slipway')
  await aside.getByLabel('On click').selectOption('picture-file')
  await aside.getByLabel('Alt text').blur()

  // Moved on the spine, before everything.
  const spine = page.locator('[data-region=spine]')
  const top = (await spine.locator('[data-block]').first().boundingBox())!
  await drag(page, spine.getByRole('button', { name: /Row 2/ }), { x: top.x + top.width / 2, y: top.y })
  body = await savedBody(page)
  expect(body[0]).toMatchObject({ type: 'row', attrs: { one: { side: 'left' }, onClick: { do: 'picture-file' } } })

  // Undone and done again.
  await page.getByRole('button', { name: 'Undo' }).click()
  body = await savedBody(page)
  expect(body[0]!.type).toBe('heading')
  await page.getByRole('button', { name: 'Redo' }).click()
  body = await savedBody(page)
  expect(body[0]!.type).toBe('row')

  // The featured image, and its crop moved by the focus point.
  await page.keyboard.press('Escape')
  await page.locator('.ProseMirror h2').click()
  await aside.getByRole('button', { name: 'Choose…' }).click()
  await page.getByRole('dialog').getByRole('button').nth(1).click()
  await aside.getByRole('button', { name: /^Focus point/ }).click({ position: { x: 30, y: 40 } })
  await savedBody(page)
  const { content } = await readPost(idOf(page))
  expect(content.featured!.focus.x).toBeLessThan(0.2)

  // The proof is the page itself at three widths.
  await page.getByRole('link', { name: 'Proof' }).click()
  for (const name of ['Phone, 390 px', 'Tablet, 820 px', 'Wide, 1280 px']) {
    const frame = page.frameLocator(`iframe[title="${name}"]`)
    await expect.poll(() => frame.locator('h1').textContent()).toBe('First flights by pointer')
    await expect.poll(() => frame.locator('.pic').count()).toBe(4)
  }
  await page.getByRole('link', { name: 'Back to the board' }).click()

  // Published, after a look at what will happen.
  await page.getByRole('button', { name: 'Publish…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByText('Everything is new').waitFor()
  await dialog.getByRole('button', { name: 'Publish live' }).click()
  await dialog.getByText('The post is live.').waitFor()
  const url = (await dialog.getByRole('link', { name: 'Read it on the blog' }).getAttribute('href'))!

  // Read on a phone and on a wide screen, with scripts off.
  for (const viewport of [PHONE, { width: 1280, height: 800 }]) {
    const reader = await openWindow({ viewport, javaScriptEnabled: false })
    await reader.goto(url)
    await reader.getByText('The first one up').waitFor()
    for (const image of await reader.locator('.pic img').all()) {
      await image.scrollIntoViewIfNeeded()
      expect((await image.boundingBox())!.width).toBeGreaterThan(70)
    }
    await reader.goto(HOST)
    await reader.getByRole('link', { name: 'First flights by pointer' }).waitFor()
  }
})
