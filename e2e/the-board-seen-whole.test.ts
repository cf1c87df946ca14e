import type { Page } from 'playwright-core'
import { beforeAll, describe, expect, inject, it } from 'vitest'
import { isRow } from '../core/post/body.ts'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import type { RowChoices } from '../core/post/changes/row-choices.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import {
  atRest,
  createPost,
  drag,
  fingers,
  openBoard,
  openWindow,
  picturesHere,
  rowsNow,
  savedBody,
  unfold,
} from './journey.ts'

let pictures: Picture[]
beforeAll(async () => {
  pictures = await picturesHere()
})

const WORDS = 'The wind was north-west, eight to ten, and dry until noon. '.repeat(6)
const post = (blocks: PostContent['body']['content']): PostContent => ({
  ...EMPTY_POST,
  title: 'Seen whole',
  tray: pictures.map(({ id }) => id),
  body: { type: 'doc', content: blocks },
})
const ids = (from: number, to: number) => pictures.slice(from, to).map(({ id }) => id)

/** Opens a post with one row between paragraphs, its first picture pressed. */
async function withRow(n: number, more: RowChoices = {}, viewport = { width: 1280, height: 800 }): Promise<Page> {
  const page = await openWindow({ viewport })
  const row = rowOf(ids(0, n), { id: 'seen-whole', ...more })
  const { id } = await createPost(post([text(WORDS), row, text(WORDS), text(WORDS)]))
  await openBoard(page, id)
  await page.locator('.row-holder .pic').first().click()
  await page.getByRole('button', { name: 'Ways…' }).waitFor()
  await atRest(page)
  return page
}

/** What is said of boxes on the screen: whether each sheet has its whole row in sight, and what lies over it. */
const sheets = (page: Page) =>
  page.evaluate(() => {
    const board = document.querySelector('[data-region=sheets]')!.getBoundingClientRect()
    return [...document.querySelectorAll<HTMLElement>('[data-sheet]')].map((sheet) => {
      const paper = sheet.querySelector(':scope > div')!.getBoundingClientRect()
      const shown = [...sheet.querySelectorAll('*')].find((one) => one.shadowRoot)!.shadowRoot!
      const seat = shown.querySelector('.shown-way .seat')!.getBoundingClientRect()
      const inside = (inner: DOMRect, outer: DOMRect) =>
        inner.left >= outer.left - 1 &&
        inner.right <= outer.right + 1 &&
        inner.top >= outer.top - 1 &&
        inner.bottom <= outer.bottom + 1
      const points = [0.1, 0.5, 0.9].flatMap((x) =>
        [0.1, 0.5, 0.9].map((y) => [paper.left + x * paper.width, paper.top + y * paper.height] as const),
      )
      const covered = points.filter(([x, y]) => !document.elementFromPoint(x, y)?.closest('[data-region=sheets]'))
      return {
        screen: sheet.dataset.sheet,
        // A strip goes on out of the page; its frame does not.
        whole: inside(seat, paper) && inside(paper, board),
        covered: covered.length,
        pictures: shown.querySelectorAll('.shown-way .pic').length,
      }
    })
  })

describe('the ways', () => {
  it.each([
    [1280, 800],
    [1024, 768],
  ])('show the whole row, wide and on a phone, with nothing over it, at %i × %i', async (width, height) => {
    const page = await withRow(7, { kind: 'patchwork' }, { width, height })
    await page.keyboard.press('w')
    const tiles = page.locator('[data-way]')
    await tiles.nth(2).waitFor()
    for (let i = 0; i < (await tiles.count()); i++) {
      // Looking is enough: nothing is set.
      await tiles.nth(i).hover()
      const name = (await tiles.nth(i).locator('b').textContent())!
      await page.getByRole('complementary', { name: 'Ticket' }).getByRole('heading', { name, exact: true }).waitFor()
      const found = await sheets(page)
      expect(found.map(({ screen }) => screen)).toEqual(['wide', 'phone'])
      for (const one of found) expect(one, `${name} at ${width}`).toMatchObject({ whole: true, covered: 0 })
      // The list is there whole, and each tile is large enough for what is in it.
      const tile = (await tiles.nth(i).boundingBox())!
      expect(tile.x + tile.width).toBeLessThanOrEqual(width)
      expect(tile.width).toBeGreaterThan(110)
    }
    expect((await rowsNow(page))[0]!.kind).toBe('patchwork')
    // The ticket sets what is shown.
    await page.getByRole('button', { name: /^Set this way/ }).click()
    await expect.poll(async () => (await rowsNow(page))[0]!.kind).not.toBe('patchwork')
  })

  const across = (form: 'cells' | 'level' | 'loose', n: number): RowChoices => ({
    kind: 'gallery',
    gallery: { form, across: n, cell: 1, order: 'hand' },
  })
  const rows: [string, number, RowChoices][] = [
    ['a patchwork', 9, { kind: 'patchwork' }],
    ['side by side, edge to edge', 3, { kind: 'side-by-side', sits: 'bleed' }],
    ['even cells', 9, across('cells', 3)],
    ['level rows, very high', 9, across('level', 1)],
    ['loose columns', 9, across('loose', 3)],
    ['a slideshow', 5, { kind: 'slideshow' }],
    ['one beside text', 1, { kind: 'one', one: { side: 'right', width: { unit: '%', value: 40 } } }],
    ['one alone, wider than the text', 1, { kind: 'one', sits: 'outset' }],
  ]
  it.each(rows)('show the whole of %s', async (what, n, more) => {
    for (const viewport of [
      { width: 1280, height: 800 },
      { width: 1024, height: 768 },
    ]) {
      const page = await withRow(Math.min(n, pictures.length), more, viewport)
      await page.keyboard.press('w')
      await page.locator('[data-way]').first().waitFor()
      await expect.poll(async () => (await sheets(page)).map((one) => one.whole)).toEqual([true, true])
      for (const one of await sheets(page))
        expect(one, `${what} at ${viewport.width}`).toMatchObject({
          covered: 0,
          pictures: Math.min(n, pictures.length),
        })
      await page.context().close()
    }
  })
})

describe('the page', () => {
  const scale = (page: Page) =>
    page.locator('[data-region=page]').evaluate((sheet) => {
      const inner = sheet.querySelector<HTMLElement>('.page')!
      return inner.getBoundingClientRect().width / inner.offsetWidth
    })
  it('is at true scale: type, rows and the ruler are what readers get, and the ticket says the same number', async () => {
    const page = await withRow(5, { kind: 'patchwork', captions: 'each' })
    expect(
      await page
        .locator('.page p')
        .last()
        .evaluate((one) => getComputedStyle(one).fontSize),
    ).toBe('18.5px')
    const ruler = await page.locator('[data-region=page] svg text').last().textContent()
    await expect.poll(() => page.getByLabel('In short').textContent()).toContain(`${ruler} high`)
    const drawn = await page.locator('.row-holder .tree').evaluate((tree) => tree.getBoundingClientRect().height)
    expect(Math.round(drawn)).toBe(Number(ruler))
  })
  it('stays in the middle of a window that is made narrower and wider', async () => {
    const page = await withRow(2)
    const beside = async () => {
      const board = (await page.locator('[data-scroller]').boundingBox())!
      const seat = (await page.locator('.row-holder .seat').boundingBox())!
      return Math.round(Math.abs(seat.x + seat.width / 2 - board.x - board.width / 2))
    }
    for (const width of [1280, 1024, 900, 1600, 1024]) {
      await page.setViewportSize({ width, height: 800 })
      await expect.poll(beside, { message: `${width}` }).toBeLessThan(8)
    }
    // What was scrolled to stays where it was, beside the middle.
    await page.locator('[data-scroller]').evaluate((one) => one.scrollBy(60, 0))
    await expect.poll(beside).toBeGreaterThan(50)
    const before = await beside()
    await page.setViewportSize({ width: 960, height: 800 })
    await page.waitForTimeout(300)
    expect(Math.abs((await beside()) - before)).toBeLessThan(4)
  })

  it('is stood back from until the row, or the whole post, is seen, and near again with the caret kept', async () => {
    const page = await withRow(7, {
      kind: 'gallery',
      sits: 'bleed',
      gallery: { form: 'level', across: 1, cell: 1, order: 'hand' },
    })
    await page.keyboard.press('Alt+z')
    const board = (await page.locator('[data-scroller]').boundingBox())!
    const seat = (await page.locator('.row-holder .seat').boundingBox())!
    expect(seat.x).toBeGreaterThanOrEqual(board.x)
    expect(seat.x + seat.width).toBeLessThanOrEqual(board.x + board.width)
    expect(seat.y).toBeGreaterThanOrEqual(board.y)
    expect(seat.y + seat.height).toBeLessThanOrEqual(board.y + board.height)
    await expect.poll(() => page.getByRole('button', { name: /^Near/ }).textContent()).toMatch(/Near\s*\d+ %/)
    await page.keyboard.press('Alt+z')
    expect(await scale(page)).toBe(1)

    // With the caret in the text: the whole post; what is typed goes to where the caret was.
    const second = page.locator('.ProseMirror p').nth(1)
    await second.click({ position: { x: 60, y: 12 } })
    await page.keyboard.press('Home')
    // The editor hears of a caret that the browser has moved a moment later.
    await page.waitForTimeout(100)
    await page.keyboard.press('Alt+z')
    const sheet = (await page.locator('[data-region=page]').boundingBox())!
    expect(sheet.height).toBeLessThanOrEqual(board.height)
    await page.keyboard.type('Back: ')
    await page.keyboard.press('Alt+z')
    await page.keyboard.type('near. ')
    await expect.poll(() => second.textContent()).toMatch(/^Back: near\. The wind/)
    const line = (await second.boundingBox())!
    expect(line.y + line.height).toBeGreaterThan(board.y)
    expect(line.y).toBeLessThan(board.y + board.height)
  })
  it('goes back and forth by the wheel, about the place that is pointed at', async () => {
    const page = await openWindow()
    const many = Array.from({ length: 12 }, () => text(WORDS))
    const { id } = await createPost(post([...many, rowOf(ids(0, 4), { kind: 'patchwork' }), ...many]))
    await openBoard(page, id)
    await page.locator('[data-region=spine] button').first().click()
    await atRest(page)
    const picture = page.locator('.row-holder .pic').first()
    const before = (await picture.boundingBox())!
    await page.mouse.move(before.x + 20, before.y + 20)
    await page.keyboard.down('Control')
    await page.mouse.wheel(0, 200)
    await page.keyboard.up('Control')
    await expect.poll(() => scale(page)).toBeLessThan(0.6)
    const after = (await picture.boundingBox())!
    expect(Math.abs(after.y + 20 * (after.width / before.width) - before.y - 20)).toBeLessThan(30)
  })
  it('goes back by two fingers', async () => {
    const page = await openWindow({ hasTouch: true })
    const { id } = await createPost(post([text(WORDS), rowOf(ids(0, 4), { kind: 'patchwork' }), text(WORDS)]))
    await openBoard(page, id)
    await page.locator('.row-holder .pic').first().waitFor()
    const touch = await fingers(page)
    const both = (apart: number) =>
      [
        { x: 500 - apart, y: 300 },
        { x: 500 + apart, y: 300 },
      ] as const
    await touch('touchStart', ...both(200))
    for (const apart of [180, 150, 120, 100]) await touch('touchMove', ...both(apart))
    await touch('touchEnd')
    await expect.poll(() => scale(page)).toBeCloseTo(0.5, 1)
  })
  it('says at the row what a step has changed', async () => {
    const page = await withRow(6, { kind: 'patchwork', captions: 'none' })
    const before = (await page.getByLabel('In short').textContent())!
    await page.keyboard.press('.')
    const told = page.locator('[data-region=page] output')
    await expect.poll(() => told.textContent()).toMatch(/^\d+ → \d+ high/)
    const [from, to] = /(\d+) → (\d+) high/.exec((await told.textContent())!)!.slice(1)
    expect(before).toContain(`${from} high`)
    await expect.poll(() => page.getByLabel('In short').textContent()).toContain(`${to} high`)
  })
})

describe('the ticket', () => {
  it.each(['patchwork', 'gallery', 'slideshow', 'side-by-side', 'one'] as const)(
    'has what one changes most in sight without scrolling: %s',
    async (kind) => {
      const page = await withRow(kind === 'one' ? 1 : 5, { kind })
      const ticket = page.getByRole('complementary', { name: 'Ticket' })
      const room = (await ticket.boundingBox())!
      const wanted = [
        ticket.getByLabel('Captions', { exact: true }),
        ticket.getByLabel('On click', { exact: true }),
        ticket.getByLabel('Alt text'),
        ticket.getByLabel('Caption', { exact: true }),
        kind === 'one' ? ticket.getByLabel('Width, px') : ticket.getByRole('list', { name: 'Order of the pictures' }),
        ticket.getByRole('radio').first(),
      ]
      for (const one of wanted) {
        const box = (await one.boundingBox())!
        expect(box.y, `${kind}: ${one}`).toBeGreaterThanOrEqual(room.y)
        expect(box.y + box.height, `${kind}: ${one}`).toBeLessThanOrEqual(room.y + room.height)
      }
      // What follows the house is a line that says its values.
      await expect
        .poll(() => ticket.locator('[data-fold=Space] summary').textContent())
        .toMatch(/\d+ around, as the house/)
      await unfold(page, 'Facts')
      await ticket.getByText('A click enlarges the picture.').waitFor()
    },
  )
  it('words several pictures at once, and gives them one click', async () => {
    const page = await withRow(5, { kind: 'side-by-side' })
    await page.locator('.row-holder .pic').nth(1).click()
    await page
      .locator('.row-holder .pic')
      .nth(3)
      .click({ modifiers: ['Shift'] })
    const all = page.getByRole('region', { name: 'Texts of 3 pictures' })
    await all.getByLabel('Caption of all 3').fill('In the shed')
    await all.getByLabel('A click of their own').check()
    await all.getByLabel('On click, 3 pictures').selectOption('picture-file')
    const [row] = await rowsNow(page)
    expect(row!.pictures.map(({ caption }) => caption)).toEqual([
      undefined,
      'In the shed',
      'In the shed',
      'In the shed',
      undefined,
    ])
    expect(row!.pictures.map(({ onClick }) => onClick?.do)).toEqual([
      undefined,
      'picture-file',
      'picture-file',
      'picture-file',
      undefined,
    ])
  })
})

describe('the tray', () => {
  it('folds while one writes, and unfolds when pictures arrive; their list lies over nothing', async () => {
    const page = await withRow(3, { kind: 'side-by-side' })
    const list = page.getByRole('listbox', { name: 'Pictures in the tray' })
    await list.waitFor()
    await page.locator('.ProseMirror p').first().click()
    await page.keyboard.type('One more. ')
    await list.waitFor({ state: 'detached' })
    await page.getByText(`${pictures.length} pictures in the tray`).waitFor()
    await page.locator('[data-tray-toggle]').click()
    await list.waitFor()
    await page.keyboard.press('Escape')
    await page.locator('.ProseMirror p').first().click()
    await page.keyboard.type('And more. ')
    await list.waitFor({ state: 'detached' })

    // One that is no picture stays to be read, in a place of its own.
    await page.locator('input[type=file]').setInputFiles([inject('pictures')[0]!, import.meta.filename])
    const panel = page.getByRole('region', { name: 'Pictures arriving' })
    await panel.getByText(/not taken/).waitFor()
    await page.locator('.row-holder .pic').first().click()
    await page.keyboard.press('w')
    await page.locator('[data-way]').nth(1).waitFor()
    const boxes = await page.evaluate(() =>
      ['[aria-label="Pictures arriving"]', '[data-region=ways]', '[data-region=ticket]', '[data-region=sheets]'].map(
        (one) => {
          const { left, right, top, bottom } = document.querySelector(one)!.getBoundingClientRect()
          return { left, right, top, bottom }
        },
      ),
    )
    const [arriving, ...others] = boxes
    for (const other of others) {
      const x = Math.min(arriving!.right, other.right) - Math.max(arriving!.left, other.left)
      const y = Math.min(arriving!.bottom, other.bottom) - Math.max(arriving!.top, other.top)
      expect(x > 1 && y > 1).toBe(false)
    }
  })
  it('takes back a picture, and a row, that is dragged to it', async () => {
    const page = await withRow(4, { kind: 'side-by-side' })
    const tray = (await page.locator('[data-region=tray]').boundingBox())!
    await drag(page, page.locator('.row-holder .pic').nth(1), { x: tray.x + 400, y: tray.y + 60 })
    expect((await rowsNow(page))[0]!.pictures.map(({ id }) => id)).toEqual([ids(0, 4)[0], ...ids(2, 4)])
    const grip = page.getByRole('button', { name: /^Move the row/ })
    await grip.scrollIntoViewIfNeeded()
    await atRest(page)
    await drag(page, grip, { x: tray.x + 400, y: tray.y + 60 })
    expect((await savedBody(page)).filter(isRow)).toEqual([])
    await page.getByRole('button', { name: 'Undo' }).first().click()
    expect((await savedBody(page)).filter(isRow)).toHaveLength(1)
  })
})

describe('a hand quicker than the screen', () => {
  /** Presses, carries and lets go, or gives up, before anything can have been drawn. */
  const inOneGo = (page: Page, to: { x: number; y: number }, last: 'pointerup' | 'Escape') =>
    page.evaluate(
      ([x, y, how]) => {
        const pic = document.querySelectorAll('.ProseMirror .pic img')[1]!
        const box = pic.getBoundingClientRect()
        const tell = (on: EventTarget, type: string, clientX: number, clientY: number) =>
          on.dispatchEvent(
            new PointerEvent(type, { bubbles: true, cancelable: true, isPrimary: true, button: 0, clientX, clientY }),
          )
        tell(pic, 'pointerdown', box.left + 20, box.top + 20)
        tell(pic, 'pointermove', box.left + 40, box.top + 40)
        tell(pic, 'pointermove', x, y)
        if (how === 'Escape') pic.dispatchEvent(new KeyboardEvent('keydown', { code: how, key: how, bubbles: true }))
        tell(pic, 'pointerup', x, y)
      },
      [to.x, to.y, last] as const,
    )

  it('sets the page moving only towards the edge that it goes to', async () => {
    const page = await withRow(3)
    await page.emulateMedia({ reducedMotion: 'reduce' })
    const board = (await page.locator('[data-scroller]').boundingBox())!
    const scrolled = () => page.locator('[data-scroller]').evaluate(({ scrollTop }) => scrollTop)
    const before = await scrolled()
    const low = { x: board.x + 400, y: board.y + board.height - 12 }
    const tray = (await page.locator('[data-tray]').nth(1).boundingBox())!
    await page.mouse.move(tray.x + 20, tray.y + 20)
    await page.mouse.down()
    // Up from the tray, however slowly: the page stays as it is aimed at.
    await page.mouse.move(tray.x + 30, low.y + 8, { steps: 4 })
    await page.mouse.move(low.x, low.y, { steps: 4 })
    await page.waitForTimeout(300)
    expect(await scrolled()).toBe(before)
    // Down again, within the edge: it comes up.
    await page.mouse.move(low.x, low.y + 6, { steps: 3 })
    await expect.poll(scrolled).toBeGreaterThan(before + 20)
    await page.keyboard.press('Escape')
    await page.mouse.up()
  })
  it('sets a picture where it was let go, and leaves it where it was given up', async () => {
    const page = await withRow(3)
    const before = (await rowsNow(page)).map((row) => row.pictures.length)
    expect(before).toEqual([3])
    const foot = (await page.locator('.ProseMirror .row-holder .seat').boundingBox())!
    const below = { x: foot.x + 100, y: foot.y + foot.height + 8 }
    await inOneGo(page, below, 'Escape')
    expect((await rowsNow(page)).map((row) => row.pictures.length)).toEqual([3])
    await inOneGo(page, below, 'pointerup')
    expect((await rowsNow(page)).map((row) => row.pictures.length)).toEqual([2, 1])
    // Nothing is carried on: the next drag is one of its own.
    await page.mouse.move(below.x, below.y - 40)
    expect(await page.locator('[data-carried]').count()).toBe(0)
  })
})

describe('a new post', () => {
  it('has no marks and says where things go', async () => {
    const page = await openWindow()
    const { id } = await createPost(EMPTY_POST)
    await openBoard(page, id)
    expect((await page.getByRole('button', { name: /^Marks/ }).textContent())!.trim()).toBe('Marks')
    await page.getByPlaceholder('Title').fill('Kites')
    await expect
      .poll(async () => (await page.getByRole('button', { name: /^Marks/ }).textContent())!.trim())
      .toMatch(/^Marks \d/)
  })
})
