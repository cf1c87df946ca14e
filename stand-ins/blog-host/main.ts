import path from 'node:path'
import { startBlogHost } from './start.ts'

const { env } = process
const port = Number(env.SETROW_BLOG_PORT ?? 4311)

startBlogHost({
  folder: path.resolve(env.SETROW_BLOG_DATA ?? 'data/blog-host'),
  key: env.SETROW_BLOG_KEY ?? '',
  port,
  bind: env.SETROW_BIND ?? '127.0.0.1',
  address: env.SETROW_BLOG_ADDRESS?.replace(/\/$/, ''),
}).then(
  ({ server, url }) => {
    console.log(`Blog host     ${url}`)
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
      inUse ? `Port ${port} is in use by another program. Choose another with SETROW_BLOG_PORT.` : error.message,
    )
    process.exit(1)
  },
)
