import express from 'express'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Download } from 'playwright-core'
import sharp from 'sharp'
import { expect, it, onTestFinished } from 'vitest'
import { rowsOf } from '../core/post/body.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import { unzipped } from '../server/testing/zips.ts'
import { SERIOUS, htmlErrors, nuIsHere, violations } from './checkers.ts'
import {
  APP,
  bringIn,
  changePicture,
  createPost,
  openBoard,
  openWindow,
  publishPost,
  readPost,
  savedBody,
  WIDE,
} from './journey.ts'

/** A folder that is gone when the test is. */
function folder(): string {
  const made = mkdtempSync(path.join(tmpdir(), 'set-row-moving-'))
  onTestFinished(() => rmSync(made, { recursive: true, force: true }))
  return made
}
/** A picture that no other journey has. */
const drawn = (seed: number, width = 1200, height = 800) =>
  sharp({ create: { width, height, channels: 3, background: { r: (seed * 37) % 255, g: (seed * 91) % 255, b: 140 } } })
    .composite([
      {
        input: Buffer.from(`<svg width="300" height="300"><text y="200" font-size="150">${seed}</text></svg>`),
        gravity: 'center',
      },
    ])
    .jpeg()
    .toBuffer()
const saved = async (download: Download) => unzipped(readFileSync((await download.path())!))

function put(files: ReadonlyMap<string, Buffer>, into: string): void {
  for (const [name, bytes] of files) {
    mkdirSync(path.dirname(path.join(into, name)), { recursive: true })
    writeFileSync(path.join(into, name), bytes)
  }
}

it('a folder of texts with pictures comes in, is arranged, published, and leaves as files that any server can serve', async () => {
  const blog = path.join(folder(), 'notes')
  mkdirSync(path.join(blog, 'pictures'), { recursive: true })
  for (let i = 1; i <= 4; i++) writeFileSync(path.join(blog, `pictures/p${i}.jpg`), await drawn(i))
  writeFileSync(
    path.join(blog, 'reel.md'),
    '---\ntitle: A reel of driftwood\ndate: 2024-11-02\ntags: [Reels]\nmood: calm\n---\nFirst.\n\n![Drift](pictures/p1.jpg) ![Wood](pictures/P2.JPG)\n\nThen `code`, and a table.\n\n| Line | Holds |\n| --- | --- |\n| Thin | 20 kg |\n\n![Nobody](pictures/gone.jpg)\n',
  )
  writeFileSync(
    path.join(blog, 'old.html'),
    '<!doctype html><title>Old</title><nav>Menu</nav><article><h1>A winch for the slip</h1><div style="display:grid;grid-template-columns:1fr 1fr"><figure><img src="pictures/p3.jpg" alt="Three"><figcaption>Third</figcaption></figure><figure><img src="pictures/p4.jpg" alt=""></figure></div><p>After.<img src="https://far.invalid/x.jpg"></p></article>',
  )
  const page = await openWindow({ acceptDownloads: true })
  await page.goto(`${APP}/posts`)
  await page.getByRole('link', { name: 'Bring posts in…' }).click()
  await page.getByLabel('Folder of texts and pictures').setInputFiles(blog)
  // Nothing is made before it is seen what was understood.
  const reel = page.getByRole('listitem').filter({ hasText: 'A reel of driftwood' })
  await reel.getByText('2 November 2024').waitFor()
  await reel.getByText('1 row side by side').waitFor()
  await reel.getByText('1 picture not among the files, with a place kept for it: pictures/gone.jpg').waitFor()
  await reel.getByText('“mood” at its head').waitFor()
  const winch = page.getByRole('listitem').filter({ hasText: 'A winch for the slip' })
  await winch.getByText('1 picture far away, not fetched').waitFor()
  await winch.getByText('a menu (1 word)').waitFor()
  expect(await violations(page, SERIOUS)).toEqual([])
  await page.getByRole('button', { name: 'Make 2 posts' }).click()
  await page.getByText('2 posts made, not published yet.').waitFor()
  await reel.getByRole('link', { name: 'Open' }).click()
  await page.locator('.row-holder').first().waitFor()
  const id = new URL(page.url()).pathname.split('/').at(-1)!
  const { content, version } = await readPost(id)
  expect(content).toMatchObject({ title: 'A reel of driftwood', dated: '2024-11-02T00:00:00.000Z', topics: ['Reels'] })
  expect(content.body.content.map(({ type }) => type)).toEqual(['paragraph', 'row', 'paragraph', 'table', 'row'])
  expect(rowsOf(content.body).map(({ kind }) => kind)).toEqual(['side-by-side', 'one'])

  // The row as text: what is wrong is told at its line, and what is right is put back.
  await page.locator('.row-holder img').first().click()
  await page.getByRole('button', { name: 'As text…' }).click()
  const written = page.getByRole('textbox', { name: 'The row as text' })
  await expect.poll(() => written.inputValue()).toContain('- ![Drift](pictures/p1.jpg)\n- ![Wood](pictures/')
  await written.fill((await written.inputValue()).replace('#side-by-side', '#gallery "across 40"'))
  await page.getByText('Line 1: across: expected a whole number from 1 to 12, got “40”').waitFor()
  await expect.poll(() => page.getByRole('button', { name: 'Put it back' }).isDisabled()).toBe(true)
  await written.fill((await written.inputValue()).replace('across 40', 'across 2; ground dark'))
  await page.getByRole('button', { name: 'Put it back' }).click()
  await savedBody(page)
  expect(rowsOf((await readPost(id)).content.body)[0]).toMatchObject({
    kind: 'gallery',
    gallery: { across: 2, ground: 'dark' },
  })
  await page.getByRole('button', { name: 'Undo' }).click()
  await savedBody(page)
  await publishPost(id, (await readPost(id)).version)
  expect(version).toBe(1)

  await page.goto(`${APP}/posts`)
  await page.getByRole('button', { name: 'Export…' }).click()
  await page.getByLabel(/Where it will be found/).fill('https://kites.example/notes/')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as ZIP' }).click(),
  ])
  const files = await saved(download)
  const site = folder()
  put(files, path.join(site, 'deep/notes'))
  const app = express().use(express.static(site))
  const server = app.listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  onTestFinished(() => void server.close())
  const served = `http://127.0.0.1:${(server.address() as AddressInfo).port}/deep/notes`
  const own = [...files.keys()].find((name) => name.endsWith('a-reel-of-driftwood/index.html'))!

  for (const { from, javaScriptEnabled } of [
    { from: `${served}/index.html`, javaScriptEnabled: true },
    { from: `${served}/`, javaScriptEnabled: false },
    { from: pathToFileURL(path.join(site, 'deep/notes/index.html')).href, javaScriptEnabled: false },
    { from: pathToFileURL(path.join(site, 'deep/notes/index.html')).href, javaScriptEnabled: true },
  ]) {
    // From a disk a script’s parts are not let in: what they do is done by links.
    const reader = await openWindow({ viewport: WIDE, javaScriptEnabled }, from.startsWith('file:'))
    await reader.goto(from)
    const reel = reader.getByRole('link', { name: 'A reel of driftwood' }).first()
    // Other journeys of this world may have published so many that one of 2024 stands on a later page.
    while ((await reel.count()) === 0) await reader.locator('nav.turn a[rel=next]').click()
    await reel.click()
    await reader.getByRole('heading', { name: 'A reel of driftwood' }).waitFor()
    const images = reader.locator('article img')
    expect(await images.count(), from).toBe(2)
    for (let i = 0; i < 2; i++)
      expect(
        await images
          .nth(i)
          .evaluate(async (img: HTMLImageElement) => (await img.decode().catch(() => {}), img.naturalWidth)),
      ).toBeGreaterThan(100)
    const [a, b] = [await images.nth(0).boundingBox(), await images.nth(1).boundingBox()]
    expect(Math.abs(a!.height - b!.height)).toBeLessThan(0.1)
    expect(b!.x).toBeGreaterThan(a!.x + a!.width)
    if (!javaScriptEnabled) {
      await images.first().click()
      await reader.waitForURL(/pictures\/.*index\.html/)
      await reader.goBack()
    }
    await reader.getByRole('link', { name: 'Reels', exact: true }).first().click()
    await reader.waitForURL(/topics\/reels\/index\.html/)
  }
  if (nuIsHere()) expect(await htmlErrors([`${served}/index.html`, `${served}/${own}`])).toBe('')
})

it('a post leaves as Markdown and comes back the same, and is copied as HTML that stands in a foreign page', async () => {
  const [a, b, c] = await Promise.all([11, 12, 13].map(async (seed) => bringIn(`kite-${seed}.jpg`, await drawn(seed))))
  await changePicture(a!.id, { alt: 'The first *kite*', caption: 'Up' })
  const before = await createPost({
    ...post(
      text('One & two'),
      rowOf([{ id: a!.id }, { id: b!.id, caption: 'Higher' }, { id: c!.id, alt: '' }], {
        kind: 'patchwork',
        patchwork: { composition: { beside: ['.', { stacked: ['.', '.'] }] } },
      }),
      text('Last'),
    ),
    title: 'There and back',
    featured: { picture: b!.id, focus: { x: 0.25, y: 0.5 } },
  })
  const page = await openWindow({ acceptDownloads: true, permissions: ['clipboard-read', 'clipboard-write'] })
  await openBoard(page, before.id)
  await page.getByRole('button', { name: 'Export…' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as ZIP' }).click(),
  ])
  const zip = path.join(folder(), 'there-and-back.zip')
  await download.saveAs(zip)
  expect([...(await saved(download)).keys()].sort()).toEqual([
    'pictures/kite-11.jpg',
    'pictures/kite-12.jpg',
    'pictures/kite-13.jpg',
    'there-and-back.md',
  ])

  await page.getByRole('button', { name: 'Export…' }).click()
  await page.getByRole('button', { name: /HTML to paste/ }).click()
  await page.getByLabel('Bare pictures').check()
  await page.getByText('1 patchwork: its pictures in lines').waitFor()
  await page.getByLabel('Styles in place').check()
  await page.getByRole('button', { name: 'Copy', exact: true }).click()
  await page.getByText('Copied').waitFor()
  expect(await violations(page, SERIOUS)).toEqual([])
  const pasted = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read()
    return { html: await (await item!.getType('text/html')).text(), text: await navigator.clipboard.readText() }
  })
  expect(pasted.text).toContain('<img src="pictures/')
  expect(pasted.html).toContain('One &amp; two')

  await page.goto(`${APP}/posts/incoming`)
  await page.getByLabel('Texts and pictures to make posts of').setInputFiles(zip)
  await page.getByRole('button', { name: 'Make 1 post' }).click()
  await page.getByText('1 post made').waitFor()
  await page.getByRole('link', { name: 'Open' }).click()
  await page.locator('.row-holder').first().waitFor()
  const after = await readPost(new URL(page.url()).pathname.split('/').at(-1)!)
  const [was, is] = [before.content, after.content].map(({ body }) => rowsOf(body)[0]!)
  expect({ ...is!, id: '', pictures: [] }).toEqual({ ...was!, id: '', pictures: [] })
  // Its pictures are these very files with their texts in them, so what the row does not say itself it inherits here too.
  expect(is!.pictures.map(({ id: _, ...placed }) => placed)).toEqual(
    was!.pictures.map(({ id: _, ...placed }) => placed),
  )
  expect(after.content.featured?.focus).toEqual({ x: 0.25, y: 0.5 })
  expect(after.content.featured?.picture).toBe(is!.pictures[1]!.id)

  // A bundle says what it holds; what is here already stays as it is.
  await page.goto(`${APP}/posts/${before.id}`)
  await page.locator('.row-holder').first().waitFor()
  await page.getByRole('button', { name: 'Export…' }).click()
  await page.getByLabel('Bundle').check()
  const [bundle] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as ZIP' }).click(),
  ])
  const file = path.join(folder(), 'bundle.zip')
  await bundle.saveAs(file)
  expect([...(await saved(bundle)).keys()][0]).toBe('manifest.json')
  await page.goto(`${APP}/posts/incoming`)
  await page.getByLabel('Texts and pictures to make posts of').setInputFiles(file)
  await page.getByText('bundle.zip, with 1 saved state').waitFor()
  await page.getByRole('button', { name: 'Make 1 post' }).click()
  await page.getByText('It was here already, and stays as it is.').waitFor()
})
