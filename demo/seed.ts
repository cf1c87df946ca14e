import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { rowsOf } from '../core/post/body.ts'
import { changeRow } from '../core/post/changes/rows-in-body.ts'
import type { PostContent } from '../core/post/post.ts'
import { PLAIN } from '../core/recipe/recipe.ts'
import { wholeSet } from '../core/sets/set-shown.ts'
import type { OpenSet, Shelf } from '../core/wire/sets.ts'
import type { IntakeAnswer } from '../core/wire/picture.ts'
import type { Job } from '../core/wire/job.ts'
import type { Post } from '../core/wire/post.ts'
import { CATALOGUE } from './pictures/catalogue.ts'
import { bringPostIn } from './brought-in.ts'
import { arrangeFront } from './front.ts'
import { SAMPLE_POSTS } from './posts/posts.ts'
import { SAMPLE_SETS, SAMPLE_SHELVES } from './sets.ts'

/** What shows that the access key was given. */
async function enter(url: string, key: string): Promise<string> {
  const response = await fetch(`${url}/api/enter`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ key }),
  })
  if (!response.ok) throw new Error(`enter: ${await response.text()}`)
  return response.headers.getSetCookie()[0]!.split(';')[0]!
}

/** Fills a running, empty application with the sample world, by the same requests that its interface makes. */
export async function seed(
  { url, key = '', video }: { readonly url: string; readonly key?: string | undefined; readonly video?: string },
  pictures: readonly string[],
  told: (text: string) => void = () => {},
): Promise<void> {
  const headers: Record<string, string> = key ? { cookie: await enter(url, key) } : {}
  async function ask<T>(method: string, place: string, body?: unknown): Promise<T> {
    const bytes = body instanceof Uint8Array
    const response = await fetch(`${url}/api/${place}`, {
      method,
      headers: { ...headers, 'content-type': bytes ? 'application/octet-stream' : 'application/json' },
      body: body === undefined ? undefined : bytes ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body),
    })
    if (!response.ok) throw new Error(`${method} ${place}: ${response.status} ${await response.text()}`)
    return (await response.json()) as T
  }

  /** Asks for a job of the press and waits for its end. */
  async function press(method: 'POST' | 'DELETE', post: string, body?: unknown): Promise<void> {
    let job = await ask<Job>(method, `posts/${post}/publishing`, body)
    while (job.state === 'waiting' || job.state === 'running') {
      await pause(50)
      job = await ask<Job>('GET', `jobs/${job.id}`)
    }
    if (job.state === 'failed') throw new Error(`${method} publishing: ${job.problem!.message}`)
  }

  const ids = new Map<string, string>()
  const { first } = await ask<{ first: number }>('POST', 'pictures/numbers', { count: pictures.length })
  let next = 0
  const bringIn = async () => {
    while (next < pictures.length) {
      const number = first + next
      const file = pictures[next++]!
      const name = path.basename(file)
      const { picture } = await ask<IntakeAnswer>(
        'POST',
        `pictures?name=${encodeURIComponent(name)}&number=${number}`,
        new Uint8Array(await readFile(file)),
      )
      ids.set(name, picture.id)
      const { focus, recipe } = CATALOGUE.find((entry) => entry.name === name) ?? {}
      if (focus) await ask('PATCH', `pictures/${picture.id}`, { focus })
      if (recipe) await ask('PUT', `pictures/${picture.id}/recipe`, { recipe: { ...PLAIN, ...recipe } })
      told(`${ids.size} of ${pictures.length} pictures brought in`)
    }
  }
  await Promise.all([bringIn(), bringIn()])

  const byNumber = (n: number) => {
    const id = ids.get(`KM_${n}.jpg`)
    if (!id) throw new RangeError(`n: expected the number of a sample picture, got ${n}`)
    return id
  }
  await ask('PUT', 'house', {
    ...STARTING_STYLE,
    blogName: 'Slack Line',
    blogLine: 'A kite makers’ notebook',
    fallbackFeatured: byNumber(2061),
    share: {
      ...STARTING_STYLE.share,
      targets: [
        { name: 'Send by e-mail', address: 'mailto:?subject={text}&body={address}' },
        { name: 'Tell the harbour board', address: 'https://board.example/tell?page={address}&words={text}' },
      ],
    },
  })

  const shelves = new Map<string, Shelf>()
  for (const { name, on } of SAMPLE_SHELVES) {
    const parent = on === undefined ? null : shelves.get(on)!.id
    shelves.set(name, await ask<Shelf>('POST', 'sets/shelves', { name, parent }))
  }
  /** The post with a gallery that shows this set of its pictures. */
  async function withSet(content: PostContent): Promise<PostContent> {
    const sample = SAMPLE_SETS.find(({ of }) => content.title.startsWith(of))
    if (!sample) return content
    const rows = rowsOf(content.body)
    const gallery = sample.shown && rows.find(({ kind }) => kind === 'gallery')
    const pictures = (gallery ? [gallery] : rows).flatMap((row) => row.pictures.map(({ id }) => id))
    const { set } = await ask<OpenSet>('POST', 'sets', { name: sample.name, pictures: [...new Set(pictures)] })
    const shelf = shelves.get(sample.shelf)!
    shelves.set(sample.shelf, await ask<Shelf>('PATCH', `sets/shelves/${shelf.id}`, { sets: [...shelf.sets, set.id] }))
    if (!gallery) return content
    const body = changeRow(content.body, gallery.id, (row) => ({ ...row, set: wholeSet(set) }))
    return { ...content, body }
  }

  const brought = await ask<Post>('POST', 'posts', { content: await bringPostIn(ask, byNumber, video) })
  await press('POST', brought.id, { as: 'live', version: brought.version })
  for (const sample of SAMPLE_POSTS) {
    const content = await withSet(sample.content(byNumber))
    const post = await ask<Post>('POST', 'posts', { content })
    if (sample.state === 'unpublished') continue
    await press('POST', post.id, { as: sample.state === 'draft' ? 'draft' : 'live', version: post.version })
    if (sample.state === 'withdrawn') await press('DELETE', post.id)
    if (sample.state === 'live, then changed') {
      const changed: PostContent = { ...content, excerpt: `${content.excerpt} With pictures.` }
      await ask('PUT', `posts/${post.id}`, { baseVersion: post.version, content: changed })
    }
    told(`“${content.title}” is written`)
  }
  await arrangeFront(ask, byNumber(2051))
}
