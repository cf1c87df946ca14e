import { existsSync } from 'node:fs'
import pino from 'pino'
import { SiteAddress } from '../../core/wire/exports.ts'
import { createApp } from '../app.ts'
import { CannotStart, endWith } from '../cannot-start.ts'
import { databaseFile, openDatabase } from '../database/open.ts'
import { writeFolder } from '../exports/write-folder.ts'
import { lockFolder } from '../folder-lock.ts'
import { readSettings } from '../settings.ts'
import { calledWith, dataFolder, fromThere } from './called-with.ts'
import { progress } from './told.ts'

/** `bin/export FOLDER [DATA FOLDER]`: the live posts as a static site, in a folder; the second time only what changed. */
async function main(): Promise<void> {
  const [target, named] = calledWith
  if (target === undefined) throw new CannotStart('Say where the site goes: bin/export FOLDER [DATA FOLDER]')
  const data = dataFolder(named)
  if (!existsSync(databaseFile(data))) throw new CannotStart(`There are no data of Set Row in ${data}.`)
  const settings = { ...readSettings(process.env), dataFolder: data }
  const address = SiteAddress.safeParse(process.env.SETROW_SITE_ADDRESS ?? settings.blogUrl)
  if (!address.success) throw new CannotStart('SETROW_SITE_ADDRESS: expected a web address that begins with https://')
  lockFolder(data)
  const db = openDatabase(data)
  const app = createApp({ db, settings, log: pino({ level: 'warn' }), now: () => new Date() })
  const files = await app.staticSite({
    posts: 'live',
    base: address.data,
    texts: process.env.SETROW_SITE_TEXTS === 'yes',
  })
  const folder = fromThere(target)
  const { written, kept, toDelete } = await writeFolder(files, folder, progress('Files written'))
  console.log(`${folder}: ${written} files written, ${kept} were as they are. It is for ${address.data}`)
  for (const one of toDelete) console.log(`No page needs this any more: ${one}`)
  await app.threads.stop()
  db.close()
  process.exit(0)
}

main().catch(endWith)
