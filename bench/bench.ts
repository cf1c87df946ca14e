/**
 * Measures the application against the plain way of doing the same, in one run; prints figures and ratios.
 * Takes the sample pictures; draws them first where there are none.
 */
import { mkdtempSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import { readFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import pino from 'pino'
import { plainText } from '../core/post/body.ts'
import type { Picture } from '../core/wire/picture.ts'
import type { Job } from '../core/wire/job.ts'
import type { Post } from '../core/wire/post.ts'
import { generatePictures } from '../demo/pictures/generate.ts'
import { SAMPLE_POSTS } from '../demo/posts/posts.ts'
import { launchBrowser } from '../e2e/browser.ts'
import { createApp } from '../server/app.ts'
import { openDatabase } from '../server/database/open.ts'
import { listen } from '../server/listen.ts'
import { startBlogHost } from '../stand-ins/blog-host/start.ts'
import { arrangeBench } from './arrange-bench.ts'
import { boardBench } from './board-bench.ts'
import { differentShapes, extremeShapes } from '../core/testing/camera-shapes.ts'
import { waysRequest, waysRequestOf } from '../core/testing/ways-request.ts'
import { engineBench } from './engine-bench.ts'
import { intakeBench } from './intake-bench.ts'
import { framesBench } from './frames-bench.ts'
import { libraryBench } from './library-bench.ts'
import { line } from './line.ts'
import { movingBench } from './moving-bench.ts'
import { recipesBench } from './recipes-bench.ts'
import { setsBench } from './sets-bench.ts'
import { showsBench } from './shows-bench.ts'
import { timeInWorker } from './time-in-worker.ts'
import { twoAtOnce } from './two-at-once.ts'
import { waysBench } from './ways-bench.ts'
import { readFirstView, servePlain, serveWithoutPictures } from './reading-bench.ts'

const root = path.resolve(import.meta.dirname, '..')
/** `npm run bench -- library board` runs some of the parts. */
const PARTS = [
  'engine',
  'ways',
  'arrange',
  'library',
  'board',
  'frames',
  'pictures',
  'intake',
  'sets',
  'recipes',
  'shows',
  'moving',
] as const
const wanted = process.argv.slice(2)
const runs = (part: (typeof PARTS)[number]) => wanted.length === 0 || wanted.includes(part)

async function main(): Promise<void> {
  if (runs('engine')) engineBench(line)
  if (runs('ways')) waysBench(line)
  if (runs('arrange')) arrangeBench(line)
  const webFolder = path.join(root, 'dist/web')
  if (runs('library') || runs('board') || runs('frames')) {
    const browser = await launchBrowser()
    const newPage = () => browser.newPage({ viewport: { width: 1280, height: 800 } })
    if (runs('library')) await libraryBench(line, webFolder, newPage)
    if (runs('board')) await boardBench(line, webFolder, newPage)
    if (runs('frames')) await framesBench(line, webFolder, newPage)
    await browser.close()
  }
  if (runs('pictures')) await picturesBench()
  if (runs('intake')) await intakeBench(line)
  if (runs('sets')) await setsBench(line, webFolder)
  if (runs('recipes')) await recipesBench(line)
  if (runs('shows')) showsBench(line)
  if (runs('moving')) await movingBench(line)
}

async function picturesBench(): Promise<void> {
  const files = await generatePictures(path.join(root, '.cache/sample-pictures'))
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-bench-'))
  const blog = await startBlogHost({ folder: path.join(folder, 'blog'), key: 'bench', port: 0, bind: '127.0.0.1' })
  const settings = {
    dataFolder: folder,
    bind: '127.0.0.1',
    port: 0,
    blogUrl: blog.url,
    blogKey: 'bench',
    largestFile: 60e6,
    largestArchive: 8e9,
    largestVideo: 60_000_000,
    videoProviders: [],
    otherBlogs: [],
    bankUrl: '',
    largestPicture: 100e6,
    reserve: 1,
    accessKey: '',
  }
  const db = openDatabase(folder)
  const { app, intake, press } = createApp({
    db,
    settings,
    log: pino({ level: 'silent' }),
    now: () => new Date(),
    webFolder: path.join(root, 'dist/web'),
  })
  const { server, url } = await listen(app, 0, '127.0.0.1', 'BENCH')

  const ids = new Map<string, string>()
  const started = performance.now()
  const shown = await twoAtOnce(files, async (file) => {
    const response = await fetch(`${url}/api/pictures?name=${path.basename(file)}`, {
      method: 'POST',
      body: new Uint8Array(await readFile(file)),
      headers: { 'content-type': 'application/octet-stream' },
    })
    const { picture } = (await response.json()) as { picture: Picture }
    ids.set(path.basename(file), picture.id)
  })
  await intake.idle()
  const complete = (performance.now() - started) / 1000
  const rate = (seconds: number) => `${(files.length / seconds).toFixed(2)} pictures/s`
  line('Intake until every picture is seen', rate(shown))
  line('Intake until every file is made', rate(complete))

  const contents = SAMPLE_POSTS.map((sample) => sample.content((n) => ids.get(`KM_${n}.jpg`)!))
  const largest = contents.sort((a, b) => size(b.body.content) - size(a.body.content))[0]!
  const send = async <T>(place: string, body: unknown) =>
    (await (
      await fetch(`${url}/api/${place}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    ).json()) as T
  const created = await send<Post>('posts', { content: largest })
  const browser = await launchBrowser()
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const times: number[] = []
  for (let i = 0; i < 5; i++) {
    const from = performance.now()
    await page.goto(`${url}/posts/${created.id}`)
    await page.locator('.ProseMirror .seat img').first().waitFor()
    times.push(performance.now() - from)
  }
  await page.locator('[data-tray]').first().click()
  await page.locator('[data-way]').first().waitFor()
  const [once] = await page.evaluate(timeInWorker, [[{ ...waysRequestOf(differentShapes(16, 99)), reorder: true }]])
  const inWorker = await page.evaluate(timeInWorker, [
    ...[9, 16, 40].map((n) => Array.from({ length: 15 }, (_, i) => waysRequest(n, 50 + i))),
    Array.from({ length: 15 }, (_, i) => ({ ...waysRequest(16, 50 + i), reorder: true })),
    Array.from({ length: 40 }, (_, i) => waysRequestOf(extremeShapes(2 + ((i * 7) % 60), i))),
    Array.from({ length: 20 }, (_, i) => ({ ...waysRequestOf(differentShapes(16, i)), reorder: true })),
    Array.from({ length: 40 }, (_, i) => ({ ...waysRequestOf(extremeShapes(2 + (i % 15), i)), reorder: true })),
  ])
  await browser.close()
  const [first, ...again] = times
  line(
    'Largest demo post, open to first picture',
    `${first!.toFixed(0)} ms cold`,
    `${(again.reduce((sum, ms) => sum + ms, 0) / again.length).toFixed(0)} ms again`,
  )
  const [nine, sixteen, forty, anyOrder, extreme, different, extremeAnyOrder] = inWorker
  line(
    'Ways asked of the worker: 9, 16, 40',
    ...[nine!, sixteen!, forty!].map(({ median }) => `${median.toFixed(1)} ms`),
  )
  line(
    'Ways asked of the worker: 16 in any order; all of different shapes',
    `${anyOrder!.median.toFixed(1)} ms`,
    `${different!.median.toFixed(1)} ms, slowest ${different!.slowest.toFixed(1)}`,
    `the first of all asked ${once!.first.toFixed(1)}`,
  )
  line(
    'Ways asked of the worker: shapes of 1 : 1000 to 1000 : 1, in order and in any',
    `slowest ${extreme!.slowest.toFixed(1)} ms`,
    `${extremeAnyOrder!.slowest.toFixed(1)} ms`,
  )

  const fileOf = new Map(
    (await send<Picture[]>('pictures/by-ids', { ids: [...ids.values()] })).flatMap((picture) =>
      picture.renditions.map(
        ({ file }) => [file, files.find((one) => path.basename(one) === picture.fileName)!] as const,
      ),
    ),
  )
  const originals = new Map(files.map((file) => [path.basename(file), file]))
  for (const content of contents.filter(({ title }) => /^First flights|^Seventeen/.test(title))) {
    const post = await send<Post>('posts', { content })
    const { id } = await send<Job>(`posts/${post.id}/publishing`, { as: 'live', version: post.version })
    const { publication } = await press.ended(id)
    const html = await (await fetch(publication.url!)).text()
    const plainPage = await servePlain(
      html,
      blog.url,
      (name) => fileOf.get(path.basename(name)) ?? originals.get(name)!,
    )
    const bare = await serveWithoutPictures(html, blog.url)
    const [ours, originalsOnly] = [await readFirstView(publication.url!), await readFirstView(plainPage.url)]
    const textOnly = await readFirstView(bare.url)
    const told = ({ painted, bytes }: typeof ours) =>
      `${(painted / 1000).toFixed(2)} s, ${(bytes / 1000).toFixed(0)} kB`
    line(
      `Phone, first view: ${content.title.slice(0, 24)}`,
      told(ours),
      `with originals ${told(originalsOnly)}`,
      `ratios ${(originalsOnly.painted / ours.painted).toFixed(1)}, ${(originalsOnly.bytes / ours.bytes).toFixed(1)}`,
    )
    line('  with its pictures left out', told(textOnly), `ratio ${(ours.painted / textOnly.painted).toFixed(2)}`)
    close(plainPage.server)
    close(bare.server)
  }
  close(blog.server)
  close(server)
  db.close()
  rmSync(folder, { recursive: true, force: true })
}

function close(server: Server): void {
  server.close()
  server.closeAllConnections()
}

const size = (blocks: readonly Parameters<typeof plainText>[0][]) =>
  blocks.reduce((sum, block) => sum + plainText(block).length, 0)

await main()
