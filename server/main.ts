import path from 'node:path'
import pino from 'pino'
import { createApp } from './app.ts'
import { openDatabase } from './database/open.ts'
import { listen } from './listen.ts'
import { rootFolder } from './root-folder.ts'
import { readSettings, UnusableSetting } from './settings.ts'

/** Reads the settings, opens the data folder, listens, and takes up what an earlier process left. */
async function main(): Promise<void> {
  const settings = readSettings(process.env)
  const log = pino({ level: process.env.SETROW_LOG ?? 'warn' })
  const db = openDatabase(settings.dataFolder)
  const { app, intake, press } = createApp({
    db,
    settings,
    log,
    now: () => new Date(),
    webFolder: path.join(rootFolder, 'dist/web'),
  })
  await intake.sweep()
  const { server, url } = await listen(app, settings.port, settings.bind, 'SETROW_PORT')
  intake.takeUp()
  press.resume()
  console.log(`Set Row       ${url}`)
  const stop = () => {
    server.close()
    server.closeAllConnections()
    db.close()
    process.exit(0)
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
}

main().catch((error: unknown) => {
  console.error(error instanceof UnusableSetting ? error.message : error)
  process.exit(1)
})
