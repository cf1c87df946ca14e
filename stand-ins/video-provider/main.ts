import { run } from '../run.ts'
import { startVideoProvider } from './start.ts'

const port = Number(process.env.SETROW_VIDEO_PORT ?? 4313)

run({ name: 'Videos', port, setting: 'SETROW_VIDEO_PORT' }, () =>
  startVideoProvider({ port, bind: process.env.SETROW_BIND ?? '127.0.0.1' }),
)
