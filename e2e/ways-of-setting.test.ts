import type { Locator, Page } from 'playwright-core'
import { beforeAll, describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { containerWidth } from '../core/house/seats.ts'
import { layRow } from '../core/place/lay-row.ts'
import { libraryOf } from '../core/place/library.ts'
import { seatOf } from '../core/layout/row-lengths.ts'
import { placeRow } from '../core/layout/row-layout.ts'
import { rowsOf } from '../core/post/body.ts'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import type { PlacedPicture, Row } from '../core/post/row.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import { atRest, createPost, drag, openBoard, openWindow, picturesHere, rowsNow, savedBody, unfold } from './journey.ts'
import type { RowChoices } from '../core/post/changes/row-choices.ts'

let pictures: Picture[]
beforeAll(async () => {
  pictures = await picturesHere()
})

const WORDS = 'The wind was north-west, eight to ten, and dry until noon. '.repeat(8)
const post = (blocks: PostContent['body']['content']): PostContent => ({
  ...EMPTY_POST,
  title: 'Ways',
  tray: pictures.map(({ id }) => id),
  body: { type: 'doc', content: blocks },
})
const tiles = (page: Page) => page.locator('[data-way]')
/** Once the ways for so many pictures are drawn, and not still those for fewer. */
const waysFor = (page: Page, pictures: number) =>
  page.getByRole('heading', { name: new RegExp(`^\\d+ ways to set th(is|ese ${pictures}) pictures?`) }).waitFor()
const wording: PlacedPicture[] = []

describe('the ways of the chosen pictures', () => {
  it('say their figures whole, however narrow the sheet is over which they stand', async () => {
    const page = await openWindow()
    const tall = Array.from({ length: 3 }, () => pictures.slice(0, 8).map(({ id }) => id)).flat()
    const { id } = await createPost(post([text(WORDS), rowOf(tall, { kind: 'patchwork' }), text(WORDS)]))
    await openBoard(page, id)
    await page.locator('.row-holder .seat').first().click()
    await page.getByRole('button', { name: 'Ways…' }).click()
    const sheets = page.locator('[data-region=sheets]')
    const phone = sheets.locator('[data-sheet=phone]')
    await phone.waitFor()
    // Narrower than what stands over it, so that this is seen.
    await expect.poll(async () => (await phone.boundingBox())!.width).toBeLessThan(110)
    const cut = await sheets.evaluate((region) => {
      const room = region.getBoundingClientRect()
      return [...region.querySelectorAll('figcaption')].flatMap((caption) => {
        const box = caption.getBoundingClientRect()
        return [...caption.querySelectorAll('span')]
          .filter((line) => {
            const { left, right, bottom } = line.getBoundingClientRect()
            return (
              left < Math.max(room.left, box.left) || right > Math.min(room.right, box.right) || bottom > box.bottom + 1
            )
          })
          .map((line) => line.textContent)
      })
    })
    expect(cut).toEqual([])
  })

  it('appear as the choice grows, are shown in the page, left, and set by a number', async () => {
    const page = await openWindow()
    const { id } = await createPost(post([text(WORDS), text(WORDS)]))
    await openBoard(page, id)
    await page.locator('.ProseMirror p').first().click()
    // The line follows the caret before the hands leave the text.
    const middle = async (of: Locator) => of.boundingBox().then((box) => box!.y + box!.height / 2)
    const second = page.locator('.ProseMirror p').nth(1)
    await expect.poll(async () => (await middle(page.getByText('set here'))) < (await middle(second))).toBe(true)
    await page.locator('[data-tray="0"]').focus()
    await page.keyboard.press('Space')
    await waysFor(page, 1)
    for (const key of ['ArrowRight', 'Space', 'ArrowRight', 'Space', 'ArrowRight', 'Space'])
      await page.keyboard.press(key)
    await waysFor(page, 4)

    // Up to the ways; each is shown in the page as the arrows come to it, and the post stays what it was.
    const before = await page.locator('[data-scroller]').evaluate((scroller) => scroller.scrollTop)
    await page.keyboard.press('ArrowUp')
    await page.keyboard.press('ArrowRight')
    const wide = page.locator('[data-sheet=wide] .shown-way')
    await wide.locator('.pic').nth(3).waitFor()
    const shown = await wide.innerHTML()
    await page.keyboard.press('ArrowDown')
    await expect.poll(() => wide.innerHTML()).not.toBe(shown)
    await page.keyboard.press('Escape')
    expect(await page.locator('[data-scroller]').evaluate((scroller) => scroller.scrollTop)).toBe(before)
    await page.getByText('4 chosen').waitFor()
    expect(await rowsNow(page)).toEqual([])

    await expect.poll(() => tiles(page).nth(1).textContent()).toMatch(/^2 .*high/)
    await page.keyboard.press('2')
    const [row] = await rowsNow(page)
    expect(row!.pictures.map((placed) => placed.id)).toEqual(pictures.slice(0, 4).map((one) => one.id))
    await page.getByRole('heading', { name: /, 4 pictures/ }).waitFor()
    // Set where the caret was: after the first paragraph.
    expect((await savedBody(page)).map((block) => block.type)).toEqual(['paragraph', 'row', 'paragraph'])
    await page.keyboard.press('Control+z')
    expect(await rowsNow(page)).toEqual([])
  })

  it('are at hand for all that wait, chosen with one press', async () => {
    const page = await openWindow()
    const { id } = await createPost(post([text(WORDS), rowOf([pictures[0]!.id])]))
    await openBoard(page, id)
    await page.getByRole('button', { name: 'Choose all that wait' }).click()
    await waysFor(page, pictures.length - 1)
    // The button is gone; the keys that the ways name work from where the focus is now.
    await page.locator('[data-tray="1"]:focus').waitFor()
    await page.getByRole('button', { name: 'Choose none' }).click()
    await page.locator('[data-tray="1"]:focus').waitFor()
    await page.getByRole('button', { name: 'Choose all that wait' }).click()
    await tiles(page).nth(1).waitFor()
    await page.locator('[data-tray="1"]:focus').waitFor()
    await page.keyboard.press('2')
    await expect
      .poll(async () => (await rowsNow(page)).map((row) => row.pictures.length).sort())
      .toEqual([1, pictures.length - 1])
  })

  it('are set by a press, or dragged to another place', async () => {
    const page = await openWindow()
    const { id } = await createPost(post([text(WORDS), text(WORDS)]))
    await openBoard(page, id)
    for (const i of [0, 1, 2]) await page.locator(`[data-tray="${i}"]`).click()
    await waysFor(page, 3)
    const line = (await page.locator('.ProseMirror p').first().boundingBox())!
    await drag(page, tiles(page).first(), { x: line.x + 200, y: line.y + 2 })
    expect((await savedBody(page)).map((block) => block.type)).toEqual(['row', 'paragraph', 'paragraph'])
    for (const i of [3, 4]) await page.locator(`[data-tray="${i}"]`).click()
    await waysFor(page, 2)
    await tiles(page).nth(1).click()
    expect(await rowsNow(page)).toHaveLength(2)
  })

  it('are, while they are worked out, those of the choice before: what is pressed there is set, or nothing', async () => {
    const page = await openWindow()
    // Answers of workers wait for as long as they are held.
    await page.addInitScript(() => {
      const waiting: (() => void)[] = []
      const listen = Worker.prototype.addEventListener
      Worker.prototype.addEventListener = function (this: Worker, type: string, hears: (event: Event) => void) {
        listen.call(this, type, (event: Event) => {
          if (document.documentElement.dataset.held) waiting.push(() => hears(event))
          else hears(event)
        })
      } as typeof listen
      document.addEventListener('let-go', () => {
        delete document.documentElement.dataset.held
        for (const go of waiting.splice(0)) go()
      })
    })
    const hold = () => page.evaluate(() => void (document.documentElement.dataset.held = 'held'))
    const letGo = () => page.evaluate(() => document.dispatchEvent(new Event('let-go')))
    const { id } = await createPost(post([text(WORDS), text(WORDS)]))
    await openBoard(page, id)
    await page.locator('[data-tray="0"]').click()
    await waysFor(page, 1)
    await hold()
    await page.locator('[data-tray="1"]').click()
    await page.getByRole('heading', { name: 'Working out the ways to set these 2 pictures' }).waitFor()
    await page.locator('[aria-busy=true] [data-way]').filter({ hasText: 'text beside' }).first().click()
    await letGo()
    await waysFor(page, 2)
    await page.getByText('2 chosen').waitFor()
    expect(await rowsNow(page)).toEqual([])
    await hold()
    await page.locator('[data-tray="2"]').click()
    await page.locator('[aria-busy=true] [data-way]').filter({ hasText: 'Slideshow' }).first().click()
    await letGo()
    await expect.poll(() => rowsNow(page)).toHaveLength(1)
    const [row] = await rowsNow(page)
    expect([row!.kind, row!.pictures.length]).toEqual(['slideshow', 3])
  })
})

describe('a row that is set', () => {
  async function withRow(options: RowChoices, n = 5): Promise<{ page: Page; row: () => Promise<Row> }> {
    wording.length = 0
    wording.push(
      ...pictures.slice(0, n).map((one, i) => ({
        id: one.id,
        alt: `Alt ${i}`,
        caption: `Caption ${i}`,
        ...(i === 1 ? { onClick: { do: 'picture-file' as const } } : {}),
      })),
    )
    // High enough for the whole row to be in sight.
    const page = await openWindow({ viewport: { width: 1280, height: 1100 } })
    const { id } = await createPost(
      post([text(WORDS), rowOf(wording, { id: 'row-under-test', ...options }), text(WORDS)]),
    )
    await openBoard(page, id)
    await page.locator('[data-region=spine] button').first().click()
    await page.getByRole('button', { name: 'Ways…' }).waitFor()
    await atRest(page)
    return { page, row: async () => (await rowsNow(page))[0]! }
  }

  it('opens its ways again and turns into another with every word kept', async () => {
    const { page, row } = await withRow({ kind: 'patchwork', sits: 'measure' })
    await page.locator('.row-holder .pic').first().click()
    await page.keyboard.press('w')
    await page.getByText('in this row').waitFor()
    await tiles(page).nth(2).waitFor()
    const labels = await tiles(page).evaluateAll((all) => all.map((one) => one.textContent!))
    const slideshow = labels.findIndex((label) => label.includes('Slideshow'))
    const target = slideshow >= 0 ? slideshow : labels.findIndex((label) => /Gallery|columns/.test(label))
    // Shown in the page that stands back, as it is at first; and nothing is changed.
    const sheet = page.locator('[data-sheet=wide] .shown-way')
    const markup = await page.locator('.row-holder .seat').innerHTML()
    const asItIs = await sheet.innerHTML()
    for (const key of ['ArrowRight', 'ArrowRight']) await page.keyboard.press(key)
    await expect.poll(() => sheet.innerHTML()).not.toBe(asItIs)
    await page.keyboard.press('Escape')
    expect(await sheet.count()).toBe(0)
    expect(await page.locator('.row-holder .seat').innerHTML()).toBe(markup)
    expect((await row()).kind).toBe('patchwork')
    await page.keyboard.press('w')
    await tiles(page).nth(target).waitFor()
    await page.keyboard.press(String(target + 1))
    const turned = await row()
    expect(turned.kind).not.toBe('patchwork')
    expect(turned.pictures).toEqual(wording)
    await page.keyboard.press('Control+z')
    expect((await row()).kind).toBe('patchwork')
  })

  it('steps to another composition, keeps a pinned picture, gives a lead room, swaps two', async () => {
    const { page, row } = await withRow({ kind: 'patchwork' })
    const boxes = () =>
      page.locator('.row-holder .pic img').evaluateAll((all) =>
        all.map((one) => {
          const { x, y, width, height } = one.getBoundingClientRect()
          return { x, y, width, height }
        }),
      )
    const before = JSON.stringify(await boxes())
    await page.locator('.row-holder .pic').first().click()
    await page.keyboard.press('.')
    await expect.poll(async () => JSON.stringify(await boxes())).not.toBe(before)
    expect((await row()).patchwork.composition).not.toBeNull()
    await page.getByLabel('Leads').check()
    expect((await row()).pictures[0]).toMatchObject({ lead: true })
    const areas = (await boxes()).map((box) => box.width * box.height)
    expect(areas[0]).toBe(Math.max(...areas))
    await page.getByLabel('Stays').check()
    expect((await row()).pictures[0]).toMatchObject({ pinned: true })
    await unfold(page, 'Order')
    await page.getByLabel('Swap picture 1 with').selectOption('2')
    expect((await row()).pictures.map((placed) => placed.alt)).toEqual(['Alt 2', 'Alt 1', 'Alt 0', 'Alt 3', 'Alt 4'])
    // By hand: a picture let go on another changes places with it.
    const target = (await page.locator('.row-holder .p5').boundingBox())!
    await drag(page, page.locator('.row-holder .p2'), {
      x: target.x + target.width / 2,
      y: target.y + target.height / 2,
    })
    expect((await row()).pictures.map((placed) => placed.alt)).toEqual(['Alt 2', 'Alt 4', 'Alt 0', 'Alt 3', 'Alt 1'])
  })

  it('as a gallery changes form, number and shape, and its order comes back', async () => {
    const { page, row } = await withRow({ kind: 'gallery' })
    await page.getByLabel('Pictures across, across').fill('2')
    await page.keyboard.press('Enter')
    expect((await row()).gallery.across).toBe(2)
    await page.getByLabel('Width of one, px').fill('100')
    await page.keyboard.press('Enter')
    expect(
      await page.getByText('Of 100 px, 5 fit and 28 px stay over; they fit exactly at 105.6 px.').isVisible(),
    ).toBe(true)
    await page.getByLabel('Shape of the cells').selectOption({ label: '3 : 2' })
    expect((await row()).gallery).toMatchObject({ across: 5, cell: 1.5 })
    await page.getByRole('radio', { name: 'Level' }).click()
    await unfold(page, 'Shown')
    await page.getByLabel('Order shown').selectOption({ label: 'Turned round' })
    const shown = () =>
      page
        .locator('.row-holder .pic')
        .evaluateAll((all) => all.map((one) => Number(/\bp(\d+)\b/.exec(one.className)![1])))
    await expect.poll(shown).toEqual([5, 4, 3, 2, 1])
    expect((await row()).pictures).toEqual(wording)
    await page.getByLabel('Order shown').selectOption({ label: 'By hand' })
    await expect.poll(shown).toEqual([1, 2, 3, 4, 5])
  })

  it('is put in order: to a position, by drag, turned round, sorted', async () => {
    const { page, row } = await withRow({ kind: 'side-by-side' })
    const order = async () => (await row()).pictures.map((placed) => Number(placed.alt!.slice(-1)))
    await unfold(page, 'Order')
    await page.getByLabel('Position of picture 1, of 5').fill('4')
    await page.keyboard.press('Enter')
    expect(await order()).toEqual([1, 2, 3, 0, 4])
    const strip = page.getByRole('list', { name: 'Order of the pictures' }).getByRole('button')
    const last = (await strip.nth(4).boundingBox())!
    await drag(page, strip.nth(0), { x: last.x + last.width / 2, y: last.y + last.height / 2 })
    expect(await order()).toEqual([2, 3, 0, 4, 1])
    await page.getByRole('button', { name: 'Turn round' }).click()
    expect(await order()).toEqual([1, 4, 0, 3, 2])
    await page.getByLabel('Sort the pictures').selectOption({ label: 'By date taken' })
    const taken = pictures
      .slice(0, 5)
      .map((one, i) => ({ i, at: one.takenAt! }))
      .sort((a, b) => a.at.localeCompare(b.at))
    expect(await order()).toEqual(taken.map((one) => one.i))
  })

  it.each(['phone', 'tablet', 'wide'] as const)('is shown on the board as the engine folds it, %s', async (screen) => {
    const window = { phone: 390, tablet: 820, wide: 1280 }[screen]
    const page = await openWindow()
    const kinds: RowChoices[] = [
      { kind: 'patchwork', captions: 'none' },
      { kind: 'gallery', gallery: { form: 'level', across: 4, cell: 1, order: 'hand' } },
      { kind: 'gallery', captions: 'none', gallery: { form: 'loose', across: 3, cell: 1, order: 'hand' } },
      { kind: 'gallery', captions: 'none', gallery: { form: 'cells', across: 5, cell: 1, order: 'hand' } },
    ]
    const content = post(
      kinds.flatMap((options, i) => [
        rowOf(
          pictures.map(({ id }) => id),
          { id: `fold-${i}`, captions: 'none', ...options },
        ),
        text(WORDS),
      ]),
    )
    const { id } = await createPost(content)
    await openBoard(page, id)
    await page.getByRole('radio', { name: new RegExp(`^${screen}`, 'i') }).click()
    const library = libraryOf(pictures)
    for (const row of rowsOf(content.body)) {
      const laid = layRow(row, library, STARTING_STYLE)!
      const { boxes } = placeRow(laid.layout, containerWidth(seatOf(row), STARTING_STYLE, window))
      // The board may still be on its way to this screen.
      const furthestOff = async () => {
        const found = await page.locator(`#row-${row.id} .pic img`).evaluateAll((all) =>
          all.map((one) => {
            const { width, height } = one.getBoundingClientRect()
            return { width, height }
          }),
        )
        return Math.max(
          ...boxes.map(({ w, h }, i) =>
            Math.max(Math.abs((found[i]?.width ?? 0) - w), Math.abs((found[i]?.height ?? 0) - h)),
          ),
        )
      }
      await expect.poll(furthestOff).toBeLessThan(0.5)
    }
  })
})
