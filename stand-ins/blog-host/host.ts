/**
 * A blog host of our own, for working without one: a small HTTP server with its own storage and an access
 * key. It keeps files by name, takes a post only when all its files are there, and serves the blog.
 */
import express, { type Express, type RequestHandler } from 'express'
import { randomBytes, timingSafeEqual } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { z } from 'zod'
import { FileName, MissingFilesRequest, PageBelow, PutListRequest, PutPostRequest } from '../../core/wire/blog-host.ts'

/** As published pages need it; kept here too, for a host answers for its own headers. */
const POLICY =
  "default-src 'none'; img-src 'self'; style-src-elem 'self'; style-src-attr 'unsafe-inline'; font-src 'self'; script-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"

const StoredPost = z.object({
  state: z.enum(['draft', 'live', 'withdrawn']),
  address: z.string(),
  token: z.string(),
  html: z.string(),
  at: z.string(),
  pages: z.array(PageBelow).default([]),
  /** every file that its pages name; left out by an older host */
  files: z.array(z.string()).optional(),
})
type StoredPost = z.infer<typeof StoredPost>
const Stored = z.object({
  list: z.string(),
  listFiles: z.array(z.string()).optional(),
  posts: z.record(z.string(), StoredPost),
})
type Stored = z.infer<typeof Stored>

const EMPTY_LIST =
  '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Blog</title></head><body><p>Nothing has been published yet.</p></body></html>'

/** What the host remembers: one JSON file, written whole, and a folder of files. */
function storage(folder: string) {
  const files = path.join(folder, 'files')
  mkdirSync(files, { recursive: true })
  const record = path.join(folder, 'blog.json')
  const state: Stored = existsSync(record)
    ? Stored.parse(JSON.parse(readFileSync(record, 'utf8')))
    : { list: EMPTY_LIST, listFiles: [], posts: {} }

  function writeWhole(target: string, data: string | Buffer): void {
    const temporary = `${target}.${randomBytes(4).toString('hex')}`
    writeFileSync(temporary, data)
    renameSync(temporary, target)
  }
  return {
    state,
    save: () => writeWhole(record, JSON.stringify(state)),
    hasFile: (name: string) => existsSync(path.join(files, FileName.parse(name))),
    putFile: (name: string, data: Buffer) => writeWhole(path.join(files, FileName.parse(name)), data),
    filePath: (name: string) => path.join(files, FileName.parse(name)),
    /** Takes away files that no page names. Not while it is not known of a page what it names. */
    sweep(): void {
      const pages = Object.values(state.posts).filter((post) => post.state !== 'withdrawn')
      const named = [state.listFiles, ...pages.map((post) => post.files)]
      if (named.includes(undefined)) return
      const needed = new Set(named.flat())
      for (const name of readdirSync(files)) if (!needed.has(name)) rmSync(path.join(files, name), { force: true })
    },
  }
}

const keyed =
  (key: string): RequestHandler =>
  (request, response, next) => {
    const given = Buffer.from((request.headers.authorization ?? '').replace(/^Bearer /, ''))
    const wanted = Buffer.from(key)
    if (key && given.length === wanted.length && timingSafeEqual(given, wanted)) next()
    else response.status(401).json({ message: 'the access key is not right.' })
  }

export function createBlogHost(folder: string, key: string, now: () => Date = () => new Date()): Express {
  const store = storage(folder)
  const { state } = store
  const app = express()
  app.disable('x-powered-by')

  const api = express.Router()
  api.use(keyed(key), express.json({ limit: '20mb' }))
  api.get('/about', (_request, response) => void response.json({ posts: Object.keys(state.posts).length }))
  api.post('/files/missing', (request, response) => {
    const { files } = MissingFilesRequest.parse(request.body)
    response.json({ missing: files.filter((name) => !store.hasFile(name)) })
  })
  api.put('/files/:name', express.raw({ type: () => true, limit: '60mb' }), (request, response) => {
    store.putFile(request.params.name as string, request.body as Buffer)
    response.json({})
  })
  api.put('/posts/:id', (request, response) => {
    const post = PutPostRequest.parse(request.body)
    const missing = post.files.filter((name) => !store.hasFile(name))
    if (missing.length > 0)
      return void response
        .status(409)
        .json({ message: `${missing.length} files of the page are missing here.`, missing })
    const owner = Object.entries(state.posts).find(
      ([id, other]) => id !== request.params.id && other.address === post.address && other.state === 'live',
    )
    if (owner) return void response.status(409).json({ message: `another post has the address “${post.address}”.` })
    const token = state.posts[request.params.id]?.token ?? randomBytes(12).toString('hex')
    state.posts[request.params.id] = {
      state: post.state,
      address: post.address,
      html: post.html,
      pages: post.pages,
      files: post.files,
      token,
      at: now().toISOString(),
    }
    store.save()
    const place = post.state === 'live' ? `posts/${post.address}/` : `drafts/${token}/`
    response.json({ url: `${request.protocol}://${request.headers.host}/${place}` })
  })
  api.delete('/posts/:id', (request, response) => {
    const post = state.posts[request.params.id]
    if (!post) return void response.status(404).json({ message: 'this post is not on the blog.' })
    Object.assign(post, { state: 'withdrawn', html: '', pages: [], files: [] } satisfies Partial<StoredPost>)
    store.save()
    response.json({})
  })
  api.put('/list', (request, response) => {
    const { html, files } = PutListRequest.parse(request.body)
    if (files.some((name) => !store.hasFile(name)))
      return void response.status(409).json({ message: 'files of the list are missing here.' })
    state.list = html
    state.listFiles = files
    store.save()
    // The list comes last: what was sent for a post has its post by now.
    store.sweep()
    response.json({})
  })
  app.use('/api', api)

  const page = (html: string, response: express.Response, status = 200) =>
    void response
      .status(status)
      .set({ 'content-security-policy': POLICY, 'x-content-type-options': 'nosniff', 'cache-control': 'no-cache' })
      .type('html')
      .send(html)
  const notice = (text: string) =>
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${text}</title></head><body><p>${text}</p><p><a href="/">To the blog</a></p></body></html>`

  app.get('/', (_request, response) => page(state.list, response))
  /** The post itself, or a page that goes with it. */
  const show = (post: StoredPost, request: express.Request, response: express.Response) => {
    const { kind, name } = request.params
    const below =
      kind === undefined
        ? undefined
        : post.pages.find(({ path: place }) => place === `${kind as string}/${name as string}/`)
    if (kind === undefined) page(post.html, response)
    else if (below) page(below.html, response)
    else page(notice('There is no such page in this post.'), response, 404)
  }
  app.get(['/posts/:address/', '/posts/:address/:kind/:name/'], (request, response) => {
    const found = Object.values(state.posts).filter((post) => post.address === request.params.address)
    const live = found.find((post) => post.state === 'live')
    if (live) show(live, request, response)
    else if (found.some((post) => post.state === 'withdrawn'))
      page(notice('This post has been withdrawn.'), response, 410)
    else page(notice('There is no such post.'), response, 404)
  })
  app.get(['/drafts/:token/', '/drafts/:token/:kind/:name/'], (request, response) => {
    const draft = Object.values(state.posts).find(
      (post) => post.token === request.params.token && post.state === 'draft',
    )
    if (draft) show(draft, request, response)
    else page(notice('There is no such draft.'), response, 404)
  })
  app.get('/files/:name', (request, response) => {
    const name = FileName.safeParse(request.params.name)
    if (!name.success || !store.hasFile(name.data))
      return void response.status(404).type('text').send('There is no such file.')
    response.sendFile(store.filePath(name.data), { immutable: true, maxAge: '1y', dotfiles: 'allow' })
  })

  const faults: express.ErrorRequestHandler = (error, _request, response, _next) => {
    const fault =
      error instanceof z.ZodError
        ? `${error.issues[0]?.path.join('.')}: ${error.issues[0]?.message}`
        : 'the request could not be read.'
    response.status(400).json({ message: fault })
  }
  app.use(faults)
  return app
}
