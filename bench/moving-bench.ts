import sharp from 'sharp'
import { markdownOf } from '../core/formats/markdown-out.ts'
import { readIncoming } from '../core/formats/incoming/incoming-post.ts'
import type { Line } from './line.ts'
import { benchWorld, largePost } from './world.ts'

const FEW = 25
const MANY = 100
const PICTURES_A_POST = 10

/** Posts read from Markdown, and the same number exported as a static site: per post, and whether four times as many take four times as long. */
export async function movingBench(line: Line): Promise<void> {
  const ids = Array.from({ length: MANY * PICTURES_A_POST }, (_, i) => `picture-${i}`)
  const nothing = { alt: '', caption: '', credit: '', link: '' }
  const texts = Array.from({ length: MANY }, (_, i) => {
    const own = ids.slice(i * PICTURES_A_POST, (i + 1) * PICTURES_A_POST)
    const { body } = largePost(own, PICTURES_A_POST / 5, 600)
    return markdownOf(body.content, { src: (id) => `pictures/${id}.jpg`, inherited: () => nothing, measure: 640 })
  })
  const read = (count: number): number => {
    const begun = performance.now()
    for (const text of texts.slice(0, count))
      readIncoming(
        { kind: 'markdown', text, base: '', name: 'post' },
        {
          measure: 640,
          newRowId: () => 'row-1',
          pictures: { idOf: ({ src }) => src.slice(9, -4), inherited: () => nothing },
        },
      )
    return performance.now() - begun
  }
  read(FEW)
  const [few, many] = [read(FEW), read(MANY)]
  line(
    `${MANY} posts with ${MANY * PICTURES_A_POST} pictures read from Markdown`,
    `${(many / MANY).toFixed(1)} ms a post`,
  )
  line(`  four times as many take`, `${(many / few).toFixed(2)} times as long`)

  const took: number[] = []
  for (const posts of [FEW, MANY]) {
    const world = await benchWorld(0, 0)
    try {
      const here = await bringIn(world.url, posts * PICTURES_A_POST)
      for (let i = 0; i < posts; i++) {
        const own = here.slice(i * PICTURES_A_POST, (i + 1) * PICTURES_A_POST)
        const content = { ...largePost(own, PICTURES_A_POST / 5, 600), title: `Day ${i}` }
        await send(world.url, 'posts', { content })
      }
      await (await send(world.url, 'exports/site', { posts: 'all' })).arrayBuffer()
      const begun = performance.now()
      await (await send(world.url, 'exports/site', { posts: 'all' })).arrayBuffer()
      took.push(performance.now() - begun)
    } finally {
      world.stop()
    }
  }
  line(`The same exported as a static site`, `${(took[1]! / MANY).toFixed(1)} ms a post`)
  line(`  four times as many take`, `${(took[1]! / took[0]!).toFixed(2)} times as long`)
}

async function send(url: string, place: string, body: unknown): Promise<Response> {
  const response = await fetch(`${url}/api/${place}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  if (!response.ok) throw new Error(`${place}: ${await response.text()}`)
  return response
}

/** So many small pictures, each unlike the others. */
async function bringIn(url: string, count: number): Promise<string[]> {
  const ids: string[] = []
  for (let i = 0; i < count; i++) {
    const background = { r: i % 256, g: (i >> 4) % 256, b: 90 }
    const drawn = await sharp({ create: { width: 640 + (i % 7), height: 400, channels: 3, background } })
      .jpeg()
      .toBuffer()
    const response = await fetch(`${url}/api/pictures?name=drawn-${i}.jpg`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: new Uint8Array(drawn),
    })
    ids.push(((await response.json()) as { picture: { id: string } }).picture.id)
  }
  return ids
}
