import express from 'express'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createVideoProvider } from './provider.ts'

/** Starts the provider of videos; rejects with the system's error where it can't listen. */
export function startVideoProvider({
  port,
  bind,
}: {
  port: number
  bind: string
}): Promise<{ server: Server; url: string }> {
  return new Promise((resolve, reject) => {
    let url = ''
    const app = express()
      .disable('x-powered-by')
      .use(createVideoProvider(() => url))
    const server = app.listen(port, bind, (error) => {
      if (error) return reject(error)
      url = `http://${bind}:${(server.address() as AddressInfo).port}`
      resolve({ server, url })
    })
  })
}
