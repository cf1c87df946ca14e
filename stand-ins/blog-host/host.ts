/**
 * A blog host of our own, for working without one: a small HTTP server with its own storage and an access
 * key. It keeps files by name, takes a post only when all its files are there, and serves the blog.
 */
import compression from 'compression'
import express, { type Express, type RequestHandler } from 'express'
import { randomBytes, timingSafeEqual } from 'node:crypto'
import { z } from 'zod'
import {
  type AboutAnswer,
  FEEDS,
  FileName,
  MissingFilesRequest,
  type PostStandsAnswer,
  PutListRequest,
  PutPostRequest,
} from '../../core/wire/blog-host.ts'
import { shownAs, storage, type StoredPost } from './storage.ts'

/** As published pages need it; kept here too, for a host answers for its own headers. */
const policyWith = (frames: readonly string[]) =>
  `default-src 'none'; img-src 'self'; media-src 'self'; frame-src ${frames.join(' ') || "'none'"}; style-src-elem 'self'; style-src-attr 'unsafe-inline'; font-src 'self'; script-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'`

/** The most that one post may have, bytes: its pages, with all that goes below them. */
export const LARGEST_POST = 20_000_000
const LARGEST_FILE = 60_000_000
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]']

const keyed =
  (key: string): RequestHandler =>
  (request, response, next) => {
    const given = Buffer.from((request.headers.authorization ?? '').replace(/^Bearer /, ''))
    const wanted = Buffer.from(key)
    if (key && given.length === wanted.length && timingSafeEqual(given, wanted)) next()
    else response.status(401).json({ message: 'the access key is not right.' })
  }

/** Answers only requests made to this address by a name of its own; where it is this machine, by any name of this machine. */
function namedOnly(address: () => string): RequestHandler {
  return (request, response, next) => {
    const { hostname } = new URL(address())
    const names = LOOPBACK.includes(hostname) ? LOOPBACK : [hostname]
    const asked = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase()
    if (names.includes(asked)) next()
    else response.status(421).type('text').send('No blog of this name is here.')
  }
}

interface BlogHostDeps {
  readonly folder: string
  readonly key: string
  /** where readers find it, as "http://127.0.0.1:4311"; the only source of the addresses it gives out */
  readonly address: () => string
  readonly now?: () => Date
}

export function createBlogHost({ folder, key, address, now = () => new Date() }: BlogHostDeps): Express {
  const store = storage(folder, now)
  const app = express()
  app.disable('x-powered-by')
  app.use(namedOnly(address))
  // As hosts do: pages and style sheets are text, and shrink to a quarter.
  app.use(compression())

  const urlOf = (post: StoredPost): string =>
    `${address()}/${post.state === 'live' ? `posts/${post.address}/` : `drafts/${post.token}/`}`

  const api = express.Router()
  api.use(keyed(key), express.json({ limit: LARGEST_POST }))
  api.get('/about', (_request, response) => {
    response.json({ posts: Object.keys(store.posts()).length, largestPost: LARGEST_POST } satisfies AboutAnswer)
  })
  api.post('/files/missing', (request, response) => {
    const { files } = MissingFilesRequest.parse(request.body)
    response.json({ missing: files.filter((name) => !store.hasFile(name)) })
  })
  api.put('/files/:name', express.raw({ type: () => true, limit: LARGEST_FILE }), (request, response) => {
    store.putFile(request.params.name as string, request.body as Buffer)
    response.json({})
  })
  /** How the post stands, so that who sent it can learn how that ended. */
  api.get('/posts/:id', (request, response) => {
    const post = store.post(request.params.id)
    if (!post) return void response.status(404).json({ message: 'this post is not on the blog.' })
    const { state, revision } = post
    response.json({ state, revision, url: urlOf(post) } satisfies PostStandsAnswer)
  })
  api.put('/posts/:id', (request, response) => {
    const { id } = request.params
    const { address: place, ...sent } = PutPostRequest.parse(request.body)
    const { files } = sent
    const missing = files.filter((name) => !store.hasFile(name))
    if (missing.length > 0)
      return void response
        .status(409)
        .json({ message: `${missing.length} files of the page are missing here.`, missing })
    const owner = Object.entries(store.posts()).find(
      ([other, post]) => other !== id && post.address === place && ['live', 'planned'].includes(shownAs(post, now())),
    )
    if (owner) return void response.status(409).json({ message: `another post has the address “${place}”.` })
    const token = store.post(id)?.token ?? randomBytes(12).toString('hex')
    const at = new Date().toISOString()
    store.putPost(id, { ...sent, address: place, token, at })
    response.json({ url: urlOf(store.post(id)!) })
  })
  api.delete('/posts/:id', (request, response) => {
    const post = store.post(request.params.id)
    if (!post) return void response.status(404).json({ message: 'this post is not on the blog.' })
    store.putPost(request.params.id, { ...post, state: 'withdrawn', html: '', pages: [], files: [] })
    response.json({})
  })
  api.put('/list', (request, response) => {
    const { html, files, pages, feeds, later } = PutListRequest.parse(request.body)
    if (files.some((name) => !store.hasFile(name)))
      return void response.status(409).json({ message: 'files of the list are missing here.' })
    store.putList({ list: html, listFiles: files, listPages: pages, feeds, later })
    // The list comes last: what was sent for a post has its post by now.
    store.sweep()
    response.json({})
  })
  app.use('/api', api)

  const page = (html: string, response: express.Response, status = 200, frames: readonly string[] = []) =>
    void response
      .status(status)
      .set({
        'content-security-policy': policyWith(frames),
        'x-content-type-options': 'nosniff',
        'cache-control': 'no-cache',
      })
      .type('html')
      .send(html)
  const notice = (text: string) =>
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${text}</title></head><body><p>${text}</p><p><a href="/">To the blog</a></p></body></html>`

  app.get('/', (_request, response) => page(store.list().html, response))
  app.get(
    Object.keys(FEEDS).map((name) => `/${name}`),
    (request, response) => {
      const feed = store.list().feeds.find(({ name }) => `/${name}` === request.path)
      if (!feed) return page(notice('There is no such feed.'), response, 404)
      response.set({ 'content-type': FEEDS[feed.name], 'cache-control': 'no-cache' }).send(feed.body)
    },
  )
  app.get(['/older/:page/', '/topics/:topic/', '/topics/:topic/older/:page/'], (request, response) => {
    // Links on a page are seen from its own address.
    if (!request.path.endsWith('/')) return response.redirect(301, `${request.path}/`)
    const here = store.list().pages.find(({ path: place }) => `/${place}` === request.path)
    if (here) page(here.html, response)
    else page(notice('There is no such page of the list.'), response, 404)
  })
  /** The post itself, or a page that goes with it. */
  const show = (post: StoredPost, request: express.Request, response: express.Response) => {
    const { kind, name } = request.params
    const below =
      kind === undefined
        ? undefined
        : post.pages.find(({ path: place }) => place === `${kind as string}/${name as string}/`)
    if (kind === undefined) page(post.html, response, 200, post.frames)
    else if (below) page(below.html, response, 200, post.frames)
    else page(notice('There is no such page in this post.'), response, 404)
  }
  app.get(['/posts/:address/', '/posts/:address/:kind/:name/'], (request, response) => {
    const found = Object.values(store.posts()).filter((post) => post.address === request.params.address)
    const live = found.find((post) => shownAs(post, now()) === 'live')
    if (live) show(live, request, response)
    else if (found.some((post) => shownAs(post, now()) === 'withdrawn'))
      page(notice('This post has been withdrawn.'), response, 410)
    else page(notice('There is no such post.'), response, 404)
  })
  app.get(['/drafts/:token/', '/drafts/:token/:kind/:name/'], (request, response) => {
    const draft = Object.values(store.posts()).find(
      (post) => post.token === request.params.token && post.state === 'draft',
    )
    if (draft) show(draft, request, response)
    else page(notice('There is no such draft.'), response, 404)
  })
  app.get('/files/:name', (request, response) => {
    const name = FileName.safeParse(request.params.name)
    if (!name.success || !store.hasFile(name.data))
      return void response.status(404).type('text').send('There is no such file.')
    // A drawing that is opened by itself runs and fetches nothing.
    response.set({ 'x-content-type-options': 'nosniff', 'content-security-policy': "default-src 'none'" })
    response.sendFile(store.filePath(name.data), { immutable: true, maxAge: '1y', dotfiles: 'allow' })
  })

  const faults: express.ErrorRequestHandler = (error, _request, response, _next) => {
    const { code, type, limit } = error as { code?: string; type?: string; limit?: number }
    const [status, message] =
      error instanceof z.ZodError
        ? [400, `${error.issues[0]?.path.join('.')}: ${error.issues[0]?.message}`]
        : type === 'entity.too.large'
          ? [413, `what was sent has more than the ${limit! / 1e6} MB that this blog takes.`]
          : code === 'ENOSPC' || code === 'EDQUOT'
            ? [507, 'the disk of the blog is full.']
            : error instanceof SyntaxError
              ? [400, 'the request could not be read.']
              : [500, 'something went wrong on the blog itself.']
    response.status(status).json({ message })
  }
  app.use(faults)
  return app
}
