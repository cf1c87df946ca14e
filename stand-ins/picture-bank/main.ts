import { run } from '../run.ts'
import { startPictureBank } from './start.ts'

const port = Number(process.env.SETROW_BANK_PORT ?? 4312)

run({ name: 'Picture bank', port, setting: 'SETROW_BANK_PORT' }, () =>
  startPictureBank({ port, bind: process.env.SETROW_BIND ?? '127.0.0.1' }),
)
