import type { Page } from 'playwright-core'
import { beforeAll, describe, expect, it } from 'vitest'
import { STARTING_STYLE, type HouseStyle } from '../core/house/house-style.ts'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import type { Row } from '../core/post/row.ts'
import { rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import {
  APP,
  changePicture,
  createPost,
  openBoard,
  openWindow,
  picturesHere,
  publishPost,
  putHouse,
  readAddress,
  savedBody,
  unfold,
} from './journey.ts'

let pictures: Picture[]
beforeAll(async () => {
  pictures = await picturesHere()
})
const ids = (...at: number[]) => at.map((i) => pictures[i]!.id)
const post = (...content: PostContent['body']['content']): PostContent => ({
  ...EMPTY_POST,
  title: 'What rows do',
  body: { type: 'doc', content },
})
const ticket = 'complementary'

describe('on the board', () => {
  it('a slideshow is chosen in the ticket, says what it will do, and is played in place', async () => {
    const page = await openWindow()
    const { id } = await createPost(
      post(text('One. '.repeat(40)), rowOf(ids(0, 1, 2, 4), { id: 'show-1', kind: 'slideshow' }), text('Two.')),
    )
    await openBoard(page, id)
    const row = page.locator('#row-show-1')
    await row.locator('.pic').first().click()
    const aside = page.getByRole(ticket).last()
    await unfold(page, 'Facts', 'Runs')
    await aside.getByText('4 pictures of 6 s, 24 s in all. Runs when a reader starts it.').waitFor()
    await aside.getByLabel('Seconds for each picture, s').fill('3')
    await page.keyboard.press('Enter')
    await aside.getByLabel('Starts by itself').selectOption('yes')
    await aside.getByLabel('How pictures change').selectOption('fade')
    await aside.getByText('4 pictures of 3 s, 12 s in all. Starts by itself').waitFor()
    await aside.getByText('What is shown and one ahead: phone').waitFor()
    await aside.getByRole('radio', { name: 'Fill the frame' }).click()
    await aside.getByText(/Leaves out \d+ % on average/).waitFor()
    await row.getByRole('button', { name: 'Play it here' }).click()
    await expect.poll(() => row.locator('.at').textContent()).toBe('1 of 4')
    await row.getByRole('button', { name: 'Next picture' }).click()
    await expect.poll(() => row.locator('.at').textContent()).toBe('2 of 4')
    // By key: stopped, and played again.
    await row.locator('.pic').nth(1).click()
    await page.keyboard.press('p')
    await row.getByRole('button', { name: 'Play it here' }).waitFor()
    await page.keyboard.press('p')
    await row.locator('.at').waitFor()
    const [, block] = await savedBody(page)
    expect((block as { attrs: Row }).attrs.slideshow).toMatchObject({
      seconds: 3,
      starts: true,
      move: 'fade',
      fill: true,
      arrows: null,
    })
  })
  it('a row is chosen while its pictures are on their way', async () => {
    const page = await openWindow()
    const { id } = await createPost(post(text('One.'), rowOf(ids(0, 1), { id: 'late-1' })))
    let come = () => {}
    const waited = new Promise<void>((resolve) => (come = resolve))
    await page.route('**/api/pictures/by-ids', async (route) => {
      await waited
      await route.continue()
    })
    await openBoard(page, id)
    await page.getByText('The pictures of this row are on their way.').click()
    come()
    await page.locator('#row-late-1 .pic').first().waitFor()
    await page.getByRole('heading', { name: /, 2 pictures/ }).waitFor()
  })
  it('a gallery is given its filter, its ground and its rest, and shows on the board what readers will see', async () => {
    const page = await openWindow()
    const { id } = await createPost(
      post(text('One.'), rowOf(ids(0, 1, 2, 3, 4, 5), { id: 'gallery-b', kind: 'gallery' }), text('Two.')),
    )
    await openBoard(page, id)
    const row = page.locator('#row-gallery-b')
    await row.locator('.pic').first().click()
    const aside = page.getByRole(ticket).last()
    await unfold(page, 'Facts', 'Shown')
    await aside.getByLabel('Pictures shown at first').fill('4')
    await page.keyboard.press('Enter')
    await expect.poll(() => row.locator('.pic').count()).toBe(4)
    await row.getByText('Show the other 2 pictures').waitFor()
    await aside.getByText('4 of 6 pictures; the other 2 when a reader asks for them.').waitFor()
    await aside.getByLabel('Ground of the gallery').selectOption('dark')
    await expect.poll(() => row.getAttribute('class')).toContain('ground-dark')
    await aside.getByLabel('Captions').selectOption('hover')
    await aside.getByLabel('On click').first().selectOption('picture-page')
    await aside.getByText('A click opens the picture’s page.').waitFor()
    const [, block] = await savedBody(page)
    expect((block as { attrs: Row }).attrs).toMatchObject({
      gallery: { first: 4, ground: 'dark', filter: null },
      captions: 'hover',
      onClick: { do: 'picture-page' },
    })
    // Undone one by one, back to the house's.
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect.poll(() => aside.getByLabel('On click').first().inputValue()).toBe('house')
  })
  it('a filter offers the tags that are chosen for it', async ({ onTestFinished }) => {
    onTestFinished(async () => {
      for (const { id, tags } of pictures.slice(0, 3)) await changePicture(id, { tags })
    })
    for (const [i, tags] of [['dunes', 'launch'], ['launch'], ['bench']].entries())
      await changePicture(pictures[i]!.id, { tags })
    const page = await openWindow()
    const { id } = await createPost(
      post(text('One.'), rowOf(ids(0, 1, 2, 3, 4, 5, 6, 7), { id: 'gallery-t', kind: 'gallery' }), text('Two.')),
    )
    await openBoard(page, id)
    const row = page.locator('#row-gallery-t')
    await row.locator('.pic').first().click()
    const aside = page.getByRole(ticket).last()
    await unfold(page, 'Facts', 'Shown')
    await aside.getByLabel('Readers filter by tag').selectOption('yes')
    const chosen = aside.getByRole('toolbar', { name: 'Tags that the filter offers' }).getByRole('button')
    await chosen.first().waitFor()
    const all = await chosen.allTextContents()
    expect(all).toEqual(expect.arrayContaining(['launch 2', 'bench 1', 'dunes 1']))
    const offered = () => row.locator('.filter a').allTextContents()
    expect((await offered()).slice(1)).toEqual(all)
    await aside.getByText(new RegExp(`^${all.length} tags in`)).waitFor()
    // By pointer and by keyboard.
    await chosen.first().click()
    await expect.poll(async () => (await offered()).slice(1)).toEqual(all.slice(1))
    await chosen.last().focus()
    await page.keyboard.press('Space')
    await expect.poll(async () => (await offered()).slice(1)).toEqual(all.slice(1, -1))
    const [, block] = await savedBody(page)
    expect((block as { attrs: Row }).attrs.gallery.tagsLeftOut).toHaveLength(2)
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect.poll(async () => (await offered()).length).toBe(all.length)
  })
  it('a click selects, and with Ctrl does what it will do in the post, without leaving the board', async () => {
    const page = await openWindow()
    const { id } = await createPost(
      post(
        text('One.'),
        rowOf(
          [
            { id: ids(0)[0]! },
            { id: ids(1)[0]!, onClick: { do: 'picture-page' } },
            { id: ids(2)[0]!, onClick: { do: 'picture-file' } },
          ],
          { id: 'clicks-1' },
        ),
        text('Two.'),
      ),
    )
    await openBoard(page, id)
    const here = page.url()
    const pic = (i: number) => page.locator('#row-clicks-1 .pic').nth(i)
    await pic(0).click()
    expect(page.url()).toBe(here)
    const follow = async (i: number, see: (opened: Page) => Promise<unknown>) => {
      const [opened] = await Promise.all([
        page.context().waitForEvent('page'),
        pic(i).click({ modifiers: ['Control'] }),
      ])
      await opened.waitForLoadState()
      await see(opened)
      await opened.close()
      expect(page.url()).toBe(here)
    }
    await follow(0, (opened) => opened.locator('.pswp--open').waitFor())
    await follow(1, (opened) => opened.locator('.picture-page').waitFor())
    await follow(2, async (opened) => expect(opened.url()).toMatch(/\.webp$/))
  })
  it('the proof runs what the post will run', async () => {
    const page = await openWindow()
    const { id } = await createPost(post(rowOf(ids(0, 1), { id: 'proofed-1' }), text('Two.')))
    await page.goto(`${APP}/posts/${id}/proof`)
    const wide = page.frameLocator('iframe').last()
    await wide.locator('a[data-enlarge]').first().click()
    await wide.locator('.pswp--open').waitFor()
  })
})

describe('the house style', () => {
  it('is tried on a post, survives a reload unsaved, is saved, and is sent to live posts', async () => {
    const page = await openWindow()
    const made = await createPost({
      ...post(
        text('One. '.repeat(40)),
        rowOf(ids(0, 1), { id: 'house-1' }),
        rowOf(ids(2, 3), { id: 'house-2', onClick: { do: 'nothing' } }),
      ),
      title: 'For the house',
      address: 'for-the-house',
    })
    const { url } = await publishPost(made.id, made.version)
    const stored = async () => (await (await readAddress(`${APP}/api/house`)).json()) as HouseStyle
    try {
      await page.goto(`${APP}/house-style`)
      await page.getByLabel('Page to look at').selectOption(made.id)
      const sample = page.frameLocator('iframe[title="The page with this style"]')
      await sample.locator('h1', { hasText: 'For the house' }).waitFor()
      await page.getByText('Pictures', { exact: true }).last().click()
      await page.getByLabel('Rounding of corners, px').fill('12')
      await page.keyboard.press('Enter')
      await expect
        .poll(() =>
          sample
            .locator('.pic img')
            .first()
            .evaluate((image) => getComputedStyle(image).borderRadius),
        )
        .toBe('12px')
      await page.getByText('On click', { exact: true }).last().click()
      await page.getByLabel('On click', { exact: true }).selectOption('nothing')
      const effect = page
        .getByRole('complementary', { name: 'What it changes' })
        .getByRole('article')
        .filter({ hasText: 'For the house' })
      await effect.getByText('1 row behaves otherwise').waitFor()
      expect((await stored()).corner).toBe(0)
      await page.reload()
      await page.getByText('Changed, not saved yet').waitFor()
      await page.getByRole('button', { name: 'Save the house style' }).click()
      await page.getByText('The house style is saved.').waitFor()
      expect(await stored()).toMatchObject({ corner: 12, onClick: 'nothing' })
      expect(await (await readAddress(url)).text()).toContain('data-enlarge')
      await page.getByRole('button', { name: /^Update \d+ live post/ }).click()
      await expect.poll(async () => (await readAddress(url)).text()).not.toContain('data-enlarge')
    } finally {
      await putHouse(STARTING_STYLE)
    }
  })
  it('shows the list in its new shape before it is saved, and sets it so', async () => {
    const page = await openWindow()
    const made = await createPost({ ...post(text('In the list.')), title: 'For the list', address: 'for-the-list' })
    const { url } = await publishPost(made.id, made.version)
    try {
      await page.goto(`${APP}/house-style`)
      // Opening what concerns the list shows the list.
      await page.getByText('List of posts', { exact: true }).click()
      const sample = page.frameLocator('iframe[title="The page with this style"]')
      await sample.locator('.list-rows h2', { hasText: 'For the list' }).waitFor()
      await page.getByRole('radio', { name: 'Banners' }).click()
      await sample.locator('.list-banners h2', { hasText: 'For the list' }).waitFor()
      await page.getByText('The list of posts is set in banners instead of rows.').waitFor()
      await page.getByRole('button', { name: 'Save the house style' }).click()
      await page.getByText('The house style is saved.').waitFor()
      await page.getByRole('button', { name: /^Update \d+ live post/ }).click()
      await expect.poll(async () => (await readAddress(new URL('../../', url))).text()).toContain('list-banners')
    } finally {
      await putHouse(STARTING_STYLE)
    }
  })
  it('says where a colour reads badly, and takes only share addresses that are addresses', async () => {
    const page = await openWindow()
    await page.goto(`${APP}/house-style`)
    await page.getByLabel('Captions', { exact: true }).first().fill('#cccccc')
    await page.getByText(/1, reads badly; 4\.5 is needed/).waitFor()
    await page.getByText('Sharing', { exact: true }).click()
    await page.getByLabel('Name of a place to share to').fill('Nowhere')
    await page.getByLabel(/^Its address/).fill('javascript:alert({address})')
    await page.getByText('Needs an address starting with https://, http:// or mailto:').waitFor()
    await expect.poll(() => page.getByRole('button', { name: 'Add it' }).isDisabled()).toBe(true)
    await page.getByLabel(/^Its address/).fill('https://board.example/tell?page={address}')
    await page.getByRole('button', { name: 'Add it' }).click()
    await page.getByRole('button', { name: 'Take “Nowhere” out' }).waitFor()
    await page.getByRole('button', { name: 'Put back' }).click()
    await page.getByText('As saved').waitFor()
  })
})
