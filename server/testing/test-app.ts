import type { RequestHandler } from 'express'
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import { tmpdir } from 'node:os'
import path from 'node:path'
import pino from 'pino'
import sharp from 'sharp'
import request from 'supertest'
import { onTestFinished } from 'vitest'
import type { PostContent } from '../../core/post/post.ts'
import { post, text } from '../../core/testing/builders.ts'
import type { Job } from '../../core/wire/job.ts'
import type { Post, PublishRequest } from '../../core/wire/post.ts'
import { startBlogHost } from '../../stand-ins/blog-host/start.ts'
import { type AppDeps, createApp } from '../app.ts'
import { checkFolder } from '../check/check-folder.ts'
import { pictureFolder } from '../pictures/picture-folder.ts'
import { videoFolder } from '../videos/video-folder.ts'
import { openDatabase } from '../database/open.ts'
import type { Settings } from '../settings.ts'

/** An application over a real database and real files in a folder of its own, gone when the test is. */
export async function testApp(
  {
    disk,
    letIn,
    sheetsKept,
    now: clock,
    log = pino({ level: 'silent' }),
    ...change
  }: Partial<Settings> & Partial<Pick<AppDeps, 'disk' | 'letIn' | 'sheetsKept' | 'now' | 'log'>> = {},
  folder = mkdtempSync(path.join(tmpdir(), 'set-row-')),
) {
  const settings: Settings = {
    dataFolder: folder,
    bind: '127.0.0.1',
    port: 0,
    blogUrl: 'http://127.0.0.1:9',
    blogKey: 'key',
    largestFile: 60e6,
    largestPicture: 100e6,
    largestArchive: 500e6,
    largestVideo: 60_000_000,
    videoProviders: [],
    otherBlogs: [],
    bankUrl: '',
    reserve: 1,
    accessKey: '',
    ...change,
  }
  const db = openDatabase(folder)
  let ticks = Date.parse('2026-03-14T08:00:00Z')
  const now = clock ?? (() => new Date((ticks += 1000)))
  const { app, intake, gatherings, press, threads } = createApp({
    db,
    settings,
    log,
    now,
    ...(disk ? { disk } : {}),
    ...(letIn ? { letIn } : {}),
    ...(sheetsKept ? { sheetsKept } : {}),
  })
  const close = async () => {
    await press.idle()
    await gatherings.idle()
    await intake.idle()
    await threads.stop()
    db.close()
  }
  onTestFinished(async () => {
    if (db.open) await close()
    rmSync(folder, { recursive: true, force: true })
  })
  const client = request(app)
  /** as a start does it */
  const check = () => checkFolder({ db, folder: pictureFolder(folder), videos: videoFolder(folder), now })
  const bringIn = (name: string, bytes: Buffer, forPost?: string, number?: number) =>
    client
      .post(
        `/api/pictures?${new URLSearchParams({ name, ...(forPost ? { post: forPost } : {}), ...(number ? { number: String(number) } : {}) })}`,
      )
      .set('host', 'localhost')
      .set('content-type', 'application/octet-stream')
      .send(bytes)
  return { folder, db, app, intake, gatherings, press, client, bringIn, check, close }
}

/** Where a connection ends: before the host hears the request, or after it has done it and before it answers. */
type Cut = boolean | 'after'

/** A real blog host on a port of its own, whose connections end where `cut` says so. */
export async function testHost(
  key = 'key',
  cut: (request: { method: string; url: string }) => Cut = () => false,
  now = () => new Date(),
) {
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-host-'))
  const before: RequestHandler = (asked, response, next) => {
    const cuts = cut(asked)
    if (cuts === true) return void asked.socket.destroy()
    if (cuts === 'after') response.json = () => response.destroy()
    next()
  }
  const { server, url } = await startBlogHost({ folder, key, port: 0, bind: '127.0.0.1', before, now })
  onTestFinished(() => {
    stop(server)
    rmSync(folder, { recursive: true, force: true })
  })
  /** names of the files that the host keeps */
  const files = () => readdirSync(path.join(folder, 'files'))
  return { url, files, stop: () => stop(server) }
}

function stop(server: Server): void {
  server.close()
  server.closeAllConnections()
}

/** A small picture; the seed makes its bytes its own. */
export const jpeg = (seed = 1, width = 300, height = 200) =>
  sharp({
    create: {
      width,
      height,
      channels: 3,
      background: { r: (seed * 47) % 255, g: (seed * 91) % 255, b: 120 },
      noise: { type: 'gaussian', mean: 128, sigma: 20 },
    },
  }).jpeg()

export type TestApp = Awaited<ReturnType<typeof testApp>>
export const ask = (
  { client }: TestApp,
  method: 'get' | 'post' | 'put' | 'patch' | 'delete',
  place: string,
  body?: object,
) => client[method](place).set('host', 'localhost').send(body)

/** A new post with this content. */
export const startPost = async (app: TestApp, from: PostContent = post(text('One'))): Promise<Post> =>
  (await ask(app, 'post', '/api/posts', { content: from })).body as Post

/** Asks the press to send a post or to take it back, and waits for the end of that. Refused at once: the problem alone. */
export async function pressed(
  app: TestApp,
  id: string,
  what: PublishRequest | 'withdraw',
): Promise<Pick<Job, 'state' | 'problem' | 'publication'>> {
  const place = `/api/posts/${id}/publishing`
  const { status, body } = what === 'withdraw' ? await ask(app, 'delete', place) : await ask(app, 'post', place, what)
  if (status !== 202)
    return { state: 'failed', problem: body, publication: (await ask(app, 'get', `/api/posts/${id}`)).body.publication }
  return app.press.ended(body.id)
}
