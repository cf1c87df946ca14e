import Database from 'better-sqlite3'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import path from 'node:path'
import { CannotStart } from '../cannot-start.ts'
import { rootFolder } from '../root-folder.ts'
import { searchable } from './searchable.ts'

const MIGRATIONS = path.join(rootFolder, 'server/database/migrations')

/** In order; each runs once, in a transaction, and is never edited after it was released. */
const migrations = () =>
  readdirSync(MIGRATIONS)
    .sort()
    .map((file) => readFileSync(path.join(MIGRATIONS, file), 'utf8'))

export type Db = Database.Database

/** The version of data that this program writes; it knows all before it too. */
export const newestVersion = (): number => migrations().length

export const databaseFile = (folder: string): string => path.join(folder, 'set-row.sqlite')

/** A connection of its own, for reading beside the one that writes. */
export function openToRead(folder: string): Db {
  const db = new Database(databaseFile(folder), { readonly: true, fileMustExist: true })
  withFunctions(db)
  return db
}

const withFunctions = (db: Db) => db.function('searchable', { deterministic: true }, (text) => searchable(String(text)))

/**
 * Opens the database in the folder, bringing it up to date. One of an older program is first copied whole into
 * `backups`; one of a newer program is refused, and left as it is.
 */
export function openDatabase(folder: string): Db {
  const db = new Database(databaseFile(folder))
  const steps = migrations()
  const done = db.pragma('user_version', { simple: true }) as number
  if (done > steps.length) {
    db.close()
    throw new CannotStart(
      `The data folder ${folder} was last used by a newer Set Row: its data have version ${done}, this program knows ${steps.length}. Nothing was changed. Start the newer program, or restore a backup into another folder.`,
    )
  }
  db.pragma('journal_mode = WAL')
  db.pragma('synchronous = FULL')
  db.pragma('foreign_keys = ON')
  withFunctions(db)
  if (done > 0 && done < steps.length) keepBefore(db, folder, done)
  steps.slice(done).forEach((sql, i) => {
    db.transaction(() => {
      db.exec(sql)
      db.pragma(`user_version = ${done + i + 1}`)
    })()
  })
  return db
}

/** The database as it was before this program touched it. Pictures are never changed, and need no copy. */
function keepBefore(db: Db, folder: string, version: number): void {
  const backups = path.join(folder, 'backups')
  mkdirSync(backups, { recursive: true })
  const target = path.join(backups, `before-version-${version + 1}.sqlite`)
  // A start that failed before may have left one, whole or not; nothing was upgraded then.
  if (existsSync(target)) rmSync(target)
  try {
    db.prepare('VACUUM INTO ?').run(target)
  } catch (error) {
    rmSync(target, { force: true })
    db.close()
    throw new CannotStart(
      `The database must be upgraded, and could not be backed up first (${(error as Error).message}). Nothing was changed. Make room in ${backups}, and start again.`,
    )
  }
}
