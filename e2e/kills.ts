import { type ChildProcess, execFileSync, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import sharp from 'sharp'
import { post as content, rowOf, text } from '../core/testing/builders.ts'
import type { PostContent } from '../core/post/post.ts'
import type { Picture } from '../core/wire/picture.ts'
import { BLOG_KEY, held, type Promised, send } from './promises-held.ts'

/**
 * Kills the application or the blog host in the middle of intake, saving and publishing, starts it again, and holds it to
 * what it had promised: what was answered is there, to the byte; what stands on the blog is what is said to stand there;
 * nothing is left that nothing can use.
 */

const root = path.resolve(import.meta.dirname, '..')
const POSTS = 3

/** Numbers from 0 to 1 by a seed (mulberry32). */
function chance(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}

/** A port that nothing has, and that the system gives to no connection while its program is dead. */
export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const port = 20_000 + Math.floor(Math.random() * 10_000)
    const server = createServer()
    server.on('error', () => resolve(freePort()))
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(port)))
  })

export interface Program {
  readonly start: () => Promise<void>
  readonly kill: () => Promise<void>
}

export function program(file: string, env: NodeJS.ProcessEnv): Program {
  let child: ChildProcess | undefined
  return {
    start: () =>
      new Promise((resolve, reject) => {
        child = spawn(process.execPath, [path.join(root, 'dist/server', file)], {
          env,
          stdio: ['ignore', 'pipe', 'inherit'],
        })
        let said = ''
        child.stdout!.on('data', (bytes: Buffer) => {
          said += bytes.toString()
          if (/^(Set Row|Blog host)\s+http/m.test(said)) resolve()
        })
        child.on(
          'exit',
          (code, signal) => signal !== 'SIGKILL' && reject(new Error(`${file} ended with ${code}: ${said}`)),
        )
      }),
    async kill() {
      if (!child || child.exitCode !== null || child.signalCode !== null) return
      const gone = new Promise((resolve) => child!.on('exit', resolve))
      child.kill('SIGKILL')
      await gone
    },
  }
}

/** What both programs are told when they start. */
export const settingsFor = (data: string, port: number, blogPort: number): NodeJS.ProcessEnv => ({
  ...process.env,
  SETROW_DATA: path.join(data, 'app'),
  SETROW_BLOG_DATA: path.join(data, 'host'),
  SETROW_PORT: String(port),
  SETROW_BLOG_PORT: String(blogPort),
  SETROW_BLOG_URL: `http://127.0.0.1:${blogPort}`,
  SETROW_BLOG_KEY: BLOG_KEY,
  SETROW_LOG: 'silent',
  SETROW_RESERVE_MB: '1',
})

/** Looks through a data folder whose program is dead, as `bin/check` does; what it said. */
export const checked = (data: string): string =>
  execFileSync(process.execPath, [path.join(root, 'dist/server/check.mjs'), path.join(data, 'app')], {
    encoding: 'utf8',
  }).trim()

/** What is worked on until the kill. */
interface Day {
  readonly app: string
  readonly promised: Promised
  readonly going: () => boolean
  readonly random: () => number
}

export interface Kills {
  readonly rounds: number
  readonly seed: number
  readonly tell?: (line: string) => void
  /** it gives up after so long */
  readonly mostMs?: number
}

export async function killRounds({ rounds, seed, tell = () => {}, mostMs = Infinity }: Kills): Promise<void> {
  const random = chance(seed)
  const data = mkdtempSync(path.join(tmpdir(), 'set-row-kill-'))
  const [port, blogPort] = [await freePort(), await freePort()]
  const [app, blog] = [`http://127.0.0.1:${port}`, `http://127.0.0.1:${blogPort}`]
  const env = settingsFor(data, port, blogPort)
  const programs = { app: program('server.mjs', env), host: program('blog-host.mjs', env) }
  const promised: Promised = { pictures: new Map(), posts: new Map() }
  try {
    await programs.host.start()
    await programs.app.start()
    for (let i = 0; i < POSTS; i++) {
      const first = { ...content(text(`Post ${i}`)), title: `Post ${i}` }
      const { id } = await (await send(`${app}/api/posts`, 'POST', { content: first })).json()
      promised.posts.set(id, { answered: 1, texts: new Map([[1, 'first']]), perhaps: new Set() })
    }
    const until = performance.now() + mostMs
    for (let round = 0; round < rounds; round++) {
      if (performance.now() > until) throw new Error(`only ${round} of ${rounds} rounds in ${mostMs / 1000} s`)
      const victims =
        random() < 0.6 ? (['app'] as const) : random() < 0.5 ? (['host'] as const) : (['app', 'host'] as const)
      const after = 20 + random() * 900
      let going = true
      const day: Day = { app, promised, going: () => going, random }
      const work = Promise.all([
        ...[0, 1].map((line) => bringIn(day, round * 10 + line)),
        ...[...promised.posts.keys()].map((id) => write(day, id)),
        publish(day),
      ])
      await pause(after)
      await Promise.all(victims.map((one) => programs[one].kill()))
      going = false
      await work
      await Promise.all(victims.map((one) => programs[one].start()))
      await held(app, blog, data, promised)
      tell(
        `round ${round + 1} of ${rounds}: ${victims.join(' and ')} killed after ${after.toFixed(0)} ms; ${promised.pictures.size} pictures, ${[...promised.posts.values()].reduce((sum, one) => sum + one.answered, 0)} saves held`,
      )
    }
    await programs.app.kill()
    // What the last kill stopped in the middle is taken away first, as at a start.
    checked(data)
    tell(checked(data))
  } finally {
    await Promise.allSettled([programs.app.kill(), programs.host.kill()])
    rmSync(data, { recursive: true, force: true })
  }
}

/** Whatever ends a connection is no answer. */
const answered = async <T>(ask: Promise<Response>): Promise<T | undefined> =>
  ask.then(async (response) => (response.ok ? ((await response.json()) as T) : undefined)).catch(() => undefined)

async function bringIn({ app, promised: { pictures }, going, random }: Day, seed: number): Promise<void> {
  for (let i = 0; going(); i++) {
    const [width, height] = [200 + Math.round(random() * 1200), 200 + Math.round(random() * 900)]
    const bytes = await sharp({
      create: {
        width,
        height,
        channels: 3,
        background: { r: (seed * 37 + i) % 255, g: (i * 53) % 255, b: seed % 255 },
        noise: { type: 'gaussian', mean: 128, sigma: 15 },
      },
    })
      .jpeg()
      .toBuffer()
    const answer = await answered<{ picture: Picture }>(
      send(`${app}/api/pictures?name=KM_${seed}_${i}.jpg`, 'POST', new Uint8Array(bytes)),
    )
    if (answer) pictures.set(answer.picture.id, createHash('sha256').update(bytes).digest('hex'))
  }
}

async function write({ app, promised: { posts, pictures }, going, random }: Day, id: string): Promise<void> {
  const own = posts.get(id)!
  while (going()) {
    const words = `words ${random().toString(36).slice(2)}`
    const some = [...pictures.keys()].slice(-3)
    const body: PostContent = {
      ...content(text(words), ...(some.length ? [rowOf(some, { id: 'row-1' })] : [])),
      title: `Post ${[...posts.keys()].indexOf(id)}`,
    }
    own.perhaps.add(words)
    const saved = await answered<{ version: number }>(
      send(`${app}/api/posts/${id}`, 'PUT', { baseVersion: own.answered, content: body }),
    )
    if (!saved) return
    own.answered = saved.version
    own.texts.set(saved.version, words)
    own.perhaps.clear()
    await pause(random() * 60)
  }
}

async function publish({ app, promised: { posts }, going, random }: Day): Promise<void> {
  while (going()) {
    const id = [...posts.keys()][Math.floor(random() * posts.size)]!
    const { answered: version } = posts.get(id)!
    const place = `${app}/api/posts/${id}/publishing`
    if (random() < 0.75) await answered(send(place, 'POST', { as: random() < 0.8 ? 'live' : 'draft', version }))
    else await answered(send(place, 'DELETE'))
    await pause(random() * 500)
  }
}
