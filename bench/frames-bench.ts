import type { CDPSession, Page } from 'playwright-core'
import type { Line } from './line.ts'
import { benchWorld, largePost } from './world.ts'

/** What a frame costs the page's own thread while one types, while ways are stepped through and a picture is dragged, by the browser's trace. */

interface TraceEvent {
  readonly name: string
  readonly pid: number
  readonly tid: number
  readonly ts: number
  readonly dur?: number
  readonly args?: { readonly name?: string }
}

const CATEGORIES = ['toplevel', 'disabled-by-default-devtools.timeline', 'devtools.timeline', 'devtools.timeline.frame']
const [STEPS, BETWEEN_MS] = [40, 120]
const [KEYS, KEYS_APART_MS] = [80, 90]

async function traced(page: Page, act: () => Promise<void>): Promise<TraceEvent[]> {
  const session: CDPSession = await page.context().newCDPSession(page)
  const events: TraceEvent[] = []
  session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])))
  const done = new Promise<void>((resolve) => session.once('Tracing.tracingComplete', () => resolve()))
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: { includedCategories: CATEGORIES },
  })
  await act()
  await session.send('Tracing.end')
  await done
  await session.detach()
  return events
}

/** Has the page ask for every frame, so that the trace has each of them. */
const askForFrames = (page: Page) =>
  page.evaluate(() => {
    window.addEventListener('frame', () => requestAnimationFrame(() => window.dispatchEvent(new Event('frame'))))
    window.dispatchEvent(new Event('frame'))
  })

/** ms of work on the page's own thread in each frame: all tasks from its beginning to that of the next. */
function workOfFrames(events: readonly TraceEvent[]): number[] {
  const threads = new Set(
    events
      .filter(({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain')
      .map(({ pid, tid }) => `${pid} ${tid}`),
  )
  const byThread = new Map<string, TraceEvent[]>()
  for (const event of events) {
    const key = `${event.pid} ${event.tid}`
    if (threads.has(key)) byThread.set(key, [...(byThread.get(key) ?? []), event])
  }
  const [own = []] = [...byThread.values()].sort((a, b) => b.length - a.length)
  const begins = own.filter(({ name }) => name === 'FireAnimationFrame').map(({ ts }) => ts)
  // Each task is in the trace twice, once from its scheduler: counted once.
  const tasks = own.filter(({ name, dur }) => name === 'RunTask' && dur !== undefined)
  const work = begins.map(() => 0)
  for (const { ts, dur } of tasks) {
    // The task that a frame is asked in goes on with it.
    let frame = begins.length - 1
    while (frame >= 0 && begins[frame]! > ts + dur!) frame--
    if (frame >= 0) work[frame]! += dur! / 1000
  }
  return work
}

function tell(line: Line, what: string, work: readonly number[]): void {
  const sorted = [...work].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(1)
  const over = (limit: number) => work.filter((ms) => ms > limit).length
  line(
    what,
    `${work.length} frames`,
    `95 of 100 ${at(0.95)} ms`,
    `most ${at(1)} ms`,
    `${over(17)} over 17, ${over(50)} over 50`,
  )
}

export async function framesBench(line: Line, webFolder: string, newPage: () => Promise<Page>): Promise<void> {
  const world = await benchWorld(300, 0, webFolder)
  try {
    const response = await fetch(`${world.url}/api/posts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ content: largePost(world.ids, 60, 6000) }),
    })
    const { id } = (await response.json()) as { id: string }
    const page = await newPage()
    await page.goto(`${world.url}/posts/${id}`)
    await page.locator('[data-region=spine] button').nth(29).click()
    await page.waitForTimeout(3000)
    const picture = page.locator('.row-holder').nth(29).locator('.pic').first()
    await picture.click()
    await page.keyboard.press('w')
    await page.locator('[data-way]').nth(3).waitFor()
    await page.waitForTimeout(1500)
    await askForFrames(page)
    const stepping = await traced(page, async () => {
      for (let i = 0; i < STEPS; i++) {
        await page.keyboard.press(i % 3 === 2 ? 'ArrowDown' : 'ArrowRight')
        await page.waitForTimeout(BETWEEN_MS)
      }
    })
    tell(line, 'Stepping through ways, 300 pictures in 60 rows', workOfFrames(stepping))
    await page.keyboard.press('Escape')
    await page.waitForTimeout(800)
    const box = (await picture.boundingBox())!
    const dragging = await traced(page, async () => {
      await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
      await page.mouse.down()
      for (let i = 0; i < 150; i++) {
        await page.mouse.move(box.x + 20 + (i % 30) * 12, box.y + 40 + Math.abs(75 - i))
        await page.waitForTimeout(16)
      }
      await page.keyboard.press('Escape')
      await page.mouse.up()
    })
    tell(line, 'Dragging a picture in that post', workOfFrames(dragging))
    await page.locator('.ProseMirror p').nth(30).click()
    await page.waitForTimeout(1500)
    const typing = await traced(page, async () => {
      for (let i = 0; i < KEYS; i++) {
        await page.keyboard.press('abcdefgh '[i % 9]!)
        await page.waitForTimeout(KEYS_APART_MS)
      }
    })
    tell(line, 'Typing in that post', workOfFrames(typing))
    await page.close()
  } finally {
    world.stop()
  }
}
