import type { Server } from 'node:http'

/** Runs a stand-in until it is stopped; says its address, or why it can't listen and which setting names another port. */
export function run(
  { name, port, setting }: { readonly name: string; readonly port: number; readonly setting: string },
  start: () => Promise<{ readonly server: Server; readonly url: string }>,
): void {
  start().then(
    ({ server, url }) => {
      console.log(`${name.padEnd(14)}${url}`)
      const stop = () => {
        server.closeAllConnections()
        process.exit(0)
      }
      process.on('SIGINT', stop)
      process.on('SIGTERM', stop)
    },
    (error: NodeJS.ErrnoException) => {
      const inUse = error.code === 'EADDRINUSE'
      console.error(
        inUse ? `Port ${port} is in use by another program. Choose another with ${setting}.` : error.message,
      )
      process.exit(1)
    },
  )
}
