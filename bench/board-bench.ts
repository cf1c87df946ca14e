import type { Page } from 'playwright-core'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import type { Line } from './line.ts'
import { benchWorld, largePost } from './world.ts'

/** What a keystroke costs on the board: from the key to the picture of it, in a large post and in an empty one. */

const KEYS = 80
/** As fast as a quick hand types, ms. */
const BETWEEN_MS = 90

async function typing(page: Page, url: string, id: string, paragraph: number): Promise<number[]> {
  await page.goto(`${url}/posts/${id}`)
  await page.locator('.ProseMirror p').nth(paragraph).click()
  await page.waitForTimeout(3000)
  await page.evaluate(() => {
    const times: number[] = []
    Object.assign(window, { times })
    window.addEventListener(
      'keydown',
      ({ timeStamp }) =>
        requestAnimationFrame(() => {
          const after = new MessageChannel()
          after.port1.onmessage = () => times.push(performance.now() - timeStamp)
          after.port2.postMessage(null)
        }),
      true,
    )
  })
  for (let i = 0; i < KEYS; i++) {
    await page.keyboard.press('abcdefgh '[i % 9]!)
    await page.waitForTimeout(BETWEEN_MS)
  }
  return page.evaluate(() => (window as unknown as { times: number[] }).times)
}

const at = (times: readonly number[], share: number): string =>
  [...times].sort((a, b) => a - b)[Math.floor(share * (times.length - 1))]!.toFixed(1)

export async function boardBench(line: Line, webFolder: string, newPage: () => Promise<Page>): Promise<void> {
  const world = await benchWorld(300, 0, webFolder)
  const create = async (content: PostContent): Promise<string> => {
    const response = await fetch(`${world.url}/api/posts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ content }),
    })
    return ((await response.json()) as { id: string }).id
  }
  try {
    const posts: [string, PostContent, number][] = [
      ['an empty post', EMPTY_POST, 0],
      ['2 rows, 200 words', largePost(world.ids, 2, 200), 1],
      ['40 rows', largePost(world.ids, 40, 4000), 20],
      ['300 pictures in 60 rows, 6,000 words', largePost(world.ids, 60, 6000), 30],
    ]
    for (const [what, content, paragraph] of posts) {
      const page = await newPage()
      const times = await typing(page, world.url, await create(content), paragraph)
      line(
        `key to paint, ${what}`,
        `median ${at(times, 0.5)} ms`,
        `95th ${at(times, 0.95)} ms`,
        `most ${at(times, 1)} ms`,
      )
      await page.close()
    }
  } finally {
    world.stop()
  }
}
