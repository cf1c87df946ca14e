import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import type { TestProject } from 'vitest/node'
import { CATALOGUE } from '../demo/pictures/catalogue.ts'
import { drawPicture } from '../demo/pictures/generate.ts'

/** Addresses of an application, of the blog it publishes to, of its picture bank and its provider of videos. */
export interface World {
  readonly app: string
  readonly host: string
  readonly bank: string
  readonly videos: string
  /** folder that is there while a file of journeys has the world to itself */
  readonly claim: string
}

declare module 'vitest' {
  export interface ProvidedContext {
    worlds: World[]
    pictures: string[]
  }
}

/** Numbers of the sample pictures that the journeys bring in: wide, tall, square and panorama. */
const DRAWN = [0, 1, 2, 4, 5, 7, 9, 14]
const root = path.resolve(import.meta.dirname, '..')

/** The built application and the blog host, each its own process with its own empty data, for every worker that runs journeys. */
export default async function setup(project: TestProject): Promise<() => void> {
  if (!existsSync(path.join(root, 'dist/server/server.mjs')))
    throw new Error('The application is not built. Run bin/test, or npm run build.')
  const cache = path.join(root, '.cache/journey-pictures')
  mkdirSync(cache, { recursive: true })
  const pictures: string[] = []
  for (const i of DRAWN) {
    const file = path.join(cache, CATALOGUE[i]!.name)
    if (!existsSync(file)) writeFileSync(file, await drawPicture(CATALOGUE[i]!, 100 + i))
    pictures.push(file)
  }

  const worlds = await Promise.all(Array.from({ length: project.config.maxWorkers }, startWorld))
  project.provide(
    'worlds',
    worlds.map(({ app, host, bank, videos, claim }) => ({ app, host, bank, videos, claim })),
  )
  project.provide('pictures', pictures)
  return () => worlds.forEach(({ stop }) => stop())
}

async function startWorld(): Promise<World & { stop: () => void }> {
  const data = mkdtempSync(path.join(tmpdir(), 'set-row-e2e-'))
  const env = {
    ...process.env,
    SETROW_DATA: path.join(data, 'app'),
    SETROW_BLOG_DATA: path.join(data, 'host'),
    SETROW_PORT: '0',
    SETROW_BLOG_PORT: '0',
    SETROW_BANK_PORT: '0',
    SETROW_VIDEO_PORT: '0',
    SETROW_SECOND_PORT: '0',
    SETROW_SECOND_TOKEN: 'tide-journey',
    SETROW_BLOG_KEY: 'journey',
    SETROW_RESERVE_MB: '1',
  }
  const children: ReturnType<typeof spawn>[] = []
  const start = (program: string, more: NodeJS.ProcessEnv): Promise<string> =>
    new Promise((resolve, reject) => {
      const child = spawn(process.execPath, [path.join(root, 'dist/server', program)], {
        env: { ...env, ...more },
        stdio: ['ignore', 'pipe', 'inherit'],
      })
      children.push(child)
      child.on('exit', (code) => reject(new Error(`${program} ended with ${code}`)))
      child.stdout.on('data', (text: Buffer) => {
        const url = /http:\/\/\S+/.exec(text.toString())
        if (url) resolve(url[0])
      })
    })
  const host = await start('blog-host.mjs', {})
  const bank = await start('picture-bank.mjs', {})
  const videos = await start('video-provider.mjs', {})
  const second = await start('micropub-host.mjs', {})
  const reels = {
    name: 'Slipway Reels',
    addresses: [`${videos}/watch/*`, `${videos}/play/*`],
    endpoint: `${videos}/oembed`,
  }
  const app = await start('server.mjs', {
    SETROW_BLOG_URL: host,
    SETROW_BANK_URL: bank,
    SETROW_OTHER_BLOGS: JSON.stringify([{ name: 'Tide Log', url: `${second}/`, token: 'tide-journey' }]),
    SETROW_VIDEO_PROVIDERS: JSON.stringify([reels]),
  })
  // A blog that has its name: its first page is a journey of its own.
  const house = (await (await fetch(`${app}/api/house`)).json()) as object
  const named = { method: 'PUT', headers: { 'content-type': 'application/json' } }
  await fetch(`${app}/api/house`, { ...named, body: JSON.stringify({ ...house, blogName: 'Slack Line' }) })
  const stop = () => {
    for (const child of children) child.kill()
    rmSync(data, { recursive: true, force: true })
  }
  return { app, host, bank, videos, claim: path.join(data, 'claimed'), stop }
}
