/**
 * Another blog of our own, for working without one: it speaks Micropub, has a media endpoint, gives its tokens scopes, and
 * cleans the HTML that it is sent as hosts do. Posts and files are kept in memory: it is there to be tried out.
 */
import { randomBytes } from 'node:crypto'
import express, { type Express, type RequestHandler, type Response } from 'express'
import multer from 'multer'
import { z } from 'zod'
import { type Cleaning, cleaned } from './cleaning.ts'

const Values = z.record(z.string(), z.array(z.unknown()))
const Action = z.union([
  z.object({
    action: z.literal('update'),
    url: z.string(),
    replace: Values.default({}),
    add: Values.default({}),
    delete: z.union([z.array(z.string()), Values]).default([]),
  }),
  z.object({ action: z.enum(['delete', 'undelete']), url: z.string() }),
  z.object({ action: z.undefined().optional(), type: z.tuple([z.literal('h-entry')]), properties: Values }),
])
const Content = z.object({ html: z.string() })

interface Entry {
  properties: Record<string, unknown[]>
  deleted: boolean
}

interface HostDeps {
  readonly address: () => string
  readonly name: string
  /** scopes by token */
  readonly tokens: Readonly<Record<string, readonly string[]>>
  readonly cleaning: Cleaning
  /** it takes no files where this is false */
  readonly media?: boolean
}

export function createMicropubHost({ address, name, tokens, cleaning, media = true }: HostDeps): Express {
  const entries = new Map<string, Entry>()
  const files = new Map<string, { readonly bytes: Buffer; readonly type: string }>()
  const app = express().disable('x-powered-by')
  const fault = (response: Response, status: number, error: string, more: object = {}) =>
    void response.status(status).json({ error, ...more })

  /** Lets in who has a token; answers 403 with the scope that is missing, for whom it does not allow. */
  const scopesOf = (header: string | undefined): readonly string[] | undefined => {
    const token = /^Bearer (.+)$/.exec(header ?? '')?.[1]
    return token !== undefined && Object.hasOwn(tokens, token) ? tokens[token] : undefined
  }
  const keyed: RequestHandler = (request, response, next) => {
    if (scopesOf(request.headers.authorization)) next()
    else fault(response, 401, 'unauthorized', { error_description: 'there is no such token' })
  }
  function allows(header: string | undefined, scope: string, response: Response): boolean {
    if (scopesOf(header)?.includes(scope)) return true
    fault(response, 403, 'insufficient_scope', { scope, error_description: `the token has no scope “${scope}”` })
    return false
  }
  /** What is kept of what was sent. */
  const kept = (properties: Readonly<Record<string, unknown[]>>): Record<string, unknown[]> =>
    Object.fromEntries(
      Object.entries(properties)
        .filter(([key]) => !key.startsWith('mp-'))
        .map(([key, values]) => [key, key === 'content' ? values.map(contentOf) : values]),
    )
  const contentOf = (value: unknown) => {
    const html = Content.safeParse(value)
    return html.success ? { html: cleaned(html.data.html, cleaning) } : { html: escaped(String(value)) }
  }

  app.get('/micropub', keyed, (request, response) => {
    const { q, url } = request.query as Record<string, string>
    if (q === 'config') return void response.json(media ? { 'media-endpoint': `${address()}/media` } : {})
    if (q !== 'source') return fault(response, 400, 'invalid_request')
    const entry = entries.get(url ?? '')
    if (!entry || entry.deleted) return fault(response, 404, 'not_found')
    const wanted = [request.query['properties[]'] ?? request.query.properties ?? []].flat() as string[]
    const shown = Object.entries(entry.properties).filter(([key]) => wanted.length === 0 || wanted.includes(key))
    response.json({ type: ['h-entry'], properties: Object.fromEntries(shown) })
  })
  app.post('/micropub', keyed, express.json({ limit: 5_000_000 }), (request, response) => {
    const asked = Action.safeParse(request.body)
    if (!asked.success) return fault(response, 400, 'invalid_request', { error_description: 'it can’t be read' })
    const { data } = asked
    const { authorization } = request.headers
    if (!('url' in data)) {
      if (!allows(authorization, 'create', response)) return
      const slug =
        String(data.properties['mp-slug']?.[0] ?? '').replace(/[^a-z0-9-]/g, '') || randomBytes(4).toString('hex')
      let url = `${address()}/${slug}/`
      for (let again = 2; entries.has(url); again++) url = `${address()}/${slug}-${again}/`
      entries.set(url, { properties: kept(data.properties), deleted: false })
      return void response.status(201).location(url).end()
    }
    if (!allows(authorization, data.action, response)) return
    const entry = entries.get(data.url)
    if (!entry) return fault(response, 400, 'invalid_request', { error_description: 'there is no such post' })
    if (data.action === 'update') {
      Object.assign(entry.properties, kept(data.replace))
      for (const [key, values] of Object.entries(kept(data.add)))
        entry.properties[key] = [...(entry.properties[key] ?? []), ...values]
      for (const key of Array.isArray(data.delete) ? data.delete : Object.keys(data.delete))
        delete entry.properties[key]
    } else entry.deleted = data.action === 'delete'
    response.status(204).end()
  })
  app.post(
    '/media',
    keyed,
    multer({ limits: { fileSize: 60_000_000, files: 1 } }).single('file'),
    (request, response) => {
      const scopes = scopesOf(request.headers.authorization)!
      if (!scopes.includes('media') && !allows(request.headers.authorization, 'create', response)) return
      if (!media || !request.file) return fault(response, 400, 'invalid_request')
      const place = `/media/${randomBytes(8).toString('hex')}`
      files.set(place, { bytes: request.file.buffer, type: request.file.mimetype })
      response.status(201).location(`${address()}${place}`).end()
    },
  )
  app.get('/media/:name', (request, response) => {
    const file = files.get(request.path)
    if (file) response.type(file.type).set('x-content-type-options', 'nosniff').send(file.bytes)
    else response.status(404).type('text').send('There is no such file.')
  })

  const page = (title: string, body: string) =>
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title><link rel="micropub" href="/micropub"><style>body{max-width:40rem;margin:2rem auto;padding:0 1rem;font:18px/1.5 Georgia,serif}img{max-width:100%;height:auto}</style></head><body>${body}</body></html>`
  const titleOf = ({ properties }: Entry) => String(properties.name?.[0] ?? 'Untitled')
  app.get('/', (_request, response) => {
    const items = [...entries]
      .filter(([, { deleted }]) => !deleted)
      .map(([url, entry]) => `<li><a href="${escaped(url)}">${escaped(titleOf(entry))}</a></li>`)
    response.type('html').send(page(name, `<h1>${escaped(name)}</h1><ul>${items.join('')}</ul>`))
  })
  app.get('/:slug/', (request, response) => {
    const entry = entries.get(`${address()}/${request.params.slug}/`)
    if (!entry) return void response.status(404).type('html').send(page('Not here', '<p>There is no such post.</p>'))
    if (entry.deleted) return void response.status(410).type('html').send(page('Gone', '<p>This post is gone.</p>'))
    const html = entry.properties.content?.map((one) => (one as { html: string }).html).join('') ?? ''
    response.type('html').send(page(titleOf(entry), `<article><h1>${escaped(titleOf(entry))}</h1>${html}</article>`))
  })
  return app
}

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')
