import path from 'node:path'
import pino from 'pino'
import { createApp } from './app.ts'
import { endWith } from './cannot-start.ts'
import { checkFolder, findingInWords } from './check/check-folder.ts'
import { openDatabase } from './database/open.ts'
import { lockFolder } from './folder-lock.ts'
import { listen } from './listen.ts'
import { pictureFolder } from './pictures/picture-folder.ts'
import { videoFolder } from './videos/video-folder.ts'
import { rootFolder } from './root-folder.ts'
import { readSettings } from './settings.ts'

/** Reads the settings, opens the data folder, mends what an earlier process left, listens, and goes on with the rest. */
async function main(): Promise<void> {
  const settings = readSettings(process.env)
  const { dataFolder } = settings
  const log = pino({ level: process.env.SETROW_LOG ?? 'warn' })
  lockFolder(dataFolder)
  const db = openDatabase(dataFolder)
  const now = () => new Date()
  // Before anything can be brought in: what has just begun to arrive looks like what was left.
  const findings = await checkFolder({ db, folder: pictureFolder(dataFolder), videos: videoFolder(dataFolder), now })
  for (const finding of findings) console.log(`Found at the start, ${findingInWords(finding)}`)
  const { app, intake, gatherings, press } = createApp({
    db,
    settings,
    log,
    now,
    webFolder: path.join(rootFolder, 'dist/web'),
  })
  const { server, url } = await listen(app, settings.port, settings.bind, 'SETROW_PORT')
  intake.takeUp()
  void gatherings.takeUp()
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

main().catch(endWith)
