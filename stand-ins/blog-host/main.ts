import path from 'node:path'
import { run } from '../run.ts'
import { startBlogHost } from './start.ts'

const { env } = process
const port = Number(env.SETROW_BLOG_PORT ?? 4311)

run({ name: 'Blog host', port, setting: 'SETROW_BLOG_PORT' }, () =>
  startBlogHost({
    folder: path.resolve(env.SETROW_BLOG_DATA ?? 'data/blog-host'),
    key: env.SETROW_BLOG_KEY ?? '',
    port,
    bind: env.SETROW_BIND ?? '127.0.0.1',
    address: env.SETROW_BLOG_ADDRESS?.replace(/\/$/, ''),
  }),
)
