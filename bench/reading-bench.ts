/** What a reader on a phone waits for and pays: a published post beside the same post with original files and no choice of sizes. */
import compression from 'compression'
import express from 'express'
import type { CDPSession } from 'playwright-core'
import type { Server } from 'node:http'
import path from 'node:path'
import { launchBrowser } from '../e2e/browser.ts'
import { listen } from '../server/listen.ts'

/** 390 px at density 3, 1.6 Mbit/s with 150 ms to the host, a processor a quarter as fast. */
const PHONE = { viewport: { width: 390, height: 844 }, deviceScaleFactor: 3, isMobile: true, hasTouch: true }
const LINE = { offline: false, latency: 150, downloadThroughput: 1_600_000 / 8, uploadThroughput: 750_000 / 8 }
const SLOWDOWN = 4

export interface Reading {
  /** ms to the largest contentful paint */
  readonly painted: number
  /** bytes over the line before anything was scrolled */
  readonly bytes: number
}

interface Copy {
  readonly server: Server
  readonly url: string
}

/** The post with originals and nothing that chooses a file, served from a folder of originals. */
export function servePlain(html: string, site: string, originalOf: (image: string) => string): Promise<Copy> {
  const page = html
    .replace(/ (srcset|sizes|loading|decoding)="[^"]*"/g, '')
    .replace(/<script[^>]*><\/script>\n?/, '')
    .replace(/<img src="([^"]*)"/g, (_, src: string) => `<img src="originals/${path.basename(originalOf(src))}"`)
  return serveCopy(page, site, originalOf)
}

/** The post as it is with every picture left out, its place kept. */
export const serveWithoutPictures = (html: string, site: string): Promise<Copy> =>
  serveCopy(html.replace(/<link rel="preload" as="image"[^>]*>/g, '').replace(/<source[^>]*>|<img[^>]*>/g, ''), site)

async function serveCopy(html: string, site: string, originalOf?: (image: string) => string): Promise<Copy> {
  const app = express()
  // As the blog host does.
  app.use(compression())
  const page = html.replaceAll('../../files/', 'files/')
  app.get('/', (_request, response) => void response.type('html').send(page))
  if (originalOf)
    app.get('/originals/:name', (request, response) =>
      response.sendFile(originalOf(request.params.name), { dotfiles: 'allow' }),
    )
  app.get('/files/:name', async (request, response) => {
    const from = await fetch(`${site}/files/${request.params.name}`)
    response.type(from.headers.get('content-type') ?? '').send(Buffer.from(await from.arrayBuffer()))
  })
  return listen(app, 0, '127.0.0.1', 'PLAIN')
}

/** Reads the first view of a page, each time in a browser that has never seen it; the median of `times`. */
export async function readFirstView(url: string, times = 5): Promise<Reading> {
  const found: Reading[] = []
  for (let i = 0; i < times; i++) {
    const browser = await launchBrowser()
    const page = await (await browser.newContext(PHONE)).newPage()
    const phone: CDPSession = await page.context().newCDPSession(page)
    let bytes = 0
    await phone.send('Network.enable')
    await phone.send('Network.emulateNetworkConditions', LINE)
    await phone.send('Emulation.setCPUThrottlingRate', { rate: SLOWDOWN })
    phone.on('Network.loadingFinished', ({ encodedDataLength }) => void (bytes += encodedDataLength))
    await page.addInitScript(() => {
      const state = window as unknown as { painted: number }
      new PerformanceObserver((list) =>
        list.getEntries().forEach((entry) => (state.painted = entry.startTime)),
      ).observe({ type: 'largest-contentful-paint', buffered: true })
    })
    // A slideshow that runs never lets the line rest: what is on its way when all has loaded is waited for.
    await page.goto(url, { waitUntil: 'load', timeout: 300_000 })
    await page.waitForTimeout(2500)
    found.push({ painted: await page.evaluate(() => (window as unknown as { painted: number }).painted), bytes })
    await browser.close()
  }
  const median = (key: keyof Reading) => found.map((one) => one[key]).sort((a, b) => a - b)[found.length >> 1]!
  return { painted: median('painted'), bytes: median('bytes') }
}
