import type { Express } from 'express'
import type { AddressInfo } from 'node:net'
import type { Server } from 'node:http'
import { CannotStart } from './cannot-start.ts'

/** Listens, and gives the address to open. A port in use becomes one plain line. `setting` names what to change. */
export function listen(
  app: Express,
  port: number,
  bind: string,
  setting: string,
): Promise<{ server: Server; url: string }> {
  return new Promise((resolve, reject) => {
    const server = app.listen(port, bind, (error) => {
      if (error) return reject(cannotListen(error, port, setting))
      // Longer than programs keep an idle connection, so that it is not closed just as they use it again.
      server.keepAliveTimeout = 65_000
      const { port: given } = server.address() as AddressInfo
      resolve({ server, url: `http://${bind.includes(':') ? `[${bind}]` : bind}:${given}` })
    })
  })
}

function cannotListen(error: NodeJS.ErrnoException, port: number, setting: string): Error {
  return error.code === 'EADDRINUSE'
    ? new CannotStart(`Port ${port} is in use by another program. Choose another with ${setting}.`)
    : new CannotStart(`Port ${port} can’t be used (${error.message}). Choose another with ${setting}.`)
}
