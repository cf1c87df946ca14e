import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, inject, it } from 'vitest'
import { post, text } from '../core/testing/builders.ts'
import { APP, createPost, openBoard, openWindow, readAddress, readPost } from './journey.ts'

const folder = mkdtempSync(path.join(tmpdir(), 'set-row-files-'))
const made = (name: string, bytes: Buffer) => {
  const file = path.join(folder, name)
  writeFileSync(file, bytes)
  return file
}

it('one bad file never stops the rest, and each refusal says why', async () => {
  const { id } = await createPost(post(text('One')))
  const page = await openWindow()
  await openBoard(page, id)
  // With a byte more than in other journeys, so that they were not here already.
  const good = inject('pictures')
    .slice(0, 2)
    .map((file) => made(path.basename(file), Buffer.concat([readFileSync(file), Buffer.from([0])])))
  const cut = made('cut.jpg', readFileSync(good[0]!).subarray(0, 90_000))
  await page.locator('input[type=file]').setInputFiles([made('notes.jpg', Buffer.from('only text')), ...good, cut])
  const panel = page.getByRole('region', { name: 'Pictures arriving' })
  await panel.getByText('2 pictures brought in, 2 not taken').waitFor({ timeout: 60_000 })
  await panel.getByText(/^This is not a picture that can be shown/).waitFor()
  await panel.getByText(/was cut short: a part of the picture is missing/).waitFor()
  await expect.poll(() => page.locator('[data-tray]').count()).toBe(2)
  await expect.poll(async () => (await readPost(id)).content.tray.length).toBe(2)
})

it('files can be dropped anywhere, and cancelled', async () => {
  const { id } = await createPost(post(text('One')))
  const page = await openWindow({}, true)
  await openBoard(page, id)
  const bytes = readFileSync(inject('pictures')[2]!).toString('base64')
  const drop = (names: string[]) =>
    page.evaluate(
      ([data, list]) => {
        const transfer = new DataTransfer()
        const binary = Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0))
        // A byte more for each, so that every one is a file of its own.
        list.forEach((name, i) =>
          transfer.items.add(new File([binary, new Uint8Array(i)], name, { type: 'image/jpeg' })),
        )
        const target = document.querySelector('[data-region=ticket]')!
        for (const type of ['dragenter', 'dragover', 'drop'])
          target.dispatchEvent(new DragEvent(type, { dataTransfer: transfer, bubbles: true, cancelable: true }))
      },
      [bytes, names] as const,
    )
  await drop(['dropped.jpg'])
  await page.locator('[data-tray]').first().waitFor({ timeout: 30_000 })

  await page.route('**/api/pictures?*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 4000))
    await route.continue().catch(() => {})
  })
  await drop(['a.jpg', 'b.jpg', 'c.jpg', 'd.jpg', 'e.jpg'])
  await page.getByRole('button', { name: 'Stop all' }).click()
  await page.getByText('Stopped.').first().waitFor()
  await expect.poll(() => page.getByText('Stopped.').count()).toBe(5)
  await expect.poll(() => page.getByRole('button', { name: /^Try .* again$/ }).count()).toBe(5)
})

it('pictures brought in by a window that was closed meanwhile wait in the tray', async () => {
  const { id } = await createPost(post(text('One')))
  const bytes = readFileSync(inject('pictures')[3]!)
  await readAddress(`${APP}/api/pictures?name=late.jpg&post=${id}`, {
    method: 'POST',
    body: new Uint8Array(bytes),
    headers: { 'content-type': 'application/octet-stream' },
  })
  const page = await openWindow()
  await openBoard(page, id)
  await page.getByText('1 picture in the tray').waitFor()
})
