import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { plainText } from '../core/post/body.ts'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import {
  APP,
  bringIn,
  createPost,
  openBoard,
  openWindow,
  picturesHere,
  publishPost,
  putHouse,
  readAddress,
  readPost,
  savedBody,
} from './journey.ts'

let pictures: Picture[]
beforeAll(async () => {
  pictures = await picturesHere()
})
const ids = (n: number) => pictures.slice(0, n).map(({ id }) => id)
const post = (more: Partial<PostContent>): PostContent => ({ ...EMPTY_POST, title: 'The rest of the day', ...more })

describe('the tray', () => {
  it('lets choose a range, all and none, in the order of choosing, and takes out so that it can be undone', async () => {
    const page = await openWindow()
    const { id } = await createPost(
      post({ tray: ids(6), body: { type: 'doc', content: [text('Some words.'), rowOf([ids(1)[0]!])] } }),
    )
    await openBoard(page, id)
    const options = page.locator('[data-tray]')
    const numbers = () =>
      options.evaluateAll((all) =>
        all.map((one) => /number (\d+)/.exec(one.getAttribute('aria-label')!)?.[1] ?? '-').join(''),
      )
    await expect.poll(() => options.first().getAttribute('aria-label')).toContain('set ×1')
    await options.nth(4).click()
    await options.nth(1).click({ modifiers: ['Shift'] })
    // From the fifth back to the second.
    expect(await numbers()).toBe('-4321-')
    await options.nth(3).click()
    expect(await numbers()).toBe('-32-1-')
    await page.keyboard.press('Escape')
    expect(await numbers()).toBe('------')
    await page.keyboard.press('Control+a')
    expect(await numbers()).toBe('123456')
    await page.getByRole('button', { name: 'Choose none' }).click()
    await page.getByRole('button', { name: 'Choose all that wait' }).click()
    expect(await numbers()).toBe('-12345')
    await page.getByRole('button', { name: 'Take out of the tray' }).click()
    await expect.poll(() => options.count()).toBe(1)
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await expect.poll(() => options.count()).toBe(6)
  })
})

describe('the picker', () => {
  it('keeps its search and its button in sight, and fills the tray in the order of choosing', async () => {
    const page = await openWindow()
    const { id } = await createPost(post({}))
    await openBoard(page, id)
    await page.getByRole('button', { name: 'From the pictures…' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.locator('[data-picture] button').last().scrollIntoViewIfNeeded()
    // Other journeys may have brought in more.
    const chosen: string[] = []
    for (const which of ['last', 'first'] as const) {
      const one = dialog.locator('[data-picture]')[which]()
      chosen.push((await one.locator('img').getAttribute('src'))!.replace('/files/', ''))
      await one.locator('button').click()
    }
    await dialog.getByLabel('Search the pictures').waitFor()
    await dialog.getByRole('button', { name: 'Take 2 pictures' }).click()
    await page.getByText('2 pictures in the tray').waitFor()
    await savedBody(page)
    expect(new Set(chosen).size).toBe(2)
    const { tray } = (await readPost(id)).content
    expect(tray).toHaveLength(2)
    for (const [i, own] of tray.entries()) {
      const { renditions } = (await (await readAddress(`${APP}/api/pictures/${own}`)).json()) as Picture
      expect(renditions.map(({ file }) => file)).toContain(chosen[i])
    }
  })
})

describe('the pictures', () => {
  it('are found by their texts, written once for every post, deleted and brought back', async () => {
    const page = await openWindow()
    const shown = sharp({ create: { width: 900, height: 600, channels: 3, background: '#a58d3c' } }).jpeg()
    const used = await bringIn('KM_dunes.jpg', await shown.toBuffer())
    const { id } = await createPost(post({ body: { type: 'doc', content: [rowOf([used.id])] } }))
    await page.goto(`${APP}/pictures`)
    const items = page.locator('main [data-picture] button')
    await items.nth(7).waitFor()
    await page.locator('main [data-picture] button[title="KM_dunes.jpg"]').click()
    const ticket = page.getByRole('complementary', { name: 'About the picture' })
    await ticket.getByLabel('Tags, with commas between').fill('dunes, dusk')
    await page.keyboard.press('Enter')
    await ticket.getByLabel('Caption').fill('Over the dunes at dusk')
    await ticket.getByLabel('Credit').focus()
    await ticket.getByRole('link', { name: 'The rest of the day' }).first().waitFor()
    // Who would delete a picture in use is told first where it is shown, and may keep it.
    await ticket.getByRole('button', { name: 'Delete the picture' }).click()
    await ticket.getByRole('alert').getByText('The rest of the day').waitFor()
    await ticket.getByRole('button', { name: 'Keep it' }).click()
    await page.getByRole('searchbox').or(page.getByLabel('Search the pictures')).fill('dusk')
    await expect.poll(() => items.count()).toBeGreaterThan(0)
    await expect.poll(() => items.count()).toBeLessThan(pictures.length)
    await openBoard(page, id)
    await page.locator('.seat figcaption', { hasText: 'Over the dunes at dusk' }).waitFor()
  })
})

describe('the house style', () => {
  it('changes every row that has no gap of its own, at once on the board and at the next update on the blog', async () => {
    const page = await openWindow()
    try {
      const created = await createPost(
        post({
          title: 'House and gap',
          body: {
            type: 'doc',
            content: [rowOf(ids(2), { id: 'house-gap' }), rowOf(ids(2), { id: 'own-gap', between: 3 })],
          },
        }),
      )
      const { url } = await publishPost(created.id, created.version)
      await page.goto(`${APP}/house-style`)
      await page.getByLabel('Between, px').fill('30')
      await page.keyboard.press('Enter')
      // Nothing takes effect before it is saved; what it would do is said.
      const aside = page.getByRole('complementary', { name: 'What it changes' })
      await aside
        .getByRole('article')
        .filter({ hasText: 'House and gap' })
        .getByText('1 of 2 rows in another size')
        .waitFor()
      await page.getByRole('button', { name: 'Save the house style' }).click()
      await page.getByText('The house style is saved.').waitFor()
      const gaps = () =>
        page.evaluate(() =>
          ['house-gap', 'own-gap'].map((id) => {
            const [first, second] = [...document.querySelectorAll(`#row-${id} img`)].map((image) =>
              image.getBoundingClientRect(),
            )
            return Math.round(second!.left - first!.right)
          }),
        )
      await openBoard(page, created.id)
      await expect.poll(gaps).toEqual([30, 3])
      // What is live stays as it was until it is updated.
      await page.goto(url)
      expect(await gaps()).toEqual([8, 3])
      await publishPost(created.id, created.version)
      await page.reload()
      expect(await gaps()).toEqual([30, 3])
    } finally {
      await putHouse(STARTING_STYLE)
    }
  })
})

describe('marks', () => {
  const link = (words: string) => ({
    type: 'paragraph' as const,
    content: [
      { type: 'text' as const, text: words, marks: [{ type: 'link' as const, attrs: { href: '/posts/knots/' } }] },
    ],
  })
  it('lead to where they are put right, by keyboard, and go when they are', async () => {
    const page = await openWindow()
    const created = await createPost(
      post({
        title: 'Two of three described',
        body: {
          type: 'doc',
          content: [
            text('One.'),
            rowOf([{ id: pictures[2]!.id, alt: 'A knot' }]),
            rowOf(
              [
                { id: pictures[0]!.id, alt: 'A kite' },
                { id: pictures[1]!.id, alt: '' },
              ],
              { id: 'second' },
            ),
            link('Read more'),
          ],
        },
      }),
    )
    await openBoard(page, created.id)
    // From the publish sheet to the marks, and from a mark to its place.
    await page.getByRole('button', { name: 'Publish…' }).press('Enter')
    await page.getByRole('dialog').getByText('1 must be mended, 2 are worth a look').waitFor()
    await page.getByRole('dialog').getByRole('button', { name: 'Look at them' }).press('Enter')
    const dialog = page.getByRole('dialog', { name: 'Marks' })
    await expect
      .poll(() => dialog.locator('li p').allTextContents())
      .toEqual([
        'Row 2: picture 2 has no alt text. Those who do not see it would not know what it shows.',
        'No featured image is chosen: lists show the title alone.',
        'The link “Read more” to /posts/knots/ does not say where it leads.',
      ])
    await dialog.getByRole('button', { name: /^Go there: Row 2/ }).press('Enter')
    await expect
      .poll(() => page.evaluate(() => document.activeElement?.closest('section')?.getAttribute('aria-label')))
      .toBe('Texts of picture 2')
    await page.keyboard.type('The bench at noon')
    await savedBody(page)
    await page.getByRole('button', { name: 'Marks 2' }).press('Enter')
    await dialog.getByRole('button', { name: /^Go there: The link/ }).press('Enter')
    await expect.poll(() => page.evaluate(() => getSelection()!.toString())).toBe('Read more')
    await expect.poll(() => page.evaluate(() => document.activeElement?.className)).toContain('ProseMirror')
    await page.keyboard.type('Four knots and a bridle')
    await expect
      .poll(async () => plainText((await readPost(created.id)).content.body.content[3]!))
      .toBe('Four knots and a bridle')
    await page.getByRole('button', { name: 'Marks 1' }).press('Enter')
    await dialog.getByRole('button', { name: /^Go there: No featured/ }).press('Enter')
    await expect.poll(() => page.evaluate(() => document.activeElement?.textContent)).toBe('Choose…')
  })
  it('are mended by a press, which can be undone', async () => {
    const page = await openWindow()
    const { id } = await createPost(
      post({
        title: '',
        body: {
          type: 'doc',
          content: [
            rowOf([{ id: pictures[2]!.id, alt: 'A knot' }], { id: 'side', one: { side: 'left' } }),
            text('Too few words to stand beside it.'),
          ],
        },
      }),
    )
    await openBoard(page, id)
    await page.getByRole('button', { name: 'Marks 3' }).click()
    const dialog = page.getByRole('dialog', { name: 'Marks' })
    await expect
      .poll(() => dialog.getByRole('heading').allTextContents())
      .toEqual(['Marks', 'Must mend', 'Worth a look'])
    await dialog.getByRole('button', { name: 'Let it stand alone' }).click()
    await dialog.getByText(/^Mended: Row 1: /).waitFor()
    await expect
      .poll(async () => (await readPost(id)).content.body.content[0])
      .toMatchObject({ attrs: { one: { side: null } } })
    await dialog.getByRole('button', { name: 'Undo' }).press('Enter')
    await expect
      .poll(async () => (await readPost(id)).content.body.content[0])
      .toMatchObject({ attrs: { one: { side: 'left' } } })
    await dialog.getByRole('button', { name: 'Take the first picture' }).press('Enter')
    await expect.poll(async () => (await readPost(id)).content.featured?.picture).toBe(pictures[2]!.id)
    await dialog.getByRole('button', { name: /^Go there: The post has no title/ }).press('Enter')
    await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Title')
    await page.keyboard.type('A knot')
    await page.getByRole('button', { name: 'Marks 1' }).waitFor()
  })
})

describe('the weight of a page', () => {
  it('is held against what the house allows, in the proof and as a mark', async () => {
    const all = pictures.map(({ id }) => ({ id, alt: 'A kite' }))
    const created = await createPost(
      post({
        title: 'Weighed',
        featured: { picture: pictures[0]!.id, focus: { x: 0.5, y: 0.5 } },
        body: {
          type: 'doc',
          content: [
            text('One.'),
            rowOf(all, { kind: 'gallery', gallery: { form: 'level', across: 1, cell: 1, order: 'hand' } }),
          ],
        },
      }),
    )
    try {
      const page = await openWindow()
      const inProof = async () => {
        await page.goto(`${APP}/posts/${created.id}/proof`)
        await page.getByRole('button', { name: /^Weight phone/ }).click()
        await page.getByRole('dialog').getByText('At once, of 400 kB').waitFor()
        return page.getByRole('dialog').getByText('too much').count()
      }
      expect(await inProof()).toBe(0)
      await page.goto(`${APP}/house-style`)
      await page.getByText('Weight', { exact: true }).click()
      await page.getByLabel('In all, kB').fill('50')
      await page.keyboard.press('Enter')
      await page.getByRole('button', { name: 'Save the house style' }).click()
      await page.getByText('The house style is saved.').waitFor()
      // On every screen: the fonts alone weigh more than that.
      expect(await inProof()).toBe(3)
      await openBoard(page, created.id)
      await page.getByRole('button', { name: 'Marks 1' }).click()
      await page
        .getByRole('dialog')
        .getByText(
          /^On a phone the pictures of the whole post weigh \d+ kB; the house allows 50 kB\. Row 1 weighs most, \d+ kB\.$/,
        )
        .waitFor()
    } finally {
      await putHouse(STARTING_STYLE)
    }
  })
})

describe('publishing', () => {
  it('says first what will change, updates, and withdraws', async () => {
    const page = await openWindow()
    const created = await createPost(
      post({
        title: 'To be withdrawn',
        body: { type: 'doc', content: [text('One.'), rowOf(ids(2), { id: 'published-row' })] },
      }),
    )
    const { url } = await publishPost(created.id, created.version)
    await openBoard(page, created.id)
    await page.locator('.ProseMirror p').first().click()
    await page.keyboard.press('End')
    await page.keyboard.type(' And two more words.')
    await page.getByRole('button', { name: 'Publish…' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByText('Text changed, 4 words more').waitFor()
    await dialog.getByRole('button', { name: /^Update/ }).click()
    await expect.poll(async () => (await readAddress(url)).text()).toContain('And two more words.')
    await dialog.getByRole('button', { name: /Withdraw/ }).click()
    await expect.poll(async () => (await readAddress(url)).status).toBe(410)
    expect((await readPost(created.id)).publication.state).toBe('withdrawn')
  })
})

describe('the worker of the ways', () => {
  it('gives up an older request for a newer one', async () => {
    const page = await openWindow()
    const { id } = await createPost(post({ tray: ids(8), body: { type: 'doc', content: [text('Some words.')] } }))
    await openBoard(page, id)
    await page.locator('[data-tray]').first().click()
    await page.locator('[data-way]').first().waitFor()
    const script = await page.evaluate(
      () =>
        performance
          .getEntriesByType('resource')
          .map((entry) => entry.name)
          .find((name) => name.includes('ways-worker'))!,
    )
    const many = Array.from({ length: 40 }, (_, i) => ({ ...pictures[i % pictures.length]!, id: `many-${i}` }))
    const request = (list: readonly Picture[]) => ({
      row: (rowOf(list.map((one) => one.id)) as { attrs: unknown }).attrs,
      pictures: list,
      following: { paragraphs: ['wind '.repeat(80)], heading: false },
      house: STARTING_STYLE,
      window: 1280,
      reorder: false,
    })
    const answered = await page.evaluate(
      async ([url, slow, quick]) => {
        const worker = new Worker(url, { type: 'module' })
        const keys: number[] = []
        worker.addEventListener('message', ({ data }) => keys.push((data as { key: number }).key))
        for (const [i, question] of [slow, slow, quick].entries()) worker.postMessage({ key: i + 1, request: question })
        await new Promise((resolve) => setTimeout(resolve, 1500))
        worker.terminate()
        return keys
      },
      [script, request(many), request(pictures.slice(0, 3))] as const,
    )
    expect(answered).toEqual([3])
  })
})
