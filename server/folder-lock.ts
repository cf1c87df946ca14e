import Database from 'better-sqlite3'
import path from 'node:path'
import { CannotStart } from './cannot-start.ts'

/** A folder that another process has open. */
export class FolderInUse extends CannotStart {
  override name = 'FolderInUse'
  constructor(folder: string) {
    super(`Set Row is running on the data folder ${folder}. Use that one, stop it, or choose another folder.`)
  }
}

/** A process that is just ending may have it still, as at a restart. */
const PATIENCE_MS = 1500

/** Locks that are held: what nobody refers to would be let go of. */
const held = new Set<Database.Database>()

/**
 * Claims a data folder for this process, and gives how to let go of it. A lock of SQLite's on a file of its own: the
 * system lets go of it with the process, however that ends. Throws `FolderInUse` where another process has it.
 */
export function lockFolder(folder: string): () => void {
  const lock = new Database(path.join(folder, 'in-use.sqlite'), { timeout: PATIENCE_MS })
  try {
    lock.pragma('locking_mode = EXCLUSIVE')
    lock.exec('BEGIN EXCLUSIVE')
  } catch (error) {
    lock.close()
    throw (error as { code?: string }).code === 'SQLITE_BUSY' ? new FolderInUse(folder) : error
  }
  held.add(lock)
  return () => {
    held.delete(lock)
    lock.close()
  }
}
