/** Makes docs/screenshots from the demo, so that every picture in the README shows the program as it is. */
import { spawn } from 'node:child_process'
import { copyFileSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import type { BrowserContextOptions, Page } from 'playwright-core'
import type { PicturePage } from '../core/wire/picture-search.ts'
import type { Post, PostSummary } from '../core/wire/post.ts'
import { NOTEBOOK } from '../demo/notebook.ts'
import { launchBrowser } from '../e2e/browser.ts'

const root = path.resolve(import.meta.dirname, '..')
const folder = path.join(root, 'docs/screenshots')
const WIDE = { width: 1280, height: 800 }
/** Names of the pictures to be made; all of them where none is named. */
const wanted = process.argv.slice(2)

/** A data folder of its own, new each time but for the drawn pictures: the sample world as it is when it is loaded. */
const data = path.join(root, '.cache/screenshots')
const SAMPLE_PICTURES = 'sample-pictures'
mkdirSync(data, { recursive: true })
for (const name of readdirSync(data)) if (name !== SAMPLE_PICTURES) rmSync(path.join(data, name), { recursive: true })

/** Starts the demo on free ports and waits for its addresses. */
function startDemo(): Promise<{ app: string; blog: string; stop: () => void }> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [path.join(root, 'dist/server/demo.mjs')], {
      cwd: root,
      env: {
        ...process.env,
        SETROW_DATA: data,
        SETROW_PORT: '0',
        SETROW_BLOG_PORT: '0',
        SETROW_BANK_PORT: '0',
        SETROW_VIDEO_PORT: '0',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    let said = ''
    child.on('exit', (code) => reject(new Error(`the demo ended with ${code}`)))
    child.stdout.on('data', (data: Buffer) => {
      said += data.toString()
      const [app, blog] = [/Set Row\s+(http\S+)/.exec(said)?.[1], /Blog\s+(http\S+)/.exec(said)?.[1]]
      if (app && blog && said.includes('Stop with')) {
        child.removeAllListeners('exit')
        resolve({ app, blog, stop: () => child.kill() })
      }
    })
  })
}

const demo = await startDemo()
const browser = await launchBrowser()
mkdirSync(folder, { recursive: true })
const { posts } = (await (await fetch(`${demo.app}/api/posts`)).json()) as { posts: PostSummary[] }
const idOf = (start: string) => posts.find((post) => post.title.startsWith(start))!.id

/** A post with the text of another, and thirty pictures that wait. */
async function unarranged(start: string): Promise<string> {
  const ask = async <T>(place: string, body?: object): Promise<T> => {
    const sent = body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
    return (await (await fetch(`${demo.app}/api/${place}`, sent)).json()) as T
  }
  const { content } = await ask<Post>(`posts/${idOf(start)}`)
  const { pictures } = await ask<{ pictures: { id: string }[] }>('pictures?limit=40')
  const tray = [...new Set([...content.tray, ...pictures.map(({ id }) => id)])].slice(0, 30)
  const blocks = content.body.content.filter(({ type }) => type !== 'row')
  const own = { ...content, title: 'First flights, before', address: '', tray, body: { type: 'doc', content: blocks } }
  return (await ask<Post>('posts', { content: own })).id
}

async function pictureNamed(fileName: string): Promise<string> {
  const { pictures } = (await (await fetch(`${demo.app}/api/pictures?words=${fileName}`)).json()) as PicturePage
  return pictures.find((one) => one.fileName === fileName)!.id
}

const wants = (name: string): boolean => wanted.length === 0 || wanted.includes(name)

async function shot(
  name: string,
  place: string,
  act: (page: Page) => Promise<void> = async () => {},
  window: BrowserContextOptions = { viewport: WIDE },
): Promise<void> {
  if (!wants(name)) return
  const page = await browser.newPage(window)
  await page.goto(place)
  await page.waitForLoadState('networkidle')
  await act(page)
  await page.waitForTimeout(700)
  await page.screenshot({ path: path.join(folder, `${name}.png`) })
  await page.close()
}
/** A notebook kept elsewhere: texts with pictures of the sample world. */
const notes = path.join(data, 'notebook')
mkdirSync(path.join(notes, 'pictures'), { recursive: true })
const drawn = readdirSync(path.join(data, SAMPLE_PICTURES)).filter((name) => name.endsWith('.jpg'))
for (const [i, name] of drawn.slice(0, 6).entries())
  copyFileSync(path.join(data, SAMPLE_PICTURES, name), path.join(notes, `pictures/p${i + 1}.jpg`))
for (const [name, text] of Object.entries(NOTEBOOK)) writeFileSync(path.join(notes, name), text)

const onSpine = async (page: Page, row: number) => {
  await page.locator('[data-region=spine] button').nth(row).click()
  await page.waitForTimeout(700)
}

try {
  await shot('posts', `${demo.app}/posts`)
  await shot('board-row-selected', `${demo.app}/posts/${idOf('First flights')}`, (page) => onSpine(page, 1))
  await shot('flat-picture', `${demo.app}/posts/${idOf('First flights')}`, async (page) => {
    await onSpine(page, 3)
    await page.getByRole('button', { name: 'Flat picture…' }).click()
    await page.getByLabel('Preset', { exact: true }).selectOption('As a print')
    await page.waitForTimeout(1000)
  })
  await shot('board-ways', `${demo.app}/posts/${idOf('After the gale')}`, async (page) => {
    await page.locator('.ProseMirror p').nth(2).click()
    for (const i of [2, 8, 9, 6]) await page.locator('[data-tray]').nth(i).click()
    await page.locator('[data-way="4"]').waitFor()
    await page.keyboard.press('ArrowUp')
    await page.waitForTimeout(300)
    await page.keyboard.press('ArrowRight')
    await page.locator('[data-sheet=wide] .shown-way .pic').first().waitFor()
    await page.waitForTimeout(800)
  })
  await shot('what-comes-in', `${demo.app}/posts/incoming`, async (page) => {
    await page.getByLabel('Folder of texts and pictures').setInputFiles(notes)
    await page.getByText('A flat bench').waitFor()
    await page.waitForTimeout(1000)
  })
  await shot('html-to-paste', `${demo.app}/posts/${idOf('First flights')}`, async (page) => {
    await page.getByRole('button', { name: 'Export…' }).click()
    await page.getByRole('button', { name: /HTML to paste/ }).click()
    await page.waitForTimeout(2500)
  })
  await shot('publishing-times', `${demo.app}/posts/${idOf('After the gale')}`, async (page) => {
    await page.getByRole('button', { name: 'Publish…' }).click()
    const sheet = page.getByRole('dialog', { name: 'Publish' })
    await sheet.getByLabel('At a set time', { exact: true }).check()
    await sheet.getByLabel('Withdraw it at a set time', { exact: true }).check()
    await sheet.getByText('The blog keeps to it by itself').waitFor()
  })
  await shot(
    'on-a-tablet',
    `${demo.app}/posts/${idOf('A rokkaku')}`,
    async (page) => {
      await page.locator('.ProseMirror .step .pic').first().tap()
      await page.getByRole('complementary', { name: 'Ticket' }).getByRole('button').first().tap()
    },
    { viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true },
  )
  await shot('arranging', `${demo.app}/posts/${await unarranged('First flights')}`, async (page) => {
    await page.getByRole('button', { name: 'Arrange all…' }).click()
    await page.getByRole('radio', { name: /^Proposal 3/ }).waitFor()
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowDown')
    await page.waitForTimeout(2500)
  })
  await shot('pictures', `${demo.app}/pictures`, async (page) =>
    page.locator('[aria-label=Pictures] button').nth(7).click(),
  )
  await shot('house-style', `${demo.app}/house-style`, async (page) => {
    await page.getByLabel('Measure, px').fill('640')
    await page.keyboard.press('Enter')
    await page.getByRole('complementary', { name: 'What it changes' }).getByRole('article').first().waitFor()
  })
  await shot('marks', `${demo.app}/posts/${idOf('After the gale')}`, async (page) => {
    await page.getByRole('button', { name: /^Marks/ }).click()
    await page.getByRole('dialog').waitFor()
  })
  await shot('proof', `${demo.app}/posts/${idOf('First flights')}/proof`, (page) => page.waitForTimeout(1500))
  await shot('sheet', `${demo.app}/pictures/sheet?words=knot`, async (page) => {
    await page.getByRole('gridcell').first().waitFor()
    await page.getByRole('grid').focus()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Shift+ArrowDown')
    await page.keyboard.press('Shift+ArrowDown')
  })
  await shot('sets', `${demo.app}/sets`)
  const tilted = await pictureNamed('KM_2051.jpg')
  await shot('adjusting', `${demo.app}/pictures/${tilted}/adjust`, async (page) => {
    await page.locator('canvas[data-toned]').waitFor()
    await page.getByLabel('Shape of the crop').selectOption('3 : 2')
    await page.getByRole('slider', { name: 'Light' }).fill('15')
    await page.getByText(/% of the picture goes/).waitFor()
    await page.waitForTimeout(600)
  })
  await shot('front-page', `${demo.app}/front`, (page) =>
    page.frameLocator('iframe[title="Wide, 1280 px"]').locator('.told').first().waitFor(),
  )
  const composed = `${demo.app}/front/shows/show-newest`
  await shot('slideshow-of-posts', composed, (page) => page.getByText('All 4 slides fit').waitFor())
  await shot('enlarge', `${demo.blog}/posts/seventeen-lanterns/`, async (page) => {
    await page.locator('a[data-caption^="The last light"]').click()
    await page.locator('.pswp--open').waitFor()
  })
} finally {
  await browser.close()
  demo.stop()
}
