import { mkdtempSync, rmSync, symlinkSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import pino from 'pino'
import sharp from 'sharp'
import { ladderFor } from '../core/files/ladder.ts'
import { makeRow } from '../core/post/changes/make-row.ts'
import type { Block } from '../core/post/body.ts'
import { EMPTY_POST, type PostContent } from '../core/post/post.ts'
import { text } from '../core/testing/builders.ts'
import { cameraShapes } from '../core/testing/camera-shapes.ts'
import { createApp } from '../server/app.ts'
import { openDatabase } from '../server/database/open.ts'
import { listen } from '../server/listen.ts'
import { renditionFile } from '../server/pictures/picture-folder.ts'
import { startBlogHost } from '../stand-ins/blog-host/start.ts'

/** An application with as many pictures and posts as are asked for, made without decoding one. */
export interface BenchWorld {
  readonly url: string
  readonly ids: readonly string[]
  readonly posts: readonly string[]
  readonly stop: () => void
}

const PLACES = 'bow stern slip bench mast shed dune pier reel spar'.split(' ')
const WORDS = 'The wind was north-west, eight to ten, and dry until noon. '

/** A post of so many rows of five pictures each, with so many words between. */
export function largePost(ids: readonly string[], rows: number, words: number): PostContent {
  const sentence = WORDS.split(' ').length - 1
  const paragraph = WORDS.repeat(Math.max(1, Math.round(words / Math.max(1, rows) / sentence)))
  const blocks = Array.from({ length: rows }, (_, i): Block[] => [
    text(paragraph),
    {
      type: 'row',
      attrs: {
        ...makeRow(
          `row-${i}`,
          Array.from({ length: 5 }, (_, j) => ids[(i * 5 + j) % ids.length]!),
        ),
        kind: (['side-by-side', 'patchwork', 'gallery', 'slideshow'] as const)[i % 4]!,
      },
    },
  ])
  const content = [...blocks.flat(), text('The end.')]
  return { ...EMPTY_POST, title: 'A long day', tray: ids.slice(0, rows * 5), body: { type: 'doc', content } }
}

export async function benchWorld(pictures: number, posts: number, webFolder?: string): Promise<BenchWorld> {
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-bench-'))
  const blog = await startBlogHost({ folder: path.join(folder, 'blog'), key: 'bench', port: 0, bind: '127.0.0.1' })
  const db = openDatabase(folder)
  const settings = { dataFolder: folder, bind: '127.0.0.1', port: 0, blogUrl: blog.url, blogKey: 'bench' }
  const { app } = createApp({
    db,
    settings: {
      ...settings,
      largestFile: 60e6,
      largestPicture: 100e6,
      largestArchive: 8e9,
      largestVideo: 60_000_000,
      videoProviders: [],
      otherBlogs: [],
      bankUrl: '',
      reserve: 1,
      accessKey: '',
    },
    log: pino({ level: 'silent' }),
    now: () => new Date(),
    ...(webFolder ? { webFolder } : {}),
  })
  const ids = await putPictures(db, folder, pictures)
  const { server, url } = await listen(app, 0, '127.0.0.1', 'BENCH')
  const own: string[] = []
  for (let i = 0; i < posts; i++) {
    const rows = largePost(ids.slice(0, 50), 8, 600)
    const response = await fetch(`${url}/api/posts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ content: { ...rows, title: `Day ${i} at the ${PLACES[i % PLACES.length]}` } }),
    })
    own.push(((await response.json()) as { id: string }).id)
  }
  return {
    url,
    ids,
    posts: own,
    stop: () => {
      for (const one of [server, blog.server]) {
        one.close()
        one.closeAllConnections()
      }
      db.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** Rows for so many pictures with seven files each; all show the same few drawings, by links. */
async function putPictures(db: ReturnType<typeof openDatabase>, folder: string, n: number): Promise<string[]> {
  const picture = db.prepare(`
    INSERT INTO pictures (id, hash, state, file_name, format, bytes, width, height, colour, title, alt, caption, credit,
      tags, focus_x, focus_y, taken_at, added_at, number)
    VALUES (@id, @hash, 'ready', @name, 'JPEG', 4000000, @width, @height, '#88aacc', @title, @alt, '', '', @tags,
      0.5, 0.5, @at, @at, @number)`)
  const file = db.prepare('INSERT INTO renditions VALUES (@file, @id, @width, @height, @format, @bytes)')
  const drawn = path.join(folder, 'drawn.webp')
  await sharp({ create: { width: 320, height: 213, channels: 3, background: '#7cc3e2' } })
    .webp()
    .toFile(drawn)
  const shapes = cameraShapes(n, 7)
  const ids: string[] = []
  db.transaction(() => {
    for (let i = 0; i < n; i++) {
      const id = `picture${i}`
      ids.push(id)
      const hash = i.toString(16).padStart(20, '0').padEnd(64, '0')
      const width = 6000
      const height = Math.round(width / shapes[i]!)
      const at = new Date(Date.UTC(2024, 0, 1) + i * 60_000).toISOString()
      const place = PLACES[i % PLACES.length]!
      picture.run({
        id,
        hash,
        name: `KM_${i}.jpg`,
        width,
        height,
        title: i < 5 ? `At anchor ${i}` : i % 3 ? '' : `At the ${place}`,
        alt: i % 2 ? '' : `A kite by the ${place}`,
        tags: JSON.stringify([place]),
        at,
        number: i + 1,
      })
      for (const w of ladderFor(width, height)) {
        const name = renditionFile(hash, w, 'webp')
        file.run({ file: name, id, width: w, height: Math.round(w / shapes[i]!), format: 'webp', bytes: w * 90 })
        symlinkSync(drawn, path.join(folder, 'renditions', name))
      }
    }
  })()
  return ids
}
