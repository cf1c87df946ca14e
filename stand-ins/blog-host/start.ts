import express, { type RequestHandler } from 'express'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createBlogHost } from './host.ts'

interface StartDeps {
  readonly folder: string
  readonly key: string
  readonly port: number
  readonly bind: string
  /** where readers find it, where that is another address than the one it listens at */
  readonly address?: string | undefined
  /** what stands before it */
  readonly before?: RequestHandler
  readonly now?: () => Date
}

/** Starts the blog host; rejects with the system's error where it can't listen. */
export function startBlogHost({
  folder,
  key,
  port,
  bind,
  address,
  before,
  now,
}: StartDeps): Promise<{ server: Server; url: string }> {
  return new Promise((resolve, reject) => {
    let url = ''
    const app = express().disable('x-powered-by')
    if (before) app.use(before)
    app.use(createBlogHost({ folder, key, address: () => url, ...(now ? { now } : {}) }))
    const server = app.listen(port, bind, (error) => {
      if (error) return reject(error)
      const { port: given } = server.address() as AddressInfo
      url = address ?? `http://${bind.includes(':') ? `[${bind}]` : bind}:${given}`
      resolve({ server, url })
    })
  })
}
