import path from 'node:path'
import { createBlogHost } from './host.ts'

const port = Number(process.env.SETROW_BLOG_PORT ?? 4311)
const bind = process.env.SETROW_BIND ?? '127.0.0.1'
const folder = path.resolve(process.env.SETROW_BLOG_DATA ?? 'data/blog-host')
const key = process.env.SETROW_BLOG_KEY ?? ''

const server = createBlogHost(folder, key).listen(port, bind, (error) => {
  if (error) {
    const inUse = (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
    console.error(
      inUse ? `Port ${port} is in use by another program. Choose another with SETROW_BLOG_PORT.` : error.message,
    )
    process.exit(1)
  }
  const address = server.address()
  console.log(`Blog host     http://${bind}:${typeof address === 'object' && address ? address.port : port}`)
})
const stop = () => {
  server.closeAllConnections()
  process.exit(0)
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
