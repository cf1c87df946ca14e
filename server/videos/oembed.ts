import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5'
import { z } from 'zod'
import { isOf } from '../../core/video/address.ts'
import { Refusal } from '../refusal.ts'
import type { GuardedFetch } from '../gather/guarded-fetch.ts'
import { readBody } from '../gather/read-body.ts'
import type { VideoProviderSetting } from '../settings.ts'

const LONGEST_ANSWER = 500_000
const PATIENCE_MS = 15_000

/** Numbers come as numbers, or as text; what is neither says nothing. */
const Figure = z.coerce.number().min(1).max(20_000).optional().catch(undefined)
const Words = z.string().optional().catch(undefined)

/** An answer of type "video" or "rich" (oEmbed 1.0, section 2.3.4). `duration` is not in it, but widely said. */
const Answer = z.object({
  type: z.enum(['video', 'rich']),
  html: z.string().max(200_000),
  width: Figure,
  height: Figure,
  title: Words,
  author_name: Words,
  provider_name: Words,
  thumbnail_url: Words,
  duration: z.coerce.number().min(0).max(1_000_000).optional().catch(undefined),
})

/** What a provider says of a video. */
export interface FoundVideo {
  readonly page: string
  readonly frame: string
  readonly provider: string
  readonly title: string
  readonly by: string
  readonly seconds: number | null
  readonly width: number
  readonly height: number
  /** web address of its picture; undefined where the provider gives none */
  readonly picture: string | undefined
}

/** Shape of a video of which nobody says it, px. */
const USUAL = { width: 1280, height: 720 }

/** Asks the provider of this address what it is. Of its embed code only the address of the frame is taken; nothing of it runs. */
export async function findVideo(
  fetcher: GuardedFetch,
  providers: readonly VideoProviderSetting[],
  address: string,
): Promise<FoundVideo> {
  const provider = providers.find((one) => isOf(one, address))
  if (!provider) throw new Refusal('no-video-here')
  const host = new URL(provider.endpoint).host
  const asked = new URL(provider.endpoint)
  asked.searchParams.set('url', address)
  asked.searchParams.set('format', 'json')
  const { status, body } = await fetcher.get(asked.href, AbortSignal.timeout(PATIENCE_MS)).catch((error: unknown) => {
    throw error instanceof Refusal && error.code === 'address-inside' ? error : new Refusal('video-away', { host })
  })
  if (status !== 200) {
    body.on('error', () => {}).destroy()
    throw new Refusal(status === 404 || status === 401 || status === 403 ? 'video-refused' : 'video-ill', {
      host,
      status,
    })
  }
  const { bytes, whole } = await readBody(body, LONGEST_ANSWER)
  const answer = whole ? Answer.safeParse(jsonOf(bytes.toString('utf8'))) : undefined
  const frame = answer?.success ? frameIn(answer.data.html, provider.endpoint) : undefined
  if (!answer?.success || !frame) throw new Refusal('video-ill', { host, status })
  const { width = USUAL.width, height = USUAL.height, title = '', thumbnail_url, duration } = answer.data
  return {
    page: new URL(address).href,
    frame,
    provider: (answer.data.provider_name || provider.name).slice(0, 120),
    title: title.trim().slice(0, 300),
    by: (answer.data.author_name ?? '').trim().slice(0, 200),
    seconds: duration ?? null,
    width: Math.round(width),
    height: Math.round(height),
    picture:
      thumbnail_url && URL.canParse(thumbnail_url, provider.endpoint)
        ? new URL(thumbnail_url, provider.endpoint).href
        : undefined,
  }
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

/** The address of the first frame in embed code: https, or http where the provider itself is asked so. */
function frameIn(html: string, endpoint: string): string | undefined {
  const look = (node: Tree.ParentNode): string | undefined => {
    for (const child of node.childNodes) {
      if (!('tagName' in child)) continue
      const src = child.tagName === 'iframe' ? child.attrs.find(({ name }) => name === 'src')?.value : undefined
      const found = src ?? look(child)
      if (found) return found
    }
    return undefined
  }
  const src = look(parseFragment(html))
  if (!src || !URL.canParse(src, endpoint)) return undefined
  const url = new URL(src, endpoint)
  const plain = url.protocol === 'https:' || (url.protocol === 'http:' && endpoint.startsWith('http:'))
  return plain && !url.username && !url.password && url.href.length <= 2000 ? url.href : undefined
}
