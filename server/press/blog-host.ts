import { setTimeout } from 'node:timers/promises'
import type { Logger } from 'pino'
import {
  AboutAnswer,
  MissingFilesAnswer,
  PostStandsAnswer,
  PutPostAnswer,
  type PutPostRequest,
} from '../../core/wire/blog-host.ts'
import { Refusal } from '../refusal.ts'
import type { Destination } from './destination.ts'

const PATIENCE_MS = 20_000
/** Waits before a request is sent again, ms. */
const AGAIN_AFTER_MS = [50, 400]

/**
 * Speaks with the blog host over HTTP. Every failure is a refusal that says which side it lay on.
 * A connection that is cut before the answer is no failure yet: a host may close one that has been idle in
 * the very moment it is used again. Asking again is safe, for every request may be made twice.
 */
export function blogHost(url: string, key: string, log: Logger): Destination {
  async function send(request: () => Promise<Response>): Promise<Response> {
    for (let turn = 0; ; turn++)
      try {
        return await request()
      } catch (error) {
        const wait = AGAIN_AFTER_MS[turn]
        log.warn({ err: error, turn }, 'the blog host did not answer')
        if (wait === undefined || (error as Error).name === 'TimeoutError') throw new Refusal('host-away', { url })
        await setTimeout(wait)
      }
  }

  async function ask(method: string, path: string, body?: unknown): Promise<unknown> {
    const bytes = Buffer.isBuffer(body)
    const response = await send(() =>
      fetch(`${url}/api/${path}`, {
        method,
        headers: {
          authorization: `Bearer ${key}`,
          'content-type': bytes ? 'application/octet-stream' : 'application/json',
        },
        body: body === undefined ? undefined : bytes ? new Uint8Array(body) : JSON.stringify(body),
        signal: AbortSignal.timeout(PATIENCE_MS),
      }),
    )
    const answer: unknown = await response.json().catch(() => ({}))
    if (response.ok) return answer
    // What is not there is taken back already, and stands in no way.
    if (response.status === 404 && path.startsWith('posts/') && method !== 'PUT') return undefined
    const fault = (answer as { message?: string }).message ?? `status ${response.status}`
    if (response.status === 401 || response.status === 403) throw new Refusal('host-key', { fault })
    throw new Refusal(response.status >= 500 ? 'host-ill' : 'host-refused', { fault })
  }

  return {
    url,
    missingFiles: async (files: readonly string[]): Promise<string[]> =>
      MissingFilesAnswer.parse(await ask('POST', 'files/missing', { files })).missing,
    putFile: async (name: string, bytes: Buffer): Promise<void> => void (await ask('PUT', `files/${name}`, bytes)),
    putPost: async (id: string, post: PutPostRequest): Promise<string> =>
      PutPostAnswer.parse(await ask('PUT', `posts/${id}`, post)).url,
    async postStands(id) {
      const answer = await ask('GET', `posts/${id}`)
      return answer === undefined ? undefined : PostStandsAnswer.parse(answer)
    },
    largestPost: async () => AboutAnswer.parse(await ask('GET', 'about')).largestPost,
    withdrawPost: async (id: string): Promise<void> => void (await ask('DELETE', `posts/${id}`)),
    putList: async (list): Promise<void> => void (await ask('PUT', 'list', list)),
  }
}
