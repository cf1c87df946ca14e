import type { Page } from 'playwright-core'
import { expect, it } from 'vitest'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { SavedState } from '../core/wire/post.ts'
import type { Row } from '../core/post/row.ts'
import {
  APP,
  changePicture,
  createPost,
  openBoard,
  openWindow,
  picturesHere,
  readAddress,
  readPost,
  saved,
} from './journey.ts'

/** Once the browser has these words, so that it can be closed: the last keys are kept a moment after they are typed. */
const keptHere = (page: Page, words: string) =>
  expect
    .poll(() =>
      page.evaluate(async () => {
        const opening = indexedDB.open('set-row-drafts')
        await new Promise((resolve) => (opening.onsuccess = resolve))
        const reading = opening.result.transaction('steps').objectStore('steps').getAll()
        await new Promise((resolve) => (reading.onsuccess = resolve))
        opening.result.close()
        return JSON.stringify(reading.result)
      }),
    )
    .toContain(words)

const textOf = async (id: string) => JSON.stringify((await readPost(id)).content.body)

it('what is typed while the server is away is kept, survives a reload, and is saved when it is back', async () => {
  const { id } = await createPost(post(text('Before.')))
  const page = await openWindow({}, true)
  await openBoard(page, id)
  await page.route(`**/api/posts/${id}`, (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  )
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('End')
  await page.keyboard.type(' Typed with no server.')
  await page.getByText('Server away: kept here').waitFor()
  await keptHere(page, 'Typed with no server.')
  expect(await textOf(id)).not.toContain('no server')
  await page.reload()
  await page.getByText('Typed with no server.').waitFor()
  await page.unroute(`**/api/posts/${id}`)
  await saved(page)
  await expect.poll(() => textOf(id)).toContain('Typed with no server.')
})

it('what was sent while the window went away, and could be kept no more, is not asked about', async () => {
  const { id } = await createPost(post(text('Before.')))
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('End')
  // As in a window whose last moments are too short for what it writes down.
  await page.evaluate(() => {
    const put = Object.getOwnPropertyDescriptor(IDBObjectStore.prototype, 'put')!.value as IDBObjectStore['put']
    let going = false
    IDBObjectStore.prototype.put = function (this: IDBObjectStore, value: { unsaved?: boolean }, ...rest) {
      if (going) this.transaction.abort()
      going ||= value.unsaved === true
      return put.call(this, value, ...rest)
    }
  })
  await page.keyboard.insertText(' Kept.')
  await keptHere(page, 'Kept.')
  await page.keyboard.type(' Sent.')
  await expect.poll(() => textOf(id)).toContain('Before. Kept. Sent.')
  await page.reload()
  await page.getByText('Before. Kept. Sent.').waitFor()
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('End')
  await page.keyboard.type(' And after.')
  await expect.poll(() => textOf(id)).toContain('Before. Kept. Sent. And after.')
  await saved(page)
  expect(await page.getByRole('dialog').count()).toBe(0)
})

it('what an older program kept unsaved is brought to today’s shape, and saved', async () => {
  const [first, second] = await picturesHere()
  const { id } = await createPost(post(text('Before.'), rowOf([first!.id, second!.id], { id: 'older-1' })))
  const page = await openWindow()
  // As the program kept it whose rows had fewer choices, and that kept every state in full.
  await page.goto(`${APP}/posts`)
  const [words, row] = post(text('Kept by an older program.'), rowOf([first!.id, second!.id], { id: 'older-1' })).body
    .content
  const {
    one,
    patchwork,
    gallery,
    slideshow,
    reveal: _,
    share: __,
    through: ___,
    ...rest
  } = (row as { attrs: Row }).attrs
  const { form, across, cell, order } = gallery
  const attrs = { ...rest, ...one, ...patchwork, gallery: { form, across, cell, order }, frame: slideshow.frame }
  const present = { ...post(), version: 1, body: { type: 'doc', content: [words, { type: 'row', attrs }] } }
  await page.evaluate(
    async ({ id, kept }) => {
      const opening = indexedDB.open('set-row')
      opening.onupgradeneeded = () => opening.result.createObjectStore('drafts')
      await new Promise((resolve) => (opening.onsuccess = resolve))
      const writing = opening.result.transaction('drafts', 'readwrite')
      writing.objectStore('drafts').put(kept, id)
      await new Promise((resolve) => (writing.oncomplete = resolve))
      opening.result.close()
    },
    { id, kept: { baseVersion: 1, unsaved: true, history: { past: [], present, future: [] } } },
  )
  await openBoard(page, id)
  await page.getByText('Kept by an older program.').waitFor()
  await expect.poll(() => textOf(id)).toContain('Kept by an older program.')
  expect((await readPost(id)).content.body.content[1]).toMatchObject({
    type: 'row',
    attrs: { id: 'older-1', gallery: { first: null, tagsLeftOut: [] } },
  })
})

it('a change is with the server within a second', async () => {
  const { id } = await createPost(post(text('Before.')))
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  // By the window's own clock, which stands still but for that second.
  await page.clock.install()
  await page.clock.pauseAt(Date.now() + 1000)
  await page.keyboard.type('Now ')
  await page.clock.runFor(1000)
  await expect.poll(() => textOf(id)).toContain('Now ')
})

it('undo reaches back across a reload', async () => {
  const { id } = await createPost(post(text('Before.')))
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('Control+Alt+2')
  await page.getByLabel('Title').fill('Changed title')
  await page.waitForTimeout(800)
  await saved(page)
  await page.reload()
  await page.locator('.ProseMirror h2').waitFor()
  await page.keyboard.press('Control+z')
  await expect.poll(() => page.getByLabel('Title').inputValue()).toBe('At the slip')
  await page.keyboard.press('Control+z')
  await page.locator('.ProseMirror p').waitFor()
  expect(await page.locator('.ProseMirror h2').count()).toBe(0)
  await page.keyboard.press('Control+Shift+z')
  await page.locator('.ProseMirror h2').waitFor()
})

it('of two windows the second is refused, both texts are kept, and one is chosen', async () => {
  const { id } = await createPost(post(text('Before.')))
  const [one, two] = [await openWindow(), await openWindow({}, true)]
  await openBoard(one, id)
  await openBoard(two, id)
  await one.locator('.ProseMirror p').first().click()
  await one.keyboard.type('From one. ')
  await one.waitForTimeout(1000)
  await saved(one)
  await two.locator('.ProseMirror p').first().click()
  // At once: what is typed once the question stands before the text is not meant for the text.
  await two.keyboard.insertText('From two. ')
  const dialog = two.getByRole('dialog', { name: /changed in another window/ })
  await dialog.waitFor()
  expect(await textOf(id)).toContain('From one.')
  const states = (await (await readAddress(`${APP}/api/posts/${id}/states`)).json()) as SavedState[]
  expect(states.some((state) => state.aside)).toBe(true)
  await dialog.getByRole('button', { name: 'Go on with this text' }).click()
  await saved(two)
  await expect.poll(() => textOf(id)).toContain('From two.')

  // The other one is refused in turn, and takes what the second wrote; its own text is a step of undo away.
  await one.locator('.ProseMirror p').first().click()
  await one.keyboard.insertText('More. ')
  await one.getByRole('button', { name: 'Go on with the other text' }).click()
  await one.getByText('From two.').waitFor()
  await one.keyboard.press('Control+z')
  await one.getByText('From one.').waitFor()
})

it('every saved state can be returned to', async () => {
  const { id } = await createPost(post(text('As it was.')))
  const page = await openWindow()
  await openBoard(page, id)
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('All new.')
  await page.waitForTimeout(900)
  await saved(page)
  await page.getByRole('button', { name: 'Saved states…' }).click()
  await page.getByRole('button', { name: 'Return to this' }).last().click()
  await page.locator('.ProseMirror').getByText('As it was.').waitFor()
  await expect.poll(() => textOf(id)).toContain('As it was.')
})

const NO_LINE = 'no-line'
/** The server is there again, for all windows of this one's browser. */
const back = (page: Page) => page.evaluate((key) => localStorage.removeItem(key), NO_LINE)

/** Two windows of one browser on the same post, and no server for what they send: what is typed in each. */
async function typedInTwo(): Promise<{ id: string; one: Page; two: Page }> {
  const { id } = await createPost(post(text('Before.')))
  const one = await openWindow({}, true)
  // In the page itself: what a closing window sends would go past the driver, which lets go of it first.
  await one.context().addInitScript((key) => {
    const ask = window.fetch
    window.fetch = (...given) =>
      localStorage.getItem(key) && given[1]?.method && given[1].method !== 'GET'
        ? Promise.reject(new TypeError('no line'))
        : ask(...given)
  }, NO_LINE)
  const two = await one.context().newPage()
  await openBoard(one, id)
  await openBoard(two, id)
  await one.evaluate((key) => localStorage.setItem(key, 'away'), NO_LINE)
  for (const [page, words] of [
    [one, 'From the first. '],
    [two, 'From the second. '],
  ] as const) {
    await page.bringToFront()
    await page.locator('.ProseMirror p').first().click()
    await page.keyboard.press('Home')
    // More is typed after a first try to save, whose answer never came.
    await page.keyboard.type(words.slice(0, -2))
    await page.getByText('Server away: kept here').waitFor()
    await page.keyboard.type(words.slice(-2))
    await page.getByText('Server away: kept here').waitFor()
    await keptHere(page, words)
  }
  return { id, one, two }
}
const isAside = ({ aside }: SavedState) => aside
/** All saved states, or those that are beside the line of versions. */
const statesOf = async (id: string, which: (state: SavedState) => boolean = () => true) => {
  const states = (await (await readAddress(`${APP}/api/posts/${id}/states`)).json()) as SavedState[]
  const kept = states.filter(which)
  return Promise.all(
    kept.map(async ({ key }) => (await readAddress(`${APP}/api/posts/${id}/states/${key}`)).text()),
  ).then((texts) => texts.join('\n'))
}

it('two windows that are both reloaded have each its own text, and both are with the server', async () => {
  const { id, one, two } = await typedInTwo()
  // Either may be first when the line is there again; here it is the first.
  await two.route(`**/api/posts/${id}`, (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  )
  await back(one)
  await one.bringToFront()
  await one.reload()
  await one.locator('.ProseMirror').getByText('From the first.').waitFor()
  await saved(one)
  await two.unroute(`**/api/posts/${id}`)
  await two.bringToFront()
  await two.reload()
  await two.locator('.ProseMirror').getByText('From the second.').waitFor()
  const dialog = two.getByRole('dialog', { name: /changed in another window/ })
  await dialog.getByText('“From the first. Before.”').waitFor()
  // What was sent without an answer has been refused by now; what was typed since goes there with the choice.
  await expect.poll(() => statesOf(id, isAside)).toContain('From the sec')
  expect(await textOf(id)).toContain('From the first.')
  await dialog.getByRole('button', { name: 'Go on with the other text' }).click()
  await two.locator('.ProseMirror').getByText('From the first.').waitFor()
  await saved(two)
  expect(await statesOf(id, isAside)).toContain('From the second.')
})

it('what a closed window left is offered when the post is opened next, and is gone on with or put aside', async () => {
  const { id, one, two } = await typedInTwo()
  await one.close()
  await back(two)
  await two.reload()
  await saved(two)
  expect(await textOf(id)).toContain('From the second.')
  const dialog = two.getByRole('dialog', { name: 'A closed window left text unsaved' })
  await dialog.getByText('“From the first. Before.”').waitFor()
  await dialog.getByRole('button', { name: 'Ask again the next time' }).click()
  await two.reload()
  await dialog.getByRole('button', { name: 'Put it under “Saved states”' }).click()
  await dialog.waitFor({ state: 'hidden' })
  await expect.poll(() => statesOf(id, isAside)).toContain('From the first.')
  await two.reload()
  await saved(two)
  expect(await two.getByRole('dialog').count()).toBe(0)
  await expect.poll(() => two.locator('.ProseMirror').innerText()).toContain('From the second.')
})

it('a window that is closed while its server is away is gone on with in the next', async () => {
  const { id, one, two } = await typedInTwo()
  await two.close()
  await one.close()
  const context = one.context()
  const three = await context.newPage()
  await three.goto(`${APP}/posts`)
  await back(three)
  // The browser has let go of both; every window has a name of its own, this one too.
  const others = () =>
    three.evaluate(async () => {
      const own = `set-row-window:${sessionStorage.getItem('set-row-window')}`
      return ((await navigator.locks.query()).held ?? []).map(({ name }) => name).filter((name) => name !== own)
    })
  await expect.poll(others).toEqual([])
  await openBoard(three, id)
  // The one that was written last; the other is offered.
  await three.locator('.ProseMirror').getByText('From the second.').waitFor()
  const dialog = three.getByRole('dialog', { name: 'A closed window left text unsaved' })
  await dialog.getByRole('button', { name: 'Go on with this text' }).click()
  await three.locator('.ProseMirror').getByText('From the first.').waitFor()
  await saved(three)
  await expect.poll(() => textOf(id)).toContain('From the first.')
  await expect.poll(() => statesOf(id)).toContain('From the second.')
})

it('a window that the browser copies has a draft of its own', async () => {
  const { id } = await createPost(post(text('Before.')))
  const one = await openWindow({}, true)
  await openBoard(one, id)
  // As a copied tab begins: with all that the first had noted for its session.
  const name = await one.evaluate(() => sessionStorage.getItem('set-row-window'))
  const two = await one.context().newPage()
  await two.addInitScript((own) => sessionStorage.setItem('set-row-window', own!), name)
  await openBoard(two, id)
  await expect.poll(() => two.evaluate(() => sessionStorage.getItem('set-row-window'))).not.toBe(name)
  expect(await one.evaluate(() => sessionStorage.getItem('set-row-window'))).toBe(name)
})

it('a save that the server can’t do is tried again, without another key', async () => {
  const { id } = await createPost(post(text('Before.')))
  const page = await openWindow({}, true)
  await openBoard(page, id)
  let ill = true
  await page.route(`**/api/posts/${id}`, (route) =>
    route.request().method() === 'PUT' && ill
      ? route.fulfill({ status: 500, contentType: 'application/json', body: '{"code":"internal","message":"Ill."}' })
      : route.continue(),
  )
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.type('Now ')
  await page.getByText('Not saved yet: kept here, trying again: Ill.').waitFor()
  ill = false
  await saved(page)
  expect(await textOf(id)).toContain('Now ')
})

it('what a screen shows stays in sight while the server is away, and what is written there goes on', async () => {
  const [picture] = await picturesHere()
  const { id: shown } = await createPost(post(text('Before.')))
  const sheet = `/pictures/sheet?words=${picture!.fileName.split('.')[0]}`
  const screens = [sheet, '/posts', '/pictures', '/pictures/look-alikes', '/pictures/bin', '/sets']
  const gone = await Promise.all(
    [...screens, `/posts/${shown}/proof`].map(async (place) => {
      const page = await openWindow({}, true)
      await page.goto(APP + place)
      await page.waitForLoadState('networkidle')
      if (place === sheet) await page.getByRole('gridcell').first().waitFor()
      let failed = 0
      page.on('requestfailed', () => failed++)
      await page.route('**/api/**', (route) => route.abort())
      if (place === sheet) {
        await page.getByRole('grid').focus()
        await page.keyboard.type('With no server')
        await page.keyboard.press('Enter')
      }
      // Come back to, the window asks anew for what is older than some seconds: four times, with growing pauses.
      const askedInVain = async () => {
        await page.evaluate(() => window.dispatchEvent(new Event('visibilitychange')))
        return failed
      }
      await expect.poll(askedInVain, { timeout: 60_000, message: place }).toBeGreaterThanOrEqual(4)
      await page.waitForTimeout(500)
      if (place === sheet) {
        await page.getByRole('gridcell', { name: 'With no server' }).first().waitFor()
        await page.unrouteAll()
        await page.getByText('Saved', { exact: true }).waitFor()
      }
      return (await page.getByRole('link', { name: 'To the posts' }).count()) > 0
    }),
  )
  expect(gone).toEqual(gone.map(() => false))
  const written = (await picturesHere()).find(({ id }) => id === picture!.id)!
  expect([written.title, written.alt]).toContain('With no server')
  await changePicture(picture!.id, { title: picture!.title, alt: picture!.alt })
})
