import type { Page } from 'playwright-core'
import { expect, it } from 'vitest'
import { rowsOf } from '../core/post/body.ts'
import { post, rowOf, text } from '../core/testing/builders.ts'
import type { Picture } from '../core/wire/picture.ts'
import {
  APP,
  createPost,
  idOf,
  openBoard,
  openWindow,
  picturesHere,
  publishPost,
  readAddress,
  readPost,
  rowsNow,
  savedBody,
  VIDEOS,
} from './journey.ts'

const paste = (page: Page, words: string) =>
  page.evaluate((text) => {
    const data = new DataTransfer()
    data.setData('text/plain', text)
    const event = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
    document.querySelector('.ProseMirror')!.dispatchEvent(event)
  }, words)
const pictureOf = async (id: string): Promise<Picture> =>
  (await readAddress(`${APP}/api/pictures/${id}`)).json() as Promise<Picture>

it('a video by its address stands where it was pasted or typed, and is loaded when readers ask for it', async () => {
  const { id } = await createPost({ ...post(text('Before it.'), text('After it.')), title: 'Moving pictures' })
  const page = await openWindow()
  await openBoard(page, id)
  const providers = page.waitForResponse('**/api/videos/providers')
  await page.reload()
  await providers
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await paste(page, `<iframe src="${VIDEOS}/play/first-lift" onload="alert(1)"></iframe>`)
  await page.locator('.ProseMirror .video').waitFor()
  await expect.poll(() => page.locator('.ProseMirror .video .play').textContent()).toBe('2:31')
  // Within words an address is words; alone on a line that is typed, it is a video.
  await page.getByText('After it.').click()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await page.keyboard.type(`${VIDEOS}/watch/bridle-by-hand`)
  await page.keyboard.press('Enter')
  await page.locator('.ProseMirror .video').nth(1).waitFor()
  await page.keyboard.press('Escape')
  const body = await savedBody(page)
  expect(body.map(({ type }) => type)).toEqual(['paragraph', 'row', 'paragraph', 'paragraph', 'row', 'paragraph'])
  const [first] = rowsOf({ type: 'doc', content: body })
  await page.locator('.ProseMirror .video').first().click()
  await page.locator('[data-region=ticket]').getByText('Video 2:31 · Slipway Reels').waitFor()
  // One that nobody else may show: its address stays, and why is said.
  await page.locator('.ProseMirror > p').last().click()
  await page.keyboard.press('End')
  await paste(page, `${VIDEOS}/watch/kept-at-home`)
  await page.getByText('does not give this video to others').waitFor()
  await page.getByText(`${VIDEOS}/watch/kept-at-home`).waitFor()
  await page.keyboard.press('Control+z')

  // Pasted over a row that is selected, words come after it.
  await page.locator('.ProseMirror .video').first().click()
  await page.keyboard.press('Alt+ArrowRight')
  await paste(page, 'What was pasted.')
  await page.locator('.ProseMirror p', { hasText: 'What was pasted.' }).waitFor()
  await expect.poll(() => page.locator('.ProseMirror .video').count()).toBe(2)

  // Beside a picture of its own shape it stands in a row like any other.
  const [photo] = await picturesHere()
  const joined = await createPost({
    ...post(text('One of each.'), rowOf([photo!.id, first!.pictures[0]!.id], { onClick: { do: 'enlarge' } })),
    title: 'One of each',
  })
  const { url } = await publishPost(joined.id, joined.version)
  const reader = await openWindow()
  const asked: string[] = []
  reader.on('request', (request) => request.url().startsWith(VIDEOS) && asked.push(request.url()))
  await reader.goto(url, { waitUntil: 'networkidle' })
  expect(asked).toEqual([])
  const [one, two] = await Promise.all(
    [0, 1].map(async (i) => (await reader.locator('.seat .pic img').nth(i).boundingBox())!),
  )
  expect(two!.height).toBeCloseTo(one!.height, 0)
  const link = reader.getByRole('link', { name: 'Play: First lift of the long kite, 2:31' })
  await link.focus()
  await reader.keyboard.press('Enter')
  await reader.frameLocator('.video iframe').getByText('Playing: First lift').waitFor()
  const frame = (await reader.locator('.video iframe').boundingBox())!
  expect([frame.width, frame.height].map(Math.round)).toEqual([two!.width, two!.height].map(Math.round))
  expect(new Set(asked.map((address) => new URL(address).pathname))).toEqual(new Set(['/play/first-lift']))

  // Among enlarged pictures as well: by the arrow from the photo, and played there.
  await reader.reload({ waitUntil: 'networkidle' })
  asked.length = 0
  await reader.locator('a[data-enlarge]:not(.video)').click()
  await reader.locator('.pswp--open').waitFor()
  await reader.waitForTimeout(500)
  await reader.keyboard.press('ArrowRight')
  await reader.locator('.pswp .video .play').waitFor()
  expect(asked).toEqual([])
  await reader.locator('.pswp a.video').click()
  await reader.frameLocator('.pswp iframe').getByText('Playing: First lift').waitFor()
  await reader.keyboard.press('ArrowLeft')
  await expect.poll(() => reader.locator('.pswp iframe').count()).toBe(0)

  // Without scripts it is a link to where it is watched.
  const plain = await openWindow({ javaScriptEnabled: false })
  await plain.goto(url)
  await plain.locator('a.video').click()
  await plain.waitForURL(`${VIDEOS}/play/first-lift`)
})

it('a video of one’s own is brought in like a picture, stands for its moment, and is not loaded before it is asked for', async () => {
  const { id } = await createPost({ ...post(text('Here.')), title: 'Of my own' })
  const page = await openWindow()
  await openBoard(page, id)
  // Two seconds that a browser has recorded: a square that goes from dark to light.
  const bytes = await page.evaluate(async () => {
    const canvas = document.createElement('canvas')
    canvas.width = 320
    canvas.height = 180
    const context = canvas.getContext('2d')!
    const recorder = new MediaRecorder(canvas.captureStream(20), { mimeType: 'video/webm' })
    const parts: Blob[] = []
    recorder.ondataavailable = ({ data }) => parts.push(data)
    const ended = new Promise((resolve) => (recorder.onstop = resolve))
    recorder.start()
    for (let i = 0; i < 40; i++) {
      context.fillStyle = `rgb(${i * 6}, ${i * 6}, 90)`
      context.fillRect(0, 0, 320, 180)
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
    recorder.stop()
    await ended
    return [...new Uint8Array(await new Blob(parts).arrayBuffer())]
  })
  await page.locator('input[type=file]').setInputFiles([
    { name: 'lift.webm', mimeType: 'video/webm', buffer: Buffer.from(bytes) },
    { name: 'no-video.mp4', mimeType: 'video/mp4', buffer: Buffer.from('Dear wind, stop.') },
  ])
  await page.getByText('This browser can’t play it').waitFor()
  // Which of its moments stands for it is chosen where it arrives.
  const taken = async (seconds: number) => {
    const dialog = page.getByRole('dialog')
    await dialog.locator('video').evaluate((video: HTMLVideoElement, at) => {
      video.currentTime = at
      return new Promise((resolve) => (video.onseeked = resolve))
    }, seconds)
    await dialog.getByRole('button', { name: 'Take this moment' }).click()
    await dialog.waitFor({ state: 'hidden' })
  }
  const arrived = page.locator('[data-tray]').first()
  const first = await arrived.getAttribute('data-picture')
  const begun = await pictureOf(first!)
  await page.getByRole('button', { name: 'The moment that stands for lift.webm' }).click()
  await taken(1)
  const chosen = await pictureOf(first!)
  expect(chosen.video).toEqual(begun.video)
  expect(chosen.renditions[0]!.file).not.toBe(begun.renditions[0]!.file)

  await arrived.click()
  await page.keyboard.press('Enter')
  await page.locator('.ProseMirror .video').waitFor()
  const [row] = await rowsNow(page)
  const own = row!.pictures[0]!.id
  const before = await pictureOf(own)
  expect(before).toMatchObject({ width: 320, height: 180, video: { from: 'file', width: 320, height: 180 } })

  // Another moment stands for it, everywhere.
  await page.locator('.ProseMirror .video').click()
  await page.getByRole('button', { name: 'Another moment…' }).click()
  await taken(1.7)
  const after = await pictureOf(own)
  expect(after.video).toEqual(before.video)
  expect(after.renditions[0]!.file).not.toBe(before.renditions[0]!.file)

  const { url } = await publishPost(idOf(page), (await readPost(idOf(page))).version)
  const reader = await openWindow({ javaScriptEnabled: false })
  const asked: string[] = []
  reader.on('request', (request) => request.url().endsWith('.webm') && asked.push(request.url()))
  await reader.goto(url, { waitUntil: 'networkidle' })
  expect(asked).toEqual([])
  const video = reader.locator('video')
  const [box, image] = [(await video.boundingBox())!, (await reader.locator('.video img').boundingBox())!]
  expect([box.width, box.height]).toEqual([image.width, image.height])
  await video.evaluate((element: HTMLVideoElement) => {
    element.muted = true
    return element.play()
  })
  await expect.poll(() => video.evaluate((element: HTMLVideoElement) => element.currentTime)).toBeGreaterThan(0.1)
  expect(asked.length).toBeGreaterThan(0)
})
