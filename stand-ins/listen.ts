import express, { type Express } from 'express'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'

/** Starts a stand-in that has to know its own address; rejects with the system's error where it can't listen. */
export function listen(
  create: (address: () => string) => Express,
  { port, bind }: { readonly port: number; readonly bind: string },
): Promise<{ server: Server; url: string }> {
  return new Promise((resolve, reject) => {
    let url = ''
    const app = express()
      .disable('x-powered-by')
      .use(create(() => url))
    const server = app.listen(port, bind, (error) => {
      if (error) return reject(error)
      url = `http://${bind}:${(server.address() as AddressInfo).port}`
      resolve({ server, url })
    })
  })
}
