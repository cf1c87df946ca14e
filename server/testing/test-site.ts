import express, { type RequestHandler } from 'express'
import type { AddressInfo } from 'node:net'
import { onTestFinished } from 'vitest'

/** A web server of ours; says at which address it is, and how often it was asked. */
export async function testSite(routes: Record<string, RequestHandler>) {
  let asked = 0
  const app = express()
  // Addresses differ by their letters' case, as on most machines out there.
  app.enable('case sensitive routing')
  app.use((_request, _response, next) => {
    asked++
    next()
  })
  for (const [place, answer] of Object.entries(routes)) app.get(place, answer)
  const server = app.listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  onTestFinished(() => {
    server.close()
    server.closeAllConnections()
  })
  const host = `127.0.0.1:${(server.address() as AddressInfo).port}`
  return { host, url: `http://${host}`, asked: () => asked }
}
