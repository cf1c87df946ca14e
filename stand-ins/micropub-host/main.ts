import { run } from '../run.ts'
import { CLEANINGS } from './cleaning.ts'
import { startMicropubHost } from './start.ts'

const port = Number(process.env.SETROW_SECOND_PORT ?? 4314)
const cleaning = CLEANINGS.find((one) => one === process.env.SETROW_SECOND_CLEANING) ?? 'plain styles'

run({ name: 'Another blog', port, setting: 'SETROW_SECOND_PORT' }, () =>
  startMicropubHost({
    port,
    bind: process.env.SETROW_BIND ?? '127.0.0.1',
    name: 'Tide Log',
    tokens: { [process.env.SETROW_SECOND_TOKEN ?? 'tide']: ['create', 'update', 'delete', 'undelete', 'media'] },
    cleaning,
  }),
)
