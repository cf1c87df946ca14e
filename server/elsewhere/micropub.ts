import type { Logger } from 'pino'
import { z } from 'zod'
import { elementsIn, parsePage } from '../../core/formats/incoming/tree.ts'
import type { OtherBlogSetting } from '../settings.ts'
import { type Code, Refusal } from '../refusal.ts'

const PATIENCE_MS = 20_000
const FILE_PATIENCE_MS = 120_000
const MOST_BYTES = 3_000_000

/** Values of a post by property, as h-entry names them. */
export type Properties = Readonly<Record<string, readonly unknown[]>>

/** What is done there, by the scope that the token needs for it. */
type Scope = 'create' | 'update' | 'delete' | 'undelete' | 'media' | 'read'

export interface Micropub {
  /** Whether it takes files. */
  readonly takesFiles: () => Promise<boolean>
  /** Gives the file's address there. */
  readonly upload: (name: string, bytes: Buffer, type: string) => Promise<string>
  /** Gives the post's address. Not to be made twice: each makes a post. */
  readonly create: (properties: Properties) => Promise<string>
  /** Gives the post's address, which may be a new one. */
  readonly update: (url: string, replace: Properties, gone: readonly string[]) => Promise<string>
  readonly remove: (url: string) => Promise<void>
  readonly bringBack: (url: string) => Promise<string>
  /** What the host says of a post; null where it has none at this address, undefined where it does not say. */
  readonly source: (url: string, names: readonly string[]) => Promise<Properties | null | undefined>
}

const Fault = z.object({
  error: z.string().optional(),
  error_description: z.string().optional(),
  scope: z.string().optional(),
})
const Config = z.object({ 'media-endpoint': z.string().optional() })
const Source = z.object({ properties: z.record(z.string(), z.array(z.unknown())) })

/**
 * Speaks with a host by Micropub, W3C Recommendation of 23 May 2017. Strict in what it sends: JSON, the token in its header
 * and nowhere else. Every failure is a refusal that names the blog, and never the token.
 */
export function micropub({ name, url, token }: OtherBlogSetting, log: Logger): Micropub {
  let found: { readonly posts: string; media?: string | null } | undefined
  const refuse = (code: Code, values: Record<string, string> = {}) =>
    new Refusal(code, {
      name,
      url,
      ...Object.fromEntries(
        Object.entries(values).map(([key, value]) => [key, value.replaceAll(token, '…').slice(0, 300)]),
      ),
    })

  async function send(address: string, init: RequestInit, patience = PATIENCE_MS): Promise<Response> {
    try {
      // Where it leads on to was not asked for: the token goes to no other address.
      return await fetch(address, { redirect: 'manual', signal: AbortSignal.timeout(patience), ...init })
    } catch (error) {
      log.warn({ blog: name, reason: (error as Error).name }, 'another blog did not answer')
      throw refuse(NEVER_SENT.has(codeOf(error)) ? 'elsewhere-away' : 'elsewhere-silent')
    }
  }

  /** Where it takes posts: as it says in a header, else in its page; else it is that address itself. */
  async function endpoint(): Promise<{ readonly posts: string; media?: string | null }> {
    if (found) return found
    const response = await send(url, { headers: { accept: 'text/html, */*;q=0.5' }, redirect: 'follow' })
    const base = response.url || url
    const header = linkIn(response.headers.get('link') ?? '')
    const isPage = /html/.test(response.headers.get('content-type') ?? '')
    const text = header === undefined && isPage ? await bodyOf(response) : ''
    const page = header ?? (text ? linkOn(text) : undefined)
    if (page === undefined && isPage) throw refuse('elsewhere-mute')
    const posts = new URL(page ?? url, base)
    if (!isSafe(posts, new URL(url))) throw refuse('elsewhere-open', { endpoint: posts.origin })
    found = { posts: posts.href }
    return found
  }

  const bodyOf = async (response: Response): Promise<string> => {
    const bytes = Buffer.from(await response.arrayBuffer().catch(() => new ArrayBuffer(0)))
    return bytes.length > MOST_BYTES ? '' : bytes.toString('utf8')
  }
  const authorization = { authorization: `Bearer ${token}`, accept: 'application/json' }

  async function faultOf(response: Response, scope: Scope): Promise<Refusal> {
    const text = await bodyOf(response)
    const said = Fault.safeParse(readJson(text))
    const { error = '', error_description: about = '', scope: needs } = said.success ? said.data : {}
    if (error === 'insufficient_scope') return refuse('elsewhere-scope', { scope: needs ?? scope })
    if (response.status === 401 || response.status === 403) return refuse('elsewhere-key', { fault: about || error })
    const fault = about || error || `status ${response.status}`
    return refuse(response.status >= 500 ? 'elsewhere-ill' : 'elsewhere-refused', { fault })
  }

  async function act(scope: Scope, body: object): Promise<Response> {
    const { posts } = await endpoint()
    const response = await send(posts, {
      method: 'POST',
      headers: { ...authorization, 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    if (!response.ok) throw await faultOf(response, scope)
    return response
  }

  const placeOf = (response: Response, base: string): string | undefined => {
    const location = response.headers.get('location')
    return location && URL.canParse(location, base) ? new URL(location, base).href : undefined
  }

  async function mediaEndpoint(): Promise<string | null> {
    const known = await endpoint()
    if (known.media !== undefined) return known.media
    const response = await send(withQuery(known.posts, { q: 'config' }), { headers: authorization })
    if (response.status === 401 || response.status === 403) throw await faultOf(response, 'read')
    const config = Config.safeParse(response.ok ? readJson(await bodyOf(response)) : {})
    const media = config.success ? config.data['media-endpoint'] : undefined
    const address = media && URL.canParse(media, known.posts) ? new URL(media, known.posts) : null
    if (address && !isSafe(address, new URL(url))) throw refuse('elsewhere-open', { endpoint: address.origin })
    known.media = address?.href ?? null
    return known.media
  }

  return {
    takesFiles: async () => (await mediaEndpoint()) !== null,
    async upload(file, bytes, type) {
      const media = await mediaEndpoint()
      if (media === null) throw refuse('elsewhere-no-files')
      const form = new FormData()
      form.append('file', new Blob([new Uint8Array(bytes)], { type }), file)
      const response = await send(media, { method: 'POST', headers: authorization, body: form }, FILE_PATIENCE_MS)
      if (!response.ok) throw await faultOf(response, 'media')
      const place = placeOf(response, media)
      if (place === undefined) throw refuse('elsewhere-refused', { fault: 'it gave the file no address' })
      return place
    },
    async create(properties) {
      const response = await act('create', { type: ['h-entry'], properties })
      const place = placeOf(response, (await endpoint()).posts)
      if (place === undefined) throw refuse('elsewhere-refused', { fault: 'it gave the post no address' })
      return place
    },
    async update(post, replace, gone) {
      const change = { action: 'update', url: post, replace, ...(gone.length ? { delete: gone } : {}) }
      return placeOf(await act('update', change), post) ?? post
    },
    remove: async (post) => void (await act('delete', { action: 'delete', url: post })),
    bringBack: async (post) => placeOf(await act('undelete', { action: 'undelete', url: post }), post) ?? post,
    async source(post, names) {
      const { posts } = await endpoint()
      const query = withQuery(posts, { q: 'source', url: post })
      const asked = names.map((one) => `&properties%5B%5D=${encodeURIComponent(one)}`).join('')
      const response = await send(query + asked, { headers: authorization })
      if (response.status === 404 || response.status === 410) return null
      const said = Source.safeParse(response.ok ? readJson(await bodyOf(response)) : null)
      return said.success ? said.data.properties : undefined
    },
  }
}

/** Of a request that never left: nobody listens there, or the name is not known. */
const NEVER_SENT = new Set(['ECONNREFUSED', 'ENOTFOUND', 'EAI_AGAIN', 'EHOSTUNREACH', 'ENETUNREACH'])
const codeOf = (error: unknown): string => ((error as Error).cause as { code?: string } | undefined)?.code ?? ''

function readJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

/** An endpoint may have a query of its own already. */
function withQuery(address: string, more: Record<string, string>): string {
  const url = new URL(address)
  for (const [key, value] of Object.entries(more)) url.searchParams.set(key, value)
  return url.href
}

/** The token travels over a safe line, or within the machine that the blog itself is on. */
const isSafe = (endpoint: URL, blog: URL): boolean =>
  endpoint.protocol === 'https:' ||
  (endpoint.protocol === 'http:' && endpoint.hostname === blog.hostname && isHere(blog))

export const isHere = ({ hostname }: URL): boolean => /^(127\.\d+\.\d+\.\d+|\[::1\]|localhost)$/.test(hostname)

/** The address with rel=micropub of a Link header. */
function linkIn(header: string): string | undefined {
  for (const [, address, more] of header.matchAll(/<([^>]*)>((?:\s*;\s*[^,;]+(?:"[^"]*")?)*)/g))
    if (/;\s*rel\s*=\s*"?[^"]*\bmicropub\b/i.test(more ?? '')) return address
  return undefined
}

/** The same of the page itself, which may stand in its head or its body. */
function linkOn(html: string): string | undefined {
  for (const [element] of html.matchAll(/<link\b[^>]*>/gi)) {
    const page = parsePage(`<body><span ${element.slice(5).replace(/\/?>$/, '')}></span>`)
    for (const { attrs } of elementsIn(page.body))
      if ((attrs.rel ?? '').toLowerCase().split(/\s+/).includes('micropub')) return attrs.href
  }
  return undefined
}
