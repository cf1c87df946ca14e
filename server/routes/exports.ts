import { Router, type Response } from 'express'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Logger } from 'pino'
import { FILES_IN_ALL, LastSite, MarkdownRequest, SiteRequest } from '../../core/wire/exports.ts'
import { type BundleDeps, writeBundle } from '../exports/bundle-write.ts'
import { type ExportFile, zipOf } from '../exports/export-file.ts'
import { lastSite } from '../exports/last-site.ts'
import { type MarkdownDeps, markdownExport } from '../exports/markdown-export.ts'
import { sinceThen, staticSite } from '../exports/static-site.ts'
import type { PressDeps } from '../press/plan.ts'

interface ExportRouteDeps {
  readonly press: PressDeps
  readonly markdown: MarkdownDeps
  readonly bundle: BundleDeps
  readonly dataFolder: string
  readonly log: Logger
}

/** Posts and the blog as files of other programs. */
export function exportRoutes({ press, markdown, bundle, dataFolder, log }: ExportRouteDeps): Router {
  const router = Router()
  const last = lastSite(dataFolder)
  const { posts, publications, destination, now } = press

  const send = (response: Response, files: readonly ExportFile[]) => stream(response, zipOf(files, now()), files.length)

  async function stream(response: Response, zip: Readable, files: number): Promise<void> {
    response.set({ 'content-type': 'application/zip', [FILES_IN_ALL]: String(files) })
    try {
      await pipeline(zip, response)
    } catch (error) {
      // Who asked for it has gone, or a file could not be read: the archive ends in its middle, which they see.
      log.warn({ err: error }, 'an export was cut off')
      response.destroy()
    }
  }

  router.get('/site', (_request, response) => {
    const kept = last.read()
    response.json({ at: kept?.at ?? null, base: kept?.base ?? `${destination.url}/` } satisfies LastSite)
  })
  router.post('/site', async (request, response) => {
    const { posts: asked, base = `${destination.url}/`, changes, texts } = SiteRequest.parse(request.body)
    const whole = asked === 'live'
    const files = await staticSite(press, { posts: asked === 'all' ? posts.ids() : asked, base, texts })
    if (!whole) return send(response, files)
    const before = changes ? (last.read()?.files ?? {}) : {}
    const { changed, now: written, gone } = await sinceThen(files, before)
    const list = gone.map((path) => `${path}\n`).join('')
    const all = gone.length ? [...changed, { path: 'to-delete.txt', bytes: async () => Buffer.from(list) }] : changed
    await send(response, all)
    if (response.writableFinished) last.keep(now().toISOString(), base, written)
  })
  router.post('/bundle', async (request, response) => {
    const { posts: asked } = MarkdownRequest.parse(request.body)
    const ids = asked === 'live' ? publications.listLive().map(({ postId }) => postId) : asked
    const { files, zip } = await writeBundle(bundle, ids === 'all' ? 'blog' : ids)
    await stream(response, zip, files)
  })
  router.post('/markdown', async (request, response) => {
    const { posts: asked, taken } = MarkdownRequest.parse(request.body)
    const ids =
      asked === 'all' ? posts.ids() : asked === 'live' ? publications.listLive().map(({ postId }) => postId) : asked
    await send(response, markdownExport(markdown, ids, taken))
  })
  return router
}
