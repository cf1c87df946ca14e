import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import type { Picture } from '../core/wire/picture.ts'
import type { Post, SavedState } from '../core/wire/post.ts'

/** What the kills hold the application and its host to. */

export const BLOG_KEY = 'kill'
/** How long what was sent may take until both sides agree, ms. */
const AGREED_WITHIN_MS = 60_000

/** What was promised: kept in this process, which nobody kills. */
export interface Promised {
  /** pictures that were answered, with the hash of their bytes */
  readonly pictures: Map<string, string>
  readonly posts: Map<string, { answered: number; texts: Map<number, string>; perhaps: Set<string> }>
}

export const send = (url: string, method: string, body?: unknown): Promise<Response> =>
  fetch(url, {
    method,
    headers: { connection: 'close', ...(body instanceof Uint8Array ? {} : { 'content-type': 'application/json' }) },
    ...(body === undefined ? {} : { body: body instanceof Uint8Array ? (body as BodyInit) : JSON.stringify(body) }),
  })

/** Everything that was promised holds. Throws with what does not. */
export async function held(app: string, blog: string, data: string, promised: Promised): Promise<void> {
  const fail = (what: string): never => {
    throw new Error(what)
  }
  const read = async <T>(place: string): Promise<T> => {
    const response = await send(`${app}/api/${place}`, 'GET')
    return response.ok ? ((await response.json()) as T) : fail(`${place}: ${response.status} ${await response.text()}`)
  }
  for (const [id, hash] of promised.pictures) {
    const picture = await read<Picture>(`pictures/${id}`)
    const original = readFileSync(path.join(data, 'app/originals', hash))
    if (createHash('sha256').update(original).digest('hex') !== hash) fail(`the original of ${id} is not what was sent`)
    const [first] = picture.renditions
    if (!first || !(await send(`${app}/files/${first.file}`, 'GET')).ok) fail(`picture ${id} can’t be seen`)
  }
  for (const [id, own] of promised.posts) {
    const post = await read<Post>(`posts/${id}`)
    const words = JSON.stringify(post.content.body)
    const known = own.texts.get(own.answered)!
    const later = [...own.perhaps].find((perhaps) => words.includes(perhaps))
    if (post.version < own.answered || (post.version > own.answered && !later))
      fail(`post ${id} has version ${post.version}, and ${own.answered} was answered`)
    if (own.answered > 1 && post.version === own.answered && !words.includes(known)) fail(`post ${id} lost “${known}”`)
    const states = await read<SavedState[]>(`posts/${id}/states`)
    if (!states.some(({ version, aside }) => version === own.answered && !aside)) fail(`a saved state of ${id} is gone`)
    // A save whose answer was lost is known now.
    if (post.version > own.answered) own.texts.set(post.version, later!)
    own.answered = post.version
    own.perhaps.clear()
  }
  await agreed(app, blog, promised, fail)
}

/** Waits until the blog shows what the application says that it shows, and looks whether it is whole. */
async function agreed(app: string, blog: string, { posts }: Promised, fail: (what: string) => never): Promise<void> {
  const key = { headers: { authorization: `Bearer ${BLOG_KEY}`, connection: 'close' } }
  for (const [id] of posts) {
    let said = ''
    const until = performance.now() + AGREED_WITHIN_MS
    for (;;) {
      const { publication } = (await (await send(`${app}/api/posts/${id}`, 'GET')).json()) as Post
      const response = await fetch(`${blog}/api/posts/${id}`, key)
      const stands = response.ok ? ((await response.json()) as { state: string; revision: string }) : undefined
      const shown =
        stands?.state === 'withdrawn' || !stands ? 'gone' : `${stands.state} ${stands.revision.split('-')[1]}`
      const { state, version, unsure } = publication
      const told = state === 'none' || state === 'withdrawn' ? 'gone' : `${state} ${version}`
      said = `post ${id}: the application says ${told}${unsure ? ', and is not sure' : ''}; the blog shows ${shown}`
      if (told === shown && !unsure) {
        const missing = state === 'live' ? await missingOf(publication.url!, blog) : undefined
        if (missing !== undefined) fail(`${missing} is missing on the blog`)
        break
      }
      if (performance.now() > until) fail(said)
      await pause(150)
    }
  }
}

/** A file that the page names and the blog does not have; not where the page has been put anew meanwhile. */
async function missingOf(url: string, blog: string): Promise<string | undefined> {
  const get = (address: string) => fetch(address, { headers: { connection: 'close' } })
  const page = await (await get(url)).text()
  for (const [, file] of page.matchAll(/\/files\/([a-z0-9-]+\.(?:webp|css|jpg))/g))
    if (!(await get(`${blog}/files/${file}`)).ok) {
      if ((await (await get(url)).text()) !== page) return missingOf(url, blog)
      return file
    }
  return undefined
}
