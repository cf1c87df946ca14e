import Database from 'better-sqlite3'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { rootFolder } from '../root-folder.ts'
import { searchable } from './searchable.ts'

const MIGRATIONS = path.join(rootFolder, 'server/database/migrations')

/** In order; each runs once, in a transaction, and is never edited after it was released. */
const migrations = () =>
  readdirSync(MIGRATIONS)
    .sort()
    .map((file) => readFileSync(path.join(MIGRATIONS, file), 'utf8'))

export type Db = Database.Database

/** Opens the database in the folder, bringing it up to date. */
export function openDatabase(folder: string): Db {
  const db = new Database(path.join(folder, 'set-row.sqlite'))
  db.pragma('journal_mode = WAL')
  db.pragma('synchronous = FULL')
  db.pragma('foreign_keys = ON')
  db.function('searchable', { deterministic: true }, (text) => searchable(String(text)))
  const done = db.pragma('user_version', { simple: true }) as number
  migrations()
    .slice(done)
    .forEach((sql, i) => {
      db.transaction(() => {
        db.exec(sql)
        db.pragma(`user_version = ${done + i + 1}`)
      })()
    })
  return db
}
