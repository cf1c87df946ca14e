import { randomBytes } from 'node:crypto'
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs'
import path from 'node:path'
import { z } from 'zod'
import { FeedFile, FileName, LaterList, PageBelow, PageOfList } from '../../core/wire/blog-host.ts'

const StoredPost = z.object({
  state: z.enum(['draft', 'live', 'withdrawn']),
  address: z.string(),
  token: z.string(),
  html: z.string(),
  at: z.string(),
  pages: z.array(PageBelow).default([]),
  /** every file that its pages name; left out by an older host */
  files: z.array(z.string()).optional(),
  /** hosts of videos that its pages may show */
  frames: z.array(z.string()).default([]),
  /** from when on, and until when, readers have it */
  from: z.string().nullable().default(null),
  until: z.string().nullable().default(null),
  /** what the sender calls the pages it sent */
  revision: z.string().default(''),
})
export type StoredPost = z.infer<typeof StoredPost>
const Stored = z.object({
  list: z.string(),
  listFiles: z.array(z.string()).optional(),
  listPages: z.array(PageOfList).default([]),
  feeds: z.array(FeedFile).default([]),
  /** the list at set times */
  later: z.array(LaterList).default([]),
  posts: z.record(z.string(), StoredPost),
})
type Stored = z.infer<typeof Stored>

const EMPTY_LIST =
  '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Blog</title></head><body><p>Nothing has been published yet.</p></body></html>'

/** What the host remembers: one JSON file, written whole, and a folder of files. What is not on the disk is not known. */
export function storage(folder: string, now: () => Date) {
  const files = path.join(folder, 'files')
  mkdirSync(files, { recursive: true })
  const record = path.join(folder, 'blog.json')
  const begun = /\.[0-9a-f]{8}$/
  // Left by a host that was stopped in the middle of a write.
  for (const place of [folder, files])
    for (const name of readdirSync(place)) if (begun.test(name)) rmSync(path.join(place, name), { force: true })
  let state: Stored = existsSync(record)
    ? Stored.parse(JSON.parse(readFileSync(record, 'utf8')))
    : { list: EMPTY_LIST, listFiles: [], listPages: [], feeds: [], later: [], posts: {} }

  function writeWhole(target: string, data: Buffer): void {
    const temporary = `${target}.${randomBytes(4).toString('hex')}`
    try {
      const file = openSync(temporary, 'w')
      try {
        for (let at = 0; at < data.length; ) at += writeSync(file, data, at)
        fsyncSync(file)
      } finally {
        closeSync(file)
      }
      renameSync(temporary, target)
    } catch (error) {
      rmSync(temporary, { force: true })
      throw error
    }
  }

  function put(next: Stored): void {
    writeWhole(record, Buffer.from(JSON.stringify(next)))
    state = next
  }

  return {
    posts: (): Readonly<Record<string, StoredPost>> => state.posts,
    post: (id: string): StoredPost | undefined => (Object.hasOwn(state.posts, id) ? state.posts[id] : undefined),
    /** The list as it is now. */
    list: () => listAt(state, now()),
    putPost: (id: string, post: StoredPost): void => put({ ...state, posts: { ...state.posts, [id]: post } }),
    putList: (list: Pick<Stored, 'list' | 'listFiles' | 'listPages' | 'feeds' | 'later'>): void =>
      put({ ...state, ...list }),
    hasFile: (name: string) => existsSync(path.join(files, FileName.parse(name))),
    putFile: (name: string, data: Buffer) => writeWhole(path.join(files, FileName.parse(name)), data),
    filePath: (name: string) => path.join(files, FileName.parse(name)),
    /** Takes away files that no page names. Not while it is not known of a page what it names. */
    sweep(): void {
      const pages = Object.values(state.posts).filter((post) => shownAs(post, now()) !== 'withdrawn')
      const named = [state.listFiles, ...pages.map((post) => post.files)]
      if (named.includes(undefined)) return
      const needed = new Set(named.flat())
      for (const name of readdirSync(files)) if (!needed.has(name)) rmSync(path.join(files, name), { force: true })
    },
  }
}

/** How a post stands at a moment: a live one before its time, in it, or after it. */
export function shownAs({ state, from, until }: StoredPost, now: Date): StoredPost['state'] | 'planned' {
  if (state !== 'live') return state
  if (until !== null && new Date(until) <= now) return 'withdrawn'
  return from !== null && new Date(from) > now ? 'planned' : 'live'
}

/** The list with all that was to change by a moment. */
function listAt({ list, listPages, feeds, later }: Stored, now: Date) {
  let here = { html: list, pages: listPages, feeds }
  for (const next of later.filter(({ at }) => new Date(at) <= now)) {
    const otherwise = new Set([...next.gone, ...next.pages.map(({ path }) => path)])
    const kept = here.pages.filter(({ path }) => !otherwise.has(path))
    here = { html: next.html, pages: [...kept, ...next.pages], feeds: next.feeds }
  }
  return here
}
