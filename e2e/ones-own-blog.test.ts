import { execFile, spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { promisify } from 'node:util'
import { inject, expect, it, onTestFinished } from 'vitest'
import { openWindow, saved } from './journey.ts'

const SERVER = path.resolve(import.meta.dirname, '../dist/server')
const ENV = { ...process.env, SETROW_PORT: '0', SETROW_BLOG_PORT: '0', SETROW_BANK_PORT: '0', SETROW_RESERVE_MB: '1' }
const run = (command: string, ...given: string[]) =>
  promisify(execFile)(process.execPath, [path.join(SERVER, `${command}.mjs`), ...given], { env: ENV, timeout: 60_000 })

/** Starts a blog on this folder as `bin/start` does, and gives the address to open. */
async function start(folder: string): Promise<{ address: string; blog: string; stop: () => Promise<void> }> {
  const child = spawn(process.execPath, [path.join(SERVER, 'start.mjs'), folder], {
    env: ENV,
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const ended = new Promise<void>((resolve) => child.on('exit', () => resolve()))
  const stop = async () => {
    child.kill()
    await ended
  }
  onTestFinished(stop)
  let said = ''
  for await (const text of child.stdout as AsyncIterable<Buffer>) {
    said += text.toString()
    const address = /Set Row\s+(\S+)/.exec(said)?.[1]
    const blog = /Blog\s+(\S+)/.exec(said)?.[1]
    if (address && blog && said.includes('Data folder')) return { address, blog, stop }
  }
  throw new Error(`it ended: ${said}`)
}

it('a blog of one’s own is started, named, written, published, backed up, restored and checked', async () => {
  const place = mkdtempSync(path.join(tmpdir(), 'set-row-own-'))
  onTestFinished(() => rmSync(place, { recursive: true, force: true }))
  const folder = path.join(place, 'my blog')
  const first = await start(folder)
  const key = readFileSync(path.join(folder, 'access-key'), 'utf8')
  expect(statSync(path.join(folder, 'access-key')).mode & 0o777).toBe(0o600)
  expect(first.address).toMatch(new RegExp(`^http://127.0.0.1:\\d+/enter#${key}$`))
  const app = new URL(first.address).origin

  // Whoever comes without the key sees nothing, and is told how to come in.
  const page = await openWindow({}, true)
  await page.goto(`${app}/posts`)
  await page.getByLabel('Access key').fill('not this one')
  await page.getByRole('button', { name: 'Open' }).click()
  await page.getByText('This is not the access key.').waitFor()

  await page.goto(first.address)
  await page.getByRole('heading', { name: 'What is your blog called?' }).waitFor()
  expect(page.url()).not.toContain(key)
  await page.getByLabel('Name').fill('Slack Line')
  await page.getByRole('button', { name: 'Start the first post' }).click()
  // What comes next in a first post is said until it is done.
  await page.getByText('1 of 3').waitFor()
  await page.getByLabel('Title').fill('At the slip')
  await page.getByText('2 of 3').waitFor()
  await page.locator('.ProseMirror').click()
  await page.keyboard.type('The first words.')
  await page.locator('input[type=file]').first().setInputFiles(inject('pictures').slice(0, 2))
  await page.locator('[data-tray]').nth(1).waitFor()
  await page.getByText('3 of 3').waitFor()
  await page.locator('[data-tray]').nth(0).click()
  await page.getByRole('button', { name: 'Set at the ruby line' }).click()
  await page.locator('.ProseMirror .pic').waitFor()
  expect(await page.getByText(/^\d of 3/).count()).toBe(0)
  await page.getByText('saved').first().waitFor()
  await saved(page)
  await page.getByRole('button', { name: 'Publish…' }).click()
  await page.getByRole('button', { name: 'Publish live' }).click()
  await page.getByText('The post is live.').waitFor()

  // While it runs: a backup, and a check that only looks.
  const file = path.join(place, 'backup.zip')
  expect((await run('backup', file, folder)).stdout).toContain('Keep it where this disk is not.')
  const { stdout } = await run('check', folder)
  expect(stdout).toContain('Set Row is running on this folder')
  expect(stdout).toContain('1 posts, 2 pictures.')
  await expect(run('start', folder)).rejects.toMatchObject({
    stderr: expect.stringContaining('is running on the data'),
  })
  await first.stop()

  const restored = path.join(place, 'restored')
  await run('restore', file, restored)
  expect((await run('check', restored)).stdout).toContain('All is whole.')
  await expect(run('restore', file, restored)).rejects.toMatchObject({ stderr: expect.stringContaining('not empty') })
  const again = await start(restored)
  await page.goto(again.address)
  await page.getByRole('heading', { name: 'Slack Line' }).waitFor()
  await page
    .getByRole('link', { name: /At the slip/ })
    .first()
    .click()
  await page.getByText('The first words.').waitFor()
  await page.locator('[data-tray] img').first().waitFor()
  const blog = await openWindow()
  await blog.goto(again.blog)
  await blog.getByRole('link', { name: 'At the slip' }).first().click()
  await blog.getByText('The first words.').waitFor()
})
