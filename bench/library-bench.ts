import type { Page } from 'playwright-core'
import type { Line } from './line.ts'
import { type BenchWorld, benchWorld, largePost } from './world.ts'

/** What a request costs with 20,000 pictures and 1,000 posts, beside the same with 50 and 6. */

const FEW = { pictures: 50, posts: 6 }
const MANY = { pictures: 20_000, posts: 1000 }
const TURNS = 25

const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1]!

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now()
  await work()
  return performance.now() - start
}

interface Prepared {
  readonly world: BenchWorld
  readonly post: string
}

async function prepared(webFolder: string, { pictures, posts }: typeof FEW): Promise<Prepared> {
  const world = await benchWorld(pictures, posts - 1, webFolder)
  const response = await fetch(`${world.url}/api/posts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ content: largePost(world.ids.slice(0, 50), 8, 600) }),
  })
  return { world, post: ((await response.json()) as { id: string }).id }
}

const json = async (url: string, method = 'GET', body?: unknown) => {
  const response = await fetch(url, {
    method,
    ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  })
  if (!response.ok) throw new Error(`${method} ${url}: ${await response.text()}`)
  return response.json() as Promise<{ version: number; next: string; content: object }>
}

const REQUESTS: Record<string, (prepared: Prepared, turn: number) => Promise<unknown>> = {
  'opening a post': ({ world, post }) => json(`${world.url}/api/posts/${post}`),
  'saving it': async ({ world, post }, turn) => {
    const { version, content } = await json(`${world.url}/api/posts/${post}`)
    return () =>
      json(`${world.url}/api/posts/${post}`, 'PUT', {
        baseVersion: version,
        content: { ...content, title: `Turn ${turn}` },
      })
  },
  'the plan of a publish': ({ world, post }) => json(`${world.url}/api/posts/${post}/publishing`),
  'the first page of pictures': ({ world }) => json(`${world.url}/api/pictures`),
  'a search that five match': ({ world }) => json(`${world.url}/api/pictures?words=anchor`),
  'a search that a tenth match, by the page': ({ world }) => json(`${world.url}/api/pictures?words=mast`),
  'counts beside the filters': ({ world }) => json(`${world.url}/api/pictures/counts`),
  'the list of posts': ({ world }) => json(`${world.url}/api/posts`),
}

export async function libraryBench(line: Line, webFolder: string, newPage: () => Promise<Page>): Promise<void> {
  const few = await prepared(webFolder, FEW)
  const many = await prepared(webFolder, MANY)
  try {
    for (const [what, ask] of Object.entries(REQUESTS)) {
      const times = [few, many].map(() => [] as number[])
      // Turn about, so that whatever slows the machine slows both.
      for (let turn = 0; turn < TURNS; turn++)
        for (const [i, one] of [few, many].entries()) {
          const start = performance.now()
          const then = await ask(one, turn)
          times[i]!.push(
            typeof then === 'function' ? await timed(then as () => Promise<unknown>) : performance.now() - start,
          )
        }
      const [a, b] = times.map(middle) as [number, number]
      line(`${what}, 50 and 20,000 pictures`, `${a.toFixed(1)} ms`, `${b.toFixed(1)} ms`, `${(b / a).toFixed(2)} times`)
    }
    await whileTrying(line, many)
    await picturesScreen(line, many, newPage)
  } finally {
    few.world.stop()
    many.world.stop()
  }
}

/** How long everything else takes while a house style is tried on all posts, beside the same when nothing else is done. */
async function whileTrying(line: Line, many: Prepared): Promise<void> {
  const { world, post } = many
  const asks = [
    () => json(`${world.url}/api/posts`),
    () => json(`${world.url}/api/posts/${post}`),
    async () => {
      const { version, content } = await json(`${world.url}/api/posts/${post}`)
      await json(`${world.url}/api/posts/${post}`, 'PUT', { baseVersion: version, content })
    },
  ]
  const idle: number[] = []
  for (let turn = 0; turn < 60; turn++) idle.push(await timed(asks[turn % asks.length]!))
  const house = await json(`${world.url}/api/house`)
  const during: number[] = []
  const state = { trying: true }
  const tried = timed(async () => {
    const response = await fetch(`${world.url}/api/house/effect`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...house, gap: 33 }),
    })
    await response.text()
  }).finally(() => (state.trying = false))
  for (let turn = 0; state.trying; turn++) during.push(await timed(asks[turn % asks.length]!))
  const top = (times: readonly number[]) => [...times].sort((a, b) => a - b)
  const [before, meanwhile] = [top(idle), top(during)]
  line(
    `a house style tried on ${MANY.posts} posts`,
    `${((await tried) / 1000).toFixed(1)} s`,
    `requests meanwhile: median ${middle(meanwhile).toFixed(1)} ms, longest ${meanwhile.at(-1)!.toFixed(0)} ms of ${meanwhile.length}`,
    `at rest ${middle(before).toFixed(1)} and ${before.at(-1)!.toFixed(0)} ms`,
  )
}

/** The screen with all 20,000: first picture, search key to paint, frames while scrolling. */
async function picturesScreen(line: Line, { world }: Prepared, newPage: () => Promise<Page>): Promise<void> {
  const page = await newPage()
  await page.goto(`${world.url}/posts`)
  await page.getByRole('button', { name: 'Start a post' }).first().waitFor()
  const opened = await timed(async () => {
    await page.goto(`${world.url}/pictures`)
    await page.waitForFunction(() => document.querySelector<HTMLImageElement>('[data-picture] img')?.complete)
  })
  line('pictures screen of 20,000, first picture', `${opened.toFixed(0)} ms`)
  const search = page.getByLabel('Search the pictures')
  const keys: number[] = []
  for (const letter of ['s', 't', 'Backspace', 'h', 'Backspace', 'l']) {
    await search.focus()
    const painted = page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          window.addEventListener(
            'keydown',
            ({ timeStamp }) => {
              const observer = new MutationObserver(() => {
                observer.disconnect()
                requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - timeStamp)))
              })
              observer.observe(document.querySelector('[data-wall]')!, {
                subtree: true,
                childList: true,
                attributes: true,
              })
            },
            { once: true, capture: true },
          )
        }),
    )
    await page.keyboard.press(letter)
    keys.push(await Promise.race([painted, new Promise<number>((resolve) => setTimeout(() => resolve(NaN), 3000))]))
    await page.waitForTimeout(300)
  }
  line('search key to paint', keys.map((ms) => ms.toFixed(0)).join(', '), 'ms')
  await search.fill('')
  await page.waitForTimeout(500)
  const frames = await page.evaluate(async () => {
    const wall = document.querySelector('[data-wall]')!
    const gaps: number[] = []
    let last = performance.now()
    for (let i = 0; i < 240; i++) {
      wall.scrollTop += 70
      const now = await new Promise<number>((resolve) => requestAnimationFrame(resolve))
      gaps.push(now - last)
      last = now
    }
    return { gaps: gaps.slice(2), end: wall.scrollTop }
  })
  const sorted = [...frames.gaps].sort((a, b) => a - b)
  line(
    `scrolling ${frames.end.toFixed(0)} px, frames`,
    `95 of 100 under ${sorted[Math.floor(0.95 * sorted.length)]!.toFixed(0)} ms`,
    `longest ${sorted.at(-1)!.toFixed(0)} ms`,
  )
  await page.close()
}
