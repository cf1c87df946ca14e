import { startPictureBank } from './start.ts'

const port = Number(process.env.SETROW_BANK_PORT ?? 4312)

startPictureBank({ port, bind: process.env.SETROW_BIND ?? '127.0.0.1' }).then(
  ({ server, url }) => {
    console.log(`Picture bank  ${url}`)
    const stop = () => {
      server.closeAllConnections()
      process.exit(0)
    }
    process.on('SIGINT', stop)
    process.on('SIGTERM', stop)
  },
  (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is in use by another program. Choose another with SETROW_BANK_PORT.`
        : error.message,
    )
    process.exit(1)
  },
)
